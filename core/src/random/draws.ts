import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Random numbers that are the same each time for the same seed. */
export class Draws {
  private readonly generator: ReturnType<typeof xoroshiro128plus>;

  /** @param seed any integer */
  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }

  /** Evenly between 0 and 1, neither of them. */
  even(): number {
    return ((this.generator.next() >>> 0) + 0.5) / 4294967296;
  }

  /** Two independent normal draws, mean 0 and deviation 1, into `out` (Box & Muller 1958). */
  normals(out: Float64Array): void {
    const radius = Math.sqrt(-2 * Math.log(this.even()));
    const angle = 2 * Math.PI * this.even();
    out[0] = radius * Math.cos(angle);
    out[1] = radius * Math.sin(angle);
  }
}
