import type pg from 'pg';
import type { AuditState } from '@radiatrix/contract';
import type { AuditClaim } from '@radiatrix/core/application';
import { PACKAGES, type Configuration } from '@radiatrix/core/vehicle';

/**
 * Whole catalogues are read past the query builder, as plain rows: a million lines are a matter of seconds, and
 * most of it would go into shaping objects that are dropped again at once.
 */

/** `{[3,4),[7,9)}` as ids; null for the whole line. */
function idsOf(text: string): number[] | null {
  if (text === '{(,)}') return null;
  const ids: number[] = [];
  for (const span of text.slice(2, -2).split('),[')) {
    const comma = span.indexOf(',');
    const to = Number(span.slice(comma + 1));
    for (let id = Number(span.slice(0, comma)); id < to; id += 1) ids.push(id);
  }
  return ids;
}

const CONFIGURATIONS = `
  select id, model_id, year, engine_id, transmission_id, air_conditioning, package, body, drive, steering,
    to_char(lower(built), 'YYYY-MM'), to_char(upper(built) - 1, 'YYYY-MM')
  from configuration where model_id = any($1) order by model_id`;
const CLAIMS = `
  select a.id, a.part_id, a.model_id, lower(a.years), upper(a.years) - 1,
    to_char(lower(a.built), 'YYYY-MM'), to_char(upper(a.built) - 1, 'YYYY-MM'),
    a.engine_ids::text, a.transmission_ids::text, a.air_conditioning, a.packages::text, a.fits, a.original, a.source_id,
    case when a.exceptions = '[]'::jsonb then null else a.exceptions end, p.kind
  from application a join part p on p.id = a.part_id where a.model_id = any($1) order by a.model_id`;

type Row = readonly unknown[];

const configurationOf = (row: Row): Configuration =>
  ({
    id: row[0], modelId: row[1], year: row[2], engineId: row[3], transmissionId: row[4], airConditioning: row[5],
    package: row[6], body: row[7], drive: row[8], steering: row[9], built: [row[10], row[11]],
  }) as Configuration; // prettier-ignore

const claimOf = (row: Row): AuditClaim =>
  ({
    id: row[0], partId: row[1], modelId: row[2], years: [row[3], row[4]], built: row[5] === null ? null : [row[5], row[6]],
    engineIds: idsOf(row[7] as string), transmissionIds: idsOf(row[8] as string), airConditioning: row[9],
    packages: idsOf(row[10] as string)?.map((at) => PACKAGES[at]!) ?? null, fits: row[11], original: row[12],
    sourceId: row[13], exceptions: row[14] ?? [], kind: row[15],
  }) as unknown as AuditClaim; // prettier-ignore

const byModel = <T extends { modelId: number }>(rows: readonly T[]): Map<number, T[]> => {
  const groups = new Map<number, T[]>();
  for (const row of rows) {
    const own = groups.get(row.modelId);
    if (own) own.push(row);
    else groups.set(row.modelId, [row]);
  }
  return groups;
};

export interface ModelRows {
  modelId: number;
  vehicles: Configuration[];
  claims: AuditClaim[];
}

export async function readModels(client: pg.Client, ids: readonly number[]): Promise<ModelRows[]> {
  const [vehicles, claims] = [
    await client.query<unknown[]>({ text: CONFIGURATIONS, values: [ids], rowMode: 'array' }),
    await client.query<unknown[]>({ text: CLAIMS, values: [ids], rowMode: 'array' }),
  ];
  const vehiclesOf = byModel(vehicles.rows.map(configurationOf));
  const claimsOf = byModel(claims.rows.map(claimOf));
  return ids.map((modelId) => ({
    modelId,
    vehicles: vehiclesOf.get(modelId) ?? [],
    claims: claimsOf.get(modelId) ?? [],
  }));
}

export const NO_AUDIT: AuditState = {
  state: 'none',
  done: 0,
  of: 0,
  lines: 0,
  seconds: 0,
  at: null,
  counts: { 'says-both': 0, 'two-originals': 0, gap: 0, 'never-built': 0 },
  models: [],
  message: '',
};

type Client = Pick<pg.Client | pg.Pool, 'query'>;
/** An audit that has given no sign for so long is over, whatever it said last. */
const SILENT = `beat < now() - interval '20 seconds'`;
const RUNNING = `state ->> 'state' = 'running'`;

/** Begins an audit; false where one is under way, whichever server began it. */
export const takeAudit = async (client: Client, state: AuditState): Promise<boolean> =>
  (
    await client.query(
      `insert into audit (one, state) values (true, $1)
       on conflict (one) do update set state = excluded.state, stop_asked = false, beat = now()
       where not (audit.${RUNNING}) or audit.${SILENT}`,
      [state],
    )
  ).rowCount === 1;

/** Writes how an audit stands, and a sign of life; false where it was asked to stop, or another has taken its place. */
export const keepAudit = async (client: Client, state: AuditState): Promise<boolean> =>
  (
    await client.query(
      "update audit set state = $1, beat = now() where not stop_asked and state ->> 'at' = $2",
      [state, state.at],
    )
  ).rowCount === 1;

export async function auditState(client: Client): Promise<AuditState> {
  const { rows } = await client.query<{ state: AuditState; silent: boolean }>(
    `select state, ${SILENT} as silent from audit`,
  );
  const [row] = rows;
  if (!row) return NO_AUDIT;
  return row.state.state === 'running' && row.silent
    ? { ...row.state, state: 'failed', message: 'It ended before it was done; start it again.' }
    : row.state;
}

export const stopAudit = (client: Client): Promise<unknown> =>
  client.query(
    `update audit set stop_asked = true, state = jsonb_set(state, '{state}', '"stopped"') where ${RUNNING}`,
  );
