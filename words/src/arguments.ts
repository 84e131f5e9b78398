import type { Dimension } from '@radiatrix/core/quantity';

/**
 * A figure on its way to a reader: in the record unit of its dimension, said in the reader's units.
 * @example { value: 612, u: 3, dimension: 'length' } // "612 ± 3 mm" or "24.09 ± 0.12 in"
 */
export interface Amount {
  value: number;
  dimension: Dimension;
  /** Expanded uncertainty (k = 2), in the record unit; left out of the text below what is shown. */
  u?: number | undefined;
  /** A difference of two readings: the zero of the scale plays no part in it. */
  difference?: boolean | undefined;
}

/** What may stand in the place of an argument. A number stands alone only where it has no unit: counts, parts of a whole. */
export type Argument = string | number | Amount;

type NoSpaces<Name extends string> = Name extends '' | `${string}${' ' | '#' | '{'}${string}` ? never : Name;
type NameAt<Rest extends string> = Rest extends `${infer Head}}${string}`
  ? Head extends `${infer Name},${string}`
    ? NoSpaces<Name>
    : NoSpaces<Head>
  : never;
/** Where one case of a plural begins, no argument does. */
type EndsInCase = `${string}${', plural, ' | '} '}${'one' | 'other' | '=0' | '=1' | 'many'} `;

/**
 * The names of a message's arguments, read from its ICU text by the compiler. `test/catalogues.test.ts` holds this reading to
 * the parser's own for every message.
 */
export type ArgumentNames<Text extends string> = Text extends `${infer Before}{${infer Rest}`
  ? (Before extends EndsInCase ? never : NameAt<Rest>) | ArgumentNames<Rest>
  : never;

/** A message's arguments; none for a message without any. */
export type ArgumentsOf<Text extends string> = { [Name in ArgumentNames<Text>]: Argument };
