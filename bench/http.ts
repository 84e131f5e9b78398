import pg from 'pg';

const ROUNDS = 200;
const at = (sorted: number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
export const spread = (times: number[]) => {
  const sorted = times.sort((a, b) => a - b);
  return { p50: at(sorted, 0.5), p95: at(sorted, 0.95) };
};

/** The cookies an answer sets, as a request sends them back. */
export const cookiesOf = (answer: Response): string =>
  answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0]!)
    .join('; ');

export async function signIn(base: string, username = 'mara'): Promise<string> {
  const answer = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username, password: 'copper-core' }),
  });
  return cookiesOf(answer);
}

/** Rows a match needs, asked for by hand: vehicle, bay figures, candidates, their figures, claims, outcomes. */
async function bareSql(client: pg.Client, vehicleId: number): Promise<void> {
  const { rows } = await client.query<{ model_id: number; bay_id: number }>(
    'select c.*, m.name, k.name make, e.code, t.code tcode from configuration c join model m on m.id = c.model_id join make k on k.id = m.make_id join engine e on e.id = c.engine_id join transmission t on t.id = c.transmission_id where c.id = $1',
    [vehicleId],
  );
  const { model_id, bay_id } = rows[0]!;
  const figures =
    'select f.*, s.name, s.grade, p.name by_name, c.code from measurement f join source s on s.id = f.source_id join person p on p.id = f."by" left join connector c on c.id = f.connector_id';
  await client.query(`${figures} where f.bay_id = $1`, [bay_id]);
  const found = await client.query<{ id: number }>(
    `with need as materialized (select min(value) filter (where key = 'pinSpacing') p, min(value) filter (where key = 'topMountSpacing') t, min(value) filter (where key = 'fanMountWidth') w, min(value) filter (where key = 'fanMountHeight') h
       from measurement where bay_id = $2)
     select distinct part_id id from application where model_id = $1 union select r.part_id from outcome o join part_revision r on r.id = o.part_revision_id where o.bay_id = $2
     union select r.part_id from need cross join lateral (
       (select a.part_revision_id v, abs(a.value - p) + abs(b.value - t) d from measurement a cross join lateral (select value from measurement where part_revision_id = a.part_revision_id and subject = a.subject and key = 'topMountSpacing' offset 0) b
         where a.subject = 'radiator' and a.key = 'pinSpacing' and a.value between p - 6 and p + 6 and b.value between t - 6 and t + 6 order by 2, 1 limit 12)
       union all (select a.part_revision_id, abs(a.value - w) + abs(b.value - h) from measurement a cross join lateral (select value from measurement where part_revision_id = a.part_revision_id and subject = a.subject and key = 'fanMountHeight' offset 0) b
         where a.subject = 'shroud' and a.key = 'fanMountWidth' and a.value between w - 6 and w + 6 and b.value between h - 6 and h + 6 order by 2, 1 limit 12)
       union all (select a.part_revision_id, abs(a.value - w) + abs(b.value - h) from measurement a cross join lateral (select value from measurement where part_revision_id = a.part_revision_id and subject = a.subject and key = 'fanMountHeight' offset 0) b
         where a.subject = 'fan' and a.key = 'fanMountWidth' and a.value between w - 6 and w + 6 and b.value between h - 6 and h + 6 order by 2, 1 limit 12)
     ) n join part_revision r on r.id = n.v`,
    [model_id, bay_id],
  );
  const ids = found.rows.map((row) => row.id);
  const parts = await client.query<{ rid: number }>(
    'select distinct on (p.id) p.*, r.id rid, r.description, r.state, r.revision from part p join part_revision r on r.part_id = p.id where p.id = any($1) order by p.id, r.revision desc',
    [ids],
  );
  await client.query(`${figures} where f.part_revision_id = any($1)`, [parts.rows.map((row) => row.rid)]);
  await client.query(
    'select a.*, s.name, s.grade, p.name by_name from application a join source s on s.id = a.source_id join person p on p.id = a."by" where a.part_id = any($1) and a.model_id = $2',
    [ids, model_id],
  );
  await client.query(
    'select o.*, p.name by_name from outcome o join person p on p.id = o."by" where o.bay_id = $1',
    [bay_id],
  );
}

/**
 * The match request over HTTP, judged anew each time (something that changes nothing is asked differently) and as it is
 * kept, and the SQL it needs on one connection, in the same run.
 */
export async function measureMatch(base: string, databaseUrl: string, vehicleId: number) {
  const cookie = await signIn(base);
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const http: number[] = [];
  const kept: number[] = [];
  const sql: number[] = [];
  for (let round = -20; round < ROUNDS; round += 1) {
    const ask = async (query: string): Promise<void> =>
      void (await (
        await fetch(`${base}/api/vehicles/${vehicleId}/match${query}`, { headers: { cookie } })
      ).text());
    let begun = performance.now();
    await ask(`?passAt=${(0.95 + (round + 21) / 1e8).toFixed(8)}`);
    if (round >= 0) http.push(performance.now() - begun);
    begun = performance.now();
    await ask('');
    if (round >= 0) kept.push(performance.now() - begun);
    begun = performance.now();
    await bareSql(client, vehicleId);
    if (round >= 0) sql.push(performance.now() - begun);
  }
  await client.end();
  return { requests: ROUNDS, http: spread(http), kept: spread(kept), sql: spread(sql) };
}

export async function someVehicle(base: string): Promise<number> {
  const cookie = await signIn(base);
  const found = (await (
    await fetch(
      `${base}/api/find?${new URLSearchParams({ text: '09 tussock diesel auto standard cooling' })}`,
      { headers: { cookie } },
    )
  ).json()) as { vehicles: { id: number }[] };
  return found.vehicles[0]!.id;
}
