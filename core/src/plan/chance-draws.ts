/** Random numbers that are the same each time for the same seed (xoshiro128**, Blackman & Vigna 2018). */
export class Draws {
  private a: number;
  private b: number;
  private c: number;
  private d: number;

  /** @param seed any integer */
  constructor(seed: number) {
    // Splitmix32 fills the state, so that neighbouring seeds do not give neighbouring draws.
    let s = seed | 0;
    const next = (): number => {
      s = (s + 0x9e3779b9) | 0;
      let z = s ^ (s >>> 16);
      z = Math.imul(z, 0x21f0aaad);
      z ^= z >>> 15;
      z = Math.imul(z, 0x735a2d97);
      return (z ^ (z >>> 15)) | 0;
    };
    [this.a, this.b, this.c, this.d] = [next(), next(), next(), next()];
  }

  /** Evenly between 0 and 1, neither of them. */
  even(): number {
    const { a, b, c, d } = this;
    const x = Math.imul(b, 5);
    const result = Math.imul((x << 7) | (x >>> 25), 9);
    const t = b << 9;
    let [na, nb, nc, nd] = [a, b, c, d];
    nc ^= na;
    nd ^= nb;
    nb ^= nc;
    na ^= nd;
    nc ^= t;
    nd = (nd << 11) | (nd >>> 21);
    [this.a, this.b, this.c, this.d] = [na, nb, nc, nd];
    return ((result >>> 0) + 0.5) / 4294967296;
  }

  /** Two independent normal draws, mean 0 and deviation 1, into `out` (Box & Muller 1958). */
  normals(out: Float64Array): void {
    const radius = Math.sqrt(-2 * Math.log(this.even()));
    const angle = 2 * Math.PI * this.even();
    out[0] = radius * Math.cos(angle);
    out[1] = radius * Math.sin(angle);
  }
}
