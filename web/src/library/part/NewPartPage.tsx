import { useNavigate, useSearchParams } from 'react-router';
import { PART_KINDS } from '@radiatrix/core/figures';
import type { NewPart } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { recordingApi } from '../../api/recording.ts';
import { Field } from '../../ui/fields.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useDocumentForm } from '../../ui/useDocumentForm.ts';

/** A new part begins with its number; the next screen takes its figures. */
export function NewPartPage() {
  const navigate = useNavigate();
  const asked = useSearchParams()[0].get('kind');
  const [add] = recordingApi.useNewPartMutation();
  const { form, dirty, saving, restoredAt, submit, startOver, message } = useDocumentForm<NewPart>({
    name: 'part:new',
    initial: {
      number: '',
      maker: '',
      kind: PART_KINDS.find((kind) => kind === asked) ?? 'radiator',
      description: '',
    },
    etag: '',
    send: async (body, _etag, key) => {
      const made = await add({ body, key }).unwrap();
      void navigate(`/parts/${made.record.id}?edit=figures`);
    },
    onDone: () => {},
  });
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Record a part" className="mt-4 max-w-xl">
      <h1 className="mb-3 text-[24px]">Record a part</h1>
      <Field label="Part number" problem={message('number')}>
        <input className="input figure" autoFocus {...form.register('number', { required: true })} />
      </Field>
      <Field label="Maker" problem={message('maker')} className="mt-2">
        <input className="input" {...form.register('maker', { required: true })} />
      </Field>
      <Field label="Kind" className="mt-2">
        <select className="select" {...form.register('kind')}>
          {PART_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {kindName(kind)}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Description" problem={message('description')} className="mt-2">
        <input className="input" {...form.register('description')} />
      </Field>
      <SaveBar
        saving={saving}
        dirty={dirty}
        label="Record, then its figures"
        restoredAt={restoredAt}
        onDiscard={startOver}
      />
    </form>
  );
}
