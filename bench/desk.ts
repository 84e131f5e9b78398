import pg from 'pg';
import { signIn, spread } from './http.ts';

const [OPEN, FILED, ROUNDS] = [5_000, 200_000, 60] as const;

/** The rows a desk of a specialist needs, asked for by hand. */
async function bareSql(client: pg.Client): Promise<void> {
  await client.query('select stage, count(*) from job where not closed group by 1');
  await client.query(`select w.word, f.id from unnest(array['a look at what came late', 'a look the next day', 'another part', 'the next check', 'a part to be chosen', 'a part to be ordered', 'a part to arrive', 'a way in', 'proof', 'the library', 'hands', 'coolant']) w(word)
    cross join lateral (select j.* from job j where j.waits = w.word order by j.heard_at limit 5) f`);
  await client.query('select p.number, s.words from part_standing s join part p on p.id = s.part_id');
}

/**
 * The desk over HTTP in a shop with 5,000 open and 200,000 filed jobs, beside the SQL it needs. The jobs are rows without
 * events, put in and taken out again: what a desk reads of a job stands in its row.
 */
export async function measureDesk(base: string, databaseUrl: string) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query("select set_config('radiatrix.person', (select min(id)::text from person), false)");
    await client.query(
      `insert into job (configuration_id, label, complaint, stage, closed, waits, heard_at, at, late, folded)
       select (select min(id) from configuration) + n % 8, 'bench ' || n, 'hot in queues', (array['diagnose', 'match', 'compare', 'prepare', 'install', 'prove'])[1 + n % 6]::stage, false,
         (array['the next check', 'a part to be chosen', 'a part to be ordered', 'a part to arrive', 'hands', 'proof'])[1 + n % 6], now() - n * interval '3 minutes', now() - n * interval '5 minutes', 0, true
       from generate_series(1, $1::int) n`,
      [OPEN],
    );
    await client.query(
      `insert into job (configuration_id, label, complaint, stage, closed, waits, heard_at, at, late, folded)
       select (select min(id) from configuration) + n % 8, 'bench filed ' || n, '', 'file', true, case when n % 50 = 0 then 'the library' when n % 997 = 0 then 'a look at what came late' end,
         now() - n * interval '9 minutes', now() - n * interval '10 minutes', (n % 997 = 0)::int, true
       from generate_series(1, $1::int) n`,
      [FILED],
    );
    await client.query('analyze job');
    const cookie = await signIn(base);
    const [http, figures, sql]: [number[], number[], number[]] = [[], [], []];
    const timed = async (times: number[], work: () => Promise<unknown>): Promise<void> => {
      const start = performance.now();
      await work();
      times.push(performance.now() - start);
    };
    const ask = async (url: string): Promise<void> => {
      const answer = await fetch(`${base}${url}`, { headers: { cookie } });
      if (!answer.ok) throw new Error(`${url} answered ${answer.status}`);
      await answer.text();
    };
    await ask('/api/desk');
    for (let round = 0; round < ROUNDS; round += 1) {
      await timed(http, () => ask('/api/desk'));
      await timed(sql, () => bareSql(client));
      if (round % 6 === 0) await timed(figures, () => ask('/api/desk/figures'));
    }
    return { http: spread(http), sql: spread(sql), figures: spread(figures) };
  } finally {
    await client.query("delete from job where label like 'bench %'");
    await client.query('vacuum analyze job');
    await client.end();
  }
}
