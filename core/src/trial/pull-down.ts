import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { inverseOf } from './compare.ts';
import { tQuantile } from './distributions.ts';
import { slowWander } from './wander.ts';

export interface Between {
  value: number;
  lo: number;
  hi: number;
}
export interface PullDown {
  ok: true;
  /** Seconds in which the distance to where it settles falls to 37 %. */
  tauS: Between;
  /** Where it would settle with the fan on, °C. */
  settlesC: Between;
  /** From residual to residual, a second apart. */
  correlation: number;
  seconds: number;
  fromC: number;
  toC: number;
}
export type PullDownFit = PullDown | { ok: false; because: string };

/** More points than this say no more: residuals hang together. */
const MOST_POINTS = 240;
const SHORTEST_S = 30;
const LEAST_FALL_K = 2;
const LEVEL = 0.95;
/** A time constant past so many times the log's length is no longer told from a straight line. */
const LONGEST = 12;

/** Seconds and readings in even bins, so that resolution and noise are averaged where readings are many. */
function binned(seconds: readonly number[], temps: readonly number[]): { t: number[]; y: number[]; step: number } {
  const start = seconds[0]!;
  const span = seconds.at(-1)! - start;
  const usual = span / (seconds.length - 1);
  const step = Math.max(usual, span / MOST_POINTS, 1);
  const sums = new Map<number, [number, number, number]>();
  seconds.forEach((s, i) => {
    const bin = Math.floor((s - start) / step + 1e-9);
    const held = sums.get(bin) ?? [0, 0, 0];
    sums.set(bin, [held[0] + s - start, held[1] + temps[i]!, held[2] + 1]);
  });
  const bins = [...sums].sort((a, b) => a[0] - b[0]).map(([, each]) => each);
  return { t: bins.map(([s, , n]) => s / n), y: bins.map(([, y, n]) => y / n), step };
} // prettier-ignore

interface Profile {
  rss: number;
  /** Where it settles, and how far above that it began. */
  to: number;
  above: number;
}

