import { BENCH_STATES, SEEN, SWITCHED, TURNS, type BenchRecord } from '@radiatrix/core/bench';
import {
  ARRIVALS,
  BLEED_ENDS,
  BLOWERS,
  FLUSHES,
  GLYCOLS,
  GOT_BY,
  LIQUIDS,
  READ_WITH,
  SCHOOLS,
  WAYS_MOVED,
} from '@radiatrix/core/coolant';
import {
  DELAYS,
  EVENT_KINDS,
  FILL_STAGES,
  FOUND_BY,
  FOLLOW_UPS,
  PART_ROLES,
  PART_STATES,
  type Clock,
  type EventKind,
  type EventPayloads,
  type JobEvent,
  type JobStage,
  type JobState,
  type WaitsFor,
  HOLDS,
  OUT_AGAIN,
  UNIT_PLACES,
  HOSE_ENDS,
} from '@radiatrix/core/job';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import type { VerdictWord } from '@radiatrix/core/fit';
import type { Found } from '@radiatrix/core/fitment';
import type { Work } from '@radiatrix/core/practice';
import { ENDS } from '@radiatrix/core/diagnosis';
import { PLACES } from '@radiatrix/core/access';
import { PHASES } from '@radiatrix/core/procedure';
import { METHODS } from '@radiatrix/core/quantity';
import { CHANGES, PROTOCOL_NAMES } from '@radiatrix/core/trial';
import Joi from 'joi';
import { id, line, text } from './common.ts';
import type { JobCorrection } from './correction.ts';
import { photoSizeQuery } from './photo.ts';
import type { Stamp } from './revision.ts';
import type { VehicleLine } from './vehicle.ts';
import { EDITORS, EVERYONE, EVENTS_STREAM, IMAGES, type Routes } from './route.ts';

/** An event as a device sends it; who it is by, the sign-in says. */
export type JobEventDraft = {
  [K in EventKind]: {
    id: string;
    kind: K;
    device: string;
    seq: number;
    clock: Clock;
    deviceTime: string;
    payload: EventPayloads[K];
  };
}[EventKind];

export interface JobEvents {
  events: JobEventDraft[];
}

/** An event as the job's story tells it. */
export interface ToldEvent {
  id: string;
  kind: EventKind;
  label: string;
  detail: string;
  by: string;
  /** By the device's own clock. */
  at: string;
  undone: boolean;
  late: boolean;
  undoable: boolean;
  /** It came after the job had left the hands of whoever did it; it was done before. */
  handedIn: boolean;
  /** ISO 8601, what the device's clock said where it stood more than a day ahead and its arrival counts instead; else null. */
  clockSaid: string | null;
}

/** A part of a job with what a list needs of it. */
export interface JobPartLine {
  partId: number;
  number: string;
  kind: PartKind;
  role: (typeof PART_ROLES)[number];
  state: (typeof PART_STATES)[number];
  /** What it costs, in the shop's own money; null where nobody has said. */
  money: number | null;
  /** What the record says that a bench test is held against; null for a kind that has no such test. */
  bench: BenchRecord | null;
  /** Something to know before it goes in: superseded, withdrawn, failed elsewhere. */
  notices: string[];
}

/** The plan of a job as its page sums it up; worked out from its events, never sent in. */
export interface JobPlan {
  verdict: VerdictWord;
  findings: Found[];
  work: Work[];
  materials: string[];
  /** Query of the Compare view that shows all of it; empty where only parts go in that it does not lay side by side. */
  address: string;
  /** Parts that go in beside radiator, fan, shroud and kit, each judged with all others. */
  others: { partId: number; number: string; kind: PartKind; verdict: VerdictWord; because: string }[];
}

export interface JobRecord {
  id: number;
  /** How many events it has. */
  version: number;
  /** The number of the last of them: whoever follows the job goes on from there. */
  last: number;
  stage: JobStage;
  vehicle: VehicleLine;
  opened: Stamp;
  state: JobState;
  parts: JobPartLine[];
  plan: JobPlan | null;
  /** The latest clock of its events, never more than a day ahead of the server's time: what is done next comes after it. */
  clock: Clock;
  /** Newest first. */
  story: ToldEvent[];
  /** Done after the job had left the hands of whoever did it: kept, and counted for nothing before a specialist says so. */
  aside: ToldEvent[];
  /** What was put right since it was used here, newest first. */
  corrections: JobCorrection[];
  /** The source that figures of a job come from: the shop's own measurements; null where none is on record. */
  ownSource: number | null;
  /** Whether this reader may say what happens on it. */
  mine: boolean;
}

