import { PACKAGES, type Configuration } from '../vehicle/index.ts';
import { Bits } from './bits.ts';
import { inScope, type Claim, type Scope } from './claim.ts';
import { monthNumber } from './region.ts';

/**
 * What is wrong with the claims of one model, found for whole catalogues: bit sets over the model's built vehicles
 * make a claim a handful of machine words, so a line costs no more than a few dozen operations.
 *
 * Definitions (see docs/applications.md): a *contradiction* is two claims on one built vehicle and part that cannot
 * both hold, or two parts of one kind both claimed as original fit; a *gap* is a built vehicle with a covered
 * neighbour and no covering claim for a kind of part; a claim is *never built* when no built vehicle lies in it.
 */

export interface AuditClaim extends Claim {
  kind: string;
  /** The source says the vehicle left the works with it. */
  original: boolean;
}

export type Finding =
  | { type: 'says-both'; partId: number; claims: readonly [number, number]; vehicles: number[] }
  | { type: 'two-originals'; kind: string; parts: readonly [number, number]; claims: readonly [number, number]; vehicles: number[] }
  | { type: 'gap'; kind: string; vehicles: number[] }
  | { type: 'never-built'; partId: number; claims: readonly [number]; vehicles: [] }; // prettier-ignore

/** The built vehicles of one model, indexed by what a claim can say of them. */
class Built {
  readonly vehicles: readonly Configuration[];
  private readonly by = new Map<string, Bits>();
  private readonly years: readonly number[];

  constructor(vehicles: readonly Configuration[]) {
    this.vehicles = vehicles;
    this.years = [...new Set(vehicles.map((vehicle) => vehicle.year))].sort((a, b) => a - b);
    vehicles.forEach((vehicle, at) => {
      for (const key of [
        `y${vehicle.year}`,
        `e${vehicle.engineId}`,
        `t${vehicle.transmissionId}`,
        `a${vehicle.airConditioning}`,
        `p${vehicle.package}`,
      ]) {
        let bits = this.by.get(key);
        if (!bits) this.by.set(key, (bits = Bits.none(vehicles.length)));
        bits.set(at);
      }
    });
  }

  private any(keys: readonly string[]): Bits {
    const bits = Bits.none(this.vehicles.length);
    for (const key of keys) {
      const own = this.by.get(key);
      if (own) bits.or(own);
    }
    return bits;
  }

  in(scope: Scope): Bits {
    const bits = this.any(
      this.years
        .filter((year) => !scope.years || (year >= scope.years[0] && year <= scope.years[1]))
        .map((year) => `y${year}`),
    );
    if (scope.engineIds) bits.and(this.any(scope.engineIds.map((id) => `e${id}`)));
    if (scope.transmissionIds) bits.and(this.any(scope.transmissionIds.map((id) => `t${id}`)));
    if (scope.airConditioning !== null) bits.and(this.any([`a${scope.airConditioning}`]));
    if (scope.packages && scope.packages.length < PACKAGES.length)
      bits.and(this.any(scope.packages.map((name) => `p${name}`)));
    const { built } = scope;
    if (built)
      for (const at of bits.list()) {
        const [from, to] = this.vehicles[at]!.built;
        if (from > built[1] || to < built[0]) bits.clear(at);
      }
    return bits;
  }
}

/** The months of a vehicle's build window that a claim speaks of, as a bit each from the window's first month. */
function monthsSpoken(vehicle: Configuration, claim: Claim): number {
  const first = monthNumber(vehicle.built[0]);
  const mask = (built: readonly [string, string] | null): number => {
    const [from, to] = built ?? vehicle.built;
    const low = Math.max(0, monthNumber(from) - first);
    const high = Math.min(monthNumber(vehicle.built[1]), monthNumber(to)) - first;
    return high < low ? 0 : ((2 << (high - low)) - 1) << low;
  };
  if (!inScope(claim, vehicle)) return 0;
  return claim.exceptions.reduce(
    (months, exception) => (inScope(exception, vehicle) ? months & ~mask(exception.built) : months),
    mask(claim.built),
  );
}

/** Differ in one thing only: a model year next to it, or one of engine, transmission, air conditioning, package. */
export function areNeighbours(a: Configuration, b: Configuration): boolean {
  const steps =
    Number(a.engineId !== b.engineId) +
    Number(a.transmissionId !== b.transmissionId) +
    Number(a.airConditioning !== b.airConditioning) +
    Number(a.package !== b.package);
  const years = Math.abs(a.year - b.year);
  return (steps === 0 && years === 1) || (steps === 1 && years === 0);
}

/**
 * Contradictions, gaps and claims about vehicles that never were, of one model.
 * @param vehicles every built vehicle of the model
 * @param claims   every claim on the model, of any part
 */
