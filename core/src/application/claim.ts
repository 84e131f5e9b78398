import {
  airLabel,
  byId,
  packageLabel,
  type Configuration,
  type CoolingPackage,
  type Vocabulary,
} from '../vehicle/index.ts';

/** The vehicles a statement speaks of; null means any. */
export interface Scope {
  /** Model years, inclusive. */
  years: readonly [number, number] | null;
  /** Build months `YYYY-MM`, inclusive: an axis of its own beside the model year. */
  built: readonly [string, string] | null;
  engineIds: readonly number[] | null;
  transmissionIds: readonly number[] | null;
  airConditioning: boolean | null;
  packages: readonly CoolingPackage[] | null;
}

/** "This source says that this part fits (or does not fit) these vehicles, except those." */
export interface Claim extends Scope {
  id: number;
  partId: number;
  modelId: number;
  years: readonly [number, number];
  /** True: fits. False: does not fit. */
  fits: boolean;
  sourceId: number;
  exceptions: readonly Scope[];
}

const within = (value: number | string, range: readonly [number | string, number | string]): boolean =>
  value >= range[0] && value <= range[1];
const meets = <T>(a: readonly [T, T] | null, b: readonly [T, T] | null): boolean =>
  !a || !b || (a[0] <= b[1] && b[0] <= a[1]);
const shares = <T>(a: readonly T[] | null, b: readonly T[] | null): boolean =>
  !a || !b || a.some((item) => b.includes(item));

/** Whether a configuration lies in a scope. */
export const inScope = (scope: Scope, vehicle: Configuration): boolean =>
  (!scope.years || within(vehicle.year, scope.years)) &&
  meets(scope.built, vehicle.built) &&
  (!scope.engineIds || scope.engineIds.includes(vehicle.engineId)) &&
  (!scope.transmissionIds || scope.transmissionIds.includes(vehicle.transmissionId)) &&
  (scope.airConditioning === null || scope.airConditioning === vehicle.airConditioning) &&
  (!scope.packages || scope.packages.includes(vehicle.package));

/** Whether a claim speaks of a configuration: it does, it excepts it, or it says nothing. */
export function speaksOf(claim: Claim, vehicle: Configuration): 'covers' | 'excepts' | 'silent' {
  if (claim.modelId !== vehicle.modelId || !inScope(claim, vehicle)) return 'silent';
  return claim.exceptions.some((exception) => inScope(exception, vehicle)) ? 'excepts' : 'covers';
}

/** Whether two scopes have any vehicle in common, built or not. */
export const overlap = (a: Scope, b: Scope): boolean =>
  meets(a.years, b.years) &&
  meets(a.built, b.built) &&
  shares(a.engineIds, b.engineIds) &&
  shares(a.transmissionIds, b.transmissionIds) &&
  (a.airConditioning === null || b.airConditioning === null || a.airConditioning === b.airConditioning) &&
  shares(a.packages, b.packages);

const inside = (inner: Scope, outer: Scope): boolean => {
  const spans = <T>(i: readonly [T, T] | null, o: readonly [T, T] | null) =>
    !o || (!!i && i[0] >= o[0] && i[1] <= o[1]);
  const list = <T>(i: readonly T[] | null, o: readonly T[] | null) =>
    !o || (!!i && i.every((item) => o.includes(item)));
  return (
    spans(inner.years, outer.years) &&
    spans(inner.built, outer.built) &&
    list(inner.engineIds, outer.engineIds) &&
    list(inner.transmissionIds, outer.transmissionIds) &&
    (outer.airConditioning === null || outer.airConditioning === inner.airConditioning) &&
    list(inner.packages, outer.packages)
  );
};

/**
 * Whether one source contradicts itself: it says of one part both that it fits and that it does not, for vehicles
 * the two lines share and neither line excepts as a whole. Different sources may disagree; that is data.
 */
export const contradicts = (a: Claim, b: Claim): boolean =>
  a.sourceId === b.sourceId &&
  a.partId === b.partId &&
  a.modelId === b.modelId &&
  a.fits !== b.fits &&
  overlap(a, b) &&
  !a.exceptions.some((exception) => inside(b, exception)) &&
  !b.exceptions.some((exception) => inside(a, exception));

const yearsText = ([from, to]: readonly [number, number]): string =>
  from === to ? String(from) : `${from}–${to}`;

function scopeText(scope: Scope, vocabulary: Vocabulary): string[] {
  const engines = scope.engineIds?.map((id) => byId(vocabulary.engines, id)?.code ?? '?');
  const transmissions = scope.transmissionIds?.map((id) => byId(vocabulary.transmissions, id)?.code ?? '?');
  return [
    engines?.join(' or ') ?? '',
    transmissions?.join(' or ') ?? '',
    scope.airConditioning === null ? '' : airLabel(scope.airConditioning),
    scope.packages?.map(packageLabel).join(' or ') ?? '',
    scope.built ? `built ${scope.built[0]} to ${scope.built[1]}` : '',
  ].filter(Boolean);
}

/** A claim as the trade writes it: "2008–2012 Tussock QD22, QA5; not 2010, heavy-duty cooling". */
export function claimSentence(claim: Claim, vocabulary: Vocabulary): string {
  const model = byId(vocabulary.models, claim.modelId)?.name ?? '?';
  const scope = [`${yearsText(claim.years)} ${model}`, ...scopeText(claim, vocabulary)].join(', ');
  const exceptions = claim.exceptions.map((exception) =>
    [exception.years ? yearsText(exception.years) : '', ...scopeText(exception, vocabulary)]
      .filter(Boolean)
      .join(', '),
  );
  return `${claim.fits ? '' : 'does not fit '}${scope}${exceptions.map((text) => `; not ${text}`).join('')}`;
}
