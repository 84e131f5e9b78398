import { useFieldArray } from 'react-hook-form';
import { Link, useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import { connectorBack } from '@radiatrix/core/revision';
import { canEdit, type ConnectorDocument, type ConnectorRecord, type Person } from '@radiatrix/contract';
import { type Tagged } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Field, RowTools } from '../../ui/fields.tsx';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { Photos } from '../../ui/Photos.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useDocumentForm } from '../../ui/useDocumentForm.ts';
import { HistorySection } from '../record/HistorySection.tsx';
import { CavityTable } from './CavityTable.tsx';

const documentOf = ({ code, name, description, cavities }: ConnectorDocument): ConnectorDocument => ({
  code,
  name,
  description,
  cavities,
});

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
          <Link to="?edit=1" replace className="ml-auto">
            Change connector
          </Link>
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
  const [add] = recordingApi.useNewConnectorMutation();
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="text-[26px]">Record a connector</h1>
      <ConnectorForm
        name="connector:new"
        start={{
          record: {
            code: '',
            name: '',
            description: '',
            cavities: [{ position: '1', function: '', colour: '', gauge: '' }],
          },
          etag: '',
        }}
        send={async (body, _etag, key) => {
          const made = await add({ body, key }).unwrap();
          void navigate(`/connectors/${made.record.code}`, { replace: true });
        }}
        onDone={() => {}}
      />
    </div>
  );
}

interface FormProps {
  name: string;
  start: Tagged<ConnectorDocument>;
  send: (body: ConnectorDocument, etag: string, key: string) => Promise<unknown>;
  refetch?: () => Promise<Tagged<ConnectorRecord>>;
  onDone: () => void;
}

function ConnectorForm({ name, start, send, refetch, onDone }: FormProps) {
  const { form, dirty, saving, restoredAt, submit, startOver, keepMine, takeBoth, merged, message } =
    useDocumentForm<ConnectorDocument>({
      name,
      initial: documentOf(start.record),
      etag: start.etag,
      send,
      refetch:
        refetch &&
        (async () => {
          const now = await refetch();
          return { record: documentOf(now.record), etag: now.etag };
        }),
      onDone,
    });
  const cavities = useFieldArray({ control: form.control, name: 'cavities' });
  const theirs = saving.stale?.current as ConnectorRecord | undefined;
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Connector" className="mt-3">
      <div className="grid grid-cols-[180px_1fr] gap-3">
        <Field label="Code" problem={message('code')}>
          <input className="input figure" autoFocus {...form.register('code', { required: true })} />
        </Field>
        <Field label="Name" problem={message('name')}>
          <input className="input" {...form.register('name', { required: true })} />
        </Field>
      </div>
      <Field label="Description" problem={message('description')} className="mt-2">
        <textarea className="textarea" rows={2} {...form.register('description')} />
      </Field>
      <h2 className="heading mt-4">Cavities, by function</h2>
      {cavities.fields.map((row, index) => (
        <div key={row.id} className="mt-1.5 grid grid-cols-[70px_1fr_150px_110px_auto] items-start gap-2">
          <Field
            bare={index > 0}
            label="Cavity"
            problem={message(`cavities.${index}.position`) ?? message(`cavities.${index}`)}
          >
            <input
              className="input figure"
              {...form.register(`cavities.${index}.position`, { required: true })}
            />
          </Field>
          <Field bare={index > 0} label="Function" problem={message(`cavities.${index}.function`)}>
            <input className="input" {...form.register(`cavities.${index}.function`, { required: true })} />
          </Field>
          <Field bare={index > 0} label="Colour">
            <input className="input" {...form.register(`cavities.${index}.colour`)} />
          </Field>
          <Field bare={index > 0} label="Wire">
            <input
              className="input figure"
              placeholder="2.5 mm²"
              {...form.register(`cavities.${index}.gauge`)}
            />
          </Field>
          <span className={index > 0 ? 'pt-1.5' : 'pt-7'}>
            <RowTools what={`cavity ${index + 1}`} first last onRemove={() => cavities.remove(index)} />
          </span>
        </div>
      ))}
      <button
        type="button"
        className="btn btn-quiet mt-3"
        onClick={() =>
          cavities.append({
            position: String(cavities.fields.length + 1),
            function: '',
            colour: '',
            gauge: '',
          })
        }
      >
        Add a cavity
      </button>
      <SaveBar
        saving={saving}
        dirty={dirty}
        label="Save connector"
        restoredAt={restoredAt}
        onDiscard={startOver}
        onKeepMine={keepMine}
        onTakeBoth={takeBoth}
        merged={merged}
        difference={theirs && <CavityTable connector={theirs} caption="On record now" />}
      />
    </form>
  );
}
