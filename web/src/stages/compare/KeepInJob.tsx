import { SIDE_KINDS } from '@radiatrix/core/job';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Side } from '@radiatrix/core/fitment';
import type { PlanningPart, JobEventDraft } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Failure } from '../../ui/notices.tsx';
import { happened } from '../job/device.ts';
import { useHappened, useOpenJob } from '../job/useHappened.ts';
import { scalarChoices, type Asked } from './address.ts';
import { LETTERS, type PartKey } from './sides.ts';

/** What a job is told of a comparison: which parts go in, stay and come off, what was chosen, and the way back to the view. */
function told(
  title: string,
  address: string,
  asked: Asked,
  borrowed: readonly PartKey[],
  old: Side,
  fresh: Side,
): JobEventDraft[] {
  const events: JobEventDraft[] = [];
  const choose = (part: PlanningPart, role: 'goes in' | 'stays' | 'comes off') =>
    events.push(
      happened('part chosen', { partId: part.id, revisionId: part.revisionId, kind: part.kind, role }),
    );
  for (const kind of SIDE_KINDS) {
    const isBorrowed = (side: 'o' | 'n'): boolean => borrowed.includes(`${side}${LETTERS[kind]}` as PartKey);
    const [before, after] = [
      isBorrowed('o') ? undefined : old.parts[kind],
      isBorrowed('n') ? undefined : fresh.parts[kind],
    ] as [PlanningPart | undefined, PlanningPart | undefined];
    if (before && before.id === after?.id) choose(before, 'stays');
    else {
      if (before) choose(before, 'comes off');
      if (after) choose(after, 'goes in');
    }
  }
  const choices = scalarChoices(asked);
  if (Object.keys(choices).length > 0) events.push(happened('choices made', { choices }));
  events.push(happened('compared', { title, address }));
  return events;
}

/** Keeps a comparison with a job of this vehicle, or with a new one: the job’s plan is then worked out from it. */
export function KeepInJob({
  vehicleId,
  jobId,
  title,
  address,
  asked,
  borrowed,
  old,
  fresh,
  onJob,
}: {
  vehicleId: number;
  jobId: number | undefined;
  title: string;
  address: string;
  asked: Asked;
  /** Stands in the comparison, and nobody chose it: it is not kept. */
  borrowed: readonly PartKey[];
  old: Side;
  fresh: Side;
  onJob: (id: number) => void;
}) {
  const [open, setOpen] = useState(false);
  const [into, setInto] = useState<number | 'new' | undefined>(undefined);
  const [name, setName] = useState(title);
  const [label, setLabel] = useState('');
  const [savedTo, setSavedTo] = useState<number | null>(null);
  const { data: jobs, isFetching } = api.useJobsQuery(undefined, { skip: !open });
  const own = (jobs ?? []).filter((job) => job.vehicleId === vehicleId && !job.closed);
  const chosen = into ?? (jobId && own.some((job) => job.id === jobId) ? jobId : (own[0]?.id ?? 'new'));
  const { begin, ...opening } = useOpenJob();
  const { tell, ...telling } = useHappened(chosen === 'new' ? undefined : chosen);
  // Until the jobs are known, nobody can say into which one this goes: a new one would be opened beside it.
  const busy = opening.busy || telling.busy || jobs === undefined || isFetching;
  const save = async () => {
    const events = told(name.trim() || title, address, asked, borrowed, old, fresh);
    const job = await (
      chosen === 'new' ? begin(vehicleId, { events, label: label.trim() }) : tell(events)
    ).catch(() => undefined);
    if (!job) return;
    setInto(job.id);
    setSavedTo(job.id);
    setOpen(false);
    onJob(job.id);
  };
  const failed = opening.error ?? telling.error;
  return (
    <>
      {savedTo !== null && !open && (
        <span role="status" className="text-[14px]">
          Kept in <Link to={`/jobs/${savedTo}`}>job {savedTo}</Link>.
        </span>
      )}
      <button
        type="button"
        className="btn btn-quiet"
        onClick={() => {
          setName(title);
          setOpen(true);
        }}
      >
        Keep in a job
      </button>
      {open && (
        <Dialog title="Keep this in a job" onClose={() => setOpen(false)}>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void save();
            }}
          >
            <label className="block">
              <span className="label-text">Called</span>
              <input
                className="input"
                value={name}
                maxLength={200}
                onChange={(event) => setName(event.target.value)}
                autoFocus
              />
            </label>
            <label className="mt-3 block">
              <span className="label-text">Into</span>
              <select
                className="select"
                value={String(chosen)}
                onChange={(event) =>
                  setInto(event.target.value === 'new' ? 'new' : Number(event.target.value))
                }
              >
                {own.map((job) => (
                  <option key={job.id} value={job.id}>
                    Job {job.id}
                    {job.label && `, ${job.label}`}
                  </option>
                ))}
                <option value="new">a new job for this vehicle</option>
              </select>
            </label>
            {chosen === 'new' && (
              <label className="mt-3 block">
                <span className="label-text">New job, called in the shop</span>
                <input
                  className="input"
                  value={label}
                  maxLength={80}
                  placeholder="a plate, a name, a lift"
                  onChange={(event) => setLabel(event.target.value)}
                />
              </label>
            )}
            {failed !== undefined && (
              <div className="mt-3">
                <Failure error={failed} />
              </div>
            )}
            <p className="mt-4 flex gap-3">
              <button type="submit" className="btn btn-primary" disabled={busy}>
                {opening.busy || telling.busy ? 'Keeping…' : 'Keep it'}
              </button>
              <button type="button" className="btn btn-quiet" onClick={() => setOpen(false)}>
                Not now
              </button>
            </p>
          </form>
        </Dialog>
      )}
    </>
  );
}
