/**
 * Ordinary differential equations with events: Dormand & Prince 5(4) (*J. Comp. Appl. Math.* 6 (1980) 19–26) with the
 * continuous extension of Hairer, Nørsett & Wanner, *Solving Ordinary Differential Equations I*, II.6, from memory.
 */
export interface Equations {
  size: number;
  /** Writes dy/dt into `out`. */
  slope(t: number, y: Float64Array, out: Float64Array): void;
}

/** Fires where its value goes from below nothing to nothing or more. */
export type Watch = (t: number, y: Float64Array) => number;

export interface Tolerance {
  absolute: number;
  relative: number;
}

export interface Stretch {
  from: number;
  to: number;
  /** The state at any moment of the stretch, written into `out`. */
  at(t: number, out: Float64Array): void;
}

export interface Ended {
  t: number;
  y: Float64Array;
  /** Which watch fired; −1 at the end of the time asked for. */
  event: number;
  steps: number;
}

const C = [0, 1 / 5, 3 / 10, 4 / 5, 8 / 9, 1, 1] as const;
const A = [
  [],
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
  [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
] as const;
const ERROR = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40] as const;
const DENSE = [
  -12715105075 / 11282082432, 0, 87487479700 / 32700410799, -10690763975 / 1880347072, 701980252875 / 199316789632,
  -1453857185 / 822651844, 69997945 / 29380423,
] as const; // prettier-ignore

const SAFETY = 0.9;
const MOST_STEPS = 2_000_000;
/** Steps grow and shrink by no more than this at once. */
const [SHRINK, GROW] = [0.2, 5];
/** A step is looked through at these places for a watch that fires and takes it back. */
const LOOKS = [0.25, 0.5, 0.75, 1] as const;
const EVENT_STEPS = 60;

/** A solver that keeps its own room, so that starting again after an event costs nothing. */
export class Solver {
  private readonly k: Float64Array[];
  private readonly y1: Float64Array;
  private readonly look: Float64Array;
  private readonly stage: Float64Array;
  private readonly rest: Float64Array[];
  private was = new Float64Array();
  private is = new Float64Array();
  private step = 0;
  private readonly equations: Equations;
  private readonly tolerance: Tolerance;
  private readonly longest: number;

  /**
   * @param longest step, in units of t
   * @throws RangeError for a tolerance that is none
   */
  constructor(equations: Equations, tolerance: Tolerance, longest = Infinity) {
    if (!(tolerance.absolute > 0 && tolerance.relative >= 0))
      throw new RangeError('a tolerance is more than nothing');
    const room = () => new Float64Array(equations.size);
    this.equations = equations;
    this.tolerance = tolerance;
    this.longest = longest;
    this.k = Array.from({ length: 7 }, room);
    this.rest = Array.from({ length: 5 }, room);
    [this.y1, this.look, this.stage] = [room(), room(), room()];
  }

  /** One step from t by h; returns its error in units of the tolerance. Needs k[0]; leaves y1 and k[6]. */
  private try(t: number, y: Float64Array, h: number): number {
    const { k, stage, y1, equations } = this;
    const n = equations.size;
    const [k0, k1, k2, k3, k4, k5] = k as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    const [, a1, a2, a3, a4, a5, a6] = A;
    for (let i = 0; i < n; i += 1) stage[i] = y[i]! + h * a1[0] * k0[i]!;
    equations.slope(t + C[1] * h, stage, k1);
    for (let i = 0; i < n; i += 1) stage[i] = y[i]! + h * (a2[0] * k0[i]! + a2[1] * k1[i]!);
    equations.slope(t + C[2] * h, stage, k2);
    for (let i = 0; i < n; i += 1) stage[i] = y[i]! + h * (a3[0] * k0[i]! + a3[1] * k1[i]! + a3[2] * k2[i]!);
    equations.slope(t + C[3] * h, stage, k3);
    for (let i = 0; i < n; i += 1)
      stage[i] = y[i]! + h * (a4[0] * k0[i]! + a4[1] * k1[i]! + a4[2] * k2[i]! + a4[3] * k3[i]!);
    equations.slope(t + C[4] * h, stage, k4);
    for (let i = 0; i < n; i += 1)
      stage[i] =
        y[i]! + h * (a5[0] * k0[i]! + a5[1] * k1[i]! + a5[2] * k2[i]! + a5[3] * k3[i]! + a5[4] * k4[i]!);
    equations.slope(t + h, stage, k5);
    // The second slope has no part in the step itself.
    for (let i = 0; i < n; i += 1)
      y1[i] =
        y[i]! + h * (a6[0] * k0[i]! + a6[2] * k2[i]! + a6[3] * k3[i]! + a6[4] * k4[i]! + a6[5] * k5[i]!);
    equations.slope(t + h, y1, k[6]!);
    let worst = 0;
    for (let i = 0; i < n; i += 1) {
      let error = 0;
      for (let s = 0; s < 7; s += 1) error += ERROR[s]! * k[s]![i]!;
      const scale =
        this.tolerance.absolute + this.tolerance.relative * Math.max(Math.abs(y[i]!), Math.abs(y1[i]!));
      const share = Math.abs(h * error) / scale;
      // Written so that what is not a number counts as too much.
      if (!(share <= worst)) worst = share;
    }
    return worst;
  }

