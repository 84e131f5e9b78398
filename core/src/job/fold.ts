import type { EventKind, EventPayloads, JobEvent, PartState } from './events.ts';
import { inOrder } from './order.ts';
import { stageOf } from './stage.ts';
import type { JobState, PlaceCounts, Said, Span, UnitMove } from './state.ts';
import { freshUnit, unitInHand, unitInVehicle } from './units.ts';
import { undone } from './undoing.ts';

const blank = (): JobState => ({
  vehicleId: undefined, label: '', owner: '', complaint: '', odometerKm: null, alterations: [], figures: {}, parts: [], choices: {},
  comparisons: [], readings: [], allowed: {}, diagnosis: [], diagnosed: null, steps: {}, stepNotes: [], counted: {}, way: null, recorded: [], cooled: {}, skipped: {}, delays: [], putRight: {}, tray: {}, replaced: [], photos: [], bench: [], benchSkipped: [], units: [], holds: [], contour: null,
  account: null, moves: [], disposed: [], strengths: [], filling: null, vacuums: [], bled: [], pressures: [], proved: {}, waived: {}, trials: [], runs: [], followUps: {},
  spans: [], resting: [], notes: [], handedTo: null, promised: { ready: null, from: null }, placed: { bay: null, at: null }, closed: null, settled: {}, late: [],
  opened: undefined, stage: 'ask', heads: {},
}); // prettier-ignore

const setPart = (state: JobState, partId: number, to: PartState, said: Said): void => {
  state.parts = state.parts.map((part) => (part.partId === partId ? { ...part, state: to, ...said } : part));
};

const placeOf = (state: JobState, { tray, step }: { tray: string; step: string }): PlaceCounts =>
  (state.tray[`${tray} ${step}`] ??= { out: [], back: [] });

