import distance from 'damerau-levenshtein';
import { labelFor } from './choices.ts';
import { RULES, type Context } from './grammar.ts';
import { FIELDS, type Chip, type Choice, type Field } from './request.ts';
import type { Vocabulary } from './types.ts';

export interface Description {
  chips: Chip[];
  /** Words that nothing was made of, never dropped silently. */
  leftover: { text: string; from: number; to: number }[];
}

/** Longer than anybody speaks; what lies beyond is handed back as not understood. */
export const DESCRIPTION_LIMIT = 400;

/** Words that carry no detail of their own. */
const NOISE = new Set(
  `a an the it its it's is was with has have had got on of for in and i my our we need needs want wants looking one this that to fits fit
   engine engined motor car truck ute vehicle box gearbox trans transmission model year my please hi hello think
   customer gent lady bloke says said got there built number some any new replacement part`.split(/\s+/),
);

const WORD = /[^\s,;()"]+/y;
const GAP = /[\s,;()"]+/y;

interface Name {
  field: 'make' | 'model' | 'engineCode';
  value: string;
  spelling: string;
}

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');

function namesOf(vocabulary: Vocabulary): Name[] {
  return [
    ...vocabulary.makes.map((make): Name => ({
      field: 'make',
      value: String(make.id),
      spelling: plain(make.name),
    })),
    ...vocabulary.models.flatMap((model) =>
      [model.name, ...model.nicknames].map((name): Name => ({
        field: 'model',
        value: String(model.id),
        spelling: plain(name),
      })),
    ),
    ...vocabulary.engines.map((engine): Name => ({
      field: 'engineCode',
      value: engine.code,
      spelling: plain(engine.code),
    })),
  ];
}

/** Slips of the key a word of this length may hold and still be the name. */
const slipsAllowed = (length: number): number => (length < 4 ? 0 : length < 7 ? 1 : 2);

/** Names that a word (or a word and the next one) stands for: exact first, then by the fewest slips. */
function nameHits(word: string, names: readonly Name[]): { name: Name; slips: number }[] {
  const key = plain(word);
  if (key === '') return [];
  const exact = names.filter((name) => name.spelling === key);
  if (exact.length > 0) return exact.map((name) => ({ name, slips: 0 }));
  // An engine code one key away is another engine, so codes must be exact.
  return names
    .filter((name) => name.field !== 'engineCode' && Math.abs(name.spelling.length - key.length) <= 2)
    .map((name) => ({ name, slips: distance(key, name.spelling).steps }))
    .filter((hit) => hit.slips <= slipsAllowed(Math.min(key.length, hit.name.spelling.length)))
    .sort((a, b) => a.slips - b.slips);
}

/**
 * Reads a vehicle as it is spoken ("09 tussock diesel auto aircon") into chips, in any order.
 *
 * Details with a grammar (years, displacement, gearbox…) are tried before names, exact names before mistyped ones,
 * so that a correct word is never taken for a slip of another. A second, different statement of one detail stays
 * as an alternative of the first and is reported as left over.
 *
 * @param referenceYear the present year, which decides the century of a two-digit one
 * @throws never; anything that is not understood comes back in `leftover`
 */
export function describeVehicle(text: string, vocabulary: Vocabulary, referenceYear: number): Description {
  const read = text.slice(0, DESCRIPTION_LIMIT);
  // Letters of other scripts may change length in lower case; positions must not move.
  const lower = read.replace(/[A-Z]/g, (letter) => letter.toLowerCase()).replace(/[’‘]/g, "'");
  const names = namesOf(vocabulary);
  const context: Context = { referenceYear };
  const chips: Chip[] = [];
  const leftover: Description['leftover'] = [];

  const add = (
    field: Field,
    value: string,
    from: number,
    to: number,
    certainty: Chip['certainty'],
    alternatives: Choice[],
  ): void => {
    const earlier = chips.find((chip) => chip.field === field);
    if (earlier && earlier.value !== value) {
      earlier.alternatives.unshift({ value, label: labelFor(field, value, vocabulary) });
      leftover.push({ text: read.slice(from, to), from, to });
    } else if (!earlier) {
      chips.push({
        field,
        value,
        label: labelFor(field, value, vocabulary),
        text: read.slice(from, to),
        from,
        to,
        certainty,
        alternatives,
      });
    }
  };

  let at = 0;
  while (at < lower.length) {
    GAP.lastIndex = at;
    if (GAP.test(lower)) {
      at = GAP.lastIndex;
      continue;
    }
    const ruled = applyRules(lower, at, context);
    if (ruled) {
      for (const detail of ruled.details) {
        const others = (detail.alternatives ?? []).map((value) => ({
          value,
          label: labelFor(detail.field, value, vocabulary),
        }));
        add(detail.field, detail.value, at, ruled.end, 'read', others);
      }
      at = ruled.end;
      continue;
    }
    WORD.lastIndex = at;
    const word = WORD.exec(lower)![0];
    const end = at + word.length;
    const hits = nameHits(word, names);
    const best = hits[0];
    if (best && !(best.slips > 0 && NOISE.has(plain(word)))) {
      const others = hits.filter(
        (hit) => hit.name.field === best.name.field && hit.name.value !== best.name.value,
      );
      add(
        best.name.field,
        best.name.value,
        at,
        end,
        best.slips === 0 ? 'read' : 'likely',
        others.map((hit) => ({
          value: hit.name.value,
          label: labelFor(hit.name.field, hit.name.value, vocabulary),
        })),
      );
    } else if (!NOISE.has(plain(word)) && !/^[-–—./&+!?']*$/.test(word)) {
      leftover.push({ text: read.slice(at, end), from: at, to: end });
    }
    at = end;
  }
  if (text.length > DESCRIPTION_LIMIT)
    leftover.push({
      text: text.slice(DESCRIPTION_LIMIT, DESCRIPTION_LIMIT + 40),
      from: DESCRIPTION_LIMIT,
      to: text.length,
    });
  chips.sort((a, b) => FIELDS.indexOf(a.field) - FIELDS.indexOf(b.field));
  return { chips, leftover };
}

function applyRules(lower: string, at: number, context: Context) {
  for (const rule of RULES) {
    rule.pattern.lastIndex = at;
    const match = rule.pattern.exec(lower);
    if (!match) continue;
    const details = rule.read(match, context);
    if (details.length > 0) return { details, end: at + match[0].length };
  }
  return undefined;
}

/**
 * Applies what a person set by hand to what was read: a value replaces the chip of that field or adds one, null
 * takes it away. Unknown values are refused, so that a damaged link changes nothing.
 */
export function correct(
  description: Description,
  fixes: Partial<Record<Field, string | null>>,
  vocabulary: Vocabulary,
): Description {
  const chips = description.chips.filter((chip) => fixes[chip.field] !== null).map((chip) => ({ ...chip }));
  for (const [field, value] of Object.entries(fixes) as [Field, string | null][]) {
    if (value === null || !FIELDS.includes(field)) continue;
    const label = labelFor(field, value, vocabulary);
    if (label === '') continue;
    const chip = chips.find((candidate) => candidate.field === field);
    if (chip) Object.assign(chip, { value, label, certainty: 'set' });
    else chips.push({ field, value, label, text: '', from: -1, to: -1, certainty: 'set', alternatives: [] });
  }
  chips.sort((a, b) => FIELDS.indexOf(a.field) - FIELDS.indexOf(b.field));
  return { chips, leftover: description.leftover };
}
