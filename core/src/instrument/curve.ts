/**
 * What a temperature curve says by itself: where the thermostat began to open (the break), how often the fan cycled (the
 * teeth), and whether air went past the sensor (jumps).
 */

/** Evenly spaced readings, one a second; NaN where there were none. */
export type Seconds = Float64Array;

const LONGEST_BRIDGE_S = 5;

/** Readings put on a grid of seconds: the mean of each second, short gaps bridged, long ones left open. */
export function perSecond(ms: readonly number[], values: readonly (number | null)[]): Seconds {
  const start = ms[0] ?? 0;
  const length = ms.length === 0 ? 0 : Math.floor((ms.at(-1)! - start) / 1000) + 1;
  const sum = new Float64Array(length);
  const count = new Uint32Array(length);
  for (let i = 0; i < ms.length; i += 1) {
    const value = values[i];
    if (value === null || value === undefined || !Number.isFinite(value)) continue;
    const at = Math.floor((ms[i]! - start) / 1000);
    sum[at] = sum[at]! + value;
    count[at] = count[at]! + 1;
  }
  const grid = sum.map((each, i) => (count[i]! > 0 ? each / count[i]! : NaN));
  let last = -1;
  for (let i = 0; i < length; i += 1) {
    if (Number.isNaN(grid[i]!)) continue;
    if (last >= 0 && i - last > 1 && i - last <= LONGEST_BRIDGE_S)
      for (let k = last + 1; k < i; k += 1)
        grid[k] = grid[last]! + ((grid[i]! - grid[last]!) * (k - last)) / (i - last);
    last = i;
  }
  return grid;
}

const median = (values: number[]): number => {
  const sorted = values.filter((each) => !Number.isNaN(each)).sort((a, b) => a - b);
  return sorted.length === 0 ? NaN : sorted[Math.floor(sorted.length / 2)]!;
};

/** Each second the median of those around it: spikes go, edges stay. */
export function smoothed(grid: Seconds, half = 4): Seconds {
  return grid.map((_, i) => median([...grid.slice(Math.max(0, i - half), i + half + 1)]));
}

interface Line {
  slope: number;
  /** At the middle. */
  level: number;
  /** One standard error of the slope. */
  se: number;
  rss: number;
}
function lineOf(grid: Seconds, from: number, to: number): Line | undefined {
  let [n, st, sy] = [0, 0, 0];
  for (let i = from; i <= to; i += 1)
    if (!Number.isNaN(grid[i]!)) {
      n += 1;
      st += i;
      sy += grid[i]!;
    }
  if (n < 8) return undefined;
  const [mt, my] = [st / n, sy / n];
  let [stt, sty, syy] = [0, 0, 0];
  for (let i = from; i <= to; i += 1)
    if (!Number.isNaN(grid[i]!)) {
      stt += (i - mt) ** 2;
      sty += (i - mt) * (grid[i]! - my);
      syy += (grid[i]! - my) ** 2;
    }
  const slope = sty / stt;
  const rss = Math.max(0, syy - slope * sty);
  return { slope, level: my, se: Math.sqrt(rss / (n - 2) / stt), rss };
}

const LEFT_S = 60;
const RIGHT_S = 45;
/** A reader with steps from here on, K, is looked at over longer stretches: in a short one it may show one value. */
const COARSE_K = 0.4;
const COARSE = { leftS: 90, rightS: 75 } as const;
/** A break takes away at least this share of the rise. */
const BREAK_SHARE = 0.5;
/** Warming slower than this is no warm-up, K/s; nor is it where it warms by less than this share of how it once did. */
const SLOWEST_RISE = 0.012;
const RISE_SHARE = 0.35;
const TIMES_ERROR = 5;

/** The reader's step: the smallest change from second to second, K; 0 where it shows one value only. */
function stepOf(grid: Seconds): number {
  let least = Infinity;
  for (let i = 1; i < grid.length; i += 1) {
    const by = Math.abs(grid[i]! - grid[i - 1]!);
    if (by > SAME_K && by < least) least = by;
  }
  return least < Infinity ? least : 0;
}

