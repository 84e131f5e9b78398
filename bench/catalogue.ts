import { once } from 'node:events';
import { from as copyFrom } from 'pg-copy-streams';
import pg from 'pg';

/**
 * A synthetic catalogue, the same for the same seed: models with their own engines, transmissions and lives, bays
 * and parts with measured figures that mostly agree, and catalogue lines of several sources about each. Everything
 * in it is invented and named by numbers.
 */
export interface Size {
  models: number;
  vehicles: number;
  parts: number;
  lines: number;
}

const SEED = 20_260_101;
const MAKES = 40;
const ENGINES_A_MODEL = 5;
const YEARS = 10;
const FIRST_YEAR = 2004;

export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

async function copyRows(
  client: pg.Client,
  table: string,
  columns: string,
  rows: Iterable<readonly (string | number | boolean | null)[]>,
): Promise<number> {
  const stream = client.query(copyFrom(`copy ${table} (${columns}) from stdin`));
  let count = 0;
  let chunk = '';
  for (const row of rows) {
    count += 1;
    chunk += `${row.map((cell) => (cell === null ? '\\N' : String(cell))).join('\t')}\n`;
    if (chunk.length > 1 << 18) {
      if (!stream.write(chunk)) await once(stream, 'drain');
      chunk = '';
    }
  }
  stream.end(chunk);
  await once(stream, 'finish');
  return count;
}

const months = (year: number): string => `[${year - 1}-09-01,${year}-09-01)`;
const set = (ids: readonly number[]): string => `{${ids.map((id) => `[${id},${id}]`).join(',')}}`;
const ANY = '{(,)}';

/** Figures of a radiator that goes into a bay, near enough to what the bay needs. */
const RADIATOR: [key: string, value: (base: number, slip: number) => number][] = [
  ['overallWidth', (base) => base - 12], ['overallHeight', () => 455], ['thickness', () => 40], ['pinSpacing', (base, slip) => base - 90 + slip], ['pinDiameter', () => 12],
  ['topMountSpacing', (base, slip) => base - 110 + slip], ['inletDiameter', () => 38], ['outletDiameter', () => 38], ['fanMountWidth', (base) => base - 130], ['fanMountHeight', () => 380],
]; // prettier-ignore
const RADIATOR_WORDS = [['topMount', 'pins'], ['inletSide', 'left'], ['outletSide', 'right'], ['oilCooler', 'transmission'], ['fillerNeck', 'neck'], ['condenserTabs', 'yes']] as const; // prettier-ignore
const BAY: [key: string, value: (base: number) => number][] = [
  ['openingWidth', (base) => base], ['openingHeight', () => 468], ['bayDepth', () => 190], ['radiatorDepth', () => 40], ['fanDepth', () => 95], ['pinSpacing', (base) => base - 90],
  ['pinDiameter', () => 12], ['topMountSpacing', (base) => base - 110], ['inletDiameter', () => 38], ['outletDiameter', () => 38], ['fanMountWidth', (base) => base - 130], ['fanMountHeight', () => 380], ['fanFuse', () => 30],
]; // prettier-ignore
const BAY_WORDS = [['topMount', 'pins'], ['inletSide', 'left'], ['outletSide', 'right'], ['oilCooling', 'radiator'], ['bottle', 'recovery'], ['condenserMount', 'radiator']] as const; // prettier-ignore
const FAN: [key: string, value: (base: number, slip: number) => number][] = [
  ['depth', () => 100], ['fanMountWidth', (base, slip) => base - 130 + slip], ['fanMountHeight', () => 380], ['current', () => 13],
]; // prettier-ignore