/** A count takes the place of those it had seen, and of its own device's earlier ones; others stay beside it. */
function standingCounts<T extends Said & { over: string[]; device: string }>(
  counts: readonly T[],
  fresh: T,
): T[] {
  const standing: T[] = [];
  for (const count of counts)
    if (count.device !== fresh.device && !fresh.over.includes(count.event)) standing.push(count);
  standing.push(fresh);
  return standing;
}

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
    state.parts.push({ ...payload, state: 'wanted', money: null, ...said });
  },
  'part dropped': (state, { payload }) => void (state.parts = state.parts.filter((part) => part.partId !== payload.partId)),
  'part moved': (state, { payload }, said) => {
    const was = state.parts.find(({ partId }) => partId === payload.partId)?.state;
    setPart(state, payload.partId, payload.state, said);
    const isIn = (each: UnitMove): boolean => each.partId === payload.partId && each.to === 'in vehicle';
    if (payload.state === 'fitted' && was !== 'fitted') state.units.push({ partId: payload.partId, unit: unitInHand(state, payload.partId)?.unit ?? freshUnit(state, payload.partId), to: 'in vehicle', from: '', why: '', after: state.bench.length, ...said });
    // It is not in after all: what was said of its unit was a mistake.
    else if (was === 'fitted' && payload.state !== 'fitted') state.units = state.units.filter((each, at) => at !== state.units.findLastIndex(isIn));
  },
  'unit moved': (state, { payload }, said) => {
    const { partId, unit, to } = payload;
    const wasIn = unitInVehicle(state.units, partId);
    state.units.push({ ...payload, after: state.bench.length, ...said });
    if (to === 'in vehicle') setPart(state, partId, 'fitted', said);
    // A spare that comes in changes nothing of the one that sits there; without it another has to come.
    else if (wasIn === unit) setPart(state, partId, to === 'here' ? 'here' : 'wanted', said);
    else if (to === 'here' && wasIn === undefined) setPart(state, partId, 'here', said);
  },
  'part priced': (state, { payload }) => {
    state.parts = state.parts.map((part) => (part.partId === payload.partId ? { ...part, money: payload.money } : part));
  },
  'choices made': (state, { payload }) => {
    for (const [key, value] of Object.entries(payload.choices))
      if (value === null) delete state.choices[key];
      else state.choices[key] = value;
  },
  'compared': (state, { payload }, said) => void state.comparisons.push({ ...payload, ...said }),
  'sheet allowed': (state, { payload }, said) => void (state.allowed[payload.partId] = { reason: payload.reason, ...said }),
  'checked': (state, { payload }, said) => {
    // Looking further opens the diagnosis again; what confirms a finding that stands changes nothing.
    const stands = state.diagnosis.findLast((each) => each.kind === 'repaired' || (each.kind === 'found' && each.check === payload.check)); // prettier-ignore
    if (stands?.kind !== 'found' || stands.outcome !== payload.outcome) state.diagnosed = null;
    state.diagnosis.push({ kind: 'found', ...payload, ...said });
  },
  'check passed over': (state, { payload }, said) => void state.diagnosis.push({ kind: 'passed over', ...payload, ...said }),
  'repaired': (state, { payload }, said) => {
    state.diagnosis.push({ kind: 'repaired', ...payload, ...said });
    state.diagnosed = null;
  },
  'diagnosed': (state, { payload }, said) => void (state.diagnosed = { ...payload, ...said }),
  'way chosen': (state, { payload }, said) => void (state.way = { ...payload, ...said }),
  'came off': (state, { payload }, said) => void state.recorded.push({ ...payload, ...said, back: null }),
  'went back': (state, { payload: { thing, ...back } }, said) => {
    const move = state.recorded.findLast((each) => each.thing === thing && each.back === null);
    if (move) move.back = { ...back, ...said };
  },
  'cooled': (state, { payload: { step, ...found } }, said) => void (state.cooled[step] = { ...found, ...said }),
  // The commonest by far: said field by field, which is several times as quick as taking objects apart.
  'step ticked': (state, { payload: { step, phase, partId, done } }, { by, at, event }) => {
    state.steps[step] = { phase, partId, done, by, at, event };
    if (Object.hasOwn(state.skipped, step)) delete state.skipped[step];
  },
  'step skipped': (state, { payload: { step, phase, reason } }, said) => void (state.skipped[step] = { phase, reason, ...said }),
  'took longer': (state, { payload }, said) => void state.delays.push({ ...payload, ...said }),
  'minutes put right': (state, { payload: { step, minutes } }, said) => void (state.putRight[step] = { minutes, ...said }),
  'fasteners out': (state, { payload, device }, { by, at, event }) => {
    const place = placeOf(state, payload);
    const { tray, step, there, missing, broken, wrong, over } = payload;
    place.out = standingCounts(place.out, { tray, step, there, missing, broken, wrong, over, by, at, event, device });
  },
  'fasteners back': (state, { payload, device }, { by, at, event }) => {
    const place = placeOf(state, payload);
    const { tray, step, count, over } = payload;
    place.back = standingCounts(place.back, { tray, step, count, over, by, at, event, device });
  },
  'fasteners replaced': (state, { payload: { tray, count, by } }, said) => void state.replaced.push({ tray, count, instead: by, ...said }),
  'photo taken': (state, { payload }, said) => void state.photos.push({ ...payload, ...said }),
  'bench tested': (state, { payload }, said) => void state.bench.push({ ...payload, ...said }),
  // Read before the rest: see `unitsAsOne`.
  'units joined': () => {},
  'held': (state, { payload }, said) => void state.holds.push({ ...payload, ...said, ended: null }),
  'let go': (state, { payload: { hold, how } }, said) => {
    const own = state.holds.find((each) => each.hold === hold);
    if (own) own.ended = { how, ...said };
  },
  'bench skipped': (state, { payload }, said) => void state.benchSkipped.push({ ...payload, ...said }),
  'contour measured': (state, { payload }, said) => void (state.contour = { ...payload, ...said }),
  'step noted': (state, { payload }, said) => void state.stepNotes.push({ ...payload, ...said }),
  'fasteners counted': (state, { payload }, said) => void (state.counted[`${payload.partId} ${payload.tray}`] = { found: payload.found, ...said }),
  'account opened': (state, { payload }, said) => void (state.account = { ...payload, ...said }),
  'coolant moved': (state, { payload }, said) => void state.moves.push({ ...payload, ...said }),
  'disposed': (state, { payload }, said) => void state.disposed.push({ ...payload, ...said }),
  'strength read': (state, { payload }, said) => void state.strengths.push({ ...payload, ...said }),
  'filling chosen': (state, { payload }, said) => void (state.filling = { ...payload, ...said }),
  'vacuum read': (state, { payload }, said) => void state.vacuums.push({ ...payload, ...said }),
  'bled': (state, { payload }, said) => void state.bled.push({ ...payload, ...said }),
  'pressure tested': (state, { payload }, said) => void state.pressures.push({ ...payload, ...said }),
  'proved': (state, { payload: { what, ...proof } }, said) => {
    state.proved[what] = { ...proof, ...said };
    delete state.waived[what];
  },
  'proof waived': (state, { payload: { what, why } }, said) => void (state.waived[what] = { why, ...said }),
  'trial planned': (state, { payload }, said) => {
    // Planned anew under its own id it takes the place of what it was; runs of set-ups that stay count on.
    state.trials = [...state.trials.filter(({ id }) => id !== payload.id), { ...payload, ...said }];
  },
  'run made': (state, { payload }, said) => void state.runs.push({ ...payload, ...said }),
  'follow-up set': (state, { payload: { what, due, litres } }) => void (state.followUps[what] = { due, litres, found: null }),
  'followed up': (state, { payload: { what, found } }, said) => {
    state.followUps[what] = { due: state.followUps[what]?.due ?? said.at, litres: state.followUps[what]?.litres ?? 0, found: { text: found, ...said } };
  },
  // Spans are paired afterwards, device by device.
  'timer': () => {},
  'noted': (state, { payload }, said) => void state.notes.push({ ...payload, ...said }),
  'handed over': (state, { payload }) => void (state.handedTo = { id: payload.to, name: payload.name }),
  'promised': (state, { payload }) => void (state.promised = payload),
  'placed': (state, { payload }) => void (state.placed = payload),
  'closed': (state, { payload }, said) => void (state.closed = { outcome: payload.outcome, note: payload.note, ...said }),
  'difference settled': (state, { payload: { difference, ...settled } }, said) => void (state.settled[difference] = { ...settled, ...said }),
  'late looked at': () => {},
  // Read before the rest: see `readAsOne`.
  'records merged': () => {},
  'readings taken': (state, { payload }, said) => void state.readings.push({ ...payload, ...said }),
  'opened again': (state) => void (state.closed = null),
  'undone': () => {},
}; // prettier-ignore

