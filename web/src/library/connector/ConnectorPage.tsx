import { Link, useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import { connectorBack } from '@radiatrix/core/revision';
import { canEdit, type Person } from '@radiatrix/contract';
import { mergingWords } from '@radiatrix/words/en/merging';
import { mergeAddress } from '../merging/addresses.ts';
import { recordingApi } from '../../api/recording.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { Photos } from '../../ui/Photos.tsx';
import { HistorySection } from '../record/HistorySection.tsx';
import { CavityTable } from './CavityTable.tsx';
import { ConnectorForm, NewConnector } from './ConnectorForm.tsx';

/** A connector: its cavities by function, and where it is used. */
export function ConnectorPage() {
  const code = useParams().code!;
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { data, error, refetch } = recordingApi.useConnectorQuery(code);
  const [save] = recordingApi.useSaveConnectorMutation();
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting />;
  const { record, etag } = data;
  const editable = canEdit(person.role);
  return (
    <div className="mt-4 max-w-4xl">
      <div className="border-ink flex flex-wrap items-baseline gap-4 border-b pb-2">
        <h1 className="text-[26px]">
          <span className="figure text-[22px]">{record.code}</span> {record.name}
        </h1>
        {editable && params.get('edit') === null && (
          <span className="ml-auto flex gap-4">
            <Link to={mergeAddress('connector', record.id)}>{mergingWords('open')}</Link>
            <Link to="?edit=1" replace>
              Change connector
            </Link>
          </span>
        )}
      </div>
      <WaitingChanges of="connector" id={record.id} person={person} />
      {editable && params.get('edit') !== null ? (
        <ConnectorForm
          name={`connector:${record.id}`}
          start={{ record, etag }}
          send={async (body, tag, key) => {
            const saved = await save({ id: record.id, body, etag: tag, key }).unwrap();
            if (saved.record.code !== code)
              void navigate(`/connectors/${saved.record.code}`, { replace: true });
          }}
          refetch={() => refetch().unwrap()}
          onDone={() => setParams({}, { replace: true })}
        />
      ) : (
        <>
          {record.description && <p className="mt-2">{record.description}</p>}
          <CavityTable connector={record} />
          <h2 className="heading mt-5">Used by</h2>
          <p className="mt-1">
            {record.usedBy.length > 0 ? record.usedBy.join('; ') : 'No record names it yet.'}
          </p>
          <Photos photos={record.photos} subject="connector" id={record.id} editable={editable} />
          {editable && (
            <HistorySection
              kind="connector"
              id={record.id}
              onRestore={(then) => {
                const body = connectorBack(then);
                return body
                  ? save({ id: record.id, body, etag: data.etag, key: crypto.randomUUID() }).unwrap()
                  : Promise.reject(new Error('It was not on record then.'));
              }}
            />
          )}
        </>
      )}
    </div>
  );
}

export function NewConnectorPage() {
  const navigate = useNavigate();
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="text-[26px]">Record a connector</h1>
      <NewConnector
        name="connector:new"
        onMade={(made) => void navigate(`/connectors/${made.code}`, { replace: true })}
      />
    </div>
  );
}
