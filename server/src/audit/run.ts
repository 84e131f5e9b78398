// A process of its own, so that looking through a million lines holds nobody up: started by `service.ts`, tells how
// far it is over the channel between them, and ends when it is done or told to.
import pg from 'pg';
import { auditModel } from '@radiatrix/core/application';
import type { AuditState } from '@radiatrix/contract';
import { readModels } from './read.ts';

const MODELS_AT_ONCE = 40;
const REPORTED = 400;
const TOLD_EVERY_MS = 250;

const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
const begun = performance.now();
const state: AuditState = {
  state: 'running',
  done: 0,
  of: 0,
  lines: 0,
  seconds: 0,
  at: new Date().toISOString(),
  counts: { 'says-both': 0, 'two-originals': 0, gap: 0, 'never-built': 0 },
  models: [],
  message: '',
};
let toldAt = 0;
const tell = (now = true): void => {
  if (!now && performance.now() - toldAt < TOLD_EVERY_MS) return;
  toldAt = performance.now();
  state.seconds = Math.round((toldAt - begun) / 100) / 10;
  process.send?.(state);
};

// Without the server there is nobody to tell.
process.on('disconnect', () => process.exit(0));

try {
  await client.connect();
  // One picture of the catalogue, whatever is written meanwhile.
  await client.query('begin isolation level repeatable read read only');
  const { rows } = await client.query<{ id: number }>('select id from model order by id');
  state.of = rows.length;
  for (let from = 0; from < rows.length; from += MODELS_AT_ONCE) {
    const ids = rows.slice(from, from + MODELS_AT_ONCE).map((row) => row.id);
    for (const { modelId, vehicles, claims } of await readModels(client, ids)) {
      const found = auditModel(vehicles, claims);
      const own = { id: modelId, conflicts: 0, gaps: 0, neverBuilt: 0 };
      for (const finding of found) {
        state.counts[finding.type] += finding.type === 'gap' ? finding.vehicles.length : 1;
        if (finding.type === 'gap') own.gaps += finding.vehicles.length;
        else if (finding.type === 'never-built') own.neverBuilt += 1;
        else own.conflicts += 1;
      }
      if (found.length > 0) state.models.push(own);
      state.done += 1;
      state.lines += claims.length;
    }
    tell(false);
  }
  state.models = state.models.sort((a, b) => b.conflicts - a.conflicts || b.gaps - a.gaps).slice(0, REPORTED);
  state.state = 'done';
} catch (error) {
  state.state = 'failed';
  state.message = (error as Error).message;
}
tell();
await client.end().catch(() => {});
process.disconnect?.();
