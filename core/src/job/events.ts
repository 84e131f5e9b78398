import type {
  Arrival,
  BleedAmounts,
  BleedCode,
  BleedEnd,
  Blower,
  CoolantMove,
  Flush,
  Glycol,
  School,
  StrengthReading,
  VacuumReading,
} from '../coolant/index.ts';
import type { HoldKind, MadeHose } from './holds.ts';
import type { PressureTest, Trial, TrialRun } from '../trial/index.ts';
import type { End } from '../diagnosis/index.ts';
import type { Method } from '../quantity/index.ts';
import type { PartKind } from '../figures/index.ts';
import type { BenchReading } from '../bench/index.ts';
import type { Phase } from '../procedure/index.ts';
import type { Place } from '../access/index.ts';
import type { Clock } from './clock.ts';

/** How far a part of a job has come. */
export const PART_STATES = ['wanted', 'ordered', 'here', 'fitted', 'sent back'] as const;
export type PartState = (typeof PART_STATES)[number];
/** Where one physical part is: come in, in the vehicle, out of it again, sent back to its source, thrown away. */
export const UNIT_PLACES = ['here', 'in vehicle', 'out again', 'sent back', 'scrapped'] as const;
export type UnitPlace = (typeof UNIT_PLACES)[number];
/** Why a unit came out of the vehicle again; '' for other moves. */
export const OUT_AGAIN = ['', 'failed', 'does not fit', 'not needed'] as const;
export type OutAgain = (typeof OUT_AGAIN)[number];
/** What becomes of a part: it goes in, it stays where it is, it comes off. */
export const PART_ROLES = ['goes in', 'stays', 'comes off'] as const;
export type PartRole = (typeof PART_ROLES)[number];

/** Why a step took longer than it should. */
export const DELAYS = ['rust', 'broken', 'missing', 'other'] as const;
export type Delay = (typeof DELAYS)[number];

/** What came out of one place of the tray at one step, as it was found. */
export interface CountedOut {
  tray: string;
  step: string;
  there: number;
  missing: number;
  broken: number;
  /** Not the right ones: another length, another clip. */
  wrong: number;
  /** Ids of the counts of this place that whoever counted had seen; where two did not see each other, a person decides. */
  over: string[];
}
export interface CountedBack {
  tray: string;
  step: string;
  count: number;
  over: string[];
}

/** How a finding was got. */
export const FOUND_BY = ['told', 'hand', 'instrument', 'photograph'] as const;
export type FoundBy = (typeof FOUND_BY)[number];

/** When coolant went out or in. */
export const FILL_STAGES = ['remove', 'flush', 'fill', 'bleed', 'top up'] as const;
export type FillStage = (typeof FILL_STAGES)[number];
/** When a job is looked at again. */
export const FOLLOW_UPS = ['after warm-up', 'after the overnight cool-down'] as const;
export type FollowUp = (typeof FOLLOW_UPS)[number];

/** How the coolant account of a job begins; null where nobody knows. */
export interface AccountOpened {
  arrival: Arrival;
  lowL: number | null;
  /** In place of what is on record, L. */
  capacityL: number | null;
  /** A rear heater, an added line: what they hold on top, L. */
  extraL: number;
  /** Of what was in it, % by volume. */
  strength: number | null;
  base: Glycol;
  /** Of what was in it; '' where nobody knows. */
  technology: string;
  target: number;
}

/** A thing that came off and how, in a bay that nobody has a map of. */
export interface CameOff {
  /** Short and lasting: `upper-hose`. Two recordings of one bay mean the same thing by the same code. */
  thing: string;
  name: string;
  /** The kind of part it is, where it is one that gets changed. */
  partKind: PartKind | null;
  place: Place;
  tool: string;
  /** What held it: how many came out, and where they lie in the tray; none where it only lifts off. */
  fasteners: { tray: string; name: string; count: number }[];
  /** The plug that was parted, in the installer's words; '' for none. */
  plug: string;
  /** Clips that broke. */
  broken: number;
  /** Coolant that is out once this is done, L: the level, not what it adds; null where nobody looked. */
  coolantL: number | null;
  /** Since the move before; null for the first. */
  minutes: number | null;
  note: string;
}

/** What each kind of event says. Later kinds are further lines here; the contract holds a schema for each. */
/** A finding of a bleeding run: its amounts; runs kept when sentences still were hold those. */
export interface BledFinding {
  code: BleedCode;
  seen?: BleedAmounts;
  said?: string;
}

