import { compareClocks } from './clock.ts';
import type { EventKind, JobEvent } from './events.ts';
import { stageOf } from './stage.ts';
import type { JobState, Said, Span } from './state.ts';

const order = (a: JobEvent, b: JobEvent): number =>
  compareClocks(a.clock, b.clock) ||
  (a.device < b.device ? -1 : a.device > b.device ? 1 : 0) ||
  a.seq - b.seq ||
  (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Events once each, in the order that every device agrees on. */
export function inOrder(events: readonly JobEvent[]): JobEvent[] {
  return [...new Map(events.map((event) => [event.id, event])).values()].sort(order);
}

/** Ids of events that an undo, itself not undone, names. */
export function undone(ordered: readonly JobEvent[]): Set<string> {
  const gone = new Set<string>();
  // An undo comes after what it undoes: from the last to the first, each is known to stand or not.
  for (const event of [...ordered].reverse())
    if (event.kind === 'undone' && !gone.has(event.id)) gone.add(event.payload.event);
  return gone;
}

const blank = (): JobState => ({
  vehicleId: undefined, label: '', complaint: '', odometerKm: null, alterations: [], figures: {}, parts: [], choices: {},
  comparisons: [], readings: [], allowed: {}, steps: {}, stepNotes: [], counted: {}, spans: [], notes: [], handedTo: null, closed: null, late: [],
  opened: undefined, stage: 'ask', heads: {},
}); // prettier-ignore

type Apply = {
  [K in EventKind]: (state: JobState, event: Extract<JobEvent, { kind: K }>, said: Said) => void;
};

const APPLY: Apply = {
  'opened': (state, { payload }, said) => {
    state.opened ??= said;
    Object.assign(state, payload);
  },
  'described': (state, { payload }) => void Object.assign(state, payload),
  'vehicle put right': (state, { payload }) => void (state.vehicleId = payload.vehicleId),
  'figure taken': (state, { payload: { key, ...figure } }, said) => void (state.figures[key] = { ...figure, ...said }),
  'figure given up': (state, { payload }) => void delete state.figures[payload.key],
  'part chosen': (state, { payload }, said) => {
    // One part of a kind in a place: choosing another takes its place.
    state.parts = state.parts.filter((part) => !(part.kind === payload.kind && part.role === payload.role) && part.partId !== payload.partId);
    state.parts.push({ ...payload, state: 'wanted', ...said });
  },
  'part dropped': (state, { payload }) => void (state.parts = state.parts.filter((part) => part.partId !== payload.partId)),
  'part moved': (state, { payload }, said) => {
    state.parts = state.parts.map((part) => (part.partId === payload.partId ? { ...part, state: payload.state, ...said } : part));
  },
  'choices made': (state, { payload }) => {
    for (const [key, value] of Object.entries(payload.choices))
      if (value === null) delete state.choices[key];
      else state.choices[key] = value;
  },
  'compared': (state, { payload }, said) => void state.comparisons.push({ ...payload, ...said }),
  'sheet allowed': (state, { payload }, said) => void (state.allowed[payload.partId] = { reason: payload.reason, ...said }),
  'step ticked': (state, { payload: { step, ...rest } }, said) => void (state.steps[step] = { ...rest, ...said }),
  'step noted': (state, { payload }, said) => void state.stepNotes.push({ ...payload, ...said }),
  'fasteners counted': (state, { payload }, said) => void (state.counted[`${payload.partId} ${payload.tray}`] = { found: payload.found, ...said }),
  // Spans are paired afterwards, device by device.
  'timer': () => {},
  'noted': (state, { payload }, said) => void state.notes.push({ ...payload, ...said }),
  'handed over': (state, { payload }) => void (state.handedTo = { id: payload.to, name: payload.name }),
  'closed': (state, { payload }, said) => void (state.closed = { outcome: payload.outcome, note: payload.note, ...said }),
  'late looked at': () => {},
  'readings taken': (state, { payload }, said) => void state.readings.push({ ...payload, ...said }),
  'opened again': (state) => void (state.closed = null),
  'undone': () => {},
}; // prettier-ignore

/** Begin and end of one device's one run of its monotonic clock; a wall clock put right in between changes nothing. */
function spansOf(events: readonly JobEvent[]): Span[] {
  const begun = new Map<string, number>();
  const spans: Span[] = [];
  for (const event of events) {
    if (event.kind !== 'timer') continue;
    const { what, act, step, boot, monotonicMs } = event.payload;
    const key = `${event.device} ${boot} ${what} ${step}`;
    if (act === 'begin') begun.set(key, monotonicMs);
    else {
      const since = begun.get(key);
      if (since !== undefined && monotonicMs >= since) spans.push({ what, step, ms: monotonicMs - since });
      begun.delete(key);
    }
  }
  return spans;
}

/** Acts on what came late are not late themselves. */
const ABOUT_LATE: ReadonlySet<EventKind> = new Set(['opened again', 'late looked at']);

/** What whoever closed a job had not seen, of what stands, and no specialist has looked at since. */
function lateOf(standing: readonly JobEvent[]): string[] {
  const closing = standing.filter((event) => event.kind === 'closed').at(-1);
  if (!closing) return [];
  const { heads } = closing.payload;
  const lookedAt = new Set(
    standing.flatMap((event) => (event.kind === 'late looked at' ? event.payload.events : [])),
  );
  return standing
    .filter(
      (event) =>
        event.id !== closing.id &&
        !ABOUT_LATE.has(event.kind) &&
        !lookedAt.has(event.id) &&
        event.seq > (heads[event.device] ?? 0) &&
        event.device !== closing.device,
    )
    .map(({ id }) => id);
}

/**
 * Folds a job's events to its state. Any order and any repetition of the same events give the same state; the server's
 * time plays no part.
 */
export function foldJob(events: readonly JobEvent[]): JobState {
  const ordered = inOrder(events);
  const gone = undone(ordered);
  const standing = ordered.filter((event) => !gone.has(event.id));
  const state = blank();
  for (const event of standing)
    (APPLY[event.kind] as (state: JobState, event: JobEvent, said: Said) => void)(state, event, {
      by: event.person,
      at: event.deviceTime,
      event: event.id,
    });
  for (const { device, seq } of ordered) state.heads[device] = Math.max(state.heads[device] ?? 0, seq);
  state.spans = spansOf(standing);
  state.late = state.closed ? lateOf(standing) : [];
  state.stage = stageOf(state);
  return state;
}
