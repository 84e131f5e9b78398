import { PACKAGES, type Configuration, type Vocabulary } from '../vehicle/index.ts';
import type { Claim, Scope } from './claim.ts';

/**
 * Exact sets of vehicles. A box is a product of six axes: model, engine, transmission, air conditioning and cooling
 * package as sets, model year and build month as spans. A region is a list of boxes that share no vehicle, so that
 * counting, comparing and subtracting are exact. Year and build month are axes of their own: a 2010 model year may
 * be built in 2009, and a break in the middle of a year cuts one and not the other.
 */

/** The sets a box may name, each as one bit; ids outside of it belong to no vehicle on record. */
export interface Space {
  models: readonly number[];
  engines: readonly number[];
  transmissions: readonly number[];
}

const SETS = ['model', 'engine', 'transmission', 'air', 'pack'] as const;
const SPANS = ['years', 'months'] as const;
export type Span = readonly [number, number];
export interface Box extends Record<(typeof SETS)[number], bigint>, Record<(typeof SPANS)[number], Span> {}
export type Region = readonly Box[];

/** Wider than any year or month on record; both ends inclusive. */
const ANY_SPAN: Span = [0, 99_999];

export const spaceOf = (vocabulary: Vocabulary): Space => ({
  models: vocabulary.models.map((model) => model.id),
  engines: vocabulary.engines.map((engine) => engine.id),
  transmissions: vocabulary.transmissions.map((transmission) => transmission.id),
});

/** `2010-03` as a count of months, so that neighbours differ by one. */
export const monthNumber = (month: string): number => {
  const [year, index] = month.split('-').map(Number) as [number, number];
  return year * 12 + index - 1;
};
export const monthName = (count: number): string =>
  `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, '0')}`;

const all = (count: number): bigint => (1n << BigInt(count)) - 1n;
function bits<T>(axis: readonly T[], wanted: readonly T[] | null): bigint {
  if (!wanted) return all(axis.length);
  let mask = 0n;
  for (const item of wanted) {
    const index = axis.indexOf(item);
    if (index >= 0) mask |= 1n << BigInt(index);
  }
  return mask;
}

/** The box of a scope on one model. */
export const boxOf = (space: Space, modelId: number, scope: Scope): Box => ({
  model: bits(space.models, [modelId]),
  engine: bits(space.engines, scope.engineIds),
  transmission: bits(space.transmissions, scope.transmissionIds),
  air: scope.airConditioning === null ? 3n : scope.airConditioning ? 2n : 1n,
  pack: bits(PACKAGES, scope.packages),
  years: scope.years ?? ANY_SPAN,
  months: scope.built ? [monthNumber(scope.built[0]), monthNumber(scope.built[1])] : ANY_SPAN,
});

/** A built vehicle as a box of its own: one of each, over its build window. */
export const boxOfVehicle = (space: Space, vehicle: Configuration): Box =>
  boxOf(space, vehicle.modelId, {
    years: [vehicle.year, vehicle.year],
    built: vehicle.built,
    engineIds: [vehicle.engineId],
    transmissionIds: [vehicle.transmissionId],
    airConditioning: vehicle.airConditioning,
    packages: [vehicle.package],
  });

const isEmptyBox = (box: Box): boolean =>
  SETS.some((axis) => box[axis] === 0n) || SPANS.some((axis) => !(box[axis][0] <= box[axis][1]));

/** What two boxes share; undefined when that is nothing. */
export function intersectBoxes(a: Box, b: Box): Box | undefined {
  const shared = { ...a };
  for (const axis of SETS) shared[axis] = a[axis] & b[axis];
  for (const axis of SPANS)
    shared[axis] = [Math.max(a[axis][0], b[axis][0]), Math.min(a[axis][1], b[axis][1])];
  return isEmptyBox(shared) ? undefined : shared;
}

/** What is in `a` and not in `b`, as boxes that share nothing: cut off along one axis after the other. */
export function subtractBox(a: Box, b: Box): Box[] {
  if (!intersectBoxes(a, b)) return [a];
  const pieces: Box[] = [];
  let rest = a;
  for (const axis of SETS) {
    const outside = rest[axis] & ~b[axis];
    if (outside !== 0n) pieces.push({ ...rest, [axis]: outside });
    rest = { ...rest, [axis]: rest[axis] & b[axis] };
  }
  for (const axis of SPANS) {
    const [from, to] = rest[axis];
    const [cutFrom, cutTo] = b[axis];
    if (from < cutFrom) pieces.push({ ...rest, [axis]: [from, Math.min(to, cutFrom - 1)] });
    if (to > cutTo) pieces.push({ ...rest, [axis]: [Math.max(from, cutTo + 1), to] });
    rest = { ...rest, [axis]: [Math.max(from, cutFrom), Math.min(to, cutTo)] };
  }
  return pieces;
}

export const difference = (a: Region, b: Region): Region =>
  b.reduce<Box[]>((rest, hole) => rest.flatMap((box) => subtractBox(box, hole)), [...a]);
export const union = (a: Region, b: Region): Region => [...a, ...difference(b, a)];
export const intersection = (a: Region, b: Region): Region =>
  a.flatMap((one) => b.flatMap((other) => intersectBoxes(one, other) ?? []));
export const overlaps = (a: Region, b: Region): boolean =>
  a.some((one) => b.some((other) => intersectBoxes(one, other) !== undefined));
export const covers = (outer: Region, inner: Region): boolean => difference(inner, outer).length === 0;
export const sameRegion = (a: Region, b: Region): boolean => covers(a, b) && covers(b, a);

/** The vehicles a claim speaks of, its exceptions taken away. */
export function regionOf(space: Space, claim: Claim): Region {
  const box = boxOf(space, claim.modelId, claim);
  if (isEmptyBox(box)) return [];
  return difference(
    [box],
    claim.exceptions
      .map((exception) => boxOf(space, claim.modelId, exception))
      .filter((hole) => !isEmptyBox(hole)),
  );
}

/** The vehicles any of the claims speaks of. */
export const regionOfAll = (space: Space, claims: readonly Claim[]): Region =>
  claims.reduce<Region>((region, claim) => union(region, regionOf(space, claim)), []);

export type Coverage = 'whole' | 'part' | 'none';

/** How much of a vehicle's build window a region covers. */
export function coverageOf(space: Space, vehicle: Configuration, region: Region): Coverage {
  const own = [boxOfVehicle(space, vehicle)];
  const rest = difference(own, region);
  if (rest.length === 0) return 'whole';
  return overlaps(own, region) ? 'part' : 'none';
}
