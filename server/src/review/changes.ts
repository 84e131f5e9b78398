import { diffArrays } from 'diff';
import { conditionSentence, type Condition } from '@radiatrix/core/application';
import { attributeOf, wordLabel, type SubjectKind } from '@radiatrix/core/figures';
import { PHASE_LABELS, type Fastener, type ProcedureDocument, type Step } from '@radiatrix/core/procedure';
import { formatQuantity, METHOD_RULES } from '@radiatrix/core/quantity';
import type { Change, FigureRecord, PartDetails } from '@radiatrix/contract';

function figureText(kind: SubjectKind, figure: FigureRecord): string {
  const attribute = attributeOf(kind, figure.key);
  if (!attribute) return figure.text;
  if (attribute.type !== 'quantity' || figure.value === null) return wordLabel(attribute, figure.word);
  return formatQuantity(figure.value, attribute.dimension, 'metric', { uncertainty: figure.u ?? undefined });
}

/** Figures that differ between two revisions, source by source. */
export function figureChanges(
  kind: SubjectKind,
  before: readonly FigureRecord[],
  after: readonly FigureRecord[],
): Change[] {
  const keyOf = (figure: FigureRecord): string => `${figure.key} ${figure.sourceId}`;
  const old = new Map(before.map((figure) => [keyOf(figure), figure]));
  const fresh = new Map(after.map((figure) => [keyOf(figure), figure]));
  return [...new Set([...old.keys(), ...fresh.keys()])].flatMap((key): Change[] => {
    const [was, is] = [old.get(key), fresh.get(key)];
    const [wasText, isText] = [was ? figureText(kind, was) : '', is ? figureText(kind, is) : ''];
    if (was && is && wasText === isText && was.method === is.method) return [];
    const figure = (is ?? was)!;
    return [
      {
        label: attributeOf(kind, figure.key)?.label ?? figure.key,
        before: wasText,
        after: isText,
        support: is ? `${METHOD_RULES[is.method].label}, ${is.source}; written “${is.text}”` : '',
        stamp: is?.stamp ?? null,
      },
    ];
  });
}

const plain = (label: string, before: string, after: string): Change[] =>
  before === after ? [] : [{ label, before, after, support: '', stamp: null }];

export function detailChanges(
  before: Pick<PartDetails, 'description' | 'notes' | 'inTheBox'> | undefined,
  after: Pick<PartDetails, 'description' | 'notes' | 'inTheBox'>,
): Change[] {
  const box = (items: PartDetails['inTheBox']): string =>
    items.map((item) => `${item.quantity} × ${item.name}${item.fromOld ? ', moved over' : ''}`).join('; ');
  return [
    ...plain('Description', before?.description ?? '', after.description),
    ...plain('Notes', before?.notes ?? '', after.notes),
    ...plain('In the box', box(before?.inTheBox ?? []), box(after.inTheBox)),
  ];
}

const onlyFor = (when: Condition | null | undefined): string =>
  when ? ` (only for ${conditionSentence(when)})` : '';

const fastenerLine = (each: Fastener): string =>
  `${each.name}, ${each.thread || 'no thread'}, ${each.tool || 'by hand'}, ${each.expected} of them, ${each.torqueNm === null ? 'no torque on record' : `${each.torqueNm} N·m (${each.torqueSource})`}, ${each.policy}${onlyFor(each.when)}`;

const stepLine = (each: Step): string =>
  [
    `${PHASE_LABELS[each.phase]}: ${each.text}`,
    each.detail,
    each.tools.length > 0 ? `tools ${each.tools.join(', ')}` : '',
    each.uses.map((use) => `${use.count} of ${use.tray}`).join(', '),
    each.connector ? `plug ${each.connector}${onlyFor(each.connectorWhen)}` : '',
    each.cautions.length > 0
      ? `cautions ${each.cautions.map((code) => `${code}${onlyFor(each.cautionsWhen[code])}`).join(', ')}`
      : '',
    each.minutes ? `${each.minutes} min${each.waiting ? ' waiting' : ''}` : '',
    each.when ? `only for ${conditionSentence(each.when)}` : '',
  ]
    .filter(Boolean)
    .join(' · ');

const notesLine = (document: ProcedureDocument | undefined): string =>
  (document?.notes ?? []).map((each) => `${each.text}${onlyFor(each.when)}`).join(' · ');

/** What differs between two procedures: fasteners by tray, steps as a sequence. */
export function procedureChanges(before: ProcedureDocument | undefined, after: ProcedureDocument): Change[] {
  const trays = [
    ...new Set([...(before?.fasteners ?? []), ...after.fasteners].map((each) => each.tray)),
  ].sort();
  const line = (document: ProcedureDocument | undefined, tray: string): string => {
    const found = document?.fasteners.find((each) => each.tray === tray);
    return found ? fastenerLine(found) : '';
  };
  const steps: Change[] = [];
  let removed: string[] = [];
  for (const piece of diffArrays((before?.steps ?? []).map(stepLine), after.steps.map(stepLine))) {
    if (piece.removed) removed.push(...piece.value);
    else if (piece.added) {
      for (const text of piece.value)
        steps.push({ label: 'Step', before: removed.shift() ?? '', after: text, support: '', stamp: null });
      steps.push(
        ...removed.map((text): Change => ({
          label: 'Step',
          before: text,
          after: '',
          support: '',
          stamp: null,
        })),
      );
      removed = [];
    } else {
      steps.push(
        ...removed.map((text): Change => ({
          label: 'Step',
          before: text,
          after: '',
          support: '',
          stamp: null,
        })),
      );
      removed = [];
    }
  }
  steps.push(
    ...removed.map((text): Change => ({ label: 'Step', before: text, after: '', support: '', stamp: null })),
  );
  return [
    ...plain('Title', before?.title ?? '', after.title),
    ...plain('Way in', before?.way ?? '', after.way),
    ...plain('Notes', notesLine(before), notesLine(after)),
    ...trays.flatMap((tray) => plain(`Tray ${tray}`, line(before, tray), line(after, tray))),
    ...steps,
  ];
}
