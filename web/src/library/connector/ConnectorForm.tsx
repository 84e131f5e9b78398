import { useFieldArray } from 'react-hook-form';
import type { ConnectorDocument, ConnectorRecord } from '@radiatrix/contract';
import { type Tagged } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Field, RowTools } from '../../ui/fields.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useDocumentForm } from '../../ui/useDocumentForm.ts';
import { CavityTable } from './CavityTable.tsx';

const documentOf = ({ code, name, description, cavities }: ConnectorDocument): ConnectorDocument => ({
  code,
  name,
  description,
  cavities,
});

/** The form of a connector that is not on record yet. */
export function NewConnector({ name, onMade }: { name: string; onMade: (made: ConnectorRecord) => void }) {
  const [add] = recordingApi.useNewConnectorMutation();
  return (
    <ConnectorForm
      name={name}
      start={{
        record: {
          code: '',
          name: '',
          description: '',
          cavities: [{ position: '1', function: '', colour: '', gauge: '' }],
        },
        etag: '',
      }}
      send={async (body, _etag, key) => onMade((await add({ body, key }).unwrap()).record)}
      onDone={() => {}}
    />
  );
}

interface FormProps {
  name: string;
  start: Tagged<ConnectorDocument>;
  send: (body: ConnectorDocument, etag: string, key: string) => Promise<unknown>;
  refetch?: () => Promise<Tagged<ConnectorRecord>>;
  onDone: () => void;
}

/** A connector and its cavities, by function. */
export function ConnectorForm({ name, start, send, refetch, onDone }: FormProps) {
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
