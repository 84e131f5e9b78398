import { clear, type Clearance, type Cleared } from './depth-stack.ts';
import { PRACTICE } from './practice.ts';

/** A choice from a stock list, or why there is none. */
export type Choice =
  | { kind: 'chosen'; spacerMm: number; leavesMm: number; sparesMm: number }
  | { kind: 'none'; best?: { spacerMm: number; shortMm: number } };

const assertLengths = (...lengths: number[]): void => {
  if (!lengths.every((length) => length >= 0 && length <= 2000))
    throw new RangeError('a length of 0 to 2,000 mm');
};

/**
 * Engine-driven fan: the thickest hub spacer that keeps the blades off a core that comes nearer. A shorter spacer
 * moves the fan toward the engine.
 *
 * @param bladeToCoreMm   with the fitted spacer and the old core
 * @param comesNearerMm   how far the new core's face lies behind the old one's
 */
export function hubSpacer(
  bladeToCoreMm: number,
  fittedMm: number,
  comesNearerMm: number,
  stock: readonly number[] = PRACTICE.hubSpacersMm,
  wantedMm: number = PRACTICE.drivenBladeToCoreMm,
): Choice {
  assertLengths(bladeToCoreMm, fittedMm, wantedMm);
  const leaves = (spacer: number): number => bladeToCoreMm - comesNearerMm + (fittedMm - spacer);
  const good = stock.filter((spacer) => leaves(spacer) >= wantedMm);
  if (good.length > 0) {
    const spacer = Math.max(...good);
    return {
      kind: 'chosen',
      spacerMm: spacer,
      leavesMm: leaves(spacer),
      sparesMm: leaves(spacer) - wantedMm,
    };
  }
  const least = Math.min(...stock);
  return stock.length === 0
    ? { kind: 'none' }
    : { kind: 'none', best: { spacerMm: least, shortMm: wantedMm - leaves(least) } };
}

export interface FootPlan {
  /** Fills the gap exactly or with the rest made up by shims. */
  spacerMm: number | undefined;
  shimMm: number;
  /** What happens at each foot when the bolts are pulled down without. */
  bendsMm: number;
}

/** The thickest stock spacer that goes into the gap under fan feet, and the shim that fills the rest. */
export function footSpacer(standoffMm: number, stock: readonly number[] = PRACTICE.footSpacersMm): FootPlan {
  assertLengths(standoffMm);
  const spacer = Math.max(0, ...stock.filter((each) => each <= standoffMm + 0.2));
  return {
    spacerMm: spacer > 0 ? spacer : undefined,
    shimMm: Math.max(0, standoffMm - spacer),
    bendsMm: standoffMm,
  };
}

export interface Between {
  /** Room from radiator to engine with the fan on its fitted spacers, motor to engine. */
  motorToEngineMm: number;
  bladeToCoreMm: number;
  fittedMm: number;
}

/**
 * Electric fan on spacers of its own: a lower spacer gives the motor room and takes it from the blades. The thickest
 * from stock that keeps both distances, since it leaves the blades most.
 */
export function frameSpacer(
  { motorToEngineMm, bladeToCoreMm, fittedMm }: Between,
  stock: readonly number[] = PRACTICE.footSpacersMm,
  wantedMotorMm: number = PRACTICE.motorToEngineMm,
  wantedBladeMm: number = PRACTICE.electricBladeToCoreMm,
): Choice {
  assertLengths(fittedMm, wantedMotorMm, wantedBladeMm);
  const motor = (spacer: number): number => motorToEngineMm + fittedMm - spacer;
  const blade = (spacer: number): number => bladeToCoreMm - (fittedMm - spacer);
  const good = stock.filter((spacer) => motor(spacer) >= wantedMotorMm && blade(spacer) >= wantedBladeMm);
  if (good.length > 0) {
    const spacer = Math.max(...good);
    return {
      kind: 'chosen',
      spacerMm: spacer,
      leavesMm: motor(spacer),
      sparesMm: motor(spacer) - wantedMotorMm,
    };
  }
  const shortOf = (spacer: number): number =>
    Math.max(wantedMotorMm - motor(spacer), wantedBladeMm - blade(spacer));
  if (stock.length === 0) return { kind: 'none' };
  const best = stock.reduce((one, other) => (shortOf(other) < shortOf(one) ? other : one));
  return { kind: 'none', best: { spacerMm: best, shortMm: shortOf(best) } };
}

/** One-sided 95 %: so much more than wanted has to be there for that share to keep it. */
const KEEPS = 1.645 / 2;

/**
 * The spacer under an electric fan's feet that keeps motor and blades off in 95 of 100 such vehicles.
 *
 * @param clearances of the stack on the spacers supplied
 * @returns undefined where one of the two clearances cannot be worked out
 */
export function spacerFor(clearances: readonly Clearance[], suppliedMm: number): Choice | undefined {
  const of = (key: string) => clearances.find((each) => each.key === key);
  const [motor, blades] = [of('motor'), of('blades')];
  if (!motor || !blades) return undefined;
  const [atMotor, atBlades] = [clear(motor), clear(blades)];
  const more = ({ nominalMm, rssMm }: Cleared): number => KEEPS * (nominalMm - rssMm);
  return frameSpacer(
    { motorToEngineMm: atMotor.nominalMm, bladeToCoreMm: atBlades.nominalMm, fittedMm: suppliedMm },
    PRACTICE.footSpacersMm,
    PRACTICE.motorToEngineMm + more(atMotor),
    PRACTICE.electricBladeToCoreMm + more(atBlades),
  );
}