/** Least squares of y = to + above·e^(−t/τ), whitened by φ, for one τ; with `fixed` the settling temperature is given. */
function at(tau: number, t: readonly number[], y: readonly number[], phi: number, fixed?: number): Profile {
  let [s11, s12, s22, s1y, s2y, syy] = [0, 0, 0, 0, 0, 0];
  let [before, beforeY] = [0, 0];
  const first = Math.sqrt(1 - phi * phi);
  for (let i = 0; i < t.length; i += 1) {
    const e = Math.exp(-t[i]! / tau);
    const raw = y[i]! - (fixed ?? 0);
    const one = i === 0 ? first : 1 - phi;
    const ex = i === 0 ? first * e : e - phi * before;
    const yy = i === 0 ? first * raw : raw - phi * beforeY;
    before = e;
    beforeY = raw;
    s11 += one * one;
    s12 += one * ex;
    s22 += ex * ex;
    s1y += one * yy;
    s2y += ex * yy;
    syy += yy * yy;
  }
  if (fixed !== undefined) {
    const above = s2y / s22;
    return { rss: Math.max(0, syy - above * s2y), to: fixed, above };
  }
  const det = s11 * s22 - s12 * s12;
  const to = (s22 * s1y - s12 * s2y) / det;
  const above = (s11 * s2y - s12 * s1y) / det;
  return { rss: Math.max(0, syy - to * s1y - above * s2y), to, above };
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
function least(of: (logTau: number) => number, lo: number, hi: number): number {
  let [a, b] = [lo, hi];
  let [x1, x2] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [f1, f2] = [of(x1), of(x2)];
  for (let i = 0; i < 22; i += 1)
    if (f1 < f2) {
      [b, x2, f2] = [x2, x1, f1];
      x1 = b - GOLDEN * (b - a);
      f1 = of(x1);
    } else {
      [a, x1, f1] = [x1, x2, f2];
      x2 = a + GOLDEN * (b - a);
      f2 = of(x2);
    }
  return (a + b) / 2;
}
function bestTau(t: readonly number[], y: readonly number[], phi: number, span: number, fixed?: number): number {
  const [lo, hi] = [Math.log(span / 100), Math.log(span * LONGEST)];
  const of = (log: number): number => at(Math.exp(log), t, y, phi, fixed).rss;
  // One valley as a rule; a coarse look first, for logs where there are two.
  const grid = Array.from({ length: 17 }, (_, i) => lo + ((hi - lo) * i) / 16);
  const best = grid.reduce((a, b) => (of(b) < of(a) ? b : a));
  return Math.exp(least(of, Math.max(lo, best - (hi - lo) / 16), Math.min(hi, best + (hi - lo) / 16)));
} // prettier-ignore

/**
 * Correlation of residuals a step apart, with the correction for how a short series and a fit of three figures hide it
 * (Marriott and Pope 1954: about (1 + 3φ)/n, and what three fitted figures take on top).
 */
function correlationOf(residuals: readonly number[]): number {
  let [top, bottom] = [0, 0];
  residuals.forEach((each, i) => {
    bottom += each * each;
    if (i > 0) top += each * residuals[i - 1]!;
  });
  const raw = bottom > 0 ? top / bottom : 0;
  return Math.min(0.97, Math.max(0, raw + (5 + 9 * raw) / residuals.length));
}

/**
 * Fits a pull-down T = T_eq + (T_0 − T_eq) e^(−t/τ) to a log, with 95 % intervals by profile: residuals may hang
 * together (first order), readings may be coarse, and the temperature may wander slowly by what the shop assumes or the
 * log shows (`wander`). Give it only what lies between fan-on and fan-off with the thermostat
 * fully open: elsewhere it is another curve.
 *
 * @param seconds rising; @param temps °C
 * @param resolutionK of the reader
 * @returns refuses where the log does not tell both figures apart, with the reason
 */
export function fitPullDown(
  seconds: readonly number[],
  temps: readonly number[],
  resolutionK = 0.1,
  practice: Pick<Practice, 'slowWander'> = USUAL_PRACTICE,
): PullDownFit {
  const no = (because: string): PullDownFit => ({ ok: false, because });
  if (seconds.length !== temps.length || seconds.length < 10)
    return no('Fewer than ten readings: that is no curve.');
  if ([...seconds, ...temps].some((each) => !Number.isFinite(each))) return no('A reading is missing in the middle of it.');
  const span = seconds.at(-1)! - seconds[0]!;
  if (!(span >= SHORTEST_S)) return no(`${Math.round(span)} s of log: half a minute at least shows a bend.`);
  const { t, y, step } = binned(seconds, temps);
  const [fromC, toC] = [y[0]!, y.at(-1)!];
  const tooShort = (): PullDownFit =>
    no(
      `The log covers ${Math.round(span)} s and ${(fromC - toC).toFixed(1)} K of a fall that may go on for long: a curve so short does not tell how fast from how far. Log until it bends.`,
    );
  if (!(fromC - toC >= LEAST_FALL_K))
    return no(`It falls by ${(fromC - toC).toFixed(1)} K only: no pull-down.`);
  const n = t.length;
  let phi = 0;
  let tau = bestTau(t, y, phi, span);
  for (let round = 0; round < 2; round += 1) {
    const { to, above } = at(tau, t, y, phi);
    phi = correlationOf(y.map((each, i) => each - to - above * Math.exp(-t[i]! / tau)));
    tau = bestTau(t, y, phi, span);
  }
  const best = at(tau, t, y, phi);
  if (!(best.above > 0)) return no('It does not bend towards a lower temperature: no pull-down.');
  // Rounding adds its own variance where averaging has not taken it out.
  const perBin = Math.max(1, (step * (seconds.length - 1)) / span);
  const rounding = resolutionK ** 2 / 12 / perBin;
  const dof = n - 3;
  const variance = Math.max(best.rss / dof, rounding * (1 - phi) ** 2);
  const effective = Math.max(4, (n * (1 - phi)) / (1 + phi) - 3);
  const limit = best.rss + variance * tQuantile(1 - (1 - LEVEL) / 2, effective) ** 2;
  const tauAt = (direction: 1 | -1): number | undefined => {
    const of = (log: number): number => at(Math.exp(log), t, y, phi).rss - limit;
    const far = direction > 0 ? Math.log(span * LONGEST) : Math.log(span / 200);
    return crossing(of, Math.log(tau), far, Math.exp);
  };
  const toAt = (direction: 1 | -1): number | undefined => {
    // For a given settling temperature τ is near the best one: a narrow valley is enough.
    const own = (to: number): number =>
      Math.exp(least((log) => at(Math.exp(log), t, y, phi, to).rss, Math.log(tau / 6), Math.log(tau * 6)));
    const of = (to: number): number => at(own(to), t, y, phi, to).rss - limit;
    // Upwards it can settle no higher than a little above where the log ends; downwards far below.
    const far = direction > 0 ? Math.max(toC, best.to) + 50 : best.to - 30 * best.above;
    return crossing(of, best.to, far, (x) => x);
  };
  const [tauLo, tauHi, settlesLo, settlesHi] = [tauAt(-1), tauAt(1), toAt(-1), toAt(1)];
  if (tauLo === undefined || tauHi === undefined || settlesLo === undefined || settlesHi === undefined)
    return tooShort();
  const residuals = y.map((each, i) => each - best.to - best.above * Math.exp(-t[i]! / tau));
  const [logTauSd, settlesSd] = slowWander(takesOf(tau, best.above, t), residuals, phi, step, practice.slowWander) as [number, number];
  const z = tQuantile(1 - (1 - LEVEL) / 2, effective);
  const wider = (half: number, sd: number): number => Math.hypot(half, z * sd);
  const tauS = {
    value: tau,
    lo: tau * Math.exp(-wider(Math.log(tau / tauLo), logTauSd)),
    hi: tau * Math.exp(wider(Math.log(tauHi / tau), logTauSd)),
  };
  if (!(tauS.hi < span * LONGEST)) return tooShort();
  return {
    ok: true,
    tauS,
    settlesC: { value: best.to, lo: best.to - wider(best.to - settlesLo, settlesSd), hi: best.to + wider(settlesHi - best.to, settlesSd) },
    correlation: phi ** (1 / step),
    seconds: span,
    fromC,
    toC,
  };
} // prettier-ignore

/** What ln τ and the settling temperature take from each reading, by least squares about the fitted curve. */
function takesOf(tau: number, above: number, t: readonly number[]): number[][] {
  const X = t.map((s) => [(above * s * Math.exp(-s / tau)) / tau, 1, Math.exp(-s / tau)]);
  const inverse = inverseOf([0, 1, 2].map((i) => [0, 1, 2].map((j) => X.reduce((sum, row) => sum + row[i]! * row[j]!, 0))));
  return [0, 1].map((figure) => X.map((row) => (inverse ? inverse[figure]!.reduce((sum, each, j) => sum + each * row[j]!, 0) : 0)));
} // prettier-ignore

/** Where a function that is below nothing at `from` first passes it towards `far`; undefined where it does not. */
function crossing(of: (x: number) => number, from: number, far: number, as: (x: number) => number): number | undefined {
  let [lo, step] = [from, (far - from) / 512];
  // Outward with growing strides until it is passed.
  for (let x = from + step; ; step *= 1.6, x += step) {
    const at = Math.abs(x - from) >= Math.abs(far - from) ? far : x;
    if (of(at) > 0) {
      let hi = at;
      for (let i = 0; i < 16; i += 1) {
        const middle = (lo + hi) / 2;
        if (of(middle) > 0) hi = middle;
        else lo = middle;
      }
      return as(hi);
    }
    if (at === far) return undefined;
    lo = at;
  }
} // prettier-ignore

/** Seconds from one temperature to another on a fitted curve, at another air outside; undefined where it never gets there. */
export function timeDown(
  fit: Pick<PullDown, 'tauS' | 'settlesC'>,
  onC: number,
  offC: number,
  ambientShiftK = 0,
): number | undefined {
  const to = fit.settlesC.value + ambientShiftK;
  return offC > to && onC > offC ? fit.tauS.value * Math.log((onC - to) / (offC - to)) : undefined;
}

export interface Faster {
  /** Of 1/τ, new over old, with its interval: what core or fan really changed. */
  rate: Between;
  /** Where it settles above the air outside, new less old, K. */
  settlesK: Between;
}

/** Two pull-downs at their own air outside: rates as a quotient, settling temperatures over ambient as a difference. */
export function comparePullDowns(
  old: PullDown,
  fresh: PullDown,
  oldAmbientC: number,
  freshAmbientC: number,
): Faster {
  const rate = old.tauS.value / fresh.tauS.value;
  const half = (each: Between): number => Math.max(Math.log(each.hi / each.value), Math.log(each.value / each.lo));
  const log = Math.hypot(half(old.tauS), half(fresh.tauS));
  const settles = fresh.settlesC.value - freshAmbientC - (old.settlesC.value - oldAmbientC);
  const wide = (each: Between): number => (each.hi - each.lo) / 2;
  const k = Math.hypot(wide(old.settlesC), wide(fresh.settlesC));
  return {
    rate: { value: rate, lo: rate * Math.exp(-log), hi: rate * Math.exp(log) },
    settlesK: { value: settles, lo: settles - k, hi: settles + k },
  };
} // prettier-ignore
