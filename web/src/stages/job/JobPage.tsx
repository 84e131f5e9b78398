import { useEffect } from 'react';
import { useFieldArray } from 'react-hook-form';
import { Link, useParams } from 'react-router';
import { attributeOf, attributesOf, readFigure } from '@radiatrix/core/figures';
import { formatQuantity, METHOD_RULES, METHODS } from '@radiatrix/core/quantity';
import { STAGES, type JobDocument, type JobRecord } from '@radiatrix/contract';
import { api, type Tagged } from '../../api/api.ts';
import { putOnBench } from '../../app/settings.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Comparisons } from './Comparisons.tsx';
import { Field, RowTools } from '../../ui/fields.tsx';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useDocumentForm } from '../../ui/useDocumentForm.ts';

/** One real vehicle with one real complaint. */
export function JobPage() {
  const id = Number(useParams().id);
  const { data, error, refetch } = api.useJobQuery(id);
  const dispatch = useAppDispatch();
  const vehicleId = data?.record.vehicle.id;
  useEffect(() => {
    if (vehicleId) dispatch(putOnBench(vehicleId));
  }, [vehicleId, dispatch]);
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting what="Opening the job" />;
  return <Form key={id} job={data.record} etag={data.etag} refetch={() => refetch().unwrap()} />;
}

/** Alterations are typed one a line; the form holds them as one text. */
type Typed = Omit<JobDocument, 'alterations'> & { alterations: string };
const typedOf = ({ label, complaint, alterations, stage, figures }: JobRecord): Typed => ({ label, complaint, alterations: alterations.join('\n'), stage, figures }); // prettier-ignore

function Form({
  job,
  etag,
  refetch,
}: {
  job: JobRecord;
  etag: string;
  refetch: () => Promise<Tagged<JobRecord>>;
}) {
  const [save] = api.useSaveJobMutation();
  const { form, dirty, saving, restoredAt, submit, startOver, keepMine, takeBoth, merged, message } =
    useDocumentForm<Typed>({
      name: `job:${job.id}`,
      initial: typedOf(job),
      etag,
      send: (body, tag, key) =>
      save({
        id: job.id,
        body: { ...body, alterations: body.alterations.split('\n').map((each) => each.trim()).filter(Boolean) },
        etag: tag,
        key,
      }).unwrap(), // prettier-ignore
      refetch: async () => {
        const now = await refetch();
        return { record: typedOf(now.record), etag: now.etag };
      },
      onDone: () => {},
    });
  const figures = useFieldArray({ control: form.control, name: 'figures' });
  const rows = form.watch('figures');
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Job" className="mt-5 max-w-[1080px]">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h1 className="text-[25px]">
          Job <span className="figure">{job.id}</span>
        </h1>
        <p className="text-muted">
          opened by {job.opened.by} {job.opened.at.slice(0, 10)}
        </p>
        <Link
          to={`/v/${job.vehicle.id}/match?job=${job.id}`}
          className="btn btn-primary ml-auto no-underline"
        >
          Match parts to it
        </Link>
        <Link to={`/v/${job.vehicle.id}/compare?job=${job.id}`} className="btn btn-quiet no-underline">
          Compare
        </Link>
      </div>
      <div className="mt-3 grid gap-x-8 gap-y-3 md:grid-cols-2">
        <Field label="Called in the shop" problem={message('label')}>
          <input
            className="input"
            autoFocus
            maxLength={80}
            placeholder="a plate, a name, a lift"
            {...form.register('label')}
          />
        </Field>
        <Field label="Stage">
          <select className="select" {...form.register('stage')}>
            {STAGES.map((stage) => (
              <option key={stage} value={stage}>
                {stage}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Complaint, as it was told" problem={message('complaint')}>
          <textarea className="textarea" rows={4} maxLength={2000} {...form.register('complaint')} />
        </Field>
        <Field label="Changed on it already, one a line" problem={message('alterations')}>
          <textarea
            className="textarea"
            rows={4}
            placeholder={'second transmission cooler\nradiator that is not the original'}
            {...form.register('alterations')}
          />
          <span className="text-muted block text-[14px]">
            What was proved on unaltered vehicles then proves nothing about this one.
          </span>
        </Field>
      </div>
      <Comparisons job={job} />
      <h2 className="heading mt-6">
        Measured on this vehicle
        <span className="font-sans text-[14px] font-normal tracking-normal normal-case">
          counts before the figures of its type
        </span>
      </h2>
      {figures.fields.length === 0 && (
        <p className="text-muted mt-2">Nothing yet: its type’s figures are taken.</p>
      )}
      {figures.fields.map((row, index) => {
        const current = rows[index] ?? row;
        const attribute = attributeOf('bay', current.key);
        const read = current.text ? readFigure('bay', current.key, current.text, current.method) : undefined;
        const says = message(`figures.${index}.text`) ?? (read && !read.ok ? read.message : undefined);
        return (
          <div
            key={row.id}
            className="border-rule grid grid-cols-[220px_180px_160px_1fr_auto] items-center gap-3 border-b py-1"
          >
            <select className="select" aria-label="Figure" {...form.register(`figures.${index}.key`)}>
              {attributesOf('bay').map(([key, each]) => (
                <option key={key} value={key}>
                  {each.label}
                </option>
              ))}
            </select>
            {attribute?.type === 'choice' ? (
              <select className="select" aria-label="Value" {...form.register(`figures.${index}.text`)}>
                {Object.entries(attribute.choices).map(([value, label]) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            ) : (
              <input
                className="input figure"
                aria-label="Value"
                {...form.register(`figures.${index}.text`, { required: true })}
              />
            )}
            <select className="select" aria-label="Method" {...form.register(`figures.${index}.method`)}>
              {METHODS.filter((method) => method !== 'worked').map((method) => (
                <option key={method} value={method}>
                  {METHOD_RULES[method].label}
                </option>
              ))}
            </select>
            <span className={`text-[14px] ${says ? 'text-no' : 'text-muted'}`}>
              {says ??
                (read?.ok && read.type === 'quantity' && attribute?.type === 'quantity'
                  ? `= ${formatQuantity(read.value, attribute.dimension, 'both', { uncertainty: read.u })}`
                  : attribute?.where)}
            </span>
            <RowTools what="the figure" first last onRemove={() => figures.remove(index)} />
          </div>
        );
      })}
      <button
        type="button"
        className="btn btn-quiet mt-2"
        onClick={() => figures.append({ key: 'bayDepth', text: '', method: 'caliper' })}
      >
        Add a figure of this vehicle
      </button>
      <SaveBar
        saving={saving}
        dirty={dirty}
        restoredAt={restoredAt}
        onDiscard={startOver}
        onKeepMine={keepMine}
        onTakeBoth={takeBoth}
        merged={merged}
      />
    </form>
  );
}
