import type { Field } from './request.ts';

// How a spoken detail is written down: a sticky pattern and what is read from it. Numbers as words.

export interface Context {
  referenceYear: number;
}

export interface Detail {
  field: Field;
  value: string;
  alternatives?: string[];
}

export interface Rule {
  pattern: RegExp;
  read: (match: RegExpExecArray, context: Context) => Detail[];
}

/** Where a word of the grammar ends. */
export const END = String.raw`(?=$|[\s,;()"?!\[\]{}<>|]|[.:+]+(?:\s|$))`;
export const rule = (source: string, read: Rule['read']): Rule => ({
  pattern: new RegExp(`(?:${source})${END}`, 'y'),
  read,
});
export const fixed = (source: string, ...details: Detail[]): Rule => rule(source, () => details);

export const ONES = 'one two three four five six seven eight nine'.split(' ');
export const TEENS = 'ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
  ' ',
);
export const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');
export const ONE = `(?:${ONES.join('|')})`;
export const BELOW_100 = `(?:${TEENS.join('|')}|(?:${TENS.join('|')})(?:[\\s-]${ONE})?|${ONE})`;

/** "seventy", "twenty-one", "nine" as a number. */
export function spokenNumber(text: string): number {
  return text.split(/[\s-]+/).reduce((sum, word) => {
    const teen = TEENS.indexOf(word);
    const ten = TENS.indexOf(word);
    return sum + (teen >= 0 ? 10 + teen : ten >= 0 ? 20 + 10 * ten : ONES.indexOf(word) + 1);
  }, 0);
}
