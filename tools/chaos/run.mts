// `npm run chaos`: what breaks a server, on purpose. Not part of `npm test`.
//   npm run chaos                        kills, frozen and slow connections, a full disk, steps of the clock: 10 minutes
//   npm run chaos -- 3 [seed]            so many minutes
//   npm run chaos -- fuzz [count] [seed] requests nobody would send; default 50,000 with a fixed seed and as many with one
//                                        of the day
import { openStack } from '../lib/stack.mjs';
import { chaos } from './chaos.mts';
import { signIn } from './client.mts';
import { fuzz } from './fuzz.mts';

async function fuzzed(count: number, seeds: readonly number[]): Promise<boolean> {
  const stack = await openStack('radiatrix_fuzz');
  const base = stack.server.address;
  let failed = 0;
  try {
    const people = await Promise.all(['mara', 'rowan', 'cleo', 'idris'].map((name) => signIn(base, name)));
    for (const seed of seeds) {
      const begun = performance.now();
      const result = await fuzz(base, people, seed, count);
      failed += result.failed;
      console.log(`seed ${seed}: ${count} requests in ${Math.round((performance.now() - begun) / 1000)} s, ${JSON.stringify(result.byStatus)}, ${result.failed} of the 500s or unanswered`); // prettier-ignore
    }
  } finally {
    await stack.server.stop();
    stack.cluster.stop();
  }
  return failed === 0;
}

const [what, ...rest] = process.argv.slice(2);
const whole =
  what === 'fuzz'
    ? await fuzzed(Number(rest[0] ?? 50_000), rest[1] ? [Number(rest[1])] : [20_260_101, Date.now() % 1e9])
    : await chaos(Number(what ?? 10), rest[0] ? Number(rest[0]) : undefined);
process.exit(whole ? 0 : 1);
