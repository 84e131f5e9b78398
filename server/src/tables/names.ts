import { PART_KINDS } from '@radiatrix/core/figures';
import { METHODS } from '@radiatrix/core/quantity';
import { bareNumber, nameKey, type CellProblem, type Cells, type NameKind } from '@radiatrix/core/table';
import { describeVehicle, PACKAGES, toldDetails, type Vocabulary } from '@radiatrix/core/vehicle';
import type { UnknownName } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import type { Lookups } from './lookups.ts';

const NAMES_LISTED = 2000;
/** Letters that may be other ones for a name to be taken for a slip of another. */
const SLIPS = 2;
const MAY_BE_SHOWN = 4;

/** How many letters have to be changed, put in or left out to make one text of the other; `most` where it is more. */
function slips(one: string, other: string, most: number): number {
  if (Math.abs(one.length - other.length) >= most) return most;
  let row = Array.from({ length: other.length + 1 }, (_, at) => at);
  for (let i = 1; i <= one.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= other.length; j += 1)
      next[j] = Math.min(row[j]! + 1, next[j - 1]! + 1, row[j - 1]! + (one[i - 1] === other[j - 1] ? 0 : 1));
    row = next;
  }
  return Math.min(most, row[other.length]!);
}

/** Names on record that are written nearly so: the same letters, a slip or two, or the same last word ("Fan Shroud" and shroud). */
export function nearNames(said: string, names: readonly string[]): string[] {
  const bare = bareNumber(said);
  const words = nameKey(said).split(' ');
  return names
    .map((name) => {
      const own = bareNumber(name);
      if (own === bare) return { name, far: 0 };
      const most = bare.length > 4 ? SLIPS + 1 : 2;
      const far = slips(bare, own, most);
      if (far < most && bare.length > 3) return { name, far };
      return nameKey(name).split(' ').at(-1) === words.at(-1) || words.includes(nameKey(name))
        ? { name, far: SLIPS + 1 }
        : { name, far: Infinity };
    })
    .filter(({ far }) => far < Infinity)
    .sort((a, b) => a.far - b.far)
    .slice(0, MAY_BE_SHOWN)
    .map(({ name }) => name);
}

/** What the words for an engine or a transmission say of it, field by field; its code is what is left of them. */
function draftOf(kind: NameKind, said: string, vocabulary: Vocabulary): Record<string, string> {
  if (kind !== 'engine' && kind !== 'transmission') return {};
  const { chips, leftover } = describeVehicle(said, vocabulary, 2100);
  const told = toldDetails(chips);
  const code = leftover.map(({ text }) => text).join(' ') || (chips.length === 0 ? said : '');
  const from = (fields: Record<string, string | undefined>): Record<string, string> =>
    Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Record<string, string>;
  return kind === 'engine'
    ? from({ code: code.slice(0, 40), displacementL: told.displacement, fuel: told.fuel, cylinders: told.cylinders, layout: told.layout, aspiration: told.aspiration })
    : from({ code: code.slice(0, 40), kind: told.transmission, gears: told.gears });
} // prettier-ignore

/** Gathers the names that rows give and nobody has on record. */
export class UnknownNames {
  private readonly found = new Map<string, UnknownName>();

  add(row: number, problem: CellProblem, cells: Cells): void {
    const { name: kind, said = '', of = '' } = problem;
    if (!kind || said === '') return;
    const key = `${kind}\n${nameKey(of)}\n${nameKey(said)}`;
    const years = kind === 'model' ? yearsIn(cells) : null;
    const held = this.found.get(key);
    if (!held) this.found.set(key, { kind, said, of, rows: 1, first: row, years, mayBe: [], draft: {} });
    else {
      held.rows += 1;
      if (years)
        held.years = held.years
          ? [Math.min(held.years[0], years[0]), Math.max(held.years[1], years[1])]
          : years;
    }
  }

  /** The most frequent first within its kind, with what they may be. */
  listed({ vocabulary, sourceNames }: Lookups): { unknown: UnknownName[]; unknownMore: number } {
    const candidates: Partial<Record<NameKind, readonly string[]>> = {
      make: vocabulary.makes.map(({ name }) => name),
      engine: vocabulary.engines.map(({ code }) => code),
      transmission: vocabulary.transmissions.map(({ code }) => code),
      source: sourceNames,
      kind: PART_KINDS.map(kindName),
      package: PACKAGES,
      method: METHODS,
    };
    const makeIds = new Map(vocabulary.makes.map((make) => [nameKey(make.name), make.id]));
    const modelsOf = (make: string): string[] => {
      const id = makeIds.get(nameKey(make));
      return vocabulary.models.filter((each) => make === '' || each.makeId === id).map(({ name }) => name);
    };
    const all = [...this.found.values()].sort((a, b) => b.rows - a.rows);
    const codeOfKind = new Map(PART_KINDS.map((kind) => [kindName(kind), kind as string]));
    const near = ({ kind, said, of }: UnknownName): string[] => {
      const names = nearNames(said, kind === 'model' ? modelsOf(of) : (candidates[kind] ?? []));
      return kind === 'kind' ? names.map((name) => codeOfKind.get(name)!) : names;
    };
    const unknown = all
      .slice(0, NAMES_LISTED)
      .map((each) => ({ ...each, mayBe: near(each), draft: draftOf(each.kind, each.said, vocabulary) }));
    return { unknown, unknownMore: all.length - unknown.length };
  }
}

/** Model years that a row of a model nobody knows gives, for the life of the model to begin with. */
function yearsIn(cells: Cells): [number, number] | null {
  const named = [cells.years, cells.yearFrom, cells.yearTo, cells.year]
    .flatMap((cell) => cell?.match(/\b(?:19|20)\d{2}\b/g) ?? [])
    .map(Number);
  return named.length === 0 ? null : [Math.min(...named), Math.max(...named)];
}
