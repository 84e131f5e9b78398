import { combined } from '../figures/index.ts';
import { atmosphere, vapourPressureKPa } from '../fluid/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { inverseOf } from './compare.ts';

/** One moment of a pressure test. */
export interface PressurePoint {
  /** Over ambient. */
  kPa: number;
  coolantC: number;
  minutes: number;
}
/** A stroke of the hand pump: how much air at ambient pressure went in since the beginning, and what the gauge shows. */
export interface Stroke {
  litres: number;
  kPa: number;
}

export interface PressureTest {
  /** Local, absolute. */
  ambientKPa: number;
  /** What the cap lets go at. */
  capKPa: number;
  /** What the system holds, L: it expands as it warms. */
  coolantL: number;
  strokes: readonly Stroke[];
  /** Of the pump's volume, relative, expanded. */
  strokeU: number;
  start: PressurePoint;
  end: PressurePoint;
  gaugeU: number;
  temperatureU: number;
}

export interface PressureVerdict {
  word: 'tight' | 'leaks' | 'cannot be told' | 'not so';
  said: string;
  /** Coolant lost, L an hour, and what that may be off by; null where nothing can be said. */
  leakLH: { value: number; u: number } | null;
  /** The smallest leak that this test would have shown, L an hour. */
  smallestLH: number | null;
  /** Gas above the coolant, L, and what hoses give, L/kPa. */
  gasL: number | null;
  givesLKPa: number | null;
}

/** Pressure of the air, kPa absolute. @param altitudeM above the sea; the shop's where nothing else is said */
export const airKPa = (
  practice: Practice = USUAL_PRACTICE,
  altitudeM: number = practice.shopAltitude,
): number => Math.round(atmosphere(altitudeM).pressurePa / 100) / 10;

/** What a test with a hand pump, a gauge and a thermometer of the shop may be off by. */
export const testDoubts = (
  practice: Practice = USUAL_PRACTICE,
): Pick<PressureTest, 'strokeU' | 'gaugeU' | 'temperatureU'> => ({
  strokeU: practice.strokeOff,
  gaugeU: practice.gaugeReads,
  temperatureU: practice.probeReads,
});

/** Volume expansion of coolant, 1/K: 5e-4 to 7e-4 from cold to hot, by strength. */
export const EXPANSION = { value: 6e-4, u: 1e-4 } as const;
const KELVIN = 273.15;

/**
 * Gas above the coolant and what the hoses give, from strokes of known volume: with n litres pumped in from ambient the
 * gauge stands at g, and p_a·n = (p_a + g − p_v)(V + C g) − (p_a − p_v) V. Linear in V and C; two strokes at least.
 */
export function gasAndGive(
  strokes: readonly Stroke[],
  ambientKPa: number,
  coolantC: number,
): { gasL: number; givesLKPa: number } | undefined {
  const pv = vapourPressureKPa(coolantC);
  const rows = strokes.map(({ litres, kPa }) => ({
    y: ambientKPa * litres,
    a: kPa,
    b: (ambientKPa + kPa - pv) * kPa,
  }));
  if (rows.length < 2) return undefined;
  const sum = (of: (row: (typeof rows)[number]) => number): number => rows.reduce((s, row) => s + of(row), 0);
  const inverse = inverseOf([
    [sum((r) => r.a * r.a), sum((r) => r.a * r.b)],
    [sum((r) => r.a * r.b), sum((r) => r.b * r.b)],
  ]);
  if (!inverse) return undefined;
  const [ya, yb] = [sum((r) => r.y * r.a), sum((r) => r.y * r.b)];
  const gasL = inverse[0]![0]! * ya + inverse[0]![1]! * yb;
  const givesLKPa = inverse[1]![0]! * ya + inverse[1]![1]! * yb;
  return gasL > 0 ? { gasL, givesLKPa: Math.max(0, givesLKPa) } : undefined;
}

/** Coolant that left between two moments, L: what the gas has more room for than warming and give explain. */
export function lostL(
  gas: { gasL: number; givesLKPa: number },
  ambientKPa: number,
  coolantL: number,
  start: PressurePoint,
  end: PressurePoint,
  expansion: number = EXPANSION.value,
): number {
  const partial = (at: PressurePoint): number => ambientKPa + at.kPa - vapourPressureKPa(at.coolantC);
  const first = gas.gasL + gas.givesLKPa * start.kPa;
  const room = (first * partial(start) * (end.coolantC + KELVIN)) / (start.coolantC + KELVIN) / partial(end);
  const warmed = expansion * coolantL * (end.coolantC - start.coolantC);
  return room - (gas.gasL + gas.givesLKPa * end.kPa) + warmed;
}

