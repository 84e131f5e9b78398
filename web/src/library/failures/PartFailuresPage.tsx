import { useState } from 'react';
import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import { FAILURE_MODES, type Weibull } from '@radiatrix/core/failure';
import { canEdit, type FailureReport, type Person } from '@radiatrix/contract';
import { benchWords } from '@radiatrix/words/en/bench';
import { kindName } from '@radiatrix/words/figures';
import { filingApi } from '../../api/filing.ts';
import { usePractice } from '../../api/usePractice.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { Curve } from './Curve.tsx';
import { FromJob } from './FromJob.tsx';
import { ReportForm } from './ReportForm.tsx';

const rounded = (value: number): string =>
  value < 0.1 ? 'under 0.1' : Number(value.toPrecision(2)).toLocaleString('en');
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a fitted curve says, in words that somebody can act on. */
function weibullWords(fit: Weibull, unit: string): string {
  if (!fit.ok) return fit.because;
  const { shape, shapeBetween, scale, scaleBetween, failures } = fit;
  const kind = shapeBetween.hi < 1 ? 'The new ones fail most: something is wrong with how they are made or fitted.' : shapeBetween.lo > 1 ? 'They wear out: the longer it ran, the likelier it fails.' : 'Whether new or old ones fail most cannot be told.';
  return `${kind} 63 % have failed by ${rounded(scale)} ${unit} (${rounded(scaleBetween.lo)} to ${rounded(scaleBetween.hi)}); shape ${shape.toFixed(2)} (${shapeBetween.lo.toFixed(2)} to ${shapeBetween.hi.toFixed(2)}), by ${failures} failures.`;
} // prettier-ignore

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
  if (!data) return <Waiting what="Opening the log" />;
  const { part, standing, words, successor } = data;
  const unit = params.get('by') === 'km' ? 'km' : 'days';
  const curve = data[unit];
  const close = (): void => setEditing(undefined);
  const editable = canEdit(person.role);
  const fromJob = Number(params.get('report')) || null;
  const likely = standing?.early?.likely;
  return (
    <div className="mt-4 pb-10">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b pb-2">
        <h1 className="text-[28px]"><Link to={`/parts/${part.id}`} className="figure text-[24px]">{part.number}</Link> {kindName(part.kind)}</h1>
        <p className="text-muted">{part.maker}</p>
        <p className="ml-auto flex gap-4"><Link to="/library/failures">All parts</Link><button type="button" className="text-steel underline" onClick={() => setEditing('new')}>Report a failure</button></p>
      </div>
      <p className={`mt-3 max-w-[75ch] text-[20px] leading-snug font-semibold ${data.word === 'fails early' ? 'text-no' : data.word === 'failed again' ? 'text-changes' : ''}`}>{words[0] ?? `${upper(data.word)}.`}</p>
      {words.slice(1).map((each) => <p key={each} className="max-w-[85ch] text-[17px]">{each}</p>)}
      {likely && <p className="text-muted">Of 100 fitted {rounded(likely.of100)} are likely to fail within {practice.earlyDays} days ({rounded(likely.lo)} to {rounded(likely.hi)}), drawn towards its kind by what little is known.</p>}
      {successor && <p className="mt-1">Superseded by <Link to={`/parts/${successor.partId}/failures`} className="figure">{successor.number}</Link>: {successor.fitted === 0 && successor.failed === 0 ? 'none was seen yet.' : `${successor.fitted} went in here, ${successor.failed} failed.`} {successor.words.join(' ')}</p>}
      {editing === 'new' && (fromJob ? <FromJob part={part} jobId={fromJob} onDone={close} /> : <ReportForm part={part} onDone={close} />)}
      <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <section aria-label="Share at work">
          <h2 className="heading">
            Still at work
            <span className="ml-auto flex gap-3 text-[16px]" role="group" aria-label="Counted in">
              {(['days', 'km'] as const).map((each) => <button key={each} type="button" aria-pressed={each === unit} className={each === unit ? 'text-copper font-semibold' : 'text-ink'} onClick={() => setParams(each === 'km' ? { by: 'km' } : {}, { replace: true })}>{each}</button>)}
            </span>
          </h2>
          {curve.units === 0 ? <div className="mt-2"><Empty title="None was followed">{unit === 'km' ? 'No unit has its odometer read when it went in and when it was last seen.' : 'No unit was seen to go in here.'}</Empty></div> : <Curve curve={curve} unit={unit} number={part.number} />}
          {curve.units > 0 && <p className="max-w-[80ch]">{curve.units} followed, {curve.failures} failed; those that still run count to when they were last seen. {weibullWords(curve.weibull, unit)}</p>}
        </section>
        <section aria-label="How they failed">
          <h2 className="heading">How they failed</h2>
          {data.modes.length === 0 ? <p className="text-muted mt-1">None failed.</p> : <ul className="mt-1">{data.modes.map(({ mode, count }) => <li key={mode} className="border-rule flex justify-between border-b py-1"><span>{FAILURE_MODES[mode]}</span><span className="figure">{count}</span></li>)}</ul>}
          {standing?.noisy && <p className="mt-2">Noisy from new: <span className="figure">{standing.noisy.noisy}</span> of <span className="figure">{standing.noisy.of}</span> of which somebody said.</p>}
        </section>
      </div>
      <section aria-label="Every unit" className="mt-6">
        <h2 className="heading">Every unit</h2>
        {data.units.length === 0 ? <p className="text-muted mt-1">None was seen to go in, to run or to fail.</p> : (
          <div className="overflow-x-auto">
            <table className="w-full min-w-[640px] border-collapse text-[15px]">
              <thead><tr className="text-muted font-label border-ink border-b text-left text-[14px]"><th className="py-1 font-medium">Vehicle</th><th className="px-3 font-medium">Went in</th><th className="px-3 font-medium">Last seen</th><th className="px-3 text-right font-medium">Days</th><th className="px-3 text-right font-medium">km</th><th className="px-3 font-medium">What became of it</th></tr></thead>
              <tbody>
                {data.units.map((each, at) => (
                  <tr key={at} className="border-rule border-b">
                    <td className="py-1">{upper(each.vehicle)}{each.unit && <span className="text-muted">, {benchWords('unit:name', { unit: each.unit })}</span>}</td><td className="figure px-3">{each.neverIn ? 'never' : (each.inOn ?? 'not seen')}</td><td className="figure px-3">{each.lastOn}</td><td className="figure px-3 text-right">{each.days ?? ''}</td><td className="figure px-3 text-right">{each.km?.toLocaleString('en') ?? ''}</td>
                    <td className={`px-3 ${each.failed ? 'text-no font-semibold' : ''}`}>{each.failed ? (each.mode ? FAILURE_MODES[each.mode] : 'failed') : each.isOut ? 'came out sound' : 'at work when last seen'}{each.noisy && ', noisy from new'}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
      {data.reports.length > 0 && (
        <section aria-label="Reports" className="mt-6">
          <h2 className="heading">Reports</h2>
          {problem !== undefined && <Failure error={problem} />}
          <ul>
            {data.reports.map((report) => (
              <li key={report.id} className="border-rule border-b py-1.5">
                <p>
                  <span className="figure">{report.outOn}</span> <strong>{report.vehicle}</strong>, {report.mode === null ? 'seen at work' : FAILURE_MODES[report.mode]}
                  {report.serial && <>, serial <span className="figure">{report.serial}</span></>}{report.revision !== null && `, revision ${report.revision}`}{report.mode !== null && `; ${report.settled}`}.
                  {report.jobId !== null && <> <Link to={`/jobs/${report.jobId}`}>Job {report.jobId}</Link></>}
                  {editable && <span className="float-right flex gap-3 text-[14px]"><button type="button" className="text-steel underline" onClick={() => setEditing(report)}>put right</button><button type="button" className="text-steel underline" onClick={() => { setProblem(undefined); drop({ id: report.id, etag: report.tag, key: crypto.randomUUID() }).unwrap().catch(setProblem); }}>take back</button></span>}
                </p>
                <p className="text-muted text-[15px]">{[report.beside && `Beside it: ${report.beside}.`, report.circumstances, report.consequent && `Then: ${report.consequent}.`, `${report.stamp.by}, ${report.stamp.at.slice(0, 10)}`].filter(Boolean).join(' ')}</p>
                {editing === report && <ReportForm key={report.tag} part={part} report={report} onDone={close} />}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
} // prettier-ignore
