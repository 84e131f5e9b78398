import { WORK_TABLE, type Work, type WorkLine } from '@radiatrix/core/practice';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Argument } from './arguments.ts';
import { concernWords, materialWords, workWords } from './en/work.ts';

type Say = (key: string, given?: Record<string, Argument>, units?: UnitSystem) => string;

/** What a piece of work is done to; a screw of a box is its own name. */
const concernName = (concerns: string): string =>
  concerns in concernWords.messages ? (concernWords as Say)(concerns) : concerns;

/** Tenths of the record unit are as fine as a hand works. */
const tenths = (value: number): number => Math.round(value * 10) / 10;

/**
 * Work as an order in the reader's units, without a full stop.
 * @example workSentence(workOf('fit-spacer', 'fan', { to: 8, by: 12 }), 'metric')
 * // 'Put the fan on 8 mm spacers in place of the 12 mm ones'
 */
export function workSentence(each: Pick<Work, 'code' | 'concerns' | 'by' | 'to'>, units: UnitSystem): string {
  const { dimension }: WorkLine = WORK_TABLE[each.code];
  const amount = (value: number): Argument => ({ value: tenths(value), dimension: dimension!, difference: true });
  const known = { by: dimension && each.by, to: dimension && each.to };
  const [by, to] = [known.by !== undefined, known.to !== undefined];
  const variants = [by && to ? 'both' : '', by ? 'by' : '', to ? 'to' : ''].filter((each) => each !== '');
  const variant = variants.find((ending) => `${each.code}:${ending}` in workWords.messages);
  return (workWords as Say)(variant ? `${each.code}:${variant}` : each.code, {
    what: concernName(each.concerns),
    ...(known.by !== undefined ? { by: amount(known.by) } : {}),
    ...(known.to !== undefined ? { to: amount(known.to) } : {}),
  }, units);
} // prettier-ignore

/** The same with a mark where the part goes in without it. */
export const workOrder = (each: Work, units: UnitSystem): string =>
  each.optional ? workWords('optional', { order: workSentence(each, units) }) : workSentence(each, units);

/** What sort of work it is; that a part cools less is no work on it, but a question. */
export const effortName = ({ code, effort }: Pick<Work, 'code' | 'effort'>): string =>
  workWords(code === 'cools-less' ? 'ask-first' : effort);

/** Work with its effort and minutes. */
export const workText = (work: Work, units: UnitSystem): string =>
  workWords(work.optional ? 'counted:optional' : 'counted', {
    order: workSentence(work, units),
    effort: effortName(work),
    minutes: work.minutes,
  });

/** Something to lay out, by its code. @example materialName('round-file') // 'round file' */
export const materialName = (code: string): string =>
  code in materialWords.messages ? (materialWords as Say)(code) : code;