/**
 * A pressure test judged: the gas above the coolant is at absolute pressure less the coolant's vapour pressure, its
 * volume changes with the coolant's expansion and with the give of the hoses. p/T alone holds only dry and rigid. Where a
 * drift of temperature could explain the drop, it cannot be told.
 */
export function judgePressure(test: PressureTest, practice: Practice = USUAL_PRACTICE): PressureVerdict {
  const { start, end, ambientKPa, capKPa, coolantL } = test;
  const none = (word: PressureVerdict['word'], said: string): PressureVerdict => ({ word, said, leakLH: null, smallestLH: null, gasL: null, givesLKPa: null });
  const numbers = [start.kPa, end.kPa, start.coolantC, end.coolantC, ambientKPa, coolantL, end.minutes - start.minutes];
  if (numbers.some((each) => !Number.isFinite(each)) || start.kPa < 0 || end.kPa < 0)
    return none('not so', 'A pressure or a temperature is missing: write down both, at the beginning and at the end.');
  if (!(end.minutes > start.minutes)) return none('not so', 'The end is not after the beginning.');
  if (start.kPa > capKPa + test.gaugeU)
    return none('not so', `Pumped to ${start.kPa.toFixed(0)} kPa, above the cap’s ${capKPa.toFixed(0)}: let it off. Never pump above the cap’s rating.`);
  if (start.kPa < practice.testedTo * capKPa)
    return none('cannot be told', `${start.kPa.toFixed(0)} kPa, where the cap holds ${capKPa.toFixed(0)}: a leak that opens under pressure does not show. Pump on.`);
  const gas = gasAndGive(test.strokes, ambientKPa, start.coolantC);
  if (!gas) return none('cannot be told', 'Without two strokes of known volume the gas above the coolant is not known: pump in steps, and write down each.');
  if (gas.gasL > coolantL)
    return none('cannot be told', `By the strokes there would be ${gas.gasL.toFixed(1)} L of gas over ${coolantL.toFixed(1)} L of coolant: a stroke or the gauge was read wrong.`);
  const hours = (end.minutes - start.minutes) / 60;
  const of = (change: Partial<{ s: PressurePoint; e: PressurePoint; expansion: number; strokes: number }>): number => {
    const own = change.strokes === undefined ? gas : { gasL: gas.gasL * change.strokes, givesLKPa: gas.givesLKPa * change.strokes };
    return lostL(own, ambientKPa, coolantL, change.s ?? start, change.e ?? end, change.expansion);
  };
  const lost = of({});
  const effects = [
    of({ s: { ...start, kPa: start.kPa + test.gaugeU } }),
    of({ e: { ...end, kPa: end.kPa + test.gaugeU } }),
    of({ s: { ...start, coolantC: start.coolantC + test.temperatureU } }),
    of({ e: { ...end, coolantC: end.coolantC + test.temperatureU } }),
    of({ expansion: EXPANSION.value + EXPANSION.u }),
    of({ strokes: 1 + test.strokeU }),
  ].map((each) => Math.abs(each - lost));
  const u = combined(...effects);
  const leakLH = { value: lost / hours, u: u / hours };
  const smallestLH = u / hours;
  const found = { leakLH, smallestLH, ...gas };
  const per = (litres: number): string => `${(1000 * litres).toFixed(0)} mL/h`;
  if (lost > u)
    return { word: 'leaks', said: `It loses ${per(leakLH.value)} ± ${(1000 * leakLH.u).toFixed(0)} at ${start.kPa.toFixed(0)} kPa.`, ...found };
  if (lost < -u)
    return { word: 'cannot be told', said: 'The pressure rose by more than warming explains: a temperature is wrong, or the engine was still hot.', ...found };
  if (smallestLH > practice.leakNoticed) {
    const byWarmth = combined(effects[2]!, effects[3]!) > combined(effects[0]!, effects[1]!);
    return { word: 'cannot be told', said: `${byWarmth ? 'A drift of temperature' : 'The gauge'} could hide ${per(smallestLH)}: ${byWarmth ? 'let it settle' : 'take a finer gauge'}, or watch for longer.`, ...found };
  }
  return { word: 'tight', said: `${start.kPa.toFixed(0)} kPa held for ${Math.round(end.minutes - start.minutes)} min: a leak of ${per(smallestLH)} would have shown.`, ...found };
} // prettier-ignore