export interface JobLine {
  id: number;
  label: string;
  complaint: string;
  stage: JobStage;
  closed: boolean;
  /** What it waits for, and more of it; null where nothing more is to be done about it. */
  waits: WaitsFor | null;
  waitsSaid: string;
  /** Events that came after it was closed, for a specialist's eyes. */
  late: number;
  /** The next look at its coolant that nobody has done yet. */
  lookAgain: { what: string; due: string } | null;
  vehicleId: number;
  title: string;
  opened: Stamp;
}

const alterations = Joi.array().items(line(200)).max(40);
const odometerKm = Joi.number().integer().min(0).max(3_000_000).unit('km').allow(null);
const step = line(120).required();
const phase = Joi.string()
  .valid(...PHASES)
  .required();
const place = Joi.string()
  .pattern(/^[A-Z]$/)
  .required();
const count = Joi.number().integer().min(0).max(200).required();
const over = Joi.array().items(Joi.string().guid()).max(50).required();
const codes = Joi.array().items(line(40)).max(200).required();
const monotonicMs = Joi.number().min(0).max(1e12).unit('ms').required();

const number = (unit: string, least: number, most: number) => Joi.number().min(least).max(most).unit(unit);
const guid = Joi.string().guid().required();
/** A check, a cause, a remedy or an outcome by the words of the diagnosis table, of a fan where it is of one. */
const observed = Joi.string().pattern(/^[a-z-]{1,40}(@[a-z]{1,20})?$/).required(); // prettier-ignore
/** An outcome; of two fans what each does (`dead@ac+slow@temperature`); where only part is known, those that it may be (`a|b`). */
const shown = Joi.string().max(400).pattern(/^[a-z-]{1,40}(@[a-z]{1,20})?([+|][a-z-]{1,40}(@[a-z]{1,20})?){0,11}$/).required(); // prettier-ignore
const streamId = Joi.string().guid().allow(null).required();
const litres = number('L', 0, 200);
const percent = number('%', 0, 100);
const tempC = number('°C', -60, 160);
const glycol = Joi.string().valid(...GLYCOLS);
const proof = line(60).required();
const setUpId = line(40).required();
const followUp = Joi.string()
  .valid(...FOLLOW_UPS)
  .required();
const pressurePoint = Joi.object({
  kPa: number('kPa', 0, 400).required(),
  coolantC: tempC.required(),
  minutes: number('min', 0, 1440).required(),
}).required();
/** Codes of a bleeding curve, as core says them; any word is kept, so that an older phone is understood. */
const seenAmount = Joi.number().min(-1e6).max(1e6);
const finding = Joi.object({
  code: line(40).required(),
  seen: Joi.object({ atS: seenAmount, tempC: seenAmount, u: seenAmount, ratedC: seenAmount.allow(null), byK: seenAmount, times: seenAmount, topC: seenAmount, bottomC: seenAmount }),
  said: line(400).allow(''),
}).or('seen', 'said'); // prettier-ignore

/** With `-off` behind it, it is the code of an operation. */
const thingCode = Joi.string()
  .pattern(/^[a-z0-9][a-z0-9-]{0,35}$/)
  .required();
const rated = (fields: Joi.PartialSchemaMap): Joi.ObjectSchema => Joi.object(fields).allow(null).required();
const benchCelsius = number('°C', -20, 200).allow(null).required();
/** A running test carries no name: it was the only one when the first of them were stored. */
const benchTested = Joi.object({ partId: id.required(), fan: line(60).allow('').required(), unit: line(40).allow('').optional(), test: Joi.string().valid('running', 'hot water', 'pressure', 'switching').optional() }).when('.test', {
  switch: [
    { is: Joi.valid('hot water').required(), then: Joi.object({ opensC: benchCelsius, fullC: benchCelsius, shuts: Joi.string().valid(...SEEN).required(), rated: rated({ opensC: number('°C', 0, 200).required(), fullC: number('°C', 0, 200).allow(null).required() }) }) },
    { is: Joi.valid('pressure').required(), then: Joi.object({ letsGoKPa: number('kPa', 0, 600).required(), vacuum: Joi.string().valid(...SEEN).required(), ratedKPa: number('kPa', 1, 600).allow(null).required() }) },
    { is: Joi.valid('switching').required(), then: Joi.object({ steps: Joi.string().valid(...SWITCHED).required(), hot: Joi.boolean().required(), onC: benchCelsius, offC: benchCelsius, rated: rated({ onC: benchCelsius, offC: benchCelsius }) }) },
  ],
  otherwise: Joi.object({ state: Joi.string().valid(...BENCH_STATES).required(), volts: Joi.number().min(0).max(60).unit('V').allow(null).required(), amps: Joi.number().min(0).max(300).unit('A').allow(null).required(), turns: Joi.string().valid(...TURNS).required(), rough: Joi.boolean().required(), label: Joi.object({ volts: Joi.number().greater(0).max(60).required(), amps: Joi.number().greater(0).max(300).required() }).allow(null).required() }),
}) as Joi.ObjectSchema; // prettier-ignore