/** A phone is one through every page that it opens: pages name themselves `phone-page`. */
const phoneOf = (device: string): string => device.split('-')[0]!;

/**
 * Begin and end of one phone's timers. Within one run of its monotonic clock that clock counts, so that a wall clock put
 * right in between changes nothing; across a reload the wall clock is all there is.
 */
function spansOf(events: readonly JobEvent[]): { spans: Span[]; resting: string[] } {
  const begun = new Map<string, { boot: string; monotonicMs: number; wallMs: number }>();
  const spans: Span[] = [];
  for (const event of events) {
    if (event.kind !== 'timer') continue;
    const { what, act, step, boot, monotonicMs } = event.payload;
    const key = `${phoneOf(event.device)} ${what} ${step}`;
    const wallMs = Date.parse(event.deviceTime);
    if (act === 'begin') begun.set(key, { boot, monotonicMs, wallMs });
    else {
      const since = begun.get(key);
      begun.delete(key);
      if (!since) continue;
      const ms = since.boot === boot ? monotonicMs - since.monotonicMs : wallMs - since.wallMs;
      if (ms >= 0) spans.push({ what, step, ms });
    }
  }
  const resting = [...begun.keys()]
    .filter((key) => key.includes(' waiting '))
    .map((key) => key.replace(/^\S+ waiting /, ''));
  return { spans, resting };
}

/** Timers that were begun and not ended, by what and step, with when they began by the wall clock of the phone. */
export function runningTimers(events: readonly JobEvent[], device: string): Map<string, number> {
  const running = new Map<string, number>();
  const ordered = inOrder(events);
  const gone = undone(ordered);
  for (const event of ordered) {
    if (event.kind !== 'timer' || gone.has(event.id) || phoneOf(event.device) !== phoneOf(device)) continue;
    const key = `${event.payload.what} ${event.payload.step}`;
    if (event.payload.act === 'begin') running.set(key, Date.parse(event.deviceTime));
    else running.delete(key);
  }
  return running;
}

/** What is done about a closed job is not late itself. */
const ABOUT_LATE: ReadonlySet<EventKind> = new Set([
  'opened again',
  'late looked at',
  'difference settled',
  'records merged',
]);

/** What whoever closed a job had not seen, of what stands, and no specialist has looked at since. */
function lateOf(standing: readonly JobEvent[], all: readonly JobEvent[]): string[] {
  const closing = standing.filter((event) => event.kind === 'closed').at(-1);
  if (!closing) return [];
  const { heads } = closing.payload;
  const lookedAt = new Set(
    standing.flatMap((event) => (event.kind === 'late looked at' ? event.payload.events : [])),
  );
  // A claim outlasts the job: settling it is no late news.
  const claims = new Set(
    all.flatMap(({ kind, payload }) => (kind === 'held' && payload.what === 'claim' ? [payload.hold] : [])),
  );
  const isAbout = (event: JobEvent): boolean =>
    ABOUT_LATE.has(event.kind) || (event.kind === 'let go' && claims.has(event.payload.hold));
  const about = new Set(all.filter(isAbout).map(({ id }) => id));
  return standing
    .filter(
      (event) =>
        event.id !== closing.id &&
        !about.has(event.kind === 'undone' ? event.payload.event : event.id) &&
        !lookedAt.has(event.id) &&
        event.seq > (heads[event.device] ?? 0) &&
        event.device !== closing.device,
    )
    .map(({ id }) => id);
}

