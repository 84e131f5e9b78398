import type { Failing, Standing } from '@radiatrix/core/failure';
import type { PartKind } from '@radiatrix/core/figures';
import type { JobStage, WaitsFor } from '@radiatrix/core/job';
import { type SubjectKind } from '@radiatrix/core/figures';
import { EVERYONE, type Routes } from './route.ts';

/** One job that waits for something. */
export interface DeskJob {
  id: number;
  vehicleId: number;
  label: string;
  title: string;
  complaint: string;
  stage: JobStage;
  closed: boolean;
  waits: WaitsFor;
  waitsSaid: string;
  /** When it is due, where it is. */
  due: string | null;
  /** When the newest of it happened. */
  heardAt: string | null;
  /** Whose hands it is in; empty for nobody's. */
  hands: string;
  /** Work has begun, and nothing was heard of it since: a phone may hold what it has not sent. */
  silent: boolean;
}

/** How far a new shop has come: what it has, and what it has said of itself. */
export interface BeginRecord {
  /** Names of those who administer accounts. */
  administrators: string[];
  /** Accounts in use, and those of them that bear a person's name, not that of a role. */
  people: number;
  named: number;
  /** People it takes to write and release a record; null while the shop has not said. */
  releaseTakes: number | null;
  /** Bays, people and hours were written down. */
  workshop: boolean;
  /** Vehicles on record; `told` of them wait for a reviewer. */
  vehicles: number;
  told: number;
  /** Parts on record; `released` of them are seen at the counter. */
  parts: number;
  released: number;
  jobs: number;
}

/** What needs this reader now. */
export interface DeskRecord {
  /** Open jobs by stage; of an installer those in their hands. */
  stages: { stage: JobStage; count: number }[];
  /** How many wait for what, those of the role first. */
  waiting: { for: WaitsFor; count: number }[];
  /** Of each the few that have waited longest. */
  jobs: DeskJob[];
  /** Parts that the log of failures stops a seller with. */
  failing: { partId: number; number: string; kind: PartKind; word: Failing; standing: Standing }[];
  /** Jobs whose hands nobody has told of a correction yet. */
  toTell: number;
  /** Drafts, proposals and figures that wait for somebody else than this reader. */
  toCheck: number;
  /** What this reader wrote and got sent back. */
  sentBack: { kind: string; id: number; title: string; reason: string }[];
  /** Claims that sources disagree on, to be settled by a tape measure. */
  toMeasure: { id: number; number: string; vehicle: string; note: string }[];
  /** What a shop that has just begun needs first; null once it has a vehicle, a released part and a job. */
  begin: BeginRecord | null;
}

/** A figure that would settle verdicts on open jobs. */
export interface FigureWanted {
  jobId: number;
  label: string;
  vehicleId: number;
  subject: SubjectKind;
  key: string;
  minutes: number;
  /** Parts whose verdict hangs on it. */
  parts: string[];
}

export interface DeskAnswers {
  desk: DeskRecord;
  deskFigures: FigureWanted[];
}
export const deskRoutes = {
  desk: { method: 'get', path: '/api/desk', summary: 'What needs this reader now', roles: EVERYONE },
  deskFigures: { method: 'get', path: '/api/desk/figures', summary: 'Figures that would settle most verdicts on open jobs', roles: EVERYONE },
} as const satisfies Routes; // prettier-ignore
