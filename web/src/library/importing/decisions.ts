import { nameKey, type NameKind, type ReadingChoices } from '@radiatrix/core/table';
import type { NewNames, UnknownName } from '@radiatrix/contract';

/** What is to become of a name that nobody has on record. */
export interface Decision {
  act: 'ask' | 'make' | 'is' | 'aside';
  /** The name on record that is meant. */
  to: string;
  /** Details of what is made: years of a model, what an engine is. */
  details: Record<string, string>;
}

/** Kinds that can be made here; the others are fixed, and one of them is meant. */
export const CAN_MAKE: readonly NameKind[] = ['make', 'model', 'engine', 'transmission', 'source'];
/** What has to be said of what is made. */
export const DETAILS: Partial<Record<NameKind, readonly string[]>> = {
  model: ['from', 'to'],
  engine: ['code', 'displacementL', 'cylinders', 'layout', 'fuel', 'aspiration'],
  transmission: ['code', 'kind', 'gears'],
  source: ['kind', 'grade'],
};

export const keyOf = ({ kind, of, said }: UnknownName): string => `${kind}\n${of}\n${said}`;

/** What is known at first: the rows' years, what the words say. A name that may be a slip of another is asked about. */
export function firstDecision(name: UnknownName): Decision {
  const details: Record<string, string> =
    name.kind === 'model' && name.years
      ? { from: String(name.years[0]), to: String(name.years[1]) }
      : { ...name.draft };
  const isPlain = name.kind === 'make' || name.kind === 'model';
  const act = isPlain && name.mayBe.length === 0 && isComplete(name.kind, details) ? 'make' : 'ask';
  return { act, to: '', details };
}

export const isComplete = (kind: NameKind, details: Record<string, string>): boolean =>
  (DETAILS[kind] ?? []).every((key) => (details[key] ?? '').trim() !== '');

export interface Settled {
  names: NewNames | undefined;
  choices: ReadingChoices;
  made: number;
  incomplete: number;
  open: number;
}

/** What follows from the decisions: names to make, meanings to keep. */
export function settled(
  unknown: readonly UnknownName[],
  decisionOf: (name: UnknownName) => Decision,
  choices: ReadingChoices,
): Settled {
  const names: NewNames = { makes: [], models: [], engines: [], transmissions: [], sources: [] };
  const values: Record<string, Record<string, string>> = {};
  let [made, incomplete, open] = [0, 0, 0];
  // A model waits for its make: of one that is another make on record, the file is read again first.
  const waiting = new Set(
    unknown
      .filter((name) => name.kind === 'make' && decisionOf(name).act !== 'make')
      .map(({ said }) => nameKey(said)),
  );
  for (const name of unknown) {
    const { act, to, details } = decisionOf(name);
    const { kind, said } = name;
    if (act === 'ask') open += 1;
    if (act === 'is' && to !== '') (values[kind] ??= {})[nameKey(said)] = to;
    if (act !== 'make' || (kind === 'model' && waiting.has(nameKey(name.of)))) continue;
    if (!isComplete(kind, details)) {
      incomplete += 1;
      continue;
    }
    made += 1;
    const of = (key: string): string => details[key]!.trim();
    if (kind === 'make') names.makes.push({ said, name: said });
    if (kind === 'model') names.models.push({ said, make: name.of, name: said, years: [Number(of('from')), Number(of('to'))] }); // prettier-ignore
    if (kind === 'engine')
      names.engines.push({
        said,
        code: of('code'),
        displacementL: Number(of('displacementL')),
        cylinders: Number(of('cylinders')),
        layout: of('layout') as NewNames['engines'][number]['layout'],
        fuel: of('fuel') as NewNames['engines'][number]['fuel'],
        aspiration: of('aspiration') as NewNames['engines'][number]['aspiration'],
      });
    if (kind === 'transmission')
      names.transmissions.push({ said, code: of('code'), kind: of('kind') as NewNames['transmissions'][number]['kind'], gears: Number(of('gears')) }); // prettier-ignore
    if (kind === 'source') names.sources.push({ said, name: said, kind: of('kind'), grade: Number(of('grade')) }); // prettier-ignore
  }
  return {
    names: made > 0 ? names : undefined,
    made,
    incomplete,
    open,
    choices: {
      ...choices,
      values: {
        ...choices.values,
        ...Object.fromEntries(
          Object.entries(values).map(([kind, own]) => [
            kind,
            { ...choices.values?.[kind as NameKind], ...own },
          ]),
        ),
      },
    },
  };
}
