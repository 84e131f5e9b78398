import { useState } from 'react';
import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import { FAILURE_MODES } from '@radiatrix/core/failure';
import { canEdit, type FailureRecord, type FailureReport, type Person } from '@radiatrix/contract';
import { benchWords } from '@radiatrix/words/en/bench';
import { failureWords } from '@radiatrix/words/en/failures';
import { of100Text, shareText, standingSentences, weibullSentence } from '@radiatrix/words/failures';
import { kindName } from '@radiatrix/words/figures';
import { filingApi } from '../../api/filing.ts';
import { usePractice } from '../../api/usePractice.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { Curve } from './Curve.tsx';
import { FromJob } from './FromJob.tsx';
import { ReportForm } from './ReportForm.tsx';

const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** How one part lives and fails, against others of its kind: curve, words, every unit, reports. */
export function PartFailuresPage() {
  const partId = Number(useParams().id);
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const [editing, setEditing] = useState<FailureReport | 'new' | undefined>(params.has('report') ? 'new' : undefined);
  const { data, error, refetch } = filingApi.usePartFailuresQuery(partId);
  const [drop] = filingApi.useDropFailureMutation();
  const [problem, setProblem] = useState<unknown>();
  const practice = usePractice();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what={failureWords('opening')} />;
  const { part, standing, successor } = data;
  const unit = params.get('by') === 'km' ? 'km' : 'days';
  const curve = data[unit];
  const close = (): void => setEditing(undefined);
  const editable = canEdit(person.role);
  const fromJob = Number(params.get('report')) || null;
  const sentences = standing ? standingSentences(standing, practice) : [];
  const likely = standing?.early?.likely;
  return (
    <div className="mt-4 pb-10">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b pb-2">
        <h1 className="text-[28px]"><Link to={`/parts/${part.id}`} className="figure text-[24px]">{part.number}</Link> {kindName(part.kind)}</h1>
        <p className="text-muted">{part.maker}</p>
        <p className="ml-auto flex gap-4"><Link to="/library/failures">{failureWords('all:link')}</Link><button type="button" className="text-steel underline" onClick={() => setEditing('new')}>{failureWords('report')}</button></p>
      </div>
      <p className={`mt-3 max-w-[75ch] text-[20px] leading-snug font-semibold ${data.word === 'fails early' ? 'text-no' : data.word === 'failed again' ? 'text-changes' : ''}`}>{sentences[0] ?? `${upper(failureWords(`word:${data.word}`))}.`}</p>
      {sentences.slice(1).map((each) => <p key={each} className="max-w-[85ch] text-[17px]">{each}</p>)}
      {likely && <p className="text-muted">{failureWords('likely:part', { known: likely.of100 === null ? 'no' : 'yes', of100: of100Text(likely.of100 ?? 0), days: practice.earlyDays, lo: of100Text(likely.lo), hi: of100Text(likely.hi) })}</p>}
      {successor && <p className="mt-1">{failureWords('superseded')} <Link to={`/parts/${successor.partId}/failures`} className="figure">{successor.number}</Link>: {successor.standing ? failureWords('next:some', { fitted: successor.standing.fitted, failed: successor.standing.failed }) : failureWords('next:none')} {successor.standing && standingSentences(successor.standing, practice).join(' ')}</p>}
      {editing === 'new' && (fromJob ? <FromJob part={part} jobId={fromJob} onDone={close} /> : <ReportForm part={part} onDone={close} />)}
      <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <section aria-label={failureWords('curve')}>
          <h2 className="heading">
            {failureWords('curve')}
            <span className="ml-auto flex gap-3 text-[16px]" role="group" aria-label={failureWords('by')}>
              {(['days', 'km'] as const).map((each) => <button key={each} type="button" aria-pressed={each === unit} className={each === unit ? 'text-copper font-semibold' : 'text-ink'} onClick={() => setParams(each === 'km' ? { by: 'km' } : {}, { replace: true })}>{failureWords(each)}</button>)}
            </span>
          </h2>
          {curve.units === 0 ? <div className="mt-2"><Empty title={failureWords('curve:none')}>{unit === 'km' && failureWords('curve:km')}</Empty></div> : <Curve curve={curve} unit={unit} number={part.number} />}
          {curve.units > 0 && <CurveWords record={data} unit={unit} />}
        </section>
        <section aria-label={failureWords('how')}>
          <h2 className="heading">{failureWords('how')}</h2>
          {data.modes.length === 0 ? <p className="text-muted mt-1">{failureWords('how:none')}</p> : <ul className="mt-1">{data.modes.map(({ mode, count }) => <li key={mode} className="border-rule flex justify-between border-b py-1"><span>{FAILURE_MODES[mode]}</span><span className="figure">{count}</span></li>)}</ul>}
          {standing?.noisy && <p className="mt-2">{failureWords('how:noisy', { noisy: standing.noisy.noisy, of: standing.noisy.of })}</p>}
        </section>
      </div>
      <section aria-label={failureWords('units')} className="mt-6">
        <h2 className="heading">{failureWords('units')}</h2>
        {data.units.length === 0 ? <p className="text-muted mt-1">{failureWords('units:none')}</p> : (
          <div className="overflow-x-auto">
            <table className="w-full min-w-[640px] border-collapse text-[15px]">
              <thead><HeadRow cells={[{ label: failureWords('col:vehicle') }, { label: failureWords('col:in'), className: 'px-3' }, { label: failureWords('col:last'), className: 'px-3' }, { label: failureWords('col:days'), className: 'px-3 text-right' }, { label: failureWords('col:km'), className: 'px-3 text-right normal-case' }, { label: failureWords('col:fate'), className: 'px-3' }]} /></thead>
              <tbody>
                {data.units.map((each, at) => (
                  <tr key={at} className="border-rule border-b">
                    <td className="py-1">{upper(each.vehicle)}{each.unit && <span className="text-muted">, {benchWords('unit:name', { unit: each.unit })}</span>}</td><td className="figure px-3">{each.neverIn ? failureWords('in:never') : (each.inOn ?? failureWords('in:unseen'))}</td><td className="figure px-3">{each.lastOn}</td><td className="figure px-3 text-right">{each.days ?? ''}</td><td className="figure px-3 text-right">{each.km?.toLocaleString('en') ?? ''}</td>
                    <td className={`px-3 ${each.failed ? 'text-no font-semibold' : ''}`}>{fateOf(each)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
      {data.reports.length > 0 && (
        <section aria-label={failureWords('reports')} className="mt-6">
          <h2 className="heading">{failureWords('reports')}</h2>
          {problem !== undefined && <Failure error={problem} />}
          <ul>
            {data.reports.map((report) => (
              <li key={report.id} className="border-rule border-b py-1.5">
                <p>
                  <span className="figure">{report.outOn}</span> <strong>{report.vehicle}</strong>, {report.mode === null ? failureWords('report:seen') : FAILURE_MODES[report.mode]}
                  {report.serial && failureWords('report:serial', { serial: report.serial })}{report.revision !== null && failureWords('report:revision', { revision: report.revision })}{report.mode !== null && `; ${report.settled}`}.
                  {report.jobId !== null && <> <Link to={`/jobs/${report.jobId}`}>{failureWords('report:job', { id: report.jobId })}</Link></>}
                  {editable && <span className="float-right flex gap-3 text-[14px]"><button type="button" className="text-steel underline" onClick={() => setEditing(report)}>{failureWords('report:change')}</button><button type="button" className="text-steel underline" onClick={() => { setProblem(undefined); drop({ id: report.id, etag: report.tag, key: crypto.randomUUID() }).unwrap().catch(setProblem); }}>{failureWords('report:drop')}</button></span>}
                </p>
                <p className="text-muted text-[15px]">{[report.owner && failureWords('report:owner', { owner: report.owner }), report.beside && failureWords('report:beside', { beside: report.beside }), report.circumstances, report.consequent && failureWords('report:then', { consequent: report.consequent }), `${report.stamp.by}, ${report.stamp.at.slice(0, 10)}`].filter(Boolean).join(' ')}</p>
                {editing === report && <ReportForm key={report.tag} part={part} report={report} onDone={close} />}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
} // prettier-ignore

function fateOf({ failed, mode, isOut, noisy }: FailureRecord['units'][number]): string {
  const fate = failed ? (mode ? FAILURE_MODES[mode] : failureWords('fate:failed')) : failureWords(isOut ? 'fate:out' : 'fate:runs'); // prettier-ignore
  return noisy ? failureWords('fate:noisy', { fate }) : fate;
}

/** What the curve rests on: floor, ceiling, what lies between, and how it goes on. */
function CurveWords({ record, unit }: { record: FailureRecord; unit: 'days' | 'km' }) {
  const { returns, lastDay } = record;
  const practice = usePractice();
  const curve = record[unit];
  const fits = curve.weibullRunOn ? [curve.weibull, curve.weibullRunOn] : [curve.weibull];
  const days = practice.earlyDays;
  const at = (steps: readonly { time: number; share: number }[]): string =>
    shareText(steps.findLast(({ time }) => time <= days)?.share ?? 1);
  return (
    <div className="grid max-w-[85ch] gap-1">
      {curve.runOn && lastDay && (
        <p className="text-[17px]">
          {at(curve.own) === at(curve.runOn)
            ? failureWords('curve:same', { days, floor: at(curve.own) })
            : `${failureWords('curve:at', { days, floor: at(curve.own), ceiling: at(curve.runOn), last: lastDay })} ${
                curve.likely && returns
                  ? failureWords('curve:likely', {
                      likely: at(curve.likely),
                      came: returns.came,
                      share: shareText(returns.share),
                    })
                  : failureWords('curve:unlikely')
              }`}
        </p>
      )}
      {unit === 'km' && <p>{failureWords('curve:km')}</p>}
      <p className="text-muted">
        {failureWords('curve:units', { units: curve.units, failed: curve.failures })}{' '}
        {weibullSentence(fits, failureWords(unit))}
      </p>
    </div>
  );
}
