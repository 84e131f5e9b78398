import loadHighs from 'highs';
import { fewestLines } from '../core/src/application/index.ts';
import { oracle, smallCatalogue } from '../core/test/oracle.ts';
import { tradeLike } from '../core/test/random.ts';
import { spread } from './http.ts';

const INSTANCES = 120;
/** Stopped after this: what was found is given with its bound. */
const PATIENCE_MS = 60_000;

/** The fewest lines of catalogues as the trade has them. */
export function measureFewest() {
  const times: number[] = [];
  let exact = 0;
  for (let seed = 1; seed <= INSTANCES; seed += 1) {
    const cells = tradeLike(seed);
    const begun = performance.now();
    const found = fewestLines(cells, () => performance.now() - begun < PATIENCE_MS);
    times.push(performance.now() - begun);
    if (found.exact) exact += 1;
  }
  return { instances: INSTANCES, exact, ...spread(times) };
}

/** The same small catalogues given to a solver of mixed-integer programs. */
export async function measureOracle() {
  const highs = await loadHighs();
  let [same, instances, ours, theirs] = [0, 0, 0, 0];
  for (let seed = 1; seed <= 24; seed += 1) {
    const { size, must, never, cells } = smallCatalogue(seed);
    if (must.length === 0) continue;
    instances += 1;
    let begun = performance.now();
    const { cost } = fewestLines(cells);
    ours += performance.now() - begun;
    begun = performance.now();
    if (oracle(highs, size, must, never) === cost) same += 1;
    theirs += performance.now() - begun;
  }
  return { instances, same, ratio: theirs / ours };
}
