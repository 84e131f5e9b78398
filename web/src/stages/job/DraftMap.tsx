import { useNavigate, useOutletContext } from 'react-router';
import { canEdit, type Person } from '@radiatrix/contract';
import { recordingApi } from '../../api/recording.ts';
import { Failure } from '../../ui/notices.tsx';

/** Drafts the access map of a job's bay from what was recorded or borrowed on it; for those who keep the library. */
export function DraftMap({ jobId, label }: { jobId: number; label: string }) {
  const person = useOutletContext<Person>();
  const navigate = useNavigate();
  const [draft, { error, isLoading }] = recordingApi.useJobMapMutation();
  if (!canEdit(person.role)) return null;
  return (
    <>
      <button
        type="button"
        className="btn btn-quiet"
        disabled={isLoading}
        onClick={() =>
          void draft({ id: jobId, key: crypto.randomUUID() })
            .unwrap()
            .then(({ id }) => navigate(`/access/${id}`))
            .catch(() => {})
        }
      >
        {label}
      </button>
      {error !== undefined && <Failure error={error} />}
    </>
  );
}
