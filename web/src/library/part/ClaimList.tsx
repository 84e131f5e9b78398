import { useState, type FormEvent } from 'react';
import type { NewClaim, PartRecord } from '@radiatrix/contract';
import {
  engineLabel,
  PACKAGES,
  packageLabel,
  transmissionLabel,
  type CoolingPackage,
} from '@radiatrix/core/vehicle';
import { api } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';
import { NewBeside } from '../record/RecordFields.tsx';
import { useSaving } from '../../ui/useSaving.ts';

/** What sources say this part fits, and a line to add what one more says. */
export function ClaimList({ part, editable }: { part: PartRecord; editable: boolean }) {
  const [adding, setAdding] = useState(false);
  const [drop, { error }] = recordingApi.useDropClaimMutation();
  return (
    <section aria-label="Applications">
      <h2 className="heading mt-5">
        Said to fit
        {editable && (
          <button
            type="button"
            className="text-steel font-sans text-[15px] font-normal tracking-normal normal-case underline"
            onClick={() => setAdding(!adding)}
          >
            {adding ? 'close' : 'Record a claim'}
          </button>
        )}
      </h2>
      {adding && <ClaimForm partId={part.id} onDone={() => setAdding(false)} />}
      {error !== undefined && <Failure error={error} />}
      <ul className="mt-1">
        {part.claims.map((claim) => (
          <li key={claim.id} className="border-rule flex items-baseline justify-between gap-2 border-b py-1">
            <span>
              <span className={claim.fits ? '' : 'text-no'}>{claim.sentence}</span>
              <span className="text-muted block text-[14px]">
                {claim.source}, grade {claim.grade}
              </span>
              {claim.note !== '' && <span className="text-changes block text-[14px]">{claim.note}</span>}
            </span>
            {editable && (
              <button
                type="button"
                className="text-steel text-[14px] underline"
                aria-label={`Take away: ${claim.sentence}`}
                onClick={() => void drop({ id: claim.id, etag: claim.tag, key: crypto.randomUUID() })}
              >
                take away
              </button>
            )}
          </li>
        ))}
        {part.claims.length === 0 && <li className="text-muted py-1">No source names a vehicle for it.</li>}
      </ul>
    </section>
  );
}

const ids = (text: string): number[] | null => (text === '' ? null : [Number(text)]);

function ClaimForm({ partId, onDone }: { partId: number; onDone: () => void }) {
  const { data: vocabulary } = api.useVocabularyQuery();
  const { data: sources } = api.useSourcesQuery();
  const [add] = recordingApi.useNewClaimMutation();
  const saving = useSaving<NewClaim>((body, _etag, key) => add({ id: partId, body, key }).unwrap());
  const [value, setValue] = useState({
    modelId: '',
    from: '',
    to: '',
    engine: '',
    transmission: '',
    package: '',
    source: '',
    fits: 'yes',
  });
  const set = (key: keyof typeof value) => (event: { target: { value: string } }) =>
    setValue({ ...value, [key]: event.target.value });
  const model = vocabulary?.models.find((each) => String(each.id) === value.modelId);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const done = await saving.save(
      {
        modelId: Number(value.modelId),
        years: [Number(value.from), Number(value.to || value.from)],
        built: null,
        engineIds: ids(value.engine),
        transmissionIds: ids(value.transmission),
        airConditioning: null,
        packages: value.package === '' ? null : [value.package as CoolingPackage],
        fits: value.fits === 'yes',
        sourceId: Number(value.source),
        exceptions: [],
      },
      '',
    );
    if (done) onDone();
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      aria-label="Record a claim"
      className="border-strong mt-2 grid grid-cols-2 gap-2 border p-3"
    >
      <Field
        label="Model"
        beside={
          <NewBeside
            table="model"
            onMade={({ id }) => setValue((now) => ({ ...now, modelId: String(id) }))}
          />
        }
      >
        <select className="select" required value={value.modelId} onChange={set('modelId')}>
          <option value="">choose</option>
          {vocabulary?.models.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </select>
      </Field>
      <Field
        label="Source"
        beside={
          <NewBeside
            table="source"
            onMade={({ id }) => setValue((now) => ({ ...now, source: String(id) }))}
          />
        }
      >
        <select className="select" required value={value.source} onChange={set('source')}>
          <option value="">choose</option>
          {sources?.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </select>
      </Field>
      <Field label="First model year" problem={saving.fieldProblem('years')}>
        <input
          className="input figure"
          inputMode="numeric"
          required
          pattern="\d{4}"
          placeholder={String(model?.life[0] ?? '2008')}
          value={value.from}
          onChange={set('from')}
        />
      </Field>
      <Field label="Last model year">
        <input
          className="input figure"
          inputMode="numeric"
          pattern="\d{4}"
          placeholder={String(model?.life[1] ?? '2012')}
          value={value.to}
          onChange={set('to')}
        />
      </Field>
      <Field
        label="Engine"
        beside={
          <NewBeside
            table="engine"
            onMade={({ id }) => setValue((now) => ({ ...now, engine: String(id) }))}
          />
        }
      >
        <select className="select" value={value.engine} onChange={set('engine')}>
          <option value="">any</option>
          {vocabulary?.engines.map((each) => (
            <option key={each.id} value={each.id}>
              {each.code}, {engineLabel(each)}
            </option>
          ))}
        </select>
      </Field>
      <Field
        label="Transmission"
        beside={
          <NewBeside
            table="transmission"
            onMade={({ id }) => setValue((now) => ({ ...now, transmission: String(id) }))}
          />
        }
      >
        <select className="select" value={value.transmission} onChange={set('transmission')}>
          <option value="">any</option>
          {vocabulary?.transmissions.map((each) => (
            <option key={each.id} value={each.id}>
              {each.code}, {transmissionLabel(each)}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Cooling package">
        <select className="select" value={value.package} onChange={set('package')}>
          <option value="">any</option>
          {PACKAGES.map((each) => (
            <option key={each} value={each}>
              {packageLabel(each)}
            </option>
          ))}
        </select>
      </Field>
      <Field label="The source says">
        <select className="select" value={value.fits} onChange={set('fits')}>
          <option value="yes">it fits</option>
          <option value="no">it does not fit</option>
        </select>
      </Field>
      <div className="col-span-2">
        {saving.error !== undefined && <Failure error={saving.error} />}
        <button type="submit" className="btn btn-primary mt-1" disabled={saving.busy}>
          Record the claim
        </button>
      </div>
    </form>
  );
}
