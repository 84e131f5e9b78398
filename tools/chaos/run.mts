// `npm run chaos`: what breaks a server, on purpose; `-- fuzz` for requests alone. Not part of `npm test`.
//   -- fuzz [count] [seed]    default 50,000 requests with a fixed seed and as many with one of the day
//   -- [minutes]              kills, frozen and slow connections, a full disk, steps of the clock; default 10
import { fuzz, type Person } from './fuzz.mts';

const { BASE_URL: base } = process.env as Record<string, string>;
const args = process.argv.slice(2);

export async function signIn(at: string, username: string): Promise<Person> {
  const answer = await fetch(`${at}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username, password: 'copper-core' }),
  });
  const { csrfToken } = (await answer.json()) as { csrfToken: string };
  return { cookie: answer.headers.getSetCookie().map((each) => each.split(';')[0]).join('; '), token: csrfToken }; // prettier-ignore
}

if (args[0] === 'fuzz') {
  const count = Number(args[1] ?? 50_000);
  const people = await Promise.all(['mara', 'rowan', 'cleo', 'idris'].map((name) => signIn(base!, name)));
  let failed = 0;
  for (const seed of args[2] ? [Number(args[2])] : [20_260_101, Date.now() % 1e9]) {
    const begun = performance.now();
    const result = await fuzz(base!, people, seed, count);
    failed += result.failed;
    console.log(`seed ${seed}: ${count} requests in ${Math.round((performance.now() - begun) / 1000)} s, ${JSON.stringify(result.byStatus)}, ${result.failed} of the 500s or unanswered`); // prettier-ignore
  }
  process.exit(failed === 0 ? 0 : 1);
}
