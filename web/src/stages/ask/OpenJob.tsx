import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { FindResult } from '@radiatrix/contract';
import { Dialog } from '../../ui/Dialog.tsx';
import { Failure } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { useOpenJob } from '../job/useHappened.ts';

/**
 * Opens a job for the vehicle that was asked for. A job is for one real vehicle: while several are left, it asks which
 * one stands there before anything is written.
 */
export function OpenJob({ data }: { data: FindResult }) {
  const navigate = useNavigate();
  const { begin, busy, error } = useOpenJob();
  const [asking, setAsking] = useState(false);
  const open = (vehicleId: number) =>
    void begin(vehicleId, { complaint: data.complaint })
      .then((job) => navigate(`/jobs/${job.id}`))
      .catch(() => {});
  const { vehicles, total } = data;
  const start = () => {
    if (vehicles.length === 0) return;
    if (total === 1) open(vehicles[0]!.id);
    else setAsking(true);
  };
  useHotkeys({ j: start });
  if (vehicles.length === 0) return null;
  return (
    <>
      <button type="button" className="btn" disabled={busy} onClick={start}>
        Open a job <kbd className="key">j</kbd>
      </button>
      {error !== undefined && !asking && <Failure error={error} />}
      {asking && (
        <Dialog title="Which one stands there?" onClose={() => setAsking(false)}>
          <p>
            {total} vehicles agree with what was said, and a job is for one of them. Look at the vehicle, or
            say more first; it can be put right later.
          </p>
          {error !== undefined && <Failure error={error} />}
          <ol className="border-rule mt-3 max-h-[50vh] overflow-y-auto border-t">
            {vehicles.map((vehicle) => (
              <li key={vehicle.id} className="border-rule border-b">
                <button
                  type="button"
                  disabled={busy}
                  className="hover:bg-raised w-full px-2 py-2 text-left"
                  onClick={() => open(vehicle.id)}
                >
                  <span className="font-label text-[18px] font-semibold">{vehicle.title}</span>{' '}
                  <span className="text-muted">
                    {[vehicle.engine, vehicle.transmission, ...vehicle.options].join(' · ')}
                  </span>
                </button>
              </li>
            ))}
          </ol>
          {total > vehicles.length && (
            <p className="text-muted mt-2 text-[14px]">
              The first {vehicles.length} are shown: say more to narrow it.
            </p>
          )}
        </Dialog>
      )}
    </>
  );
}