const hoseEnd = Joi.object({ boreMm: number('mm', 3, 120).allow(null).required(), kind: Joi.string().valid(...HOSE_ENDS).allow(null).required(), fitting: line(80).allow('').required() }); // prettier-ignore
const madeHose = Joi.object({ lengthMm: number('mm', 20, 5000).allow(null).required(), bends: line(80).allow('').required(), ends: Joi.array().ordered(hoseEnd.required(), hoseEnd.required()).length(2).required() }); // prettier-ignore

/** What each kind of event carries; held against the registry of core by a test. */
export const eventPayloads: Record<EventKind, Joi.ObjectSchema> = {
  'opened': Joi.object({ vehicleId: id.required(), label: line(80).allow('').default(''), complaint: text(2000).default(''), odometerKm: odometerKm.default(null), alterations: alterations.default([]) }),
  'described': Joi.object({ label: line(80).allow(''), owner: line(80).allow(''), complaint: text(2000), odometerKm, alterations }).min(1),
  'vehicle put right': Joi.object({ vehicleId: id.required(), why: text(400).default('') }),
  'figure taken': Joi.object({ key: line(60).required(), text: line(200).required(), method: Joi.string().valid(...METHODS).required(), sourceId: id.required() }),
  'figure given up': Joi.object({ key: line(60).required(), why: text(400).default('') }),
  'part chosen': Joi.object({ partId: id.required(), revisionId: id.required(), kind: Joi.string().valid(...PART_KINDS).required(), role: Joi.string().valid(...PART_ROLES).required() }),
  'part dropped': Joi.object({ partId: id.required() }),
  'part moved': Joi.object({ partId: id.required(), state: Joi.string().valid(...PART_STATES).required() }),
  'part priced': Joi.object({ partId: id.required(), money: Joi.number().min(0).max(100_000).unit('money').allow(null).required() }),
  'choices made': Joi.object({ choices: Joi.object().pattern(/^[a-zA-Z0-9]{1,20}$/, Joi.alternatives(Joi.number().min(-1e6).max(1e6), line(40), Joi.valid(null))).min(1).max(60).required() }),
  'compared': Joi.object({ title: line(200).required(), address: Joi.string().max(4000).pattern(/^\?[^<>"\s]*$/).required() }),
  'sheet allowed': Joi.object({ partId: id.required(), reason: line(400).min(10).required() }),
  'checked': Joi.object({ check: observed, outcome: shown, how: Joi.string().valid(...FOUND_BY).required(), said: line(200).allow('').required(), minutes: number('min', 0, 1440).allow(null).required(), stream: streamId, photo: Joi.string().guid().allow(null).required() }),
  'check passed over': Joi.object({ check: observed, why: text(400).default('') }),
  'repaired': Joi.object({ remedy: observed, minutes: number('min', 0, 1440).allow(null).required(), note: text(400).default('') }),
  'diagnosed': Joi.object({ causes: Joi.array().items(observed).max(12).required(), remedy: observed, ends: Joi.string().valid(...ENDS).required(), chance: Joi.number().min(0).max(1).required(), said: line(400).required() }),
  'way chosen': Joi.object({ mapId: id.required(), revisionId: id.required(), goals: codes.min(1), operations: codes.min(1), already: codes, title: line(200).required() }),
  'came off': Joi.object({ thing: thingCode, name: line(80).required(), partKind: Joi.string().valid(...PART_KINDS).allow(null).required(), place: Joi.string().valid(...PLACES).required(), tool: line(60).allow('').required(), fasteners: Joi.array().items(Joi.object({ tray: place, name: line(80).required(), count: count.min(1) })).max(4).required(), plug: line(80).allow('').required(), broken: count, coolantL: litres.allow(null).required(), minutes: number('min', 0, 1440).allow(null).required(), note: text(400).default('') }),
  'went back': Joi.object({ thing: thingCode, minutes: number('min', 0, 1440).allow(null).required(), renewed: line(120).allow('').required() }),
  'cooled': Joi.object({ step, how: Joi.string().valid('measured', 'felt').required(), tempC: tempC.allow(null).required() }),
  'step ticked': Joi.object({ step, phase: Joi.string().valid(...PHASES).required(), partId: id.required(), done: Joi.boolean().required(), clicked: Joi.boolean() }),
  'step skipped': Joi.object({ step, phase, partId: id.required(), reason: line(400).min(3).required() }),
  'took longer': Joi.object({ step, why: Joi.string().valid(...DELAYS).required(), note: text(400).default('') }),
  'minutes put right': Joi.object({ step, minutes: Joi.number().min(0).max(1440).unit('min').required() }),
  'fasteners out': Joi.object({ tray: place, step, there: count, missing: count, broken: count, wrong: count, over }),
  'fasteners back': Joi.object({ tray: place, step, count, over }),
  'fasteners replaced': Joi.object({ tray: place, count: count.min(1), by: line(120).required() }),
  'photo taken': Joi.object({ photo: Joi.string().guid().required(), step, caption: line(200).allow('').default('') }),
  'contour measured': Joi.object({ points: Joi.array().items(Joi.object({ alongMm: Joi.number().min(-2000).max(2000).unit('mm').required(), intoMm: Joi.number().min(-150).max(150).unit('mm').required() })).min(2).max(200).required(), widthMm: Joi.number().greater(0).max(500).unit('mm').allow(null).required() }),
  'bench tested': benchTested,
  'bench skipped': Joi.object({ partId: id.required(), unit: line(40).allow('').required(), why: line(200).required() }),
  'unit moved': Joi.object({ partId: id.required(), unit: line(40).allow('').required(), to: Joi.string().valid(...UNIT_PLACES).required(), from: line(80).allow('').required(), why: Joi.string().valid(...OUT_AGAIN).required() }),
  'units joined': Joi.object({ partId: id.required(), unit: line(40).allow('').required(), as: line(40).required().invalid(Joi.ref('unit')), why: line(200).allow('').required() }),
  'held': Joi.object({ hold: guid, what: Joi.string().valid(...HOLDS).required(), name: line(80).required(), note: line(200).allow('').required(), hose: madeHose.allow(null).required() }),
  'let go': Joi.object({ hold: guid, how: line(200).allow('').required() }),
  'step noted': Joi.object({ step, text: line(1000).required() }),
  'fasteners counted': Joi.object({ partId: id.required(), tray: Joi.string().pattern(/^[A-Z]$/).required(), found: Joi.number().integer().min(0).max(200).required() }),
  'account opened': Joi.object({ arrival: Joi.string().valid(...ARRIVALS).required(), lowL: litres.allow(null).required(), capacityL: litres.greater(0).allow(null).required(), extraL: litres.max(30).required(), strength: percent.allow(null).required(), base: glycol.required(), technology: line(20).allow('').required(), target: percent.required() }),
  'coolant moved': Joi.object({ way: Joi.string().valid(...WAYS_MOVED).required(), liquid: Joi.string().valid(...LIQUIDS).required(), litres: litres.greater(0).required(), got: Joi.string().valid(...GOT_BY).required(), tempC: number('°C', 0, 120).allow(null).required(), strength: percent.allow(null).required(), lost: Joi.boolean().required(), stage: Joi.string().valid(...FILL_STAGES).required(), note: text(400).default('') }),
  'disposed': Joi.object({ litres: litres.greater(0).required(), where: line(200).required() }),
  'strength read': Joi.object({ with: Joi.string().valid(...READ_WITH).required(), shows: Joi.number().min(-100).max(100).required(), scale: glycol.allow(null).required(), sampleC: tempC.allow(null).required(), compensated: Joi.boolean().required(), of: Joi.string().valid(...GLYCOLS, 'mixed').allow(null).required() }),
  'filling chosen': Joi.object({ school: Joi.string().valid(...SCHOOLS).required(), flush: Joi.string().valid(...Object.keys(FLUSHES)).required(), technology: line(20).allow('').required(), why: text(400).default('') }),
  'vacuum read': Joi.object({ startKPa: number('kPa', 0, 120).required(), endKPa: number('kPa', 0, 120).required(), minutes: number('min', 0, 240).required(), altitudeM: number('m', -500, 6000).required(), coolantC: tempC.required() }),
  'bled': Joi.object({ blower: Joi.string().valid(...BLOWERS).required(), stream: streamId, minutes: number('min', 0, 600).required(), met: Joi.array().items(Joi.string().valid(...BLEED_ENDS)).max(10).required(), findings: Joi.array().items(finding).max(20).required(), ended: Joi.string().valid('done', 'stopped').required() }),
  'pressure tested': Joi.object({ ambientKPa: number('kPa', 40, 115).required(), capKPa: number('kPa', 0, 300).required(), coolantL: litres.greater(0).required(), strokes: Joi.array().items(Joi.object({ litres: number('L', 0, 20).required(), kPa: number('kPa', 0, 400).required() })).max(60).required(), strokeU: number('share', 0, 1).required(), start: pressurePoint, end: pressurePoint, gaugeU: number('kPa', 0, 50).required(), temperatureU: number('K', 0, 30).required() }),
  'proved': Joi.object({ what: proof, word: Joi.string().valid('proven', 'failed').required(), said: line(400).allow('').required(), stream: streamId }),
  'proof waived': Joi.object({ what: proof, why: line(400).min(5).required() }),
  'trial planned': Joi.object({ id: guid, title: line(120).required(), protocol: Joi.string().valid(...PROTOCOL_NAMES).required(), setUps: Joi.array().items(Joi.object({ id: setUpId, name: line(80).required(), changes: Joi.array().items(Joi.string().valid(...CHANGES)).unique().max(CHANGES.length).required() })).min(2).max(6).unique('id').unique('name').required(), about: Joi.string().valid(...CHANGES).allow(null).required(), margin: Joi.number().greater(0).max(3600).allow(null).required(), conditions: Joi.object({ startC: tempC.allow(null).required(), hour: line(40).allow('').required(), load: line(80).allow('').required(), airConditioning: Joi.boolean().allow(null).required(), blower: Joi.string().valid(...BLOWERS).allow(null).required() }) }),
  'run made': Joi.object({ trial: guid, run: guid, setUp: setUpId, value: Joi.number().min(-60).max(14_400).required(), written: line(40).allow('').required(), ambientC: tempC.allow(null).required(), startC: tempC.allow(null).required(), lateS: number('s', 0, 60).allow(null).required(), stream: streamId, brokenOff: Joi.object({ afterS: number('s', 0, 14_400).allow(null).required() }) }),
  'follow-up set': Joi.object({ what: followUp, due: Joi.string().isoDate().required(), litres: litres.required() }),
  'followed up': Joi.object({ what: followUp, found: line(400).required() }),
  'timer': Joi.object({ what: Joi.string().valid('work', 'waiting').required(), act: Joi.string().valid('begin', 'end').required(), step, boot: line(60).required(), monotonicMs }),
  'noted': Joi.object({ text: line(2000).required() }),
  'handed over': Joi.object({ to: id.allow(null).required(), name: line(80).allow('').required() }),
  'promised': Joi.object({ ready: Joi.string().isoDate().allow(null).required(), from: Joi.string().isoDate().allow(null).required() }),
  'placed': Joi.object({ bay: line(20).allow(null).required(), at: Joi.string().isoDate().allow(null).required() }),
  'closed': Joi.object({ outcome: Joi.string().valid('done', 'given up').required(), note: text(2000).default(''), heads: Joi.object().pattern(/^.{1,80}$/, Joi.number().integer().min(0)).required() }),
  'difference settled': Joi.object({ difference: line(120).required(), how: Joi.string().valid('accepted', 'left').required(), said: line(400).allow('').required() }),
  'records merged': Joi.object({ what: Joi.string().valid('part', 'vehicle', 'source').required(), from: id.required(), to: id.required(), revisionId: id.allow(null).default(null), said: text(400).default('') }),
  'late looked at': Joi.object({ events: Joi.array().items(Joi.string().guid()).min(1).max(500).required(), note: text(2000).default('') }),
  'readings taken': Joi.object({ stream: Joi.string().guid().required(), what: line(200).required() }),
  'opened again': Joi.object({ note: text(2000).default('') }),
  'undone': Joi.object({ event: Joi.string().guid().required() }),
}; // prettier-ignore

const event = Joi.object<JobEventDraft>({
  id: Joi.string().guid().required(),
  kind: Joi.string()
    .valid(...EVENT_KINDS)
    .required(),
  device: line(80).required(),
  seq: Joi.number().integer().min(1).max(2147483647).required(),
  clock: Joi.object({
    ms: Joi.number().integer().min(0).max(4_102_444_800_000).unit('ms').required(),
    n: Joi.number().integer().min(0).max(2147483647).required(),
  }).required(),
  deviceTime: Joi.string().isoDate().required(),
  payload: Joi.alternatives()
    .conditional('kind', {
      switch: EVENT_KINDS.map((kind, at) => ({
        is: kind,
        then: eventPayloads[kind].required(),
        ...(at === EVENT_KINDS.length - 1 ? { otherwise: Joi.forbidden() } : {}),
      })),
    })
    .required(),
});

export const jobEventsSchema = Joi.object<JobEvents>({
  events: Joi.array().items(event).min(1).max(500).required(),
});
/** A new job begins with the event that opens it. */
export const newJobSchema = Joi.object<JobEvents>({
  events: Joi.array()
    .ordered(event.keys({ kind: Joi.valid('opened').required() }).required())
    .items(event)
    .min(1)
    .max(500)
    .required(),
});

/** What becomes of events that were kept aside. */
export const asideSchema = Joi.object<{ events: string[]; take: boolean }>({
  events: Joi.array().items(Joi.string().guid()).min(1).max(500).required(),
  take: Joi.boolean().required(),
});

/** An event with the number that it was kept under; numbers of a job rise in the order that events were kept. */
export type NumberedEvent = JobEvent & { number: number };
/** Events of a job from a number on; where there are more, the last number says where to go on. */
export interface EventPage {
  events: NumberedEvent[];
  more: boolean;
}
export const eventsQuery = Joi.object<{ after: number }>({
  after: Joi.number().integer().min(0).max(2147483647).default(0),
});

export interface JobAnswers {
  jobs: JobLine[];
  jobMap: { id: number; recordings: number };
  job: JobRecord;
  newJob: JobRecord;
  jobEvents: JobRecord;
  jobAside: JobRecord;
  jobEventsAfter: EventPage;
}
export const jobRoutes = {
  jobs: { method: 'get', path: '/api/jobs', summary: 'Open jobs, newest first', roles: EVERYONE },
  job: { method: 'get', path: '/api/jobs/:id', summary: 'A job', roles: EVERYONE },
  newJob: { method: 'post', path: '/api/jobs', summary: 'Open a job with its first events', roles: EVERYONE, body: newJobSchema },
  jobEvents: { method: 'post', path: '/api/jobs/:id/events', summary: 'What happened on a job; sent twice it is kept once', roles: EVERYONE, body: jobEventsSchema },
  jobEventsAfter: { method: 'get', path: '/api/jobs/:id/events', summary: 'What happened on a job, from a number on', roles: EVERYONE, query: eventsQuery },
  jobLive: { method: 'get', path: '/api/jobs/:id/live', summary: 'What happens on a job, as server-sent events; resumed by Last-Event-ID', roles: EVERYONE, query: eventsQuery, gives: EVENTS_STREAM },
  newJobPhoto: { method: 'put', path: '/api/jobs/:id/photos/:photo', summary: 'A photograph of a step; sent twice it is kept once', roles: EVERYONE, raw: IMAGES },
  jobPhoto: { method: 'get', path: '/api/jobs/:id/photos/:photo', summary: 'A photograph of a step, whole or small', roles: EVERYONE, query: photoSizeQuery, gives: IMAGES },
  jobMap: { method: 'post', path: '/api/jobs/:id/map', summary: 'Draft the access map of its bay from what was recorded on jobs', roles: EDITORS },
  jobAside: { method: 'post', path: '/api/jobs/:id/aside', summary: 'Take in, or leave out, what was done after a job had left somebody’s hands', roles: EDITORS, body: asideSchema },
} as const satisfies Routes; // prettier-ignore