type Merged = EventPayloads['records merged']['what'];
type Last = EventPayloads['records merged'] | undefined;

/**
 * Events with every part, vehicle and source under the number that its record has now. What two records of one thing were is
 * read as one from the first event on, also by events of a phone that had not heard of it.
 */
function readAsOne(standing: readonly JobEvent[]): readonly JobEvent[] {
  const merged = standing.flatMap((event) => (event.kind === 'records merged' ? [event.payload] : []));
  if (merged.length === 0) return standing;
  /** A record that went may have taken another one in before; a ring of them ends where it began. */
  const last = (what: Merged, id: number): Last => {
    let found: Last;
    for (const each of merged) if (each.what === what && each.from === (found?.to ?? id)) found = each;
    return found;
  };
  return standing.map((event) => {
    const payload = event.payload as unknown as Record<string, unknown>;
    const of = (what: Merged, key: string): Last => (typeof payload[key] === 'number' ? last(what, payload[key]) : undefined);
    const [part, vehicle, source] = [of('part', 'partId'), of('vehicle', 'vehicleId'), of('source', 'sourceId')];
    if (!part && !vehicle && !source) return event;
    const revisionId = part && 'revisionId' in payload && part.revisionId !== null ? { revisionId: part.revisionId } : {};
    return { ...event, payload: { ...payload, ...(part ? { partId: part.to, ...revisionId } : {}), ...(vehicle ? { vehicleId: vehicle.to } : {}), ...(source ? { sourceId: source.to } : {}) } } as JobEvent;
  });
} // prettier-ignore

/** Events with every unit under the label that it has now; a joined label may be joined again, and a ring ends where it began. */
function unitsAsOne(standing: readonly JobEvent[]): readonly JobEvent[] {
  const names = new Map<string, string>();
  const nameOf = (partId: number, unit: string): string => names.get(`${partId} ${unit}`) ?? unit;
  for (const event of standing) {
    if (event.kind !== 'units joined') continue;
    const { partId, unit, as } = event.payload;
    const [was, is] = [nameOf(partId, unit), nameOf(partId, as)];
    if (was === is) continue;
    for (const [key, name] of names) if (name === was && key.startsWith(`${partId} `)) names.set(key, is);
    names.set(`${partId} ${was}`, is);
  }
  if (names.size === 0) return standing;
  return standing.map((event) => {
    if (event.kind !== 'bench tested' && event.kind !== 'bench skipped' && event.kind !== 'unit moved')
      return event;
    const { partId, unit = '' } = event.payload;
    return { ...event, payload: { ...event.payload, unit: nameOf(partId, unit) } } as JobEvent;
  });
}

/** Job state as it would be with two units made one, so that it is seen before it is done. */
export function joinedUnits(
  { bench, units }: Pick<JobState, 'bench' | 'units'>,
  { partId, unit, as }: { partId: number; unit: string; as: string },
): Pick<JobState, 'bench' | 'units'> {
  const own = (each: { partId: number; unit?: string }): boolean =>
    each.partId === partId && (each.unit ?? '') === unit;
  return {
    bench: bench.map((each) => (own(each) ? { ...each, unit: as } : each)),
    units: units.map((each) => (own(each) ? { ...each, unit: as } : each)),
  };
}

/**
 * Folds a job's events to its state. Any order and any repetition of the same events give the same state; the server's
 * time plays no part.
 */
export function foldJob(events: readonly JobEvent[]): JobState {
  const ordered = inOrder(events);
  const gone = undone(ordered);
  const standing = gone.size === 0 ? ordered : ordered.filter((event) => !gone.has(event.id));
  const state = blank();
  for (const event of unitsAsOne(readAsOne(standing)))
    (APPLY[event.kind] as (state: JobState, event: JobEvent, said: Said) => void)(state, event, {
      by: event.person,
      at: event.deviceTime,
      event: event.id,
    });
  const heads = new Map<string, number>();
  for (const { device, seq } of ordered) if (seq > (heads.get(device) ?? 0)) heads.set(device, seq);
  state.heads = Object.fromEntries(heads);
  Object.assign(state, spansOf(standing));
  state.late = state.closed ? lateOf(standing, ordered) : [];
  state.stage = stageOf(state);
  return state;
}
