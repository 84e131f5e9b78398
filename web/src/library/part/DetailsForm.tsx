import { useFieldArray } from 'react-hook-form';
import type { PartDetails, PartRecord } from '@radiatrix/contract';
import { type Tagged } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Field, RowTools } from '../../ui/fields.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useDocumentForm } from '../../ui/useDocumentForm.ts';

const detailsOf = ({ description, notes, inTheBox, interchange, supersedes }: PartRecord): PartDetails => ({
  description,
  notes,
  inTheBox,
  interchange,
  supersedes,
});

/** What is said of a part beside its figures. */
export function DetailsForm({
  part,
  etag,
  refetch,
  onDone,
}: {
  part: PartRecord;
  etag: string;
  refetch: () => Promise<Tagged<PartRecord>>;
  onDone: () => void;
}) {
  const [save] = recordingApi.useSavePartDetailsMutation();
  const { form, dirty, saving, restoredAt, submit, startOver, keepMine, takeBoth, merged, message } =
    useDocumentForm<PartDetails>({
      name: `details:${part.id}`,
      initial: detailsOf(part),
      etag,
      send: (body, tag, key) =>
        save({
          id: part.id,
          body: {
            ...body,
            inTheBox: body.inTheBox.map(({ fromOld, ...item }) => ({
              ...item,
              quantity: Number(item.quantity),
              ...(fromOld ? { fromOld } : {}),
            })),
          },
          etag: tag,
          key,
        }).unwrap(),
      refetch: async () => {
        const now = await refetch();
        return { record: detailsOf(now.record), etag: now.etag };
      },
      onDone,
    });
  const box = useFieldArray({ control: form.control, name: 'inTheBox' });
  const numbers = useFieldArray({ control: form.control, name: 'interchange' });
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Change details" className="mt-4 max-w-3xl">
      <Field label="Description" problem={message('description')}>
        <input
          className="input"
          maxLength={300}
          autoFocus
          {...form.register('description', { required: true })}
        />
      </Field>
      <Field label="Notes" problem={message('notes')} className="mt-2">
        <textarea className="textarea" rows={3} maxLength={2000} {...form.register('notes')} />
      </Field>
      <Field label="Takes the place of part number" problem={message('supersedes')} className="mt-2 max-w-xs">
        <input className="input figure" {...form.register('supersedes')} />
      </Field>
      <h2 className="heading mt-4">In the box, and what moves over</h2>
      {box.fields.map((row, index) => (
        <div key={row.id} className="mt-1 grid grid-cols-[80px_1fr_auto_auto] items-center gap-2">
          <input
            className="input figure"
            aria-label="How many"
            inputMode="numeric"
            {...form.register(`inTheBox.${index}.quantity`, { required: true })}
          />
          <input
            className="input"
            aria-label="What"
            {...form.register(`inTheBox.${index}.name`, { required: true })}
          />
          <label className="flex items-center gap-1.5 text-[14px]">
            <input type="checkbox" {...form.register(`inTheBox.${index}.fromOld`)} />
            moves over from the old part
          </label>
          <RowTools what={`line ${index + 1}`} first last onRemove={() => box.remove(index)} />
        </div>
      ))}
      <button
        type="button"
        className="btn btn-quiet mt-2"
        onClick={() => box.append({ name: '', quantity: 1 })}
      >
        Add to the box
      </button>
      <h2 className="heading mt-4">Same part under other numbers</h2>
      {numbers.fields.map((row, index) => (
        <div key={row.id} className="mt-1 grid grid-cols-[1fr_1fr_auto] gap-2">
          <input
            className="input"
            aria-label="Seller"
            {...form.register(`interchange.${index}.seller`, { required: true })}
          />
          <input
            className="input figure"
            aria-label="Number"
            {...form.register(`interchange.${index}.number`, { required: true })}
          />
          <RowTools what={`number ${index + 1}`} first last onRemove={() => numbers.remove(index)} />
        </div>
      ))}
      <button
        type="button"
        className="btn btn-quiet mt-2"
        onClick={() => numbers.append({ seller: '', number: '' })}
      >
        Add a number
      </button>
      <SaveBar
        saving={saving}
        dirty={dirty}
        label="Save details"
        restoredAt={restoredAt}
        onDiscard={startOver}
        onKeepMine={keepMine}
        onTakeBoth={takeBoth}
        merged={merged}
        difference={
          <Differences mine={form.getValues()} theirs={saving.stale?.current as PartRecord | undefined} />
        }
      >
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Close, keep what I typed
        </button>
      </SaveBar>
    </form>
  );
}

function Differences({ mine, theirs }: { mine: PartDetails; theirs: PartRecord | undefined }) {
  if (!theirs) return null;
  const rows = (['description', 'notes', 'supersedes'] as const).filter((key) => mine[key] !== theirs[key]);
  return (
    <ul className="list-disc pl-5">
      {rows.map((key) => (
        <li key={key}>
          {key}: yours “{mine[key]}”, on record now “{theirs[key]}”
        </li>
      ))}
      {JSON.stringify(mine.inTheBox) !== JSON.stringify(theirs.inTheBox) && (
        <li>what is in the box differs</li>
      )}
      {JSON.stringify(mine.interchange) !== JSON.stringify(theirs.interchange) && (
        <li>the other numbers differ</li>
      )}
    </ul>
  );
}
