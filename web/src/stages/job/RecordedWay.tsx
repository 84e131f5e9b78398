import { Link } from 'react-router';
import type { JobRecord } from '@radiatrix/contract';
import { recordingWords } from '@radiatrix/words/en/recording';
import { recordAddress } from '../../app/addresses.ts';
import { DraftMap } from './DraftMap.tsx';

/** What was recorded coming off on this job, and the map that a specialist can draft from it. */
export function RecordedWay({ job }: { job: JobRecord }) {
  const { recorded, way } = job.state;
  if (recorded.length === 0 && way) return null;
  const back = recorded.filter((move) => move.back !== null).length;
  return (
    <div className="mt-3">
      {recorded.length > 0 && <p>{recordingWords('job:state', { off: recorded.length, back })}</p>}
      <div className="mt-1.5 flex flex-wrap gap-3">
        <Link to={recordAddress(job.id)} className="btn btn-quiet no-underline">
          {recordingWords(recorded.length > 0 ? 'start:more' : 'start')}
        </Link>
        {recorded.length > 0 && <DraftMap jobId={job.id} label={recordingWords('job:map')} />}
      </div>
    </div>
  );
}
