/**
 * How much may be tried, counted in steps and never by a clock: the same day gives the same plan on any machine. A step is
 * one job laid in, or one task put to a schedule that is part made.
 */
export class Budget {
  #left: number;

  /** @param steps 0 or more; Infinity for no end */
  constructor(steps: number) {
    this.#left = steps;
  }

  /** Takes steps; false once there are none left. */
  spend(steps: number): boolean {
    this.#left -= steps;
    return this.#left > 0;
  }

  get isSpent(): boolean {
    return this.#left <= 0;
  }
}

/** What laying a shop's plan is given, and trying a change: some seconds on a small machine. */
export const PLAN_STEPS = 10_000;
export const TRY_STEPS = 4_000;
