import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import type { MatchOptions } from '../api/api.ts';

/** Addresses of the stages for a vehicle; a job that is open goes along through every link. */
const query = (entries: Record<string, string | number | null | undefined>): string => {
  const params = new URLSearchParams();
  for (const [key, value] of Object.entries(entries))
    if (value !== null && value !== undefined && value !== '') params.set(key, String(value));
  const text = params.toString();
  return text === '' ? '' : `?${text}`;
};

type Job = number | string | null | undefined;
/** Match; opened on a part, or on the first of a kind that a diagnosis asks for; with what was said, until a job keeps it. */
export const matchAddress = (
  vehicleId: number,
  job?: Job,
  part?: Job,
  more: { kind?: string; said?: string } = {},
): string => `/v/${vehicleId}/match${query({ part, ...more, job })}`;
export const compareAddress = (vehicleId: number, job?: Job, part?: Job): string =>
  `/v/${vehicleId}/compare${query({ part, job })}`;
/** Two parts of a kind that is not drawn: a motor, a blade, a module. */
export const besideAddress = (vehicleId: number, kind: string, job?: Job, part?: Job): string =>
  `/v/${vehicleId}/compare/parts${query({ kind, new: part, job })}`;
/** The form of a vehicle that nobody has recorded, filled from what was asked. */
export const toldAddress = (text: string, fixes: readonly string[]): string => {
  const params = new URLSearchParams({ q: text });
  for (const fix of fixes) params.append('fix', fix);
  return `/ask/told?${params}`;
};
/** The ways in, for the parts that are to come off, by their codes on the map. */
export const prepareAddress = (vehicleId: number, job?: Job, goals?: string): string =>
  `/v/${vehicleId}/prepare${query({ job, goals })}`;
export const diagnoseAddress = (job: number | string): string => `/jobs/${job}/diagnose`;
export const runAddress = (job: number | string): string => `/jobs/${job}/run`;
export const recordAddress = (job: number | string): string => `/jobs/${job}/record`;
export const fillAddress = (job: number | string): string => `/jobs/${job}/fill`;
export const bleedAddress = (job: number | string): string => `/jobs/${job}/bleed`;
export const proveAddress = (job: number | string): string => `/jobs/${job}/prove`;
export const fileAddress = (job: number | string): string => `/jobs/${job}/file`;
export const reportAddress = (job: number | string): string => `/jobs/${job}/report`;
export const trialAddress = (job: number | string, trial: string): string => `/jobs/${job}/trials/${trial}`;
export const sheetAddress = (vehicleId: number, partId: number | string, job?: Job, section = ''): string =>
  `/v/${vehicleId}/sheet/${partId}${query({ job })}${section && `#${section}`}`;

const kindAsked = (params: URLSearchParams): { kind?: PartKind } => {
  const kind = PART_KINDS.find((each) => each === params.get('kind'));
  return kind ? { kind } : {};
};
/** What a Match asks, as its address has it; `public/early.js` asks the same before any of this runs. */
export function matchAsked(
  vehicleId: number,
  params: URLSearchParams,
): { id: number; kind?: PartKind } & MatchOptions {
  const number = (key: string): number | undefined => Number(params.get(key)) || undefined;
  return {
    id: vehicleId,
    job: number('job'),
    passAt: number('pass'),
    failAt: number('fail'),
    ...kindAsked(params),
  };
}
