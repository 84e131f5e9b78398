/** Inhibitor technologies, as records and bottles name them; `attributes` holds the same words. */
export const TECHNOLOGIES = ['iat', 'oat', 'hoat', 'p-oat', 'si-oat'] as const;
export type Technology = (typeof TECHNOLOGIES)[number];

export interface Compatibility {
  word: 'the same' | 'not together' | 'not known';
  said: string;
}

/** Both are organic with an additive: makers of coolant let them meet, makers of vehicles mostly not. Common practice. */
const KIN: readonly (readonly [Technology, Technology])[] = [
  ['hoat', 'si-oat'],
  ['oat', 'p-oat'],
];
const isTechnology = (word: string | undefined): word is Technology =>
  (TECHNOLOGIES as readonly string[]).includes(word ?? '');

/**
 * Whether two coolants may meet. Colour plays no part: it proves nothing.
 *
 * @param a, b technology by record or bottle; undefined or anything else where nobody knows
 */
export function compatible(a: string | undefined, b: string | undefined): Compatibility {
  if (!isTechnology(a) || !isTechnology(b))
    return {
      word: 'not known',
      said: 'What inhibits it is not known on both sides: colour proves nothing. Read the bottle and the vehicle’s record, or drain, flush and fill with what the vehicle’s maker names.',
    };
  if (a === b)
    return {
      word: 'the same',
      said: 'The same technology. The maker’s approval on the bottle still comes first.',
    };
  if (KIN.some(([x, y]) => (x === a && y === b) || (x === b && y === a)))
    return {
      word: 'not known',
      said: 'Both are organic with an additive: some makers let them meet, others do not. Ask the vehicle’s record, or flush.',
    };
  return {
    word: 'not together',
    said: 'Unlike technologies are not mixed: inhibitors may gel, settle or be used up early. Drain, flush, fill with one.',
  };
}
