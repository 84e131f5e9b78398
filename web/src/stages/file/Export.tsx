import { useState } from 'react';
import type { JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Failure } from '../../ui/notices.tsx';
import { savedCsv } from '../../ui/save-csv.ts';
import { saved } from '../../ui/save-file.ts';

/** Everything of a job: as JSON with its state and every event, and as CSV, one event a line. */
export function Export({ job }: { job: JobRecord }) {
  const dispatch = useAppDispatch();
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>();
  const write = async (how: 'json' | 'csv'): Promise<void> => {
    setBusy(true);
    setError(undefined);
    try {
      const events = [];
      for (let after = 0, more = true; more; ) {
        const page = await dispatch(api.endpoints.jobEventsAfter.initiate({ id: job.id, after }, { forceRefetch: true, subscribe: false })).unwrap();
        events.push(...page.events);
        more = page.more;
        after = page.events.at(-1)?.number ?? after;
      }
      const name = `job-${job.id}`;
      if (how === 'json') return saved(`${name}.json`, 'application/json', JSON.stringify({ format: 'radiatrix-job/1', job: { id: job.id, vehicle: job.vehicle, state: job.state, plan: job.plan }, events }, null, 2));
      const rows = events.map(({ number, deviceTime, person, kind, id, device, payload }) => [String(number), deviceTime, person, kind, JSON.stringify(payload), device, id]);
      savedCsv(`${name}.csv`, [['number', 'time', 'person', 'what', 'said', 'device', 'id'], ...rows]);
    } catch (failed) {
      setError(failed);
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      {(['json', 'csv'] as const).map((how) => <button key={how} type="button" className="btn btn-quiet" disabled={busy} onClick={() => void write(how)}>{how.toUpperCase()}</button>)}
      {error !== undefined && <Failure error={error} />}
    </>
  );
} // prettier-ignore
