import { judgeBench } from '../bench/index.ts';
import { unitInHand } from './units.ts';
import { FOLLOW_UPS, type FollowUp } from './events.ts';
import type { BenchTested, JobState } from './state.ts';

/** Bench tests that failed of the units in hand that are to go in: another unit that passes takes their place. */
export function failedTests(state: Pick<JobState, 'bench' | 'units' | 'parts'>): BenchTested[] {
  const goesIn = state.parts.filter(({ role, state: at }) => role === 'goes in' && at !== 'sent back');
  return goesIn.flatMap(({ partId }) => (unitInHand(state, partId)?.tests ?? []).filter((test) => judgeBench(test).word === 'failed')); // prettier-ignore
}

/** A part that failed on the bench does not go in: the job stops at Install until it is another, or passes. */
export const isStopped = (state: Pick<JobState, 'bench' | 'units' | 'parts'>): boolean =>
  failedTests(state).length > 0;

/** Minutes of work at a step: as somebody put them right, else as the phone measured them; undefined where neither is. */
export function minutesOf(state: Pick<JobState, 'spans' | 'putRight'>, step: string): number | undefined {
  const right = state.putRight[step];
  if (right) return right.minutes;
  const own = state.spans.filter((span) => span.what === 'work' && span.step === step);
  return own.length === 0 ? undefined : own.reduce((sum, { ms }) => sum + ms, 0) / 60_000;
}

/** The first look again that is due and that nobody has done; undefined where none is. */
export function nextFollowUp(
  state: Pick<JobState, 'followUps'>,
): { what: FollowUp; due: string; litres: number } | undefined {
  const [first] = FOLLOW_UPS.flatMap((what) => {
    const own = state.followUps[what];
    return own && !own.found ? [{ what, due: own.due, litres: own.litres }] : [];
  }).sort((a, b) => Date.parse(a.due) - Date.parse(b.due));
  return first;
}
