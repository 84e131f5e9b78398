import { Link } from 'react-router';
import type { JobRecord, VehicleAccess } from '@radiatrix/contract';
import { recordingWords } from '@radiatrix/words/en/recording';
import { DraftMap } from '../job/DraftMap.tsx';

/** Related bays whose map can be borrowed where this bay has none. */
export function Lenders({
  lenders,
  onBorrow,
}: {
  lenders: VehicleAccess['lenders'];
  onBorrow: (mapId: number) => void;
}) {
  if (lenders.length === 0) return null;
  return (
    <section aria-label={recordingWords('lent:title')} className="mt-5 max-w-xl">
      <h2 className="heading">{recordingWords('lent:title')}</h2>
      <p className="text-muted mt-1">{recordingWords('lent:about')}</p>
      <ul>
        {lenders.map(({ mapId, bayName, why }) => (
          <li key={mapId} className="border-rule flex items-baseline gap-3 border-b py-2">
            <span className="flex-1">
              <span className="font-semibold">{bayName}</span>{' '}
              <span className="text-muted">{recordingWords(`lent:${why}`)}</span>
            </span>
            <button type="button" className="btn btn-quiet" onClick={() => onBorrow(mapId)}>
              {recordingWords('lent:borrow')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** That the map in use is another bay's, what of it does not hold here, and the draft that can be made of it. */
export function BorrowedNote({
  map,
  job,
  onGiveBack,
}: {
  map: NonNullable<VehicleAccess['map']>;
  job: JobRecord | undefined;
  onGiveBack: () => void;
}) {
  if (!map.borrowed) return null;
  const { leftOut } = map.borrowed;
  return (
    <div role="note" className="border-changes mt-2 mb-2 border-l-[4px] pl-3">
      <p className="font-semibold">{recordingWords('lent:note', { bay: map.bayName })}</p>
      {leftOut.length > 0 && (
        <p className="text-muted">{recordingWords('lent:left-out', { moves: leftOut.join('; ') })}</p>
      )}
      <div className="mt-1 flex flex-wrap items-baseline gap-4">
        {job?.state.way ? (
          <DraftMap jobId={job.id} label={recordingWords('lent:draft')} />
        ) : (
          <button type="button" className="text-steel underline" onClick={onGiveBack}>
            {recordingWords('lent:back')}
          </button>
        )}
        {job && <Link to={`/jobs/${job.id}`}>{recordingWords('to-job')}</Link>}
      </div>
    </div>
  );
}
