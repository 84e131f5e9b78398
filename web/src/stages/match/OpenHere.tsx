import { useNavigate, useSearchParams } from 'react-router';
import { matchWords } from '@radiatrix/words/en/match';
import { matchAddress } from '../../app/addresses.ts';
import { Failure } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { useOpenJob } from '../job/useHappened.ts';

/** Opens a job for this vehicle without leaving the part that is looked at; what the caller said goes into it. */
export function OpenHere({ vehicleId }: { vehicleId: number }) {
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const { begin, busy, error } = useOpenJob();
  const said = params.get('said') ?? '';
  const open = (): void =>
    void begin(vehicleId, { complaint: said })
      .then((job) =>
        navigate(matchAddress(vehicleId, job.id, params.get('part'), { kind: params.get('kind') ?? '' })),
      )
      .catch(() => {});
  useHotkeys({ j: open });
  return (
    <div className="mb-2">
      {said && <p className="text-muted mb-1 text-[15px]">“{said}”</p>}
      <button type="button" className="btn btn-quiet" disabled={busy} onClick={open}>
        {matchWords('open-job')} <kbd className="key">j</kbd>
      </button>
      {error !== undefined && <Failure error={error} />}
    </div>
  );
}
