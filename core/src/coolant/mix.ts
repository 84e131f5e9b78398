import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/**
 * How much of what goes back into a cooling system. Volumes in litres, strengths as a percentage by volume of
 * concentrate in the mix.
 */

export type Refill =
  | {
      ok: true;
      /** What goes in, all told. */
      refillL: number;
      concentrateL: number;
      waterL: number;
      /** Strength of what goes in. */
      strength: number;
      /** Ready-mixed coolant of the target strength does the same. */
      readyMixed: boolean;
    }
  | { ok: false; reason: string };

/**
 * The refill that brings a system to a target strength.
 *
 * After a plain drain the coolant that stayed behind is already mixed (`stayedStrength` = the mix it holds). After a
 * water flush it is water (0), and the refill must have strength c = target·V/(V − r), with capacity V and r left
 * inside: 8.0 L with 3.0 L of water left wants 4.0 L of concentrate and 1.0 L of water.
 *
 * @param capacityL      system capacity, L, > 0
 * @param stayedL        what stayed inside, L, 0 ≤ stayed < capacity
 * @param stayedStrength its strength, %, 0–100
 * @param target         wanted strength, %, within what the shop's practice permits (20 to 60 where it says nothing)
 * @throws RangeError for anything that is not a number in range
 */
export function refill(
  capacityL: number,
  stayedL: number,
  stayedStrength: number,
  target: number,
  practice: Practice = USUAL_PRACTICE,
): Refill {
  const { strengthWeakest: weakest, strengthMost: strongest } = practice;
  if (!(capacityL > 0)) throw new RangeError(`capacity must be positive, got ${capacityL}`);
  if (!(stayedL >= 0 && stayedL < capacityL))
    throw new RangeError(`what stayed must be from 0 to below the capacity, got ${stayedL}`);
  if (!(stayedStrength >= 0 && stayedStrength <= 100))
    throw new RangeError(`strength must be 0 to 100 %, got ${stayedStrength}`);
  if (!(target >= weakest && target <= strongest))
    throw new RangeError(`target must be ${weakest} to ${strongest} %, got ${target}`);
  const refillL = capacityL - stayedL;
  const concentrateL = (target * capacityL - stayedStrength * stayedL) / 100;
  if (concentrateL > refillL + 1e-9)
    return {
      ok: false,
      reason: `Too much water is left for one fill: even pure concentrate ends below ${target} %. Drain more of the block first.`,
    };
  if (concentrateL < 0)
    return {
      ok: false,
      reason: `What stayed inside is already stronger than ${target} %; drain more of it.`,
    };
  const strength = (100 * concentrateL) / refillL;
  return {
    ok: true,
    refillL,
    concentrateL,
    waterL: refillL - concentrateL,
    strength,
    readyMixed: Math.abs(strength - target) < 0.5,
  };
}

export interface FillPlan {
  capacityL: number;
  target: number;
  /** What comes out at the drain cock, and so what goes back after a plain drain; absent when nobody measured it. */
  afterDrain?: Refill;
  /** After the block was flushed with water and drained again. */
  afterFlush?: Refill;
  notes: string[];
}

/**
 * The coolant box of an install sheet.
 * @param drainYieldL what the drain cock yields, L; undefined when not known
 * @param insideChangeL inside volume of the new radiator less that of the old, L; 0 when the same or not known
 */
export function fillPlan(
  capacityL: number,
  drainYieldL: number | undefined,
  target: number,
  insideChangeL = 0,
  practice: Practice = USUAL_PRACTICE,
): FillPlan {
  const { strengthWeakest: weakest, strengthMost: strongest } = practice;
  const total = capacityL + insideChangeL;
  const notes: string[] = [];
  if (insideChangeL !== 0)
    notes.push(
      `The new radiator holds ${Math.abs(insideChangeL).toFixed(1)} L ${insideChangeL > 0 ? 'more' : 'less'} than the old one; counted in.`,
    );
  if (drainYieldL === undefined || drainYieldL > capacityL) {
    notes.push('What the drain cock yields is not on record: measure what comes out, and put it on record.');
    return { capacityL: total, target, notes };
  }
  const stayed = capacityL - drainYieldL;
  if (!(target >= weakest && target <= strongest)) {
    notes.push(
      `A mix of ${target} % is outside ${weakest} to ${strongest} %: beyond it coolant protects less, not more, and carries less heat. No amount is worked out.`,
    );
    return { capacityL: total, target, notes };
  }
  if (!(stayed >= 0 && stayed < total)) {
    notes.push(
      'What drains and what the system holds do not go together: measure what comes out. No amount is worked out.',
    );
    return { capacityL: total, target, notes };
  }
  notes.push(
    'Going by what came out is right only if the system arrived full. Less in than expected means trapped air or a wrong figure.',
  );
  return {
    capacityL: total,
    target,
    afterDrain: refill(total, stayed, target, target, practice),
    afterFlush: refill(total, stayed, 0, target, practice),
    notes,
  };
}
