import { PART_KINDS } from '@radiatrix/core/figures';
import { ApplicationReader, bareNumber, nameKey, readYears, type TableKind } from '@radiatrix/core/table';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { kindName } from '@radiatrix/words/figures';
import type { Db } from '../db/client.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { allConnectors, allParts, allSources } from './queries.ts';

/** Names on record, as cells of a table are looked up among them. */
export class Lookups {
  readonly vocabulary: Vocabulary;
  readonly sources: ReadonlyMap<string, number>;
  readonly sourceNames: readonly string[];
  readonly connectors: ReadonlyMap<string, number>;
  private readonly parts: Map<string, number>;
  private readonly bare = new Map<string, string | null>();

  private constructor(
    vocabulary: Vocabulary,
    parts: readonly { id: number; number: string }[],
    sources: readonly { id: number; name: string }[],
    connectors: readonly { id: number; code: string }[],
  ) {
    this.vocabulary = vocabulary;
    this.parts = new Map(parts.map((each) => [nameKey(each.number), each.id]));
    for (const { number } of parts) {
      const bare = bareNumber(number);
      // Two numbers that differ in dashes alone: neither is meant by what is written without them.
      this.bare.set(bare, this.bare.has(bare) ? null : number);
    }
    this.sources = new Map(sources.map((each) => [nameKey(each.name), each.id]));
    this.sourceNames = sources.map(({ name }) => name);
    this.connectors = new Map(connectors.map((each) => [each.code, each.id]));
  }

  static async load(db: Db): Promise<Lookups> {
    return new Lookups(
      await loadVocabulary(db),
      await allParts(db),
      await allSources(db),
      await allConnectors(db),
    );
  }

  part = (number: string): number | undefined => this.parts.get(nameKey(number));

  /** The one number on record that differs from this in blanks and dashes alone. */
  alike = (number: string): string | undefined => this.bare.get(bareNumber(number)) ?? undefined;

  /** For the columns of a table: whether a cell is a value of a field. */
  values(kind: TableKind): Record<string, (cell: string) => boolean> {
    const of = (names: readonly string[]): ((cell: string) => boolean) => {
      const known = new Set(names.map(nameKey));
      return (cell) => known.has(nameKey(cell));
    };
    const { makes, models, engines, transmissions } = this.vocabulary;
    const reader = new ApplicationReader(this.vocabulary);
    const makeOrModel = {
      make: of(makes.map(({ name }) => name)),
      model: (cell: string) => reader.modelsNamed(cell.trim()).length > 0 && models.length > 0,
      engine: of(engines.map(({ code }) => code)),
      transmission: of(transmissions.map(({ code }) => code)),
    };
    const source = of(this.sourceNames);
    if (kind === 'vehicles') return makeOrModel;
    if (kind === 'parts')
      return { number: (cell) => this.part(cell) !== undefined, kind: of([...PART_KINDS, ...PART_KINDS.map(kindName)]), source }; // prettier-ignore
    return {
      ...makeOrModel,
      part: (cell) => this.part(cell) !== undefined || this.alike(cell) !== undefined,
      years: (cell) => readYears(cell).read !== 'none',
      source,
    };
  }
}
