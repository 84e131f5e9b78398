import type { Chip, Field } from './request.ts';

/** A stretch of the line, from its first character to behind its last. */
export type Stretch = readonly [from: number, to: number];

/** Numbers that may be anything: a year, a size, a plate, a house, a price. */
const BARE_NUMBER: Partial<Record<Field, RegExp>> = {
  year: /^'?\d\d$|^(?:(?:since|from|after|before)\s+)?(?:19|20)\d\d$/,
  displacement: /^\d{1,4}(?:[.,]\d+)?\s*-?(?:l|lt|ltr|litres?|liters?)?$/,
  built: /^\d\d$/,
};
/** Words that may also say of what sort another thing is: "auto electrician", "saloon bar". */
const ADJECTIVE: Partial<Record<Field, RegExp>> = {
  transmission: /^(?:auto|automatic|manual|man|standard|stick)$/,
  fuel: /^(?:diesel|petrol|gas|gasoline|electric|hybrid)$/,
  airConditioning: /^air$/,
  body: /^(?:van|estate|wagon|saloon|coupe|hatch|convertible|pick[\s-]?up)$/,
  package: /^(?:tow\w*|towing|heavy[\s-]duty|standard)$/,
  aspiration: /^(?:blown|turbo)$/,
  gears: /^m\d$/,
};
/** What stands between two details without parting them. */
const GLUE =
  /^(?:\s|'s\b|\b(?:an?|the|is|was|it|it's|its|with|and|of|in|on|from|or|my|his|her|car|truck|vehicle|year|model)\b|[/+&])*$/;
const EDGE = /[()[\]]|[,;:.!?–—](?=\s|$)|\s-\s/g;

/** Where the clause begins and ends in which a stretch stands. */
function clauseOf(lower: string, [from, to]: Stretch): Stretch {
  const edges = [...lower.matchAll(EDGE)];
  const before = edges.filter(({ index }) => index < from).at(-1);
  const after = edges.find(({ index }) => index >= to);
  return [before ? before.index + before[0].length : 0, after?.index ?? lower.length];
}

/**
 * Details that do not belong to the vehicle, by what stands beside them. A bare number counts where nothing foreign is said
 * in its clause, or beside another detail; a word that can be an adjective does not count before a foreign noun. What is
 * left out is asked for: a detail too few costs a question, a detail too many shows the wrong vehicles.
 *
 * @param foreign words that nothing was made of
 * @param sizes of engines on record, in litres to a tenth: written with a point such a size is an engine's
 */
export function strays(
  chips: readonly Chip[],
  foreign: readonly Stretch[],
  lower: string,
  sizes: ReadonlySet<string>,
): Stretch[] {
  const said = chips.filter(({ from, certainty }) => from >= 0 && certainty !== 'set');
  return said
    .filter((chip) => {
      const text = lower.slice(chip.from, chip.to);
      const isBeside = (other: Chip): boolean =>
        other !== chip &&
        (other.field !== 'part' || /^\d{4}$/.test(text)) &&
        (other.to <= chip.from
          ? GLUE.test(lower.slice(other.to, chip.from))
          : other.from >= chip.to && GLUE.test(lower.slice(chip.to, other.from)));
      if (chip.field === 'displacement' && sizes.has(text.replace(',', '.'))) return false;
      if (BARE_NUMBER[chip.field]?.test(text)) {
        const [begin, end] = clauseOf(lower, [chip.from, chip.to]);
        return foreign.some(([from]) => from >= begin && from < end) && !said.some(isBeside);
      }
      if (!ADJECTIVE[chip.field]?.test(text)) return false;
      const follows = foreign.some(
        ([from]) => /^\s+$/.test(lower.slice(chip.to, from)) && /[a-z]/.test(lower[from] ?? ''),
      );
      return follows && !said.some((other) => other.to <= chip.from && isBeside(other));
    })
    .map(({ from, to }): Stretch => [from, to]);
}
