import type { CoolingInputs } from './steady.ts';
import { steady, topTankWith, type Steady } from './steady.ts';

/**
 * Why a core that looks better runs hotter in a vehicle: less air through it, coolant slower in its tubes, less coolant through it,
 * or less surface.
 */
export type WhyHotter = 'air' | 'tubes' | 'flow' | 'surface';

/** Less than this is no difference worth a reason, K. */
const WORTH_SAYING_K = 0.3;

/**
 * What makes the second hotter than the first: the one thing of the first that would cool the second most, lent to it.
 * Undefined where it is no hotter, or where one of them finds no balance.
 */
export function whyHotter(first: CoolingInputs, second: CoolingInputs): WhyHotter | undefined {
  const [one, other] = [steady(first), steady(second)];
  if (!one.settles || !other.settles || other.topTankC - one.topTankC < WORTH_SAYING_K) return undefined;
  const ratio = (of: (steady: Steady) => number): number => of(one) / Math.max(1e-9, of(other));
  const air = ratio((s) => s.airMassFlowKgS);
  const lent: [WhyHotter, number][] = [
    ['air', topTankWith(second, { air, film: { air: Math.sqrt(air) } })],
    ['tubes', topTankWith(second, { film: { coolant: ratio((s) => s.tubeFilmWM2K) } })],
    [
      'flow',
      topTankWith(
        second,
        {},
        ratio((s) => s.coolantLMin),
      ),
    ],
  ];
  const best = lent.reduce((a, b) => (b[1] < a[1] ? b : a));
  return other.topTankC - best[1] < WORTH_SAYING_K ? 'surface' : best[0];
}