export function auditModel(vehicles: readonly Configuration[], claims: readonly AuditClaim[]): Finding[] {
  const built = new Built(vehicles);
  const findings: Finding[] = [];
  const spoken = claims.map((claim) => {
    const bits = built.in(claim);
    for (const exception of claim.exceptions) {
      const hole = built.in(exception);
      // An exception by build month may leave part of a vehicle's window spoken of.
      if (exception.built)
        for (const at of hole.list()) if (monthsSpoken(vehicles[at]!, claim) !== 0) hole.clear(at);
      bits.without(hole);
    }
    if (bits.isEmpty())
      findings.push({ type: 'never-built', partId: claim.partId, claims: [claim.id], vehicles: [] });
    return { claim, bits };
  });

  const clash = (a: (typeof spoken)[number], b: (typeof spoken)[number]): number[] => {
    if (!a.bits.meets(b.bits)) return [];
    return a.bits
      .copy()
      .and(b.bits)
      .list()
      .map((at) => vehicles[at]!)
      .filter((vehicle) => (monthsSpoken(vehicle, a.claim) & monthsSpoken(vehicle, b.claim)) !== 0)
      .map((vehicle) => vehicle.id);
  };
  const byPart = new Map<number, typeof spoken>();
  const originals = new Map<string, typeof spoken>();
  const covered = new Map<string, Bits>();
  for (const each of spoken) {
    const { claim, bits } = each;
    const own = byPart.get(claim.partId);
    if (own) own.push(each);
    else byPart.set(claim.partId, [each]);
    if (!claim.fits) continue;
    if (claim.original) originals.set(claim.kind, [...(originals.get(claim.kind) ?? []), each]);
    const sum = covered.get(claim.kind);
    if (sum) sum.or(bits);
    else covered.set(claim.kind, bits.copy());
  }
  for (const [partId, own] of byPart) {
    const against = own.filter((each) => !each.claim.fits);
    if (against.length === 0) continue;
    for (const no of against)
      for (const yes of own) {
        if (!yes.claim.fits) continue;
        const shared = clash(yes, no);
        if (shared.length > 0)
          findings.push({ type: 'says-both', partId, claims: [yes.claim.id, no.claim.id], vehicles: shared });
      }
  }
  for (const [kind, own] of originals)
    for (const [index, a] of own.entries())
      for (const b of own.slice(index + 1)) {
        if (a.claim.partId === b.claim.partId) continue;
        const shared = clash(a, b);
        if (shared.length > 0)
          findings.push({
            type: 'two-originals',
            kind,
            parts: [a.claim.partId, b.claim.partId],
            claims: [a.claim.id, b.claim.id],
            vehicles: shared,
          });
      }
  const beside = neighbours(vehicles);
  for (const [kind, bits] of covered) {
    const holes = vehicles.flatMap((vehicle, at) =>
      !bits.has(at) && beside[at]!.some((other) => bits.has(other)) ? [vehicle.id] : [],
    );
    if (holes.length > 0) findings.push({ type: 'gap', kind, vehicles: holes });
  }
  return findings;
}

/** Ids of the vehicles that some claim says a part fits, wholly or for part of their build window. */
export function coveredVehicles(vehicles: readonly Configuration[], claims: readonly Claim[]): Set<number> {
  const fitting = claims.filter((claim) => claim.fits);
  return new Set(
    vehicles.flatMap((vehicle) =>
      fitting.some((claim) => claim.modelId === vehicle.modelId && monthsSpoken(vehicle, claim) !== 0)
        ? [vehicle.id]
        : [],
    ),
  );
}

/** Places of each vehicle's neighbours, found by what they share instead of by trying every pair. */
function neighbours(vehicles: readonly Configuration[]): number[][] {
  const groups = new Map<string, number[]>();
  const keysOf = (v: Configuration): string[] => {
    const [e, t, a, p, y] = [v.engineId, v.transmissionId, v.airConditioning, v.package, v.year];
    return [
      `y ${e} ${t} ${a} ${p}`,
      `e ${y} ${t} ${a} ${p}`,
      `t ${y} ${e} ${a} ${p}`,
      `a ${y} ${e} ${t} ${p}`,
      `p ${y} ${e} ${t} ${a}`,
    ];
  };
  vehicles.forEach((vehicle, at) => {
    for (const key of keysOf(vehicle)) {
      const own = groups.get(key);
      if (own) own.push(at);
      else groups.set(key, [at]);
    }
  });
  return vehicles.map((vehicle) =>
    keysOf(vehicle).flatMap((key) =>
      groups.get(key)!.filter((other) => areNeighbours(vehicle, vehicles[other]!)),
    ),
  );
}