export interface EventPayloads {
  opened: {
    vehicleId: number;
    label: string;
    complaint: string;
    odometerKm: number | null;
    alterations: string[];
  };
  described: {
    label?: string;
    owner?: string;
    complaint?: string;
    odometerKm?: number | null;
    alterations?: string[];
  };
  'vehicle put right': { vehicleId: number; why: string };
  'figure taken': { key: string; text: string; method: Method; sourceId: number };
  'figure given up': { key: string; why: string };
  'part chosen': { partId: number; revisionId: number; kind: PartKind; role: PartRole };
  'part dropped': { partId: number };
  'part moved': { partId: number; state: PartState };
  /** What it costs here and now, in the shop's own money; null where that is not known any more. */
  'part priced': { partId: number; money: number | null };
  'choices made': { choices: Record<string, number | string | null> };
  compared: { title: string; address: string };
  'sheet allowed': { partId: number; reason: string };
  /** A check made, or something told: what it showed, by the words of the table; `check@fan` where it is of one fan. */
  checked: {
    check: string;
    outcome: string;
    how: FoundBy;
    said: string;
    minutes: number | null;
    stream: string | null;
    photo: string | null;
  };
  'check passed over': { check: string; why: string };
  /** Something was put right while the fault was looked for. */
  repaired: { remedy: string; minutes: number | null; note: string };
  /** What a diagnosis came to: said by a person, with the chance that the table gave it. */
  diagnosed: { causes: string[]; remedy: string; ends: End; chance: number; said: string };
  /** The way in that was taken, with the revision of the map that it was worked out on: a job keeps its own. */
  'way chosen': {
    mapId: number;
    revisionId: number;
    goals: string[];
    operations: string[];
    /** Things that were off before the work began. */
    already: string[];
    title: string;
  };
  /** On a bay without a map: what came off, as it was done. */
  'came off': CameOff;
  /** The same thing is back where it was; its newest removal is the one that is meant. */
  /** A cool-down ends with what was found, never by the clock; °C where it was measured. */
  cooled: { step: string; how: 'measured' | 'felt'; tempC: number | null };
  'went back': { thing: string; minutes: number | null; renewed: string };
  /** `clicked`: the person heard the click and pulled at it. */
  'step ticked': { step: string; phase: Phase; partId: number; done: boolean; clicked?: boolean };
  'step noted': { step: string; text: string };
  'step skipped': { step: string; phase: Phase; partId: number; reason: string };
  'took longer': { step: string; why: Delay; note: string };
  'minutes put right': { step: string; minutes: number };
  'fasteners out': CountedOut;
  'fasteners back': CountedBack;
  'fasteners replaced': { tray: string; count: number; by: string };
  /** The picture itself is sent beside the events, by its id. */
  'photo taken': { photo: string; step: string; caption: string };
  /** What comes through a support that is to be trimmed: along its edge and into it, mm; the width of the support, where it is told. */
  'contour measured': { points: { alongMm: number; intoMm: number }[]; widthMm: number | null };
  /** `unit` is the label or serial of the one piece that was tried; '' or nothing where there is only one. */
  'bench tested': BenchReading & { partId: number; fan: string; unit?: string };
  /** Nobody tests this unit before it goes in, and why. */
  'bench skipped': { partId: number; unit: string; why: string };
  /** One physical part, by label or serial, is somewhere else now; `from`: where it came from, in words. */
  'unit moved': { partId: number; unit: string; to: UnitPlace; from: string; why: OutAgain };
  /** Two labels of one piece: all that is said of `unit`, before and after, is of `as`. */
  'units joined': { partId: number; unit: string; as: string; why: string };
  /** What the job holds besides parts on record; `hose` where it was made to measure. */
  held: { hold: string; what: HoldKind; name: string; note: string; hose: MadeHose | null };
  /** It is in, used up, out again or settled. */
  'let go': { hold: string; how: string };
  'fasteners counted': { partId: number; tray: string; found: number };
  'account opened': AccountOpened;
  'coolant moved': CoolantMove & { stage: FillStage; note: string };
  /** What was caught and does not go back, handed in by local rules. */
  disposed: { litres: number; where: string };
  'strength read': StrengthReading & { of: Glycol | 'mixed' | null };
  'filling chosen': { school: School; flush: Flush; technology: string; why: string };
  'vacuum read': VacuumReading;
  /** A bleeding run that has ended, with what the curve said and what somebody confirmed. */
  bled: {
    blower: Blower;
    stream: string | null;
    minutes: number;
    met: BleedEnd[];
    findings: BledFinding[];
    ended: 'done' | 'stopped';
  };
  'pressure tested': PressureTest;
  proved: { what: string; word: 'proven' | 'failed'; said: string; stream: string | null };
  'proof waived': { what: string; why: string };
  'trial planned': Trial;
  'run made': TrialRun & { trial: string; run: string; written: string; stream: string | null };
  'follow-up set': { what: FollowUp; due: string; litres: number };
  'followed up': { what: FollowUp; found: string };
  timer: { what: 'work' | 'waiting'; act: 'begin' | 'end'; step: string; boot: string; monotonicMs: number };
  noted: { text: string };
  /** Whose hands it is in; null takes it out of anybody's. */
  'handed over': { to: number | null; name: string };
  /** When the vehicle was promised back, and from when on it and its parts are there; null where nothing was said. */
  promised: { ready: string | null; from: string | null };
  /** Where it was put in the plan of the day, and from when on; null leaves it to the plan. */
  placed: { bay: string | null; at: string | null };
  closed: { outcome: 'done' | 'given up'; note: string; heads: Record<string, number> };
  /** What was found otherwise than the library has it: offered to it, or left as it is. */
  'difference settled': { difference: string; how: 'accepted' | 'left'; said: string };
  'late looked at': { events: string[]; note: string };
  /** Two records turned out to be of one part, or of one vehicle: written by the library on every job that names the one that went. */
  'records merged': {
    what: 'part' | 'vehicle' | 'source';
    from: number;
    to: number;
    revisionId: number | null;
    said: string;
  };
  'readings taken': { stream: string; what: string };
  'opened again': { note: string };
  undone: { event: string };
}
export type EventKind = keyof EventPayloads;

