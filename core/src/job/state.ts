import type { PartKind } from '../figures/index.ts';
import type { Phase } from '../procedure/index.ts';
import type { Method } from '../quantity/index.ts';
import type { BenchReading } from '../bench/index.ts';
import type {
  CameOff,
  CountedBack,
  CountedOut,
  Delay,
  EventPayloads,
  FollowUp,
  PartRole,
  PartState,
} from './events.ts';

/** The order of the work; a job stands where its events have brought it. */
export const JOB_STAGES = [
  'ask', 'diagnose', 'match', 'compare', 'prepare', 'remove', 'install', 'fill', 'prove', 'file',
] as const; // prettier-ignore
export type JobStage = (typeof JOB_STAGES)[number];

export interface Said {
  by: string;
  at: string;
  event: string;
}
export interface JobPart extends Said {
  partId: number;
  revisionId: number;
  kind: PartKind;
  role: PartRole;
  state: PartState;
  /** What it costs, in the shop's own money; null where nobody has said. */
  money: number | null;
}
export interface StepState extends Said {
  phase: Phase;
  partId: number;
  done: boolean;
}
export interface TakenFigure extends Said {
  text: string;
  method: Method;
  sourceId: number;
}
export interface Comparison extends Said {
  title: string;
  address: string;
}
export interface Readings extends Said {
  stream: string;
  what: string;
}
export interface Allowance extends Said {
  reason: string;
}
export interface StepNote extends Said {
  step: string;
  text: string;
}
export interface Counted extends Said {
  found: number;
}
export interface JobNote extends Said {
  text: string;
}
export interface JobClosing extends Said {
  outcome: 'done' | 'given up';
  note: string;
}
export interface Span {
  what: 'work' | 'waiting';
  step: string;
  ms: number;
}

export type ChosenWay = Said & EventPayloads['way chosen'];
export interface SkippedStep extends Said {
  phase: Phase;
  reason: string;
}
export interface Delayed extends Said {
  step: string;
  why: Delay;
  note: string;
}
export interface Replaced extends Said {
  tray: string;
  count: number;
  /** What went in instead. */
  instead: string;
}
export interface StepPhoto extends Said {
  photo: string;
  step: string;
  caption: string;
}
export type BenchTested = Said &
  BenchReading & {
    partId: number;
    fan: string;
    /** Label or serial of the piece; nothing where there was only one. */
    unit?: string;
  };
/** A unit that went somewhere, and how many bench tests came before. */
export type UnitMove = Said & EventPayloads['unit moved'] & { after: number };
export type BenchSkipped = Said & EventPayloads['bench skipped'];
export type JobHold = Said & EventPayloads['held'] & { ended: (Said & { how: string }) | null };
/** Counts of one place at one step that nobody has put another in the place of; more than one where two devices did not see each other. */
export interface PlaceCounts {
  out: (CountedOut & Said & { device: string })[];
  back: (CountedBack & Said & { device: string })[];
}

/** A thing that came off, and its way back once it is done. */
export type RecordedMove = Said &
  CameOff & { back: (Said & { minutes: number | null; renewed: string }) | null };

/** One thing of a diagnosis, as it happened. */
export type DiagnosisEntry = Said &
  (
    | ({ kind: 'found' } & EventPayloads['checked'])
    | ({ kind: 'passed over' } & EventPayloads['check passed over'])
    | ({ kind: 'repaired' } & EventPayloads['repaired'])
  );

/** What a job has come to: a pure fold of its events, the same in whatever order they arrived. */
export interface JobState {
  vehicleId: number | undefined;
  label: string;
  /** Whose vehicle it is, a person or a fleet; '' where nobody said. */
  owner: string;
  complaint: string;
  odometerKm: number | null;
  alterations: string[];
  figures: Record<string, TakenFigure>;
  parts: JobPart[];
  choices: Record<string, number | string>;
  comparisons: Comparison[];
  /** Runs of an instrument: the samples lie in a stream of that id, which may still be on its way. */
  readings: Readings[];
  /** Parts whose sheet a specialist allowed before it was proven, and why. */
  allowed: Record<string, Allowance>;
  /** Checks and repairs of the diagnosis, in order. */
  diagnosis: DiagnosisEntry[];
  /** What it came to; null while it is open, and again once more was found. */
  diagnosed: (Said & EventPayloads['diagnosed']) | null;
  steps: Record<string, StepState>;
  stepNotes: StepNote[];
  /** Fasteners found, by part and tray. */
  counted: Record<string, Counted>;
  way: ChosenWay | null;
  /** What came off where no map leads, in the order it was done. */
  recorded: RecordedMove[];
  /** What ended a cool-down, by its step. */
  cooled: Record<string, Said & { how: 'measured' | 'felt'; tempC: number | null }>;
  skipped: Record<string, SkippedStep>;
  delays: Delayed[];
  /** Minutes of steps as somebody put them right, by step. */
  putRight: Record<string, Said & { minutes: number }>;
  /** Fasteners out and back, by place and step. */
  tray: Record<string, PlaceCounts>;
  replaced: Replaced[];
  photos: StepPhoto[];
  bench: BenchTested[];
  /** Units that go in without a bench test, and why. */
  benchSkipped: BenchSkipped[];
  /** Where units came from and went to, in order. */
  units: UnitMove[];
  /** What it holds besides parts on record; `ended` once it is in, used up, out again or settled. */
  holds: JobHold[];
  contour: (Said & EventPayloads['contour measured']) | null;
  account: (Said & EventPayloads['account opened']) | null;
  moves: (Said & EventPayloads['coolant moved'])[];
  disposed: (Said & EventPayloads['disposed'])[];
  strengths: (Said & EventPayloads['strength read'])[];
  filling: (Said & EventPayloads['filling chosen']) | null;
  vacuums: (Said & EventPayloads['vacuum read'])[];
  bled: (Said & EventPayloads['bled'])[];
  pressures: (Said & EventPayloads['pressure tested'])[];
  /** By what was to be proven: the last word on it. */
  proved: Record<string, Said & Omit<EventPayloads['proved'], 'what'>>;
  waived: Record<string, Said & { why: string }>;
  trials: (Said & EventPayloads['trial planned'])[];
  runs: (Said & EventPayloads['run made'])[];
  followUps: Partial<
    Record<FollowUp, { due: string; litres: number; found: (Said & { text: string }) | null }>
  >;
  spans: Span[];
  /** Steps that wait by a timer that nobody has ended: a cool-down. */
  resting: string[];
  notes: JobNote[];
  /** Whom it was handed to last; null where it never was. */
  handedTo: { id: number | null; name: string } | null;
  /** When it was promised back and from when on it is there; ISO 8601, null where nobody said. */
  promised: EventPayloads['promised'];
  /** Where somebody put it in the plan, and from when on. */
  placed: EventPayloads['placed'];
  closed: JobClosing | null;
  /** Events that whoever closed the job had not seen: for a specialist's eyes. */
  /** Differences from the library that were accepted or left, by their id. */
  settled: Record<string, Said & { how: 'accepted' | 'left'; said: string }>;
  late: string[];
  opened: Said | undefined;
  stage: JobStage;
  /** How many of each device's events are known, for whoever closes it next. */
  heads: Record<string, number>;
}
