import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toldDetails } from '@radiatrix/core/vehicle';
import type { FindResult, VehicleLine } from '@radiatrix/contract';
import { toldWords } from '@radiatrix/words/en/told';
import { api, problemOf } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { matchAddress } from '../../app/addresses.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useOpenJob } from '../job/useHappened.ts';
import { ToldFields } from './ToldFields.tsx';
import { filledFrom, sentFrom, type ToldForm } from './toldForm.ts';

/** A vehicle that nobody has recorded: what was understood of the words, and the boxes that are still empty. */
export function ToldPage() {
  const [params] = useSearchParams();
  const text = params.get('q') ?? '';
  const fixes = params.getAll('fix');
  const { data, error, refetch } = api.useFindQuery({ text, fixes });
  const { data: vocabulary } = api.useVocabularyQuery();
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data || !vocabulary) return <Waiting />;
  const back = new URLSearchParams({ q: text });
  for (const fix of fixes) back.append('fix', fix);
  return (
    <div className="mt-4 max-w-4xl pb-10">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 border-b pb-2">
        <h1 className="text-[26px]">{toldWords('title')}</h1>
        <Link className="ml-auto" to={`/ask?${back}`}>
          {toldWords('back')}
        </Link>
      </div>
      <p className="text-muted mt-2 max-w-[75ch]">{toldWords('about')}</p>
      <Form key={`${text}${fixes.join()}`} data={data} vocabulary={vocabulary} />
    </div>
  );
}

function Form({
  data,
  vocabulary,
}: {
  data: FindResult;
  vocabulary: NonNullable<ReturnType<typeof api.useVocabularyQuery>['data']>;
}) {
  const navigate = useNavigate();
  const told = toldDetails(data.chips);
  const [form, setForm] = useState<ToldForm>(() => filledFrom(told, vocabulary));
  const [already, setAlready] = useState<VehicleLine | null>(null);
  const [record, { error, isLoading }] = recordingApi.useRecordToldMutation();
  const { begin, busy, error: notOpened } = useOpenJob();
  const change = (entries: Partial<ToldForm>) => {
    setAlready(null);
    setForm({ ...form, ...entries });
  };
  const openJob = async (vehicleId: number): Promise<void> => {
    const job = await begin(vehicleId, { complaint: data.complaint });
    await navigate(`/jobs/${job.id}`);
  };
  const send = async (withJob: boolean): Promise<void> => {
    const sent = sentFrom(form, data.text, vocabulary);
    const { vehicle, already: held } = await record({ body: sent, key: crypto.randomUUID() }).unwrap();
    if (held) setAlready(vehicle);
    else if (withJob) await openJob(vehicle.id);
    else await navigate(matchAddress(vehicle.id, null, null, { said: data.complaint }));
  };
  const fields = problemOf(error)?.fields ?? [];
  const unread = data.leftover
    .map((rest) => rest.text)
    .filter(
      (word) => !data.complaint.includes(word) && ![form.make, form.model, form.year].includes(named(word)),
    );
  const waits = isLoading || busy;
  return (
    <form
      className="mt-4"
      aria-label={toldWords('title')}
      onSubmit={(event) => {
        event.preventDefault();
        void send(true).catch(() => {});
      }}
    >
      {data.text && (
        <p>
          <span className="label-text">{toldWords('said')}</span> “{data.text}”
        </p>
      )}
      {data.chips.length > 0 && (
        <p className="mt-1">
          <span className="label-text">{toldWords('understood')}</span>{' '}
          {data.chips.map(({ label }) => label).join(', ')}
        </p>
      )}
      {unread.length > 0 && (
        <div className="border-steel mt-3 border-l-[3px] pl-3">
          <p className="text-muted">{toldWords('unread')}</p>
          <ul className="mt-1 flex flex-wrap gap-2">
            {unread.slice(0, 4).map((word) => (
              <li key={word} className="flex gap-2">
                {isYear(word) ? (
                  <button type="button" className="btn btn-quiet" onClick={() => change({ year: word })}>
                    {toldWords('is-year', { word })}
                  </button>
                ) : (
                  <>
                    <button
                      type="button"
                      className="btn btn-quiet"
                      onClick={() => change({ make: named(word) })}
                    >
                      {toldWords('is-make', { word: named(word) })}
                    </button>
                    <button
                      type="button"
                      className="btn btn-quiet"
                      onClick={() => change({ model: named(word) })}
                    >
                      {toldWords('is-model', { word: named(word) })}
                    </button>
                  </>
                )}
              </li>
            ))}
          </ul>
        </div>
      )}
      <ToldFields form={form} told={told} vocabulary={vocabulary} problems={fields} onChange={change} />
      {error !== undefined && fields.length === 0 && <Failure error={error} />}
      {notOpened !== undefined && <Failure error={notOpened} />}
      {already && (
        <div role="alert" className="border-changes mt-4 border-l-4 pl-4">
          <p>{toldWords('already', { title: [already.title, already.engine].join(', ') })}</p>
          <p className="mt-1 flex gap-4">
            <Link to={matchAddress(already.id)}>{toldWords('already:open')}</Link>
            <button type="button" className="text-steel underline" onClick={() => void openJob(already.id)}>
              {toldWords('already:job')}
            </button>
          </p>
        </div>
      )}
      <div className="mt-6 flex flex-wrap gap-3">
        <button type="submit" className="btn btn-primary" disabled={waits}>
          {toldWords('job')}
        </button>
        <button
          type="button"
          className="btn"
          disabled={waits}
          onClick={() => void send(false).catch(() => {})}
        >
          {toldWords('only')}
        </button>
      </div>
    </form>
  );
}

const isYear = (word: string): boolean => /^(?:19|20)\d\d$/.test(word);
/** A word as a name begins: callers and clerks type small letters. */
const named = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);