/** The steepest rise over a minute of the curve, K/s; 0 where it is shorter than that. */
export function steepestRise(curve: Seconds): number {
  let most = 0;
  for (let i = LEFT_S; i < curve.length; i += 10) most = Math.max(most, lineOf(curve, i - LEFT_S, i)?.slope ?? 0);
  return most;
} // prettier-ignore

export interface Break {
  /** Seconds from the beginning. */
  atS: number;
  tempC: number;
  /** Of the temperature, expanded. */
  u: number;
}

/**
 * Where a warm-up curve breaks: the rise of the minute before falls to less than half within the next three quarters of
 * one, by far more than the noise explains. Cold coolant from the radiator comes in there: the thermostat starts to open.
 *
 * @param fromC a break below this is something else
 */
export function openingBreak(grid: Seconds, fromC = 55): Break | undefined {
  const curve = smoothed(grid);
  const slowest = Math.max(SLOWEST_RISE, RISE_SHARE * steepestRise(curve));
  const step = stepOf(grid);
  const { leftS, rightS } = step >= COARSE_K ? COARSE : { leftS: LEFT_S, rightS: RIGHT_S };
  // Rounding that is high in one half of a stretch and low in the other tilts its line by 1.5 steps over its length.
  const tilted = 1.5 * step * (1 / leftS + 1 / rightS);
  let best: { at: number; drop: number } | undefined;
  for (let i = leftS; i < curve.length - rightS; i += 2) {
    if (!(curve[i]! >= fromC)) continue;
    const left = lineOf(curve, i - leftS, i);
    const right = lineOf(curve, i, i + rightS);
    if (!left || !right || left.slope < slowest) continue;
    const drop = left.slope - right.slope;
    const is =
      right.slope < BREAK_SHARE * left.slope &&
      drop > Math.max(tilted, TIMES_ERROR * Math.hypot(left.se, right.se));
    // The steepest drop of the first run of candidates is where the two lines meet best.
    if (is && (!best || drop > best.drop)) best = { at: i, drop };
    else if (best && i - best.at > leftS) break;
  }
  if (!best) return undefined;
  // Two lines over one stretch of the curve: the corner is where together they leave the least.
  const [from, to] = [Math.max(0, best.at - 70), Math.min(curve.length - 1, best.at + 55)];
  let corner = { at: best.at, rss: Infinity };
  for (let i = from + 15; i <= to - 12; i += 1) {
    const left = lineOf(curve, from, i);
    const right = lineOf(curve, i, to);
    if (left && right && left.rss + right.rss < corner.rss) corner = { at: i, rss: left.rss + right.rss };
  }
  const left = lineOf(curve, from, corner.at)!;
  return { atS: corner.at, tempC: curve[corner.at]!, u: 10 * Math.abs(left.slope) + 0.5 * Math.max(1, step) };
}

export interface Tooth {
  /** Seconds at its top and at the bottom after it. */
  topS: number;
  bottomS: number;
  topC: number;
  bottomC: number;
}

/**
 * Fan cycles: tops and bottoms that turn by at least `least`, after the curve has reached `fromC`. A tooth falls faster
 * than it rose: a fan pulls down in a minute what the engine took several to bring.
 */
export function teeth(grid: Seconds, least: number, fromC: number): Tooth[] {
  const curve = smoothed(grid);
  const turns: { at: number; value: number; top: boolean }[] = [];
  let started = false;
  let [hiAt, loAt] = [0, 0];
  let rising = true;
  for (let i = 0; i < curve.length; i += 1) {
    const value = curve[i]!;
    if (Number.isNaN(value)) continue;
    if (!started) {
      if (value < fromC) continue;
      started = true;
      hiAt = loAt = i;
    }
    if (value > curve[hiAt]!) hiAt = i;
    if (value < curve[loAt]!) loAt = i;
    if (rising && curve[hiAt]! - value >= least) {
      turns.push({ at: hiAt, value: curve[hiAt]!, top: true });
      rising = false;
      loAt = i;
    } else if (!rising && value - curve[loAt]! >= least) {
      turns.push({ at: loAt, value: curve[loAt]!, top: false });
      rising = true;
      hiAt = i;
    }
  }
  // The last fall counts once it has gone far enough, whether or not it has turned again.
  if (started && !rising) turns.push({ at: loAt, value: curve[loAt]!, top: false });
  const found: Tooth[] = [];
  for (let i = 0; i + 1 < turns.length; i += 1) {
    const [top, bottom] = [turns[i]!, turns[i + 1]!];
    if (top.top && !bottom.top)
      found.push({ topS: top.at, bottomS: bottom.at, topC: top.value, bottomC: bottom.value });
  }
  return found;
}

