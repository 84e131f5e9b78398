import { Link, useNavigate, useOutletContext } from 'react-router';
import { canEdit, type JobRecord, type Person } from '@radiatrix/contract';
import { recordingWords } from '@radiatrix/words/en/recording';
import { recordingApi } from '../../api/recording.ts';
import { recordAddress } from '../../app/addresses.ts';
import { Failure } from '../../ui/notices.tsx';

/** What was recorded coming off on this job, and the map that a specialist can draft from it. */
export function RecordedWay({ job }: { job: JobRecord }) {
  const person = useOutletContext<Person>();
  const navigate = useNavigate();
  const [draft, { error, isLoading }] = recordingApi.useJobMapMutation();
  const { recorded, way } = job.state;
  if (recorded.length === 0 && way) return null;
  const back = recorded.filter((move) => move.back !== null).length;
  return (
    <div className="mt-3">
      {recorded.length > 0 && <p>{recordingWords('job:state', { off: recorded.length, back })}</p>}
      <p className="mt-1.5 flex flex-wrap gap-3">
        <Link to={recordAddress(job.id)} className="btn btn-quiet no-underline">
          {recordingWords(recorded.length > 0 ? 'start:more' : 'start')}
        </Link>
        {recorded.length > 0 && canEdit(person.role) && (
          <button
            type="button"
            className="btn"
            disabled={isLoading}
            onClick={() =>
              void draft({ id: job.id, key: crypto.randomUUID() })
                .unwrap()
                .then(({ id }) => navigate(`/access/${id}`))
                .catch(() => {})
            }
          >
            {recordingWords('job:map')}
          </button>
        )}
      </p>
      {error !== undefined && <Failure error={error} />}
    </div>
  );
}
