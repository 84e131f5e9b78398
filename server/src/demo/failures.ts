import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { FailureBody, Person } from '@radiatrix/contract';
import type { Database } from '../db/client.ts';
import { asPerson } from '../db/transaction.ts';
import { reportFailure } from '../failures/service.ts';
import { partIdByNumber } from '../parts/queries.ts';

/** What was reported to the shop of parts that no job of the demo shows. */
type DemoReport = Pick<FailureBody, 'vehicle' | 'mode' | 'inKm' | 'outKm'> &
  Partial<FailureBody> & { part: string; inDaysAgo: number; outDaysAgo: number };

const DAY_MS = 86_400_000;

export async function loadDemoFailures(
  db: Database,
  folder: string,
  person: Person,
  now = Date.now(),
): Promise<void> {
  const { reports } = JSON.parse(readFileSync(path.join(folder, 'failures.json'), 'utf8')) as { reports: DemoReport[] }; // prettier-ignore
  const day = (ago: number): string => new Date(now - ago * DAY_MS).toISOString().slice(0, 10);
  await asPerson(db, person.id, async (tx) => {
    for (const { part, inDaysAgo, outDaysAgo, ...told } of reports) {
      const id = await partIdByNumber(tx, part);
      if (id === undefined) throw new Error(`demo failure: no part ${part}`);
      const blank = { revision: null, serial: '', owner: '', jobId: null, noisy: null, beside: '', circumstances: '', consequent: '', settled: 'kept' } as const; // prettier-ignore
      await reportFailure(tx, id, { ...blank, ...told, inOn: day(inDaysAgo), outOn: day(outDaysAgo) }, person); // prettier-ignore
    }
  });
}
