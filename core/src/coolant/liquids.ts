import { combined } from '../figures/index.ts';
import { coolant, massShareOf, STRONGEST_MASS_SHARE, type CoolantBase } from '../fluid/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What goes out of a vehicle and in. Refrigerant is not here: nobody touches it. */
export const LIQUIDS = ['coolant', 'concentrate', 'ready-mixed', 'water', 'transmission fluid', 'engine oil'] as const; // prettier-ignore
export type Liquid = (typeof LIQUIDS)[number];
/** Those that the cooling system holds. */
export const COOLING_LIQUIDS = ['coolant', 'concentrate', 'ready-mixed', 'water'] as const satisfies readonly Liquid[]; // prettier-ignore
export type CoolingLiquid = (typeof COOLING_LIQUIDS)[number];
export const isCooling = (liquid: Liquid): liquid is CoolingLiquid =>
  (COOLING_LIQUIDS as readonly Liquid[]).includes(liquid);

/** How an amount was got. */
export const GOT_BY = ['jug', 'scale', 'marks', 'bottles', 'eye'] as const;
export type GotBy = (typeof GOT_BY)[number];
export const GOT_WORDS: Readonly<Record<GotBy, string>> = {
  jug: 'measuring jug',
  scale: 'weighed',
  marks: 'marks of the bottle',
  bottles: 'counted bottles',
  eye: 'by eye',
};
const SHARES = {
  jug: 'gotJug',
  scale: 'gotScale',
  marks: 'gotMarks',
  bottles: 'gotBottles',
  eye: 'gotEye',
} as const;

/**
 * Expanded uncertainty (k = 2) of an amount, L.
 *
 * @param litres 0 or more
 * @example amountU(4, 'jug')  // 0.094
 */
export function amountU(litres: number, got: GotBy, practice: Practice = USUAL_PRACTICE): number {
  if (!(litres >= 0)) throw new RangeError(`an amount is 0 L or more, not ${litres}`);
  return combined(litres * practice[SHARES[got]], practice.gotLeast);
}

/** Coolant is thinned out by heat: 4 to 5 % from cold to hot (common practice; here from its density). */
export const REFERENCE_C = 20;

/**
 * An amount measured warm, at 20 °C.
 *
 * @param litres   as measured
 * @param strength by volume, %; 50 where nobody knows it: it hardly matters
 * @param tempC    of what was measured, 0 to 120
 * @example atTwenty(4, 'ethylene', 50, 85) // 3.84
 */
export function atTwenty(litres: number, base: CoolantBase, strength: number, tempC: number): number {
  const share = Math.min(STRONGEST_MASS_SHARE, massShareOf(base, Math.min(1, Math.max(0, strength / 100))));
  return (litres * coolant(base, share, tempC).densityKgM3) / coolant(base, share, REFERENCE_C).densityKgM3;
}
