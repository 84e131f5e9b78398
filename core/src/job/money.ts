import type { Practice } from '../practice/index.ts';
import type { JobPart } from './state.ts';

/** What a job costs so far as somebody has said it, in the shop's own money. */
export interface JobMoney {
  parts: number;
  /** Parts that go in and that nobody has put a price on. */
  unpriced: number[];
  hands: number;
  /** At least this, where a price is missing. */
  sum: number;
}

/** @param minutes of hands for the way that is taken; waiting costs nothing here */
export function moneyOf(
  parts: readonly Pick<JobPart, 'partId' | 'role' | 'state' | 'money'>[],
  minutes: number,
  practice: Practice,
): JobMoney {
  const bought = parts.filter(({ role, state }) => role === 'goes in' && state !== 'sent back');
  const priced = bought.reduce((sum, { money }) => sum + (money ?? 0), 0);
  const hands = (practice.labourHour / 60) * minutes;
  return {
    parts: priced,
    unpriced: bought.filter(({ money }) => money === null).map(({ partId }) => partId),
    hands,
    sum: priced + hands,
  };
}