  /** Prepares the continuous extension of the step just made. */
  private extend(y: Float64Array, h: number): void {
    const [r0, r1, r2, r3, r4] = this.rest as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    const { k, y1 } = this;
    for (let i = 0; i < y.length; i += 1) {
      const difference = y1[i]! - y[i]!;
      const bend = h * k[0]![i]! - difference;
      r0[i] = y[i]!;
      r1[i] = difference;
      r2[i] = bend;
      r3[i] = difference - h * k[6]![i]! - bend;
      let dense = 0;
      for (let s = 0; s < 7; s += 1) dense += DENSE[s]! * k[s]![i]!;
      r4[i] = h * dense;
    }
  }

  private within(share: number, out: Float64Array): void {
    const [r0, r1, r2, r3, r4] = this.rest as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    const back = 1 - share;
    for (let i = 0; i < out.length; i += 1)
      out[i] = r0[i]! + share * (r1[i]! + back * (r2[i]! + share * (r3[i]! + back * r4[i]!)));
  }

  /**
   * Runs from one moment to another, or to the first watch that fires. The moment of an event is found on the
   * continuous extension and the step made anew up to it, so that the state there is as good as at any other step.
   *
   * @throws RangeError when the state stops being a number
   * @throws Error      when it takes more than two million steps
   */
  run(
    from: number,
    to: number,
    start: Float64Array,
    watches: readonly Watch[],
    seen?: (stretch: Stretch) => void,
  ): Ended {
    const { k, y1, equations } = this;
    let t = from;
    const y = Float64Array.from(start);
    const before = Float64Array.from(watches, (watch) => watch(t, y));
    if (this.was.length !== watches.length) [this.was, this.is] = [before.slice(), before.slice()];
    const already = before.findIndex((value) => value > 1e-9);
    if (already >= 0) return { t, y, event: already, steps: 0 };
    equations.slope(t, y, k[0]!);
    if (!(this.step > 0)) this.step = Math.min(this.longest, (to - from) / 1000);
    let steps = 0;
    while (t < to) {
      if ((steps += 1) > MOST_STEPS) throw new Error('the sum does not come to an end');
      const whole = this.step >= to - t;
      const h = whole ? to - t : this.step;
      const error = this.try(t, y, h);
      if (!(error <= 1)) {
        if (!Number.isFinite(error) && h < 1e-9) throw new RangeError('the sum has left the numbers');
        this.step = h * (Number.isFinite(error) ? Math.max(SHRINK, SAFETY * error ** -0.2) : SHRINK);
        continue;
      }
      const next = Math.min(this.longest, h * Math.min(GROW, SAFETY * Math.max(error, 1e-10) ** -0.2));
      this.extend(y, h);
      const fired = watches.length > 0 ? this.firstFired(t, h, watches, before) : undefined;
      if (fired) {
        if (fired.share < 1) {
          this.try(t, y, h * fired.share);
          this.extend(y, h * fired.share);
        }
        const end = t + h * fired.share;
        seen?.(this.stretch(t, end));
        this.step = Math.max(next * 0.1, h * 0.01);
        return { t: end, y: Float64Array.from(y1), event: fired.watch, steps };
      }
      const end = whole ? to : t + h;
      seen?.(this.stretch(t, end));
      t = end;
      y.set(y1);
      k[0]!.set(k[6]!);
      for (let i = 0; i < watches.length; i += 1) before[i] = watches[i]!(t, y);
      // The last bit of a stretch says nothing about how long a step may be.
      if (!whole || next < this.step) this.step = next;
    }
    return { t, y, event: -1, steps };
  }

  private stretch(from: number, to: number): Stretch {
    return { from, to, at: (t, out) => this.within(to > from ? (t - from) / (to - from) : 1, out) };
  }

  private firstFired(
    t: number,
    h: number,
    watches: readonly Watch[],
    before: Float64Array,
  ): { share: number; watch: number } | undefined {
    let [first, which] = [2, -1];
    const { look } = this;
    const value = (watch: Watch, share: number): number => {
      this.within(share, look);
      return watch(t + share * h, look);
    };
    this.was.set(before);
    let lo = 0;
    for (const hi of LOOKS as readonly number[]) {
      // At the end of the step the state itself is at hand.
      if (hi < 1) this.within(hi, look);
      const state = hi < 1 ? look : this.y1;
      for (let index = 0; index < watches.length; index += 1)
        this.is[index] = watches[index]!(t + hi * h, state);
      for (let index = 0; index < watches.length; index += 1) {
        const [was, is] = [this.was[index]!, this.is[index]!];
        this.was[index] = is;
        if (!(was < 0 && is >= 0)) continue;
        // Halving with the secant's guess in between: brackets always, ends soon.
        let [a, b, fa, fb] = [lo, hi, was, is];
        for (let turn = 0; turn < EVENT_STEPS && (b - a) * h > 1e-12 * Math.max(1, Math.abs(t)); turn += 1) {
          const guess = turn % 3 === 2 || fb === fa ? (a + b) / 2 : a - (fa * (b - a)) / (fb - fa);
          const at = guess > a && guess < b ? guess : (a + b) / 2;
          const mid = value(watches[index]!, at);
          if (mid >= 0) [b, fb] = [at, mid];
          else [a, fa] = [at, mid];
          if (fb === 0) break;
        }
        if (b < first) [first, which] = [b, index];
      }
      if (which >= 0) break;
      lo = hi;
    }
    return which < 0 ? undefined : { share: first, watch: which };
  }
}
