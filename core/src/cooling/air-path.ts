import { root, type Air } from '../fluid/index.ts';
import { airDropPa, type Leeway } from './exchanger.ts';
import { fanFlow, isStalled, type Fan } from './fans.ts';
import type { CoreGeometry } from './geometry.ts';

/** What stands in the way of the air and what moves it. Loss coefficients are on the velocity ahead of the core. */
export interface AirSystem {
  condenserLoss: number;
  grilleLoss: number;
  exitLoss: number;
  /** Share of the velocity head of the road that presses on the core. */
  ramShare: number;
  /** Open area round the core that air can take instead, m². */
  gapM2: number;
}

export interface FanSetup {
  fans: readonly Fan[];
  /** Share of the core face that the shroud covers, 0 to 1. */
  covered: number;
  /** Open area round the rims, where no shroud keeps the air of the engine bay from the fans, or the wind from going past them, m². */
  rimM2: number;
}

/** What a gap lets through of what its area would, common practice. */
const GAP_DISCHARGE = 0.6;
/** Without a shroud: open rim over swept disc, and how far beyond its disc a fan reaches; common practice. */
const NO_SHROUD = { rim: 0.35, reach: 1.15 } as const;

/** Fans in a shroud, or standing before the bare core, where they draw through little more than their own discs. */
export function fanSetup(
  fans: readonly Fan[],
  faceAreaM2: number,
  shroud: { covered: number } | undefined,
): FanSetup {
  if (shroud && !(shroud.covered >= 0.05 && shroud.covered <= 1))
    throw new RangeError('a shroud covers 5 to 100 % of the core');
  const swept = fans.reduce((sum, fan) => sum + fan.sweptM2, 0);
  return shroud
    ? { fans, covered: shroud.covered, rimM2: 0 }
    : {
        fans,
        covered: Math.min(1, (NO_SHROUD.reach * swept) / faceAreaM2),
        rimM2: NO_SHROUD.rim * swept,
      };
}

export interface Zone {
  areaM2: number;
  faceVelocityMS: number;
  massFlowKgS: number;
}
export interface AirFlow {
  zones: Zone[];
  massFlowKgS: number;
  /** Air that goes round the core, kg/s. */
  roundKgS: number;
  corePa: number;
  fanPa: number;
  fanFlowM3S: number;
  stalled: boolean;
  leaksBack: boolean;
}

/** Faster than this no air goes through a radiator, m/s. */
const FASTEST_M_S = 60;

/** Where something that falls from more than nothing at 0 passes it, m/s; looked for near a guess first. */
function fromZero(f: (v: number) => number, guess: number | undefined): number {
  let [lo, hi] = [0, FASTEST_M_S];
  if (guess !== undefined && guess > 0)
    for (const by of [0.98, 1.02])
      if (f(guess * by) > 0) lo = guess * by;
      else {
        hi = guess * by;
        break;
      }
  return root(f, lo, hi, 1e-11);
}

/**
 * Where the fans' curves meet what the air has to get through: the part of the core under the shroud and the part
 * beside it each find their own velocity.
 *
 * @param speeds   of each fan, 0 to 1
 * @param roadMS   road speed, m/s, ≥ 0
 * @param air      in the core (mean); `ambientDensity` ahead of it
 * @param near     an answer for nearly the same, to begin from
 */
export function airFlow(
  core: CoreGeometry,
  system: AirSystem,
  setup: FanSetup,
  speeds: readonly number[],
  roadMS: number,
  air: Air,
  ambientDensity: number,
  leeway: Leeway,
  near?: AirFlow,
): AirFlow {
  if (!(roadMS >= 0 && roadMS <= 100))
    throw new RangeError(`a road speed of ${roadMS} m/s is outside 0 to 100`);
  const ram = system.ramShare * 0.5 * ambientDensity * roadMS * roadMS;
  const losses = system.condenserLoss;
  const around = system.grilleLoss + system.exitLoss;
  const dropAcross = (v: number): number => {
    // The core's velocity counts warm air, everything else the air ahead of it.
    const ahead = (v * air.densityKgM3) / ambientDensity;
    return airDropPa(core, air, v, leeway) + losses * 0.5 * ambientDensity * ahead * ahead;
  };
  const gapFlow = (dropPa: number, area: number): number =>
    GAP_DISCHARGE * area * Math.sqrt((2 * Math.max(0, dropPa)) / ambientDensity);

  const pathOf = (v: number, share: number) => {
    const area = share * core.faceAreaM2;
    const drop = dropAcross(v);
    const through = (v * area * air.densityKgM3) / ambientDensity;
    const round = gapFlow(drop, share * system.gapM2);
    const total = (through + round) / area;
    return {
      drop,
      round,
      flow: through + round,
      needs: drop + around * 0.5 * ambientDensity * total * total - ram,
    };
  };
  // Fans stand behind the core, in the air it has warmed; round their rims air of the bay gets in, or the wind out.
  const fansAt = (pressure: number): number =>
    setup.fans.reduce((sum, fan, i) => sum + fanFlow(fan, speeds[i] ?? 0, pressure, air.densityKgM3), 0) -
    Math.sign(pressure) * GAP_DISCHARGE * setup.rimM2 * Math.sqrt((2 * Math.abs(pressure)) / air.densityKgM3);

  const zones: Zone[] = [];
  const add = (share: number, v: number) =>
    zones.push({
      areaM2: share * core.faceAreaM2,
      faceVelocityMS: v,
      massFlowKgS: v * share * core.faceAreaM2 * air.densityKgM3,
    });
  let [roundKgS, corePa, fanPa, total, stalled, leaksBack] = [0, 0, 0, 0, false, false];
  if (setup.covered > 0 && setup.fans.length > 0) {
    const excess = (v: number): number => {
      const path = pathOf(v, setup.covered);
      return fansAt(path.needs) * (air.densityKgM3 / ambientDensity) - path.flow;
    };
    const v = excess(0) <= 0 ? 0 : fromZero(excess, near?.zones[0]?.faceVelocityMS);
    const path = pathOf(v, setup.covered);
    add(setup.covered, v);
    roundKgS += path.round * ambientDensity;
    [corePa, fanPa] = [airDropPa(core, air, v, leeway), path.needs];
    const each = setup.fans.map((fan, i) => fanFlow(fan, speeds[i] ?? 0, path.needs, air.densityKgM3));
    total = each.reduce((sum, flow) => sum + flow, 0);
    stalled = setup.fans.some((fan, i) => isStalled(fan, speeds[i] ?? 0, each[i]!));
    leaksBack = each.some((flow) => flow < -1e-9);
  }
  const open = setup.fans.length > 0 ? 1 - setup.covered : 1;
  if (open > 1e-9) {
    const needs = (v: number): number => -pathOf(v, open).needs;
    const v = ram > 0 ? fromZero(needs, near?.zones.at(-1)?.faceVelocityMS) : 0;
    add(open, v);
    roundKgS += pathOf(v, open).round * ambientDensity;
    if (corePa === 0) corePa = airDropPa(core, air, v, leeway);
  }
  return {
    zones,
    massFlowKgS: zones.reduce((sum, zone) => sum + zone.massFlowKgS, 0),
    roundKgS,
    corePa,
    fanPa,
    fanFlowM3S: total,
    stalled,
    leaksBack,
  };
}
