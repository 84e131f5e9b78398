import { diffArrays } from 'diff';
import { conditionSentence, type Condition } from '@radiatrix/core/application';
import { attributeOf, type SubjectKind } from '@radiatrix/core/figures';
import { factKey, type AccessMap, type Fact, type MapStep, type Operation } from '@radiatrix/core/access';
import {
  PHASE_LABELS,
  type Fastener,
  type ProcedureDocument,
  type ProcedureNote,
  type Step,
} from '@radiatrix/core/procedure';
import { formatQuantity } from '@radiatrix/core/quantity';
import type { Change, FigureRecord, PartDetails } from '@radiatrix/contract';
import { methodName } from '@radiatrix/words/methods';
import { choiceName, figureName } from '@radiatrix/words/figures';

export function figureText(kind: SubjectKind, figure: FigureRecord): string {
  const attribute = attributeOf(kind, figure.key);
  if (!attribute) return figure.text;
  if (attribute.type !== 'quantity' || figure.value === null) return choiceName(attribute, figure.word);
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
        label: figureName(kind, figure.key),
        before: wasText,
        after: isText,
        support: is ? `${methodName(is.method)}, ${is.source}; written “${is.text}”` : '',
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

const notesLine = (notes: readonly ProcedureNote[] = []): string =>
  notes.map((each) => `${each.text}${onlyFor(each.when)}`).join(' · ');

const trayChanges = (before: readonly Fastener[], after: readonly Fastener[]): Change[] => {
  const line = (fasteners: readonly Fastener[], tray: string): string => {
    const found = fasteners.find((each) => each.tray === tray);
    return found ? fastenerLine(found) : '';
  };
  return [...new Set([...before, ...after].map((each) => each.tray))]
    .sort()
    .flatMap((tray) => plain(`Tray ${tray}`, line(before, tray), line(after, tray)));
};

const factsLine = (facts: readonly Fact[]): string => facts.map(factKey).join(' and ');
const operationLine = (each: Operation): string =>
  [
    each.text,
    each.detail,
    `${each.place}, ${each.minutes} min${each.waiting ? ' waiting' : ''}`,
    `brings about ${factsLine(each.gives)}`,
    each.needs.length > 0 ? `needs ${each.needs.map(factsLine).join(', or ')}` : 'nothing in the way',
    each.uses.map((use) => `${use.count} of ${use.tray}`).join(', '),
    each.breaks > 0 ? `${Math.round(each.breaks * 100)} % of the clips break` : '',
    each.connector ? `plug ${each.connector}${onlyFor(each.connectorWhen)}` : '',
    each.coolantL > 0 ? `coolant down to ${each.coolantL} L out` : '',
    each.transmissionL > 0 ? `${each.transmissionL} L of transmission fluid` : '',
    each.people > 1 ? `${each.people} people` : '',
    each.lift === 'none' ? '' : each.lift,
    each.tools.length > 0 ? `tools ${each.tools.join(', ')}` : '',
    each.cautions.length > 0 ? `cautions ${each.cautions.join(', ')}` : '',
    each.back
      ? `back: ${[each.back.text, each.back.detail, `${each.back.minutes} min`, each.back.rules.join(', '), each.back.tightenWith && `tightened with ${each.back.tightenWith}`, each.back.after.length > 0 && `after ${each.back.after.join(', ')}`, each.back.renew.length > 0 && `new ${each.back.renew.join(', ')}`, each.back.proof].filter(Boolean).join(', ')}`
      : 'nothing goes back',
    each.when ? `only for ${conditionSentence(each.when)}` : '',
  ]
    .filter(Boolean)
    .join(' · ');

/** What differs between two access maps: things and operations by their code, fasteners by tray. */
export function accessChanges(before: AccessMap | undefined, after: AccessMap): Change[] {
  const byCode = <T extends { code: string }>(label: string, old: readonly T[], fresh: readonly T[], line: (each: T) => string): Change[] =>
    [...new Set([...old, ...fresh].map(({ code }) => code))].flatMap((code) => {
      const said = (items: readonly T[]): string => {
        const found = items.find((each) => each.code === code);
        return found ? line(found) : '';
      };
      return plain(`${label} ${code}`, said(old), said(fresh));
    });
  const stepText = ({ lost, ...each }: MapStep): string =>
    `${stepLine(each)}${lost ? ` · where ${lost.fromL} L ${lost.belowL === null ? 'or more' : `to ${lost.belowL} L`} of ${lost.fluid} was lost` : ''}`;
  const stepsOf = (map: AccessMap | undefined) =>
    (map?.steps ?? []).map((step, at) => ({ ...step, code: step.id || String(at + 1) }));
  return [
    ...plain('Title', before?.title ?? '', after.title),
    ...plain('Notes', notesLine(before?.notes), notesLine(after.notes)),
    ...byCode('Thing', before?.things ?? [], after.things, (each) => `${each.name}${each.partKind ? `, a ${each.partKind}` : ''}${onlyFor(each.when)}`),
    ...trayChanges(before?.fasteners ?? [], after.fasteners),
    ...byCode('Operation', before?.operations ?? [], after.operations, operationLine),
    ...byCode('Step', stepsOf(before), stepsOf(after), stepText),
  ];
} // prettier-ignore

/** What differs between two procedures: fasteners by tray, steps as a sequence. */
export function procedureChanges(before: ProcedureDocument | undefined, after: ProcedureDocument): Change[] {
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
    ...plain('Notes', notesLine(before?.notes), notesLine(after.notes)),
    ...trayChanges(before?.fasteners ?? [], after.fasteners),
    ...steps,
  ];
}
