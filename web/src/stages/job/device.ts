import {
  CLOCK_START,
  seen,
  tick,
  trusted,
  type Clock,
  type EventKind,
  type EventPayloads,
  type JobEvent,
} from '@radiatrix/core/job';
import type { JobEventDraft } from '@radiatrix/contract';

const NAME = 'radiatrix:device';
const CLOCK = 'radiatrix:clock';

const kept = (name: string): string | null => {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
};
const keep = (name: string, value: string): void => {
  try {
    localStorage.setItem(name, value);
  } catch {
    // Without storage a page is a device of its own, and its clock begins with it.
  }
};

function deviceName(): string {
  const held = kept(NAME);
  if (held) return held;
  const made = crypto.randomUUID().slice(0, 8);
  keep(NAME, made);
  return made;
}

/** Every page that is opened counts its own events: two tabs of one browser never give out the same number. */
const device = `${deviceName()}-${crypto.randomUUID().slice(0, 8)}`;
/** One run of the page’s monotonic clock; times of another run are never taken from each other. */
export const boot = crypto.randomUUID().slice(0, 8);
let seq = 0;

/** The latest that the server said of its jobs' clocks: it follows none more than a day past its own time. */
let serverMs = 0;

/** The clock this browser goes by; one that runs further ahead than anybody follows is forgotten. */
function lastClock(): Clock {
  try {
    const held = JSON.parse(kept(CLOCK) ?? 'null') as Clock | null;
    if (!held || !Number.isInteger(held.ms) || !Number.isInteger(held.n)) return CLOCK_START;
    return trusted(held, Math.max(Date.now(), serverMs));
  } catch {
    return CLOCK_START;
  }
}

/** Writes down something that happened, here and now. */
export function happened<K extends EventKind>(kind: K, payload: EventPayloads[K]): JobEventDraft {
  const now = Date.now();
  const clock = tick(lastClock(), now);
  keep(CLOCK, JSON.stringify(clock));
  seq += 1;
  return {
    id: crypto.randomUUID(),
    kind,
    device,
    seq,
    clock,
    deviceTime: new Date(now).toISOString(),
    payload,
  } as JobEventDraft;
}

/** What this page does next is ordered after the latest that the server has of a job. */
export function sawServer(clock: Clock): void {
  serverMs = Math.max(serverMs, clock.ms);
  sawEvents([{ clock }]);
}

/** What this page does next is ordered after what it has seen. */
export function sawEvents(events: readonly Pick<JobEvent, 'clock'>[]): void {
  let clock = lastClock();
  for (const event of events) clock = seen(clock, event.clock, Date.now());
  keep(CLOCK, JSON.stringify(clock));
}

/** What this page calls itself in what it writes down. */
export const thisDevice = (): string => device;
