import type { InstrumentHead } from '@radiatrix/core/instrument';
import { COURSES, type StandInCourse } from '@radiatrix/core/stand-in';
import Joi from 'joi';
import { EVENTS_STREAM, EVERYONE, type Routes } from './route.ts';

/** Instruments that can be reached now, and what the stand-ins are doing. */
export interface Instruments {
  instruments: InstrumentHead[];
  /** null where no stand-ins run beside the server. */
  standIn: {
    course: StandInCourse | null;
    /** Seconds of the course that have passed, and how many times quicker than a clock they do. */
    seconds: number;
    speed: number;
    ended: boolean;
  } | null;
}

/** What is done to the stand-in vehicle, as hands would do it to a real one. */
export type StandInAct =
  | { act: 'start'; course: StandInCourse }
  | { act: 'stop' }
  | { act: 'work the air out' }
  | { act: 'pump'; kPa: number }
  | { act: 'another vehicle'; seed: number };
export const standInActSchema = Joi.object<StandInAct>({
  act: Joi.string().valid('start', 'stop', 'work the air out', 'pump', 'another vehicle').required(),
  course: Joi.string()
    .valid(...COURSES)
    .when('act', { is: 'start', then: Joi.required(), otherwise: Joi.forbidden() }),
  kPa: Joi.number().min(0).max(300).unit('kPa').when('act', { is: 'pump', then: Joi.required(), otherwise: Joi.forbidden() }),
  seed: Joi.number().integer().min(1).max(1e6).when('act', { is: 'another vehicle', then: Joi.required(), otherwise: Joi.forbidden() }),
}); // prettier-ignore

export const readingsQuery = Joi.object<{ after: number }>({
  after: Joi.number().integer().min(-1).max(2147483647).default(-1),
});

export interface InstrumentAnswers {
  instruments: Instruments;
  standInAct: Instruments;
}
export const instrumentRoutes = {
  instruments: { method: 'get', path: '/api/instruments', summary: 'Instruments that can be reached', roles: EVERYONE },
  standInAct: { method: 'post', path: '/api/instruments/stand-in', summary: 'Do something to the stand-in vehicle', roles: EVERYONE, body: standInActSchema },
  readings: { method: 'get', path: '/api/instruments/:instrument/readings', summary: 'Readings as server-sent events, one JSON line each; resumed by Last-Event-ID', roles: EVERYONE, query: readingsQuery, gives: EVENTS_STREAM },
} as const satisfies Routes; // prettier-ignore
