import { describe, expect, test } from 'vitest';
import {
  areNeighbours,
  auditModel,
  coveredVehicles,
  coverageOf,
  covers,
  difference,
  inScope,
  intersection,
  monthName,
  monthNumber,
  regionOf,
  regionOfAll,
  sameRegion,
  spaceOf,
  union,
  type AuditClaim,
  type Claim,
  type Region,
  type Scope,
} from '../src/application/index.ts';
import type { Configuration, CoolingPackage } from '../src/vehicle/index.ts';
import { anyScope, claim, configuration, emptyVocabulary, random } from './random.ts';

/** Everything below is checked against the plainest thing that could be true: going through vehicle by vehicle. */
const space = spaceOf(emptyVocabulary);
const months = (from: string, to: string): string[] =>
  Array.from({ length: monthNumber(to) - monthNumber(from) + 1 }, (_, at) =>
    monthName(monthNumber(from) + at),
  );

/** One vehicle of one month: the smallest thing that a region can tell apart. */
const atoms: Configuration[] = [2009, 2010, 2011].flatMap((year) =>
  [1, 2].flatMap((engineId) =>
    [1, 2].flatMap((transmissionId) =>
      [true, false].flatMap((airConditioning) =>
        months(`${year - 1}-11`, `${year}-02`).map((month, at) =>
          configuration(at, {
            year,
            engineId,
            transmissionId,
            airConditioning,
            package: at % 2 === 0 ? 'standard' : 'towing',
            built: [month, month],
          }),
        ),
      ),
    ),
  ),
);

function draw(next: () => number) {
  const some = <T>(list: readonly T[]): T[] | null => {
    if (next() < 0.5) return null;
    const kept = list.filter(() => next() < 0.6);
    return kept.length > 0 ? kept : [list[0]!];
  };
  const scope = (): Scope => {
    const from = 2008 + Math.floor(next() * 4);
    const start = monthNumber('2008-10') + Math.floor(next() * 30);
    return {
      years: next() < 0.4 ? null : [from, from + Math.floor(next() * 3)],
      built: next() < 0.5 ? null : [monthName(start), monthName(start + Math.floor(next() * 14))],
      engineIds: some([1, 2, 3]),
      transmissionIds: some([1, 2]),
      airConditioning: next() < 0.6 ? null : next() < 0.5,
      packages: some<CoolingPackage>(['standard', 'towing']),
    };
  };
  return (id: number): Claim => {
    const own = scope();
    return claim(id, {
      ...own,
      years: own.years ?? [2008, 2012],
      exceptions: Array.from({ length: Math.floor(next() * 3) }, scope),
    });
  };
}
const truly = (one: Claim, atom: Configuration): boolean =>
  inScope(one, atom) && !one.exceptions.some((exception) => inScope(exception, atom));
const held = (region: Region, atom: Configuration): boolean => coverageOf(space, atom, region) === 'whole';

describe('regions', () => {
  test('union, intersection, difference and coverage say of every vehicle and month what going through them says', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const make = draw(random(seed));
      const [a, b] = [make(1), make(2)];
      const [ra, rb] = [regionOf(space, a), regionOf(space, b)];
      const [both, either, first] = [intersection(ra, rb), union(ra, rb), difference(ra, rb)];
      for (const atom of atoms) {
        const [inA, inB] = [truly(a, atom), truly(b, atom)];
        expect(
          [ra, rb, both, either, first].map((region) => held(region, atom)),
          `seed ${seed}`,
        ).toEqual([inA, inB, inA && inB, inA || inB, inA && !inB]);
      }
    }
  });

  test('laws: a = (a − b) ∪ (a ∩ b); nothing is left of a region without itself; a union covers both', () => {
    for (let seed = 100; seed < 160; seed += 1) {
      const make = draw(random(seed));
      const [a, b] = [regionOf(space, make(1)), regionOf(space, make(2))];
      expect(sameRegion(a, union(difference(a, b), intersection(a, b)))).toBe(true);
      expect(difference(a, a)).toEqual([]);
      expect(covers(union(a, b), a) && covers(union(a, b), b)).toBe(true);
      expect(covers(a, b)).toBe(difference(b, a).length === 0);
      // Boxes of a region share nothing, so that counting them counts vehicles.
      union(a, b).forEach((box, at, list) => expect(intersection([box], list.slice(at + 1))).toEqual([]));
    }
  });

  test('model year and build month are separate axes', () => {
    const vehicle = configuration(1, { year: 2010, built: ['2009-09', '2010-08'] });
    const cover = (change: Partial<Claim>) => coverageOf(space, vehicle, regionOf(space, claim(1, change)));
    expect(cover({ years: [2010, 2010] })).toBe('whole');
    expect(cover({ years: [2009, 2009] })).toBe('none');
    expect(cover({ built: ['2009-01', '2010-02'] })).toBe('part');
    const early = claim(1, { built: ['2009-01', '2010-02'] });
    const late = claim(2, { built: ['2010-03', '2011-01'] });
    expect(coverageOf(space, vehicle, regionOfAll(space, [early, late]))).toBe('whole');
    const lateStart = claim(3, { built: ['2010-04', '2011-01'] });
    expect(coverageOf(space, vehicle, regionOfAll(space, [early, lateStart]))).toBe('part');
  });
});

