import { hoursText } from '@radiatrix/core/filing';
import type { PlanRecord, PlanTried } from '@radiatrix/contract';

/** How long, as a shop says it: minutes by themselves below a quarter, days from two on. */
export function longText(minutes: number): string {
  if (minutes < 15) return `${Math.round(minutes)} min`;
  return minutes < 2880 ? hoursText(minutes) : `${Math.round(minutes / 1440)} days`;
}

const BREAKS: Record<PlanTried['breaks'][number]['what'], (long: string) => string> = {
  late: (long) => `${long} past its promise`,
  pin: (long) => `can begin ${long} later than it was put, no sooner`,
  later: (long) => `ready ${long} later`,
  out: () => 'finds no room',
};

/** What a plan does to jobs that the one before did not, a sentence a job. */
export function breaksText(breaks: PlanTried['breaks']): string {
  const jobs = new Map<string, string[]>();
  for (const { label, what, minutes } of breaks)
    jobs.set(label, [...(jobs.get(label) ?? []), BREAKS[what](longText(minutes))]);
  return [...jobs].map(([label, said]) => `${label}: ${said.join(', ')}.`).join(' ');
}

export const SLIP_WORDS: Record<PlanRecord['since'][number]['what'], string> = {
  'not begun': 'should have begun',
  'not over': 'should have been over',
  'changed': 'has changed',
}; // prettier-ignore

/** A bound that far below the plan says nothing about the plan. */
const TELLS_NOTHING = 0.2;

/** Whether another plan could be better, as far as is known. */
export const proofText = ({ proven, gap }: Pick<PlanRecord, 'proven' | 'gap'>): string =>
  proven
    ? 'No other plan does better: proven.'
    : gap > TELLS_NOTHING
      ? 'How much better another plan could be is not known; none was found.'
      : `Another plan could be at most ${Math.max(1, Math.ceil(gap * 100))} % better; none was found.`;
