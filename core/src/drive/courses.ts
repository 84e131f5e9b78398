import type { Leg } from './simulate.ts';

/** Weather a course is driven in. */
export interface Weather {
  ambientC: number;
  altitudeM: number;
  humidity: number;
}

const LEGS = {
  town: [
    { seconds: 480, speedKmh: 45, gradePercent: 0, airConditioning: false, idling: false },
    { seconds: 900, speedKmh: 0, gradePercent: 0, airConditioning: false, idling: true },
    { seconds: 900, speedKmh: 0, gradePercent: 0, airConditioning: true, idling: true },
    { seconds: 720, speedKmh: 12, gradePercent: 0, airConditioning: true, idling: true },
    { seconds: 600, speedKmh: 50, gradePercent: 0, airConditioning: false, idling: false },
  ],
  climb: [
    { seconds: 600, speedKmh: 80, gradePercent: 0, airConditioning: false, idling: false },
    { seconds: 1200, speedKmh: 55, gradePercent: 8, airConditioning: false, idling: false },
    { seconds: 900, speedKmh: 0, gradePercent: 0, airConditioning: false, idling: true },
    { seconds: 900, speedKmh: 80, gradePercent: 0, airConditioning: false, idling: false },
  ],
  'pull-down': [
    { seconds: 420, speedKmh: 55, gradePercent: 5, airConditioning: false, idling: false },
    { seconds: 2400, speedKmh: 0, gradePercent: 0, airConditioning: false, idling: true },
  ],
} as const;

/** Drives to try a set-up on; invented, for comparing one with another. */
export const COURSES = {
  town: { label: 'Town: warm-up, idle, A/C on, crawl' },
  climb: { label: 'Long climb, then idling at the top' },
  'pull-down': { label: 'Stop after a climb and idle: pull-down' },
} as const;
export type CourseName = keyof typeof COURSES;
export const COURSE_NAMES = Object.keys(COURSES) as CourseName[];

export const legsOf = (course: CourseName, weather: Weather): Leg[] =>
  LEGS[course].map((leg) => ({ ...leg, ...weather }));
export const legWords = (leg: Pick<Leg, 'speedKmh' | 'gradePercent' | 'airConditioning'>): string =>
  `${leg.speedKmh === 0 ? 'idle' : `${leg.speedKmh} km/h`}${leg.gradePercent ? `, ${leg.gradePercent} % up` : ''}${leg.airConditioning ? ', A/C' : ''}`;