export interface EventLine {
  /** What it is called where a job's story is told. */
  label: string;
  /** Whether it takes somebody who answers for the library. */
  specialist: boolean;
  /** Whether it is for the desk: whoever is handed a job does not hand it on. */
  desk: boolean;
  /** False where it stands for good: a job stays opened. */
  undoable: boolean;
  /**
   * Whether hands did it under the vehicle. Such work is judged by when it was done, however late it arrives; anything
   * else is a decision, and is judged by the rights its author has when it reaches the server.
   */
  handsOn: boolean;
}
const line = (label: string, more: Partial<EventLine> = {}): EventLine => ({
  label,
  specialist: false,
  desk: false,
  undoable: true,
  handsOn: false,
  ...more,
});

const work = (label: string): EventLine => line(label, { handsOn: true });

/** Every kind of event, once: routes, validators, fold, the told story and tests read it from here. */
export const EVENTS: Readonly<Record<EventKind, EventLine>> = {
  'opened': line('Job opened', { undoable: false }),
  'described': line('Described'),
  'vehicle put right': line('Vehicle put right'),
  'figure taken': work('Figure taken'),
  'figure given up': work('Figure given up'),
  'part chosen': line('Part chosen'),
  'part dropped': line('Part dropped'),
  'part moved': work('Part moved on'),
  'part priced': line('Part priced', { desk: true }),
  'choices made': line('Choices made'),
  'compared': line('Compared'),
  'sheet allowed': line('Sheet allowed before it is proven', { specialist: true }),
  'checked': work('Checked'),
  'check passed over': work('Check passed over'),
  'repaired': work('Put right'),
  'diagnosed': work('Diagnosed'),
  'way chosen': work('Way in chosen'),
  'came off': work('Came off'),
  'went back': work('Went back'),
  'cooled': work('Cooled down'),
  'step ticked': work('Step'),
  'step skipped': work('Step skipped'),
  'took longer': work('Took longer'),
  'minutes put right': work('Minutes put right'),
  'fasteners out': work('Fasteners out'),
  'fasteners back': work('Fasteners back'),
  'fasteners replaced': work('Fasteners replaced'),
  'photo taken': work('Photograph'),
  'contour measured': work('Contour measured'),
  'bench tested': work('Bench test'),
  'bench skipped': work('Bench test skipped'),
  'unit moved': work('Unit'),
  'units joined': line('Two units made one', { specialist: true }),
  'held': work('Held for the job'),
  'let go': work('Done with'),
  'step noted': work('Note on a step'),
  'fasteners counted': work('Fasteners counted'),
  'account opened': work('Coolant account opened'),
  'coolant moved': work('Coolant'),
  'disposed': work('Disposed of'),
  'strength read': work('Strength read'),
  'filling chosen': work('Way to fill chosen'),
  'vacuum read': work('Vacuum read'),
  'bled': work('Bled'),
  'pressure tested': work('Pressure test'),
  'proved': work('Proof'),
  'proof waived': line('Left unproven'),
  'trial planned': line('Trial planned'),
  'run made': work('Run'),
  'follow-up set': line('To be looked at again'),
  'followed up': work('Looked at again'),
  'timer': work('Timer'),
  'noted': line('Note'),
  'handed over': line('Handed over', { desk: true }),
  'promised': line('Promised', { desk: true }),
  'placed': line('Put in the plan', { desk: true }),
  'closed': line('Closed'),
  'difference settled': line('Laid beside the library', { specialist: true }),
  'records merged': line('Two records made one', { specialist: true, undoable: false }),
  'late looked at': line('Looked at what came after closing', { specialist: true }),
  'readings taken': work('Readings taken'),
  'opened again': line('Opened again'),
  'undone': line('Undone'),
}; // prettier-ignore
export const EVENT_KINDS = Object.keys(EVENTS) as EventKind[];

/** One thing that happened, as the device that saw it wrote it down; never changed afterwards. */
export type JobEvent = {
  [K in EventKind]: {
    /** Made by the device, UUID. */
    id: string;
    kind: K;
    device: string;
    /** Counts the device's own events, from 1. */
    seq: number;
    clock: Clock;
    /** ISO 8601, by the device's wall clock; told, never ordered by. */
    deviceTime: string;
    person: string;
    payload: EventPayloads[K];
  };
}[EventKind];
