/** A smooth curve through evenly spaced values over 0 to 1, read without making rubbish. */
export class Curve {
  private readonly values: Float64Array;
  private readonly last: number;

  constructor(values: ArrayLike<number>) {
    if (!(values.length >= 4)) throw new RangeError('a curve needs four values');
    this.values = Float64Array.from(values);
    this.last = values.length - 1;
  }

  /** @param at 0 to 1; beyond, the end values */
  at(at: number): number {
    const place = Math.min(1, Math.max(0, at)) * this.last;
    const first = Math.min(Math.max(0, Math.floor(place) - 1), this.last - 3);
    const x = place - first;
    const [v, i] = [this.values, first];
    const [p, q, r] = [x - 1, x - 2, x - 3];
    return (
      (-v[i]! * p * q * r) / 6 +
      (v[i + 1]! * x * q * r) / 2 -
      (v[i + 2]! * x * p * r) / 2 +
      (v[i + 3]! * x * p * q) / 6
    );
  }
}
