import type { JobStage, WaitsFor } from '@radiatrix/core/job';
import type { Break, TaskKind } from '@radiatrix/core/schedule';
import Joi from 'joi';
import { id, line } from './common.ts';
import type { Stamp } from './revision.ts';
import { COUNTER, EDITORS, EVERYONE, type Routes } from './route.ts';

/** Hours of the days of a week from Monday on; each day its stretches, "08:00" to "12:00". */
export type WeekHours = { from: string; to: string }[][];

/** What a shop works with: its bays, what it has one of, when it is open, who works and when. */
export interface Workshop {
  /** Name of the time zone by which its hours are meant. */
  zone: string;
  bays: { code: string; lift: boolean }[];
  /** Tools of which there is one, as the steps name them. */
  tools: string[];
  hours: WeekHours;
  people: {
    id: number;
    /** Null for the hours of the shop. */
    hours: WeekHours | null;
    /** Days, "2026-12-24", on which they are not there. */
    away: string[];
  }[];
}
export interface WorkshopRecord extends Workshop {
  version: number;
  stamp: Stamp | null;
  /** Who can be put on it. */
  colleagues: { id: number; name: string }[];
}

export interface PlanTask {
  label: string;
  kind: TaskKind;
  from: string;
  to: string;
  people: number[];
  tools: string[];
}
/** A job as it lies in the plan; times ISO 8601. */
export interface PlanJob {
  id: number;
  label: string;
  title: string;
  vehicleId: number;
  stage: JobStage;
  /** In whose hands it is by the plan; null where nobody has to touch it. */
  person: number | null;
  bay: string | null;
  inBay: { from: string; to: string } | null;
  begun: boolean;
  /** What it was given into that is not there any more, hands or bay, a clause; null where nothing is missing. */
  missing: string | null;
  pinned: { bay: string | null; at: string | null; person: boolean };
  promised: string | null;
  /** From when on vehicle and parts are there, where somebody has said so. */
  there: string | null;
  ready: string;
  late: number;
  /** Minutes that nobody knows were taken as usual: why; empty where they are known. */
  usual: string;
  tasks: PlanTask[];
}
export interface PlanRecord {
  madeAt: string;
  /** The first minute that it plans. */
  from: string;
  zone: string;
  bays: Workshop['bays'];
  people: { id: number; name: string }[];
  tools: string[];
  /** Opening hours as far as it looks. */
  open: { from: string; to: string }[];
  jobs: PlanJob[];
  /** Jobs that are not in it, and what has to come first. */
  out: { id: number; label: string; title: string; vehicleId: number; waits: WaitsFor | null; why: string; promised: string | null; there: string | null }[];
  /** Minutes past promises, all together. */
  late: number;
  proven: boolean;
  /** How much of its cost another plan could be below it, at the very most, 0 to 1. */
  gap: number;
  /** Why it was laid anew, and what that broke. */
  since: { id: number; label: string; what: 'not begun' | 'not over' | 'changed' }[];
  broke: (Break & { label: string })[];
  /** Jobs that are apart while every bay is taken, by what they are called. */
  crowded: string[];
  /** Open jobs beyond those that it looks at. */
  more: number;
} // prettier-ignore

/** What somebody would do to a plan: a job into other hands, another bay, at another time. */
export interface PlanMove {
  id: number;
  /** Left out: as it is. Null: whoever. */
  person?: number | null;
  bay?: string | null;
  at?: string | null;
}
export interface PlanTried {
  plan: PlanRecord;
  breaks: (Break & { label: string })[];
}

/** An address under which a calendar program follows what somebody, or a bay, has to do. */
export interface CalendarFeed {
  id: number;
  personId: number | null;
  bay: string | null;
  name: string;
  stamp: Stamp;
  /** When it was last asked for; null where it never was. */
  readAt: string | null;
}

const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/).required(); // prettier-ignore
const week = Joi.array()
  .items(
    Joi.array()
      .items(Joi.object({ from: clock, to: clock }))
      .max(6),
  )
  .length(7);
const bayCode = line(20);
export const workshopSchema = Joi.object<Workshop>({
  zone: line(60).required(),
  bays: Joi.array().items(Joi.object({ code: bayCode.required(), lift: Joi.boolean().required() })).unique('code').max(40).required(),
  tools: Joi.array().items(line(60)).unique().max(40).required(),
  hours: week.required(),
  people: Joi.array().items(Joi.object({ id: id.required(), hours: week.allow(null).required(), away: Joi.array().items(Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/)).max(200).required() })).unique('id').max(60).required(),
}); // prettier-ignore
export const planTrySchema = Joi.object<{ moves: PlanMove[] }>({
  moves: Joi.array()
    .items(Joi.object({ id: id.required(), person: id.allow(null), bay: bayCode.allow(null), at: Joi.string().isoDate().allow(null) }))
    .min(1)
    .max(20)
    .required(),
}); // prettier-ignore
export const feedSchema = Joi.object<{ personId: number | null; bay: string | null }>({
  personId: id.allow(null).required(),
  bay: bayCode.allow(null).required(),
});

export interface PlanAnswers {
  plan: PlanRecord;
  tryPlan: PlanTried;
  workshop: WorkshopRecord;
  setWorkshop: WorkshopRecord;
  calendarFeeds: CalendarFeed[];
  newCalendarFeed: CalendarFeed & { path: string };
}
export const planRoutes = {
  plan: { method: 'get', path: '/api/plan', summary: 'The plan of the day: who does what, where and when; updated where something has slipped', roles: EVERYONE },
  tryPlan: { method: 'post', path: '/api/plan/try', summary: 'What a change would make of the plan, and what it breaks; nothing is kept', roles: COUNTER, onlyReads: true, body: planTrySchema },
  workshop: { method: 'get', path: '/api/workshop', summary: 'Bays, single tools, hours and people', roles: EVERYONE },
  setWorkshop: { method: 'put', path: '/api/workshop', summary: 'Change bays, single tools, hours and people', roles: EDITORS, body: workshopSchema, ifMatch: true },
  calendarFeeds: { method: 'get', path: '/api/plan/calendars', summary: 'Addresses under which calendars are followed', roles: EVERYONE },
  newCalendarFeed: { method: 'post', path: '/api/plan/calendars', summary: 'Make such an address; it is told once', roles: EVERYONE, inPerson: true, body: feedSchema, secret: true },
  endCalendarFeed: { method: 'delete', path: '/api/plan/calendars/:id', summary: 'End such an address', roles: EVERYONE },
  followCalendar: { method: 'get', path: '/api/calendar/:secret', summary: 'The calendar of somebody or of a bay, as iCalendar; anyone with its address can read it', roles: 'anyone', gives: ['text/calendar'] },
} as const satisfies Routes; // prettier-ignore
