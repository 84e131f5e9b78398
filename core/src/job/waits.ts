import type { PartKind } from '../figures/index.ts';
import { openClaims } from './holds.ts';
import { isStopped, nextFollowUp } from './progress.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { JobStage, JobState } from './state.ts';

/** What a job waits for, in the order of the work. */
export const WAITS = [
  'the vehicle', 'the next check', 'a part to be chosen', 'another part', 'a part to be ordered', 'a part to arrive',
  'a way in', 'hands', 'cooling down', 'coolant', 'proof', 'a look the next day', 'a look at what came late', 'the library',
  'a claim to be settled',
] as const; // prettier-ignore
export type WaitsFor = (typeof WAITS)[number];

export interface Waiting {
  for: WaitsFor;
  /** More of it: kinds of part, entries that came late, a failed bench test, or what somebody wrote down. */
  more?: { kinds: readonly PartKind[] } | { late: number } | { failed: 'bench' } | { written: string };
}

/** What a job waits for; undefined where it is closed and nothing more is to be done about it. No clock: when it is due is said beside it. */
export function waitsFor(state: JobState): Waiting | undefined {
  const { closed, late, stage, parts, way, settled, vehicleId } = state;
  const wait = (what: WaitsFor, more?: Waiting['more']): Waiting => ({
    for: what,
    ...(more ? { more } : {}),
  });
  const again = nextFollowUp(state);
  if (closed) {
    if (late.length > 0) return wait('a look at what came late', { late: late.length });
    if (again) return wait('a look the next day', { written: again.what });
    // A diagnosis alone leaves nothing to lay beside the library; a part, a way or a figure does.
    const found = way !== null || Object.keys(state.figures).length > 0 || parts.some(({ role }) => role === 'goes in'); // prettier-ignore
    if (closed.outcome === 'done' && found && Object.keys(settled).length === 0) return wait('the library');
    const claims = openClaims(state.holds);
    return claims.length > 0
      ? wait('a claim to be settled', { written: claims.map(({ name }) => name).join(', ') })
      : undefined;
  }
  if (vehicleId === undefined) return wait('the vehicle');
  if (isStopped(state)) return wait('another part', { failed: 'bench' });
  if (state.resting.length > 0) return wait('cooling down', { written: state.resting.join(', ') });
  const goesIn = parts.filter(({ role, state: at }) => role === 'goes in' && at !== 'sent back');
  const kinds = (at: string): PartKind[] =>
    goesIn.filter((part) => part.state === at).map(({ kind }) => kind);
  switch (stage) {
    case 'ask':
      return wait('the vehicle');
    case 'diagnose':
      return wait('the next check');
    case 'fill':
      return wait('coolant');
    case 'prove':
      return again ? wait('a look the next day', { written: again.what }) : wait('proof');
    case 'remove':
    case 'install':
      return wait('hands');
    default:
      if (goesIn.length === 0) return wait('a part to be chosen');
      if (kinds('wanted').length > 0) return wait('a part to be ordered', { kinds: kinds('wanted') });
      if (kinds('ordered').length > 0) return wait('a part to arrive', { kinds: kinds('ordered') });
      return way ? wait('hands') : wait('a way in');
  }
}

/** Waits with hands on the vehicle: there silence says something. */
const AT_WORK: ReadonlySet<WaitsFor> = new Set(['hands', 'coolant']);

/**
 * Whether a job in somebody's hands is at work and nothing was heard of it for long: their phone may hold what it has not
 * sent. One that nobody has begun is only quiet.
 *
 * @param heardAt when the newest of it happened, ISO 8601; null where nobody knows
 */
export const isSilent = (
  { waits, stage, inHands, heardAt }: { waits: WaitsFor; stage: JobStage; inHands: boolean; heardAt: string | null },
  now: Date,
  practice: Practice = USUAL_PRACTICE,
): boolean =>
  AT_WORK.has(waits) && stage !== 'prepare' && inHands && heardAt !== null &&
  now.valueOf() - Date.parse(heardAt) > practice.phoneSilent * 60_000; // prettier-ignore
