import type { FailureMode } from './modes.ts';

/**
 * One time that a part was seen in a vehicle. `in`: it went in; `running`: it was there and worked; `out`: it was taken
 * out and nothing was wrong with it; `failed`: it was found failed; `failed new`: it never went in, the bench found it;
 * `failed fitted`: it went in and was found failed within one job.
 */
export const SEEN_AS = ['running', 'failed', 'out', 'failed new', 'failed fitted', 'in'] as const;
export type SeenAs = (typeof SEEN_AS)[number];

export interface Sighting {
  /** ISO 8601 day. */
  on: string;
  as: SeenAs;
  km: number | null;
  mode: FailureMode | null;
  /** Noisy or rough from new; null where nobody said. */
  noisy: boolean | null;
  /** Label or serial of the piece; '' where nobody said. */
  unit: string;
  /** Whose vehicle it was; '' where nobody said. */
  owner: string;
}

/** One piece of a part, from when it went in until it failed, came out, or was last seen at work. */
export interface Unit {
  /** The vehicle it sits in: failures of one vehicle have one cause between them. */
  vehicle: string;
  /** ISO day; null where nobody saw it go in. */
  inOn: string | null;
  inKm: number | null;
  /** ISO day it failed, came out or was last seen at work. */
  lastOn: string;
  lastKm: number | null;
  failed: boolean;
  mode: FailureMode | null;
  noisy: boolean | null;
  /** It failed on the bench and never went in. */
  neverIn: boolean;
  /** It has come out, sound or not; one that runs may still be seen again. */
  isOut: boolean;
  /** Label or serial; '' where nobody said. */
  unit: string;
  /** Whose vehicle it sits in; '' where nobody said. */
  owner: string;
}

const DAY_MS = 86_400_000;
/** Days between two ISO days. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

/** Days it has been seen to run; undefined where nobody saw it go in. */
export const daysOf = ({ inOn, lastOn }: Unit): number | undefined =>
  inOn === null ? undefined : Math.max(0, daysBetween(inOn, lastOn));
/** Kilometres it has been seen to run, where both were read. */
export const kmOf = ({ inKm, lastKm }: Unit): number | undefined =>
  inKm === null || lastKm === null || lastKm < inKm ? undefined : lastKm - inKm;

/**
 * What sightings of one part in one vehicle come to, whatever order they are told in. On one day the old one is looked at
 * and comes out before the new one goes in. Nobody who has not come back is taken to run: a unit counts to when it was
 * last seen.
 */
export function unitsOf(vehicle: string, sightings: readonly Sighting[]): Unit[] {
  const units: Unit[] = [];
  let open: Unit | undefined;
  const ordered = [...sightings].sort(
    (a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0) || SEEN_AS.indexOf(a.as) - SEEN_AS.indexOf(b.as),
  );
  for (const { on, as, km, mode, noisy, unit, owner } of ordered) {
    const fresh = (): Unit => ({
      vehicle, inOn: null, inKm: null, lastOn: on, lastKm: km, failed: false, mode: null, noisy, neverIn: false, isOut: false, unit, owner,
    }); // prettier-ignore
    if (as === 'in') {
      // Another goes in: what was there has come out, nobody said how.
      if (open) open.isOut = true;
      open = { ...fresh(), inOn: on, inKm: km };
      units.push(open);
      continue;
    }
    if (as === 'failed new') {
      units.push({ ...fresh(), inOn: on, inKm: km, failed: true, mode, neverIn: true, isOut: true });
      continue;
    }
    if (as === 'failed fitted') {
      units.push({ ...fresh(), inOn: on, inKm: km, failed: true, mode, isOut: true });
      continue;
    }
    // Another piece than the one that is known to sit there: of its life only the end is known.
    const other = open !== undefined && unit !== '' && open.unit !== '' && open.unit !== unit;
    if (other) {
      if (as === 'failed') units.push({ ...fresh(), failed: true, mode, isOut: true });
      continue;
    }
    if (!open) {
      // It was there before anybody here looked: of its life only the end is known.
      if (as === 'failed') units.push({ ...fresh(), failed: true, mode, isOut: true });
      continue;
    }
    open.lastOn = on;
    open.lastKm = km ?? open.lastKm;
    open.noisy ??= noisy;
    open.unit ||= unit;
    open.owner ||= owner;
    if (as === 'running') continue;
    open.isOut = true;
    open.failed = as === 'failed';
    open.mode = open.failed ? mode : null;
    open = undefined;
  }
  return units;
}
