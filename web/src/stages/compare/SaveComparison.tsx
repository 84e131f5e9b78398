import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Found } from '@radiatrix/core/plan';
import type { ComparisonDocument } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Failure } from '../../ui/notices.tsx';
import { useSaving } from '../../ui/useSaving.ts';

/** Saves a comparison to a job of this vehicle, or to a new one. */
export function SaveComparison({
  vehicleId,
  jobId,
  title,
  address,
  findings,
  waits,
  onJob,
}: {
  vehicleId: number;
  jobId: number | undefined;
  title: string;
  address: string;
  findings: readonly Found[];
  /** A sum that is still at work would be missing from what is saved. */
  waits: boolean;
  onJob: (id: number) => void;
}) {
  const [open, setOpen] = useState(false);
  const [into, setInto] = useState<number | 'new' | undefined>(undefined);
  const [name, setName] = useState(title);
  const [label, setLabel] = useState('');
  const [savedTo, setSavedTo] = useState<number | null>(null);
  const { data: jobs } = api.useJobsQuery(undefined, { skip: !open });
  const [add] = api.useNewComparisonMutation();
  const [openJob] = api.useNewJobMutation();
  const newJobKey = useRef(crypto.randomUUID());
  const saving = useSaving<ComparisonDocument & { jobId: number }>(({ jobId: to, ...body }, _etag, key) =>
    add({ jobId: to, body, key }).unwrap(),
  );
  const [failed, setFailed] = useState<unknown>(undefined);
  const own = (jobs ?? []).filter((job) => job.vehicleId === vehicleId);
  const chosen = into ?? (jobId && own.some((job) => job.id === jobId) ? jobId : (own[0]?.id ?? 'new'));
  const save = async () => {
    setFailed(undefined);
    try {
      const id =
        chosen === 'new'
          ? (await openJob({ body: { vehicleId, label, stage: 'compare' }, key: newJobKey.current }).unwrap())
              .id
          : chosen;
      if (chosen === 'new') newJobKey.current = crypto.randomUUID();
      setInto(id);
      const document = {
        jobId: id,
        title: name.trim() || title,
        address,
        findings: findings.slice(0, 100).map((each) => ({ ...each, sentence: each.sentence.slice(0, 1000) })),
      };
      if (await saving.save(document, '')) {
        setSavedTo(id);
        setOpen(false);
        onJob(id);
      }
    } catch (error) {
      setFailed(error);
    }
  };
  return (
    <>
      {savedTo !== null && !open && (
        <span role="status" className="text-[14px]">
          Saved to <Link to={`/jobs/${savedTo}`}>job {savedTo}</Link>.
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
        Save to a job
      </button>
      {open && (
        <Dialog title="Save this comparison" onClose={() => setOpen(false)}>
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
            {waits && (
              <p className="text-muted mt-3">
                The cooling cases are still being worked out; they come along if you wait a moment.
              </p>
            )}
            {(failed !== undefined || saving.error !== undefined) && (
              <div className="mt-3">
                <Failure error={failed ?? saving.error} />
              </div>
            )}
            <p className="mt-4 flex gap-3">
              <button
                type="submit"
                className="btn btn-primary"
                disabled={saving.busy || findings.length === 0}
              >
                {saving.busy ? 'Saving…' : 'Save it'}
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