describe('audit of the claims of a model', () => {
  const fleet = (next: () => number): Configuration[] => {
    let id = 0;
    return [2009, 2010, 2011].flatMap((year) =>
      [1, 2, 3].flatMap((engineId) =>
        [1, 2].flatMap((transmissionId) =>
          next() < 0.2
            ? []
            : [
                configuration((id += 1), {
                  year,
                  engineId,
                  transmissionId,
                  built: [`${year - 1}-09`, `${year}-08`],
                }),
              ],
        ),
      ),
    );
  };

  test('the same findings as the definitions, gone through vehicle by vehicle and month by month', () => {
    let found = { saysBoth: 0, originals: 0, gaps: 0, never: 0 };
    for (let seed = 1; seed <= 80; seed += 1) {
      const next = random(seed);
      const make = draw(next);
      const vehicles = fleet(next);
      const claims: AuditClaim[] = [1, 2, 3, 4, 5].map((id) => ({
        ...make(id),
        partId: 1 + Math.floor(next() * 2),
        fits: next() < 0.7,
        original: next() < 0.5,
        kind: 'radiator',
      }));
      const spoken = (one: Claim, vehicle: Configuration): string[] =>
        months(...(vehicle.built as [string, string])).filter((month) =>
          truly(one, { ...vehicle, built: [month, month] }),
        );
      const clash = (a: Claim, b: Claim): number[] =>
        vehicles
          .filter((vehicle) => spoken(a, vehicle).some((month) => spoken(b, vehicle).includes(month)))
          .map((vehicle) => vehicle.id);
      const findings = auditModel(vehicles, claims);
      const pairs = claims.flatMap((a, at) => claims.slice(at + 1).map((b) => [a, b] as const));
      const label = (a: Claim, b: Claim) => [a.id, b.id].sort().join('-');
      const listed = (type: 'says-both' | 'two-originals') =>
        findings
          .flatMap((finding) =>
            finding.type === type
              ? [
                  `${[...finding.claims].sort().join('-')}:${[...finding.vehicles].sort((a, b) => a - b).join()}`,
                ]
              : [],
          )
          .sort();
      const expected = (wanted: (a: AuditClaim, b: AuditClaim) => boolean) =>
        pairs
          .filter(([a, b]) => wanted(a, b) && clash(a, b).length > 0)
          .map(([a, b]) => `${label(a, b)}:${clash(a, b).join()}`)
          .sort();
      const both = expected((a, b) => a.partId === b.partId && a.fits !== b.fits);
      const two = expected((a, b) => a.partId !== b.partId && a.fits && b.fits && a.original && b.original);
      expect(listed('says-both'), `seed ${seed}`).toEqual(both);
      expect(listed('two-originals'), `seed ${seed}`).toEqual(two);
      const covered = (vehicle: Configuration) =>
        claims.some((one) => one.fits && spoken(one, vehicle).length > 0);
      expect(
        [...coveredVehicles(vehicles, claims)].sort((a, b) => a - b),
        `seed ${seed}`,
      ).toEqual(vehicles.filter(covered).map((vehicle) => vehicle.id));
      const gaps = vehicles
        .filter(
          (vehicle) =>
            !covered(vehicle) && vehicles.some((other) => areNeighbours(vehicle, other) && covered(other)),
        )
        .map((vehicle) => vehicle.id);
      expect(findings.flatMap((finding) => (finding.type === 'gap' ? finding.vehicles : []))).toEqual(gaps);
      const never = claims
        .filter((one) => vehicles.every((vehicle) => spoken(one, vehicle).length === 0))
        .map((one) => one.id);
      expect(findings.flatMap((finding) => (finding.type === 'never-built' ? finding.claims : []))).toEqual(
        never,
      );
      found = {
        saysBoth: found.saysBoth + both.length,
        originals: found.originals + two.length,
        gaps: found.gaps + gaps.length,
        never: found.never + never.length,
      };
    }
    // The instances are worth something only if each kind of finding occurs.
    expect(Math.min(...Object.values(found))).toBeGreaterThan(10);
  });

  test('a covered neighbour is one step away: a year, or one of engine, transmission, air, package', () => {
    const at = (change: Partial<Configuration>) => configuration(2, change);
    const base = configuration(1);
    expect(areNeighbours(base, at({ year: 2011 }))).toBe(true);
    expect(areNeighbours(base, at({ year: 2012 }))).toBe(false);
    expect(areNeighbours(base, at({ engineId: 4 }))).toBe(true);
    expect(areNeighbours(base, at({ engineId: 4, year: 2011 }))).toBe(false);
    expect(areNeighbours(base, base)).toBe(false);
  });

  test('two parts of one kind claimed as original for the same vehicle are a contradiction; for other kinds they are not', () => {
    const vehicle = configuration(1);
    const original = (id: number, kind: string): AuditClaim => ({
      ...claim(id, { ...anyScope, years: [2010, 2010], partId: id }),
      kind,
      original: true,
    });
    expect(auditModel([vehicle], [original(1, 'radiator'), original(2, 'radiator')])).toMatchObject([
      { type: 'two-originals', parts: [1, 2], vehicles: [1] },
    ]);
    expect(auditModel([vehicle], [original(1, 'radiator'), original(2, 'fan')])).toEqual([]);
  });
});
