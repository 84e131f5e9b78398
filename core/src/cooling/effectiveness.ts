/**
 * Effectiveness of a cross-flow exchanger, both fluids unmixed: the exact series (Mason 1954; Baclić 1978), not the
 * usual closed approximation, which is off by up to 0.011.
 *
 *   ε = 1/(C*·N) Σₙ [1 − e^(−N) Σₘ₌₀ⁿ Nᵐ/m!] · [1 − e^(−C*N) Σₘ₌₀ⁿ (C*N)ᵐ/m!]
 *
 * @param ntu   number of transfer units on the smaller heat capacity rate, 0 to 100
 * @param ratio smaller over larger heat capacity rate, 0 to 1
 * @returns     0 to 1, to about 1e-12
 * @throws RangeError outside of these, and for NaN
 * @example crossFlow(1, 0.5) // 0.547490
 */
export function crossFlow(ntu: number, ratio: number): number {
  if (!(ntu >= 0 && ntu <= 100)) throw new RangeError(`${ntu} transfer units are outside 0 to 100`);
  if (!(ratio >= 0 && ratio <= 1)) throw new RangeError(`a ratio of ${ratio} is outside 0 to 1`);
  if (ntu === 0) return 0;
  // With hardly any ratio the series is 0/0; its limit is one fluid that keeps its temperature.
  if (ratio * ntu < 1e-9) return 1 - Math.exp(-ntu);
  const [a, b] = [ntu, ratio * ntu];
  let [termA, termB] = [Math.exp(-a), Math.exp(-b)];
  let [leftA, leftB] = [1 - termA, 1 - termB];
  let sum = leftA * leftB;
  for (let n = 1; n < 1000; n += 1) {
    termA *= a / n;
    termB *= b / n;
    leftA -= termA;
    leftB -= termB;
    const add = leftA * leftB;
    // The remainders of both series are positive; rounding alone makes them less.
    if (!(leftA > 0 && leftB > 0) || add < 1e-14 * sum) break;
    sum += add;
  }
  return Math.min(1, sum / b);
}