/** Fills an empty, prepared database; rules that hold row by row are known to hold and are not run again. */
export async function fill(databaseUrl: string, size: Size, say: (what: string) => void): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const next = random(SEED);
  const pick = (count: number): number => Math.floor(next() * count);
  await client.query(
    "set session_replication_role = replica; set synchronous_commit = off; set maintenance_work_mem = '512MB'",
  );
  const { rows } = await client.query<{ id: number }>("select id from person where username = 'mara'");
  const by = rows[0]!.id;
  const { rows: sourceRows } = await client.query<{ id: number }>(
    'select id from source order by grade desc, id limit 4',
  );
  const sources = sourceRows.map((row) => row.id);
  const bench = (await client.query<{ id: number }>('select id from source where grade = 2 limit 1')).rows[0]!
    .id;
  const base = 100_000;
  await copyRows(
    client,
    'make',
    'id, name, by',
    Array.from({ length: MAKES }, (_, m) => [base + m, `Make ${m}`, by]),
  );
  await copyRows(
    client,
    'model',
    'id, make_id, name, nicknames, life, by',
    Array.from({ length: size.models }, (_, m) => [
      base + m,
      base + (m % MAKES),
      `Model ${m}`,
      '{}',
      `[${FIRST_YEAR},${FIRST_YEAR + YEARS})`,
      by,
    ]),
  );
  await copyRows(
    client,
    'engine',
    'id, code, displacement_l, cylinders, layout, fuel, aspiration, by',
    Array.from({ length: size.models * 2 }, (_, e) => [
      base + e,
      `EN${e}`,
      (10 + (e % 40)) / 10,
      4,
      'straight',
      e % 2 === 0 ? 'diesel' : 'petrol',
      'turbo',
      by,
    ]),
  );
  await copyRows(
    client,
    'transmission',
    'id, code, kind, gears, by',
    Array.from({ length: 60 }, (_, t) => [base + t, `TR${t}`, t % 2 === 0 ? 'manual' : 'automatic', 5, by]),
  );
  say('vehicles');
  const perModel = Math.round(size.vehicles / size.models);
  const enginesOf = (model: number): number[] =>
    Array.from({ length: ENGINES_A_MODEL }, (_, e) => base + ((model * 2 + e * 7) % (size.models * 2)));
  const transmissionsOf = (model: number): number[] => [
    base + ((model * 2) % 60),
    base + ((model * 2 + 1) % 60),
  ];
  const baysAModel = ENGINES_A_MODEL;
  await copyRows(
    client,
    'bay',
    'id, name, by',
    (function* () {
      for (let m = 0; m < size.models; m += 1)
        for (let e = 0; e < baysAModel; e += 1) yield [base + m * baysAModel + e, `Bay ${m} ${e}`, by];
    })(),
  );
  let vehicleId = base;
  await copyRows(
    client,
    'configuration',
    'id, model_id, year, engine_id, transmission_id, air_conditioning, package, body, drive, steering, built, bay_id, by',
    (function* () {
      for (let m = 0; m < size.models; m += 1) {
        const [engines, transmissions] = [enginesOf(m), transmissionsOf(m)];
        for (let v = 0; v < perModel; v += 1) {
          const [e, y, t] = [
            v % ENGINES_A_MODEL,
            Math.floor(v / ENGINES_A_MODEL) % YEARS,
            Math.floor(v / (ENGINES_A_MODEL * YEARS)) % 2,
          ];
          yield [
            (vehicleId += 1),
            base + m,
            FIRST_YEAR + y,
            engines[e]!,
            transmissions[t]!,
            true,
            'standard',
            'van',
            'front',
            'left',
            months(FIRST_YEAR + y),
            base + m * baysAModel + e,
            by,
          ];
        }
      }
    })(),
  );
  say('parts');
  const partsAModel = Math.round(size.parts / size.models);
  const kindOf = (p: number): 'radiator' | 'fan' => (p % 5 < 3 ? 'radiator' : 'fan');
  const partCount = partsAModel * size.models;
  await copyRows(
    client,
    'part',
    'id, number, maker, kind, by',
    (function* () {
      for (let p = 0; p < partCount; p += 1)
        yield [base + p, `SY-${String(p).padStart(6, '0')}`, `Maker ${p % 30}`, kindOf(p), by];
    })(),
  );
  await copyRows(
    client,
    'part_revision',
    'id, part_id, kind, revision, state, author_id, writers, released_by, released_at, description, by',
    (function* () {
      for (let p = 0; p < partCount; p += 1)
        yield [
          base + p,
          base + p,
          kindOf(p),
          1,
          'released',
          by,
          `{${by}}`,
          by + 1,
          '2026-01-01',
          `Synthetic ${kindOf(p)} ${p}`,
          by,
        ];
    })(),
  );
  await copyRows(
    client,
    'interchange',
    'part_revision_id, seller, number, by',
    (function* () {
      for (let p = 0; p < partCount; p += 1)
        yield [base + p, `Seller ${p % 12}`, `X${(p * 7919) % 1_000_003}-${p % 97}`, by];
    })(),
  );
  say('figures');
  const width = (m: number): number => 500 + ((m * 37) % 620);
  await copyRows(
    client,
    'measurement',
    'subject, bay_id, part_revision_id, part_kind, key, type, value, u, choice, text, method, source_id, by',
    (function* () {
      for (let b = 0; b < size.models * baysAModel; b += 1) {
        const w = width(Math.floor(b / baysAModel));
        for (const [key, value] of BAY)
          yield [
            'bay',
            base + b,
            null,
            null,
            key,
            'quantity',
            value(w),
            0.6,
            null,
            `${value(w)} mm`,
            'caliper',
            bench,
            by,
          ];
        for (const [key, word] of BAY_WORDS)
          yield ['bay', base + b, null, null, key, 'choice', null, null, word, word, 'bench', bench, by];
      }
      for (let p = 0; p < partCount; p += 1) {
        const kind = kindOf(p);
        const w = width(Math.floor(p / partsAModel));
        const slip = p % 7 === 0 ? 9 : (p % 5) * 0.3;
        for (const [key, value] of kind === 'radiator' ? RADIATOR : FAN)
          yield [
            kind,
            null,
            base + p,
            kind,
            key,
            'quantity',
            value(w, slip),
            0.4,
            null,
            `${value(w, slip)} mm`,
            'caliper',
            bench,
            by,
          ];
        if (kind === 'radiator')
          for (const [key, word] of RADIATOR_WORDS)
            yield [kind, null, base + p, kind, key, 'choice', null, null, word, word, 'bench', bench, by];
      }
    })(),
  );
  say('lines');
  await client.query('alter table application drop constraint application_no_contradiction');
  const perPart = Math.round(size.lines / partCount);
  await copyRows(
    client,
    'application',
    'part_id, model_id, years, built, engine_ids, transmission_ids, air_conditioning, packages, fits, original, source_id, by',
    (function* () {
      for (let p = 0; p < partCount; p += 1) {
        const own = Math.floor(p / partsAModel);
        const said = new Set<string>();
        for (let l = 0; l < perPart; l += 1) {
          // Mostly of its own model, now and then of a neighbour; a line for each source and stretch of years.
          const m = l % 10 === 9 ? (own + 1) % size.models : own;
          const engines = enginesOf(m);
          const from = pick(YEARS - 3);
          const some = next() < 0.7 ? set([engines[pick(ENGINES_A_MODEL)]!].sort((a, b) => a - b)) : ANY;
          const fits = next() > 0.02;
          const years = `[${FIRST_YEAR + from},${FIRST_YEAR + from + 1 + pick(4)})`;
          const someTransmissions = next() < 0.3 ? set([transmissionsOf(m)[0]!]) : ANY;
          const source = fits ? sources[l % 3]! : sources[3]!;
          // A source says the same once.
          const line = `${m} ${years} ${some} ${someTransmissions} ${source}`;
          if (said.has(line)) continue;
          said.add(line);
          yield [
            base + p,
            base + m,
            years,
            '(,)',
            some,
            someTransmissions,
            null,
            ANY,
            fits,
            fits && next() < 0.004,
            source,
            by,
          ];
        }
      }
    })(),
  );
  say('indexes and statistics');
  await client.query(`alter table application add constraint application_no_contradiction exclude using gist (
    source_id with =, part_id with =, model_id with =, years with &&, built with &&, engine_ids with &&, transmission_ids with &&, packages with &&,
    (case air_conditioning when true then int4range(1, 2) when false then int4range(0, 1) else int4range(0, 2) end) with &&, (fits::integer) with <>
  ) where (exceptions = '[]'::jsonb)`);
  await client.query('update vocabulary_version set version = version + 1');
  await client.query('vacuum analyze');
  await client.end();
}
