import { CLOCK_START, foldJob, tick, type EventKind, type EventPayloads, type JobEvent, type JobState } from '../src/job/index.ts'; // prettier-ignore

type Fixed<T> = T extends readonly (infer E)[] ? readonly Fixed<E>[] : T extends object ? { readonly [K in keyof T]: Fixed<T[K]> } : T; // prettier-ignore
/** What happened, and when; a minute after the last where nobody says. */
export type Happened = {
  [K in EventKind]: readonly [kind: K, payload: Fixed<EventPayloads[K]>, at?: string];
}[EventKind];

/** A job of one desk, folded. */
export function jobOf(...said: readonly Happened[]): JobState {
  let [clock, now] = [CLOCK_START, 1_780_000_000_000];
  return foldJob(
    said.map(([kind, payload, at], i) => {
      now = at === undefined ? now + 60_000 : Date.parse(at);
      clock = tick(clock, now);
      return { id: `e${i}`, kind, device: 'desk', seq: i + 1, clock, deviceTime: new Date(now).toISOString(), person: 'Mara', payload } as unknown as JobEvent; // prettier-ignore
    }),
  );
}