/** Seconds between the two sides of a jump. */
const JUMP_S = 4;

/**
 * Jumps of at least `least` within a few seconds that hold for some: coolant cannot change so fast, steam and air can.
 * A single spike of one reading is none.
 */
export function jumps(grid: Seconds, least: number): { atS: number; byK: number }[] {
  const found: { atS: number; byK: number }[] = [];
  for (let i = 3; i + JUMP_S + 2 < grid.length; i += 1) {
    const before = median([...grid.slice(i - 3, i)]);
    const after = median([...grid.slice(i + JUMP_S, i + JUMP_S + 3)]);
    const byK = after - before;
    if (!(Math.abs(byK) >= least)) continue;
    if (found.length === 0 || i - found.at(-1)!.atS > 2 * JUMP_S) found.push({ atS: i, byK });
    else if (Math.abs(byK) > Math.abs(found.at(-1)!.byK)) found[found.length - 1] = { atS: i, byK };
  }
  return found;
}

/** Shorter than this nothing is said of a probe, s. */
const FLAT_S = 60;
/** Looked back on for how restless a living probe is, in stretches of so long, s. */
const BEFORE_S = 300;
const STRETCH_S = 30;
/** Coolant that moved by so many of the reader's steps in a minute does not stand still within one for the next. */
const STEPS_A_MINUTE = 15;
/** A probe alive would show one value for so long no more often than this. */
const BY_CHANCE = 1e-6;
/** Less than this is the same value, K: what is left of adding up a second's readings. */
const SAME_K = 1e-6;

/**
 * Seconds at which a probe stops living: it shows one value for longer than its own noise lets a living one, or nothing
 * until the end. How restless it is comes from the calmest half minute of those before: seconds in which it turned back.
 * A coarse reader turns back only where the temperature lies between two of its steps; within one it may show the same
 * value for many minutes, so nothing is said of it.
 */
export function probeOut(grid: Seconds): number | undefined {
  const step = stepOf(grid);
  let run = 0;
  for (let i = 1; i < grid.length; i += 1) {
    const none = Number.isNaN(grid[i]!);
    const same = none || Math.abs(grid[i]! - grid[i - run - 1]!) < SAME_K;
    run = same ? run + 1 : 0;
    if (run < FLAT_S) continue;
    const from = i - run;
    if (none && grid.slice(from + 1, i + 1).every((each) => Number.isNaN(each))) return from;
    if (Math.abs(grid[from]! - grid[from - FLAT_S]!) >= STEPS_A_MINUTE * step) return from;
    const restless = calmest(grid, from);
    if ((1 - restless) ** run < BY_CHANCE) return from;
  }
  return undefined;
}

/** The least that a stretch of the minutes before turned back; 0 where there is none. */
function calmest(grid: Seconds, until: number): number {
  let least = until >= STRETCH_S ? 1 : 0;
  for (let to = until; to >= STRETCH_S && to > until - BEFORE_S; to -= STRETCH_S)
    least = Math.min(least, turnsBack(grid, to - STRETCH_S, to));
  return least;
}

/** Share of seconds in which the value went the other way than at its last change. */
function turnsBack(grid: Seconds, from: number, to: number): number {
  let [turns, seconds, before] = [0, 0, 0];
  for (let i = from + 1; i <= to; i += 1) {
    const by = grid[i]! - grid[i - 1]!;
    if (Number.isNaN(by)) continue;
    seconds += 1;
    if (Math.abs(by) < SAME_K) continue;
    if (before !== 0 && Math.sign(by) !== before) turns += 1;
    before = Math.sign(by);
  }
  return seconds > 0 ? turns / seconds : 0;
}
