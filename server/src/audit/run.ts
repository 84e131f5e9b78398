// A process of its own, so that looking through a million lines holds nobody up: started by `service.ts`, tells how
// far it is over the channel between them, and ends when it is done or told to.
import pg from 'pg';
import { auditModel } from '@radiatrix/core/application';
import type { AuditState } from '@radiatrix/contract';
import { keepAudit, NO_AUDIT, readModels, takeAudit } from './read.ts';

const MODELS_AT_ONCE = 40;
const REPORTED = 400;
const TOLD_EVERY_MS = 250;

const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
/** Life signs go over a connection of their own: the other one is inside one long look. */
const teller = new pg.Client({ connectionString: process.env.DATABASE_URL });
const begun = performance.now();
const state = { ...NO_AUDIT, state: 'running' as AuditState['state'], at: new Date().toISOString() };
let toldAt = 0;

/** Writes how it stands where every server reads it; ends this process where somebody asked for that. */
async function tell(now = true): Promise<void> {
  if (!now && performance.now() - toldAt < TOLD_EVERY_MS) return;
  toldAt = performance.now();
  state.seconds = Math.round((toldAt - begun) / 100) / 10;
  if (!(await keepAudit(teller, state))) process.exit(0);
}

// Without the server there is nobody who would begin it anew.
process.on('disconnect', () => process.exit(0));

try {
  await Promise.all([client.connect(), teller.connect()]);
  if (!(await takeAudit(teller, state))) process.exit(0);
  process.send?.('taken');
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
    await tell(false);
  }
  state.models = state.models.sort((a, b) => b.conflicts - a.conflicts || b.gaps - a.gaps).slice(0, REPORTED);
  state.state = 'done';
} catch (error) {
  state.state = 'failed';
  state.message = (error as Error).message;
}
await tell().catch(() => {});
await Promise.all([client.end(), teller.end()]).catch(() => {});
process.disconnect?.();
