import { expect, test } from 'vitest';
import { judgeBleed, type BleedRecord } from '../src/coolant/index.ts';
import { Draws } from '../src/random/index.ts';
import { atLeast, atMost, drawn, rateText, tell } from './simulated.ts';

/**
 * A vehicle that is not the product's own stand-in: two lumps (metal, coolant), a wax element that lags and lifts along an
 * S, a radiator by a power law of its air, and a fan that goes in steps or follows the temperature.
 */
interface Other {
  opensC: number;
  spanK: number;
  lagS: number;
  /** Lift of a thermostat that stands open, 0 to 1; undefined for one that works. */
  stuck?: number;
  fan: 'steps' | 'follows' | 'two speeds';
  heatW: number;
  ambientC: number;
  radiatorWK: number;
}
function warmUp(other: Other, seconds: number, draws: Draws): number[] {
  const pair = new Float64Array(2);
  let [metal, coolant, wax, fan, wander] = [other.ambientC, other.ambientC, other.ambientC, 0, 0];
  const [metalJK, coolantJK, betweenWK] = [55_000, 30_000, 900];
  const curve: number[] = [];
  for (let s = 0; s < seconds; s += 1) {
    wax += (coolant - wax) / other.lagS;
    const x = (wax - other.opensC) / other.spanK;
    // An S from 0 at the opening to 1 a span above.
    const lift = other.stuck ?? (x <= 0 ? 0 : x >= 1 ? 1 : x * x * (3 - 2 * x));
    if (other.fan === 'follows') fan = Math.min(1, Math.max(0, (coolant - 95) / 5));
    else if (coolant > 97) fan = other.fan === 'two speeds' && coolant < 99 ? Math.max(fan, 0.5) : 1;
    else if (coolant < 92) fan = 0;
    const air = 0.12 + 0.88 * fan;
    const radiatorW = other.radiatorWK * lift ** 0.7 * air ** 0.6 * (coolant - other.ambientC);
    const blockW = 12 * (coolant - other.ambientC);
    draws.normals(pair);
    wander += -wander / 90 + 0.02 * pair[0]!;
    metal += (other.heatW - betweenWK * (metal - coolant)) / metalJK;
    coolant += (betweenWK * (metal - coolant) - radiatorW - blockW) / coolantJK;
    curve.push(coolant + wander);
  }
  return curve;
}
const drawnVehicle = (draws: Draws, stuck: boolean): Other => ({
  opensC: 83 + 3 * (draws.even() - 0.5),
  spanK: 10 + 4 * draws.even(),
  lagS: 8 + 14 * draws.even(),
  ...(stuck ? { stuck: 0.3 + 0.7 * draws.even() } : {}),
  fan: (['steps', 'follows', 'two speeds'] as const)[Math.floor(3 * draws.even())]!,
  heatW: 6500 + 3500 * draws.even(),
  ambientC: 12 + 16 * draws.even(),
  radiatorWK: 420 + 260 * draws.even(),
}); // prettier-ignore

const RECORD: BleedRecord = { opensC: 83, fullyOpenC: 95, fanOnC: 97, warningC: null };
/** Step of the reader and its own noise, one standard deviation, K. */
const READERS = [[0.1, 0.04], [0.1, 0.15], [0.5, 0.05], [0.5, 0.2], [1, 0.05], [1, 0.3]] as const; // prettier-ignore
const SECONDS = 1800;

function read(curve: readonly number[], [step, noise]: (typeof READERS)[number], draws: Draws): { ms: number[]; values: number[] } {
  const pair = new Float64Array(2);
  return {
    ms: curve.map((_, s) => 1000 * s),
    values: curve.map((each) => {
      draws.normals(pair);
      return Math.round((each + noise * pair[0]!) / step) * step;
    }),
  };
} // prettier-ignore

test('readers of 0.1, 0.5 and 1 K on a vehicle that is not our stand-in: no probe falls out of a sound one, stuck open is found, a dead probe of a fine reader is', async ({ annotate }) => {
  const told: string[] = [];
  const vehicles = drawn(24, 1000);
  for (const reader of READERS) {
    const draws = new Draws(Math.round(100 * reader[0] + 1000 * reader[1]));
    let [out, accused, stuckFound, dead] = [0, 0, 0, 0];
    const why = new Map<string, number>();
    for (let i = 0; i < vehicles; i += 1) {
      const sound = read(warmUp(drawnVehicle(draws, false), SECONDS, draws), reader, draws);
      const { findings } = judgeBleed(sound.ms, sound.values, RECORD);
      out += Number(findings.some(({ code }) => code === 'probe out'));
      const grave = findings.find((each) => each.grave);
      if (grave) why.set(grave.code, (why.get(grave.code) ?? 0) + 1);
      accused += Number(grave !== undefined);
      const stuck = read(warmUp(drawnVehicle(draws, true), SECONDS, draws), reader, draws);
      stuckFound += Number(judgeBleed(stuck.ms, stuck.values, RECORD).findings.some(({ code }) => code === 'stuck open'));
      const lost = sound.values.map((each, s) => (s > 700 ? sound.values[700]! : each));
      dead += Number(judgeBleed(sound.ms, lost, RECORD).findings.some(({ code }) => code === 'probe out'));
    }
    const name = `reads ${reader[0]} K, noise ${reader[1]} K`;
    told.push(`${name}: probe out of sound vehicles ${rateText(out, vehicles)}; any fault of them ${rateText(accused, vehicles)} ${JSON.stringify(Object.fromEntries(why))}; stuck open found ${rateText(stuckFound, vehicles)}; dead probe found ${rateText(dead, vehicles)}`);
    expect(atLeast(out, vehicles), told.at(-1)).toBeLessThan(0.01);
    expect(atLeast(accused, vehicles), told.at(-1)).toBeLessThan(0.05);
    // A thermostat that stands a third open still warms up: some of those have not levelled off in half an hour.
    expect(atMost(stuckFound, vehicles), told.at(-1)).toBeGreaterThan(0.9);
    // A reader whose noise shows lets a dead probe be told from a calm engine; of a coarse, quiet one nothing is said.
    if (reader[1] >= 0.3 * reader[0]) expect(atMost(dead, vehicles), told.at(-1)).toBeGreaterThan(0.85);
  }
  await tell(annotate, told);
}, 1_800_000); // prettier-ignore
