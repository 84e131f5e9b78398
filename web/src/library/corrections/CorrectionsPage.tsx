import { Link } from 'react-router';
import type { Corrected, Correction } from '@radiatrix/contract';
import { correctionsWords as words } from '@radiatrix/words/en/corrections';
import { correctionsApi } from '../../api/corrections.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { Changes } from './Changes.tsx';

/** A bay has no page of its own: its figures stand with each of its vehicles. */
const ADDRESS: Readonly<Partial<Record<Corrected, string>>> = { part: '/parts', access: '/access', procedure: '/procedures', connector: '/connectors', configuration: '/library/configuration', engine: '/library/engine' }; // prettier-ignore

/** Every correction that reached a job, with a tick for each person who was told. */
export function CorrectionsPage() {
  const { data, error, refetch } = correctionsApi.useCorrectionsQuery();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="heading">
        {words('title')} <span className="figure">{data.length}</span>
      </h1>
      {data.length === 0 && (
        <div className="mt-4">
          <Empty title={words('empty:title')}>{words('empty')}</Empty>
        </div>
      )}
      {data.map((each) => (
        <One key={each.id} correction={each} />
      ))}
    </div>
  );
}

function One({ correction: { id, about, aboutId, title, stamp, reaches, ...rest } }: { correction: Correction }) {
  const [tell, { isLoading, error }] = correctionsApi.useTellCorrectionMutation();
  return (
    <section aria-label={title || words('untitled')} className="border-rule border-b py-3">
      <h2 className="flex flex-wrap items-baseline gap-x-3 text-[19px]">
        <span className="label-text">{words(`about:${about}`)}</span>
        {ADDRESS[about] && title ? <Link to={`${ADDRESS[about]}/${aboutId}`} className={about === 'part' ? 'figure' : ''}>{title}</Link> : title || words('untitled')}
        <span className="text-muted text-[15px]">{stamp.by} {stamp.at.slice(0, 10)}</span>
        <span className="text-muted ml-auto text-[15px]">{words('count', { told: reaches.filter(({ told }) => told).length, n: reaches.length })}</span>
      </h2>
      <Changes {...rest} />
      {error && <Failure error={error} />}
      <ul className="mt-1">
        {reaches.map(({ jobId, label, vehicle, reach, hands, told }) => (
          <li key={jobId} className="grid grid-cols-1 items-center gap-x-3 py-1 sm:grid-cols-[1fr_auto]">
            <span>
              <Link to={`/jobs/${jobId}`}>{words('job', { id: jobId, label: label || 'none' })}</Link>{' '}
              <span className="text-muted">{vehicle},</span>{' '}
              <span className={reach === 'fitted' || reach === 'sheet' ? 'text-changes font-semibold' : ''}>{words(`reach:${reach}`)}</span>
            </span>
            <label className="flex min-h-8 items-center gap-2">
              <input
                type="checkbox"
                className="checkbox"
                aria-label={words('tick', { hands, id: jobId })}
                checked={told !== null}
                disabled={isLoading}
                onChange={({ target }) => void tell({ id, body: { jobId, told: target.checked }, key: crypto.randomUUID() })}
              />
              {told ? words('told', { by: told.by, day: told.at.slice(0, 10) }) : words('tell', { hands })}
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
} // prettier-ignore
