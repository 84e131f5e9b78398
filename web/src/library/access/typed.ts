import {
  conditionSentence,
  readCondition,
  type Condition,
  type ConditionWords,
} from '@radiatrix/core/application';

/** Lists as a hand writes them, parted by commas. */
export const list = (text: string): string[] => text.split(',').map((each) => each.trim()).filter(Boolean); // prettier-ignore
export const number = (text: string): number => Number(text.replace(',', '.') || 0);
/** A figure that may be left out. */
export const figure = (text: string): number | null => (text.trim() === '' ? null : number(text));
export const figureText = (value: number | null): string => (value === null ? '' : String(value));
/** The code of a thing or an operation. */
export const CODE = /^[a-z0-9][a-z0-9-]{0,39}$/;
export const CODE_SAID = 'The code is a short word of small letters, digits and dashes.';

type Uses = { tray: string; count: number }[];
/** Fasteners as "4 C, 2 A"; undefined where that is not how they are written. */
export function readUses(text: string): Uses | undefined {
  const read = list(text).map((each) => /^(\d*)\s*(?:of|×|x)?\s*([A-Za-z])$/.exec(each));
  return read.every(Boolean) ? read.map((each) => ({ tray: each![2]!.toUpperCase(), count: Number(each![1] || 1) })) : undefined; // prettier-ignore
}
export const USES_SAID = 'Fasteners are written as 4 C, 2 A.';
export const writeUses = (uses: Uses): string => uses.map(({ tray, count }) => `${count} ${tray}`).join(', ');

export const whenText = (when: Condition | null): string => (when ? conditionSentence(when) : '');
/** Whom something concerns; empty for all. */
export function readWhen(text: string, words: ConditionWords): { ok: true; when: Condition | null } | { ok: false; message: string } {
  if (text.trim() === '') return { ok: true, when: null };
  const read = readCondition(text, words);
  return read.ok ? { ok: true, when: read.condition } : { ok: false, message: read.message };
} // prettier-ignore
