import { useRef, useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import { hoursText, quoteText } from '@radiatrix/core/filing';
import {
  canEdit,
  type DifferenceLine,
  type FilingRecord,
  type JobRecord,
  type Person,
} from '@radiatrix/contract';
import { api, isProposed } from '../../api/api.ts';
import { filingApi } from '../../api/filing.ts';
import { reportAddress } from '../../app/addresses.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { Closing } from '../job/Closing.tsx';
import { useHappened } from '../job/useHappened.ts';
import { Export } from './Export.tsx';

const ABOUT_WORDS: Record<DifferenceLine['about'], string> = {
  part: 'Parts that went in',
  figure: 'Figures of this vehicle',
  map: 'The way in',
  photograph: 'Photographs',
};

/** The job laid beside the library: what was found otherwise, one accept each. */
export function FilePage() {
  const id = Number(useParams().id);
  const { data: job, error, refetch } = api.useJobQuery({ id });
  const { data: filing, error: filingError, refetch: again } = filingApi.useJobFilingQuery(id);
  if (error && !job) return <Failure error={error} retry={() => void refetch()} />;
  if (filingError && !filing) return <Failure error={filingError} retry={() => void again()} />;
  if (!job || !filing) return <Waiting what="Laying the job beside the library" />;
  return <Laid key={id} job={job.record} filing={filing} />;
}

function Laid({ job, filing }: { job: JobRecord; filing: FilingRecord }) {
  const person = useOutletContext<Person>();
  const { say, busy } = useHappened(job.id);
  const [accept, accepting] = filingApi.useAcceptDifferenceMutation();
  const [problem, setProblem] = useState<{ id: string; error: unknown }>();
  const editable = canEdit(person.role);
  const open = filing.differences.filter(({ settled }) => !settled);
  const settled = Object.entries(job.state.settled);
  const first = open.find(({ barred }) => barred === '');
  const working = useRef(false);
  const settle = async (line: DifferenceLine, how: 'accepted' | 'left'): Promise<void> => {
    if (working.current) return;
    working.current = true;
    setProblem(undefined);
    try {
      if (how === 'accepted') {
        try {
          await accept({ id: job.id, body: { difference: line.id, before: line.before, after: line.after }, key: crypto.randomUUID() }).unwrap();
        } catch (error) {
          // Taken, and kept for a reviewer: that is accepted as far as this job goes.
          if (!isProposed(error)) throw error;
        }
      }
      await say('difference settled', { difference: line.id, how, said: `${line.title}: ${line.after}`.slice(0, 400) });
    } catch (error) {
      setProblem({ id: line.id, error });
    } finally {
      working.current = false;
    }
  };
  useHotkeys({ a: () => editable && first && void settle(first, 'accepted'), l: () => editable && open[0] && void settle(open[0], 'left') });
  const idle = !busy && !accepting.isLoading;
  return (
    <div className="mt-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-[25px]">File <Link to={`/jobs/${job.id}`}>job {job.id}{job.state.label && `, ${job.state.label}`}</Link></h1>
        <p className={`font-label text-[18px] font-semibold ${open.length > 0 ? 'text-copper' : 'text-straight-in'}`}>
          {open.length === 0 ? (settled.length === 0 ? 'nothing was found otherwise' : 'all settled') : open.length === 1 ? 'one difference from the library' : `${open.length} differences from the library`}
        </p>
        <span className="ml-auto flex gap-2"><Link to={reportAddress(job.id)} className="btn btn-quiet no-underline">Report</Link><Export job={job} /></span>
      </div>
      <div className="mt-3 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_400px]">
        <div>
          {open.length === 0 && <p className="text-muted mt-2 max-w-[70ch]">What a job measures, counts, times or finds otherwise than the library has it stands here, and each is taken in by itself. {job.state.closed ? '' : 'What went in is offered once the job is closed as done and proven.'}</p>}
          {(Object.keys(ABOUT_WORDS) as DifferenceLine['about'][]).filter((about) => open.some((each) => each.about === about)).map((about) => (
            <section key={about} aria-label={ABOUT_WORDS[about]} className="mt-2">
              <h2 className="heading">{ABOUT_WORDS[about]}</h2>
              <ul>
                {open.filter((each) => each.about === about).map((line) => (
                  <li key={line.id} className={`border-rule border-b py-2 pl-3 border-l-[3px] ${line === first ? 'border-l-copper' : 'border-l-transparent'}`} aria-current={line === first ? 'true' : undefined}>
                    <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
                      <div className="min-w-[280px] flex-1">
                        <p className="font-semibold">{line.title}</p>
                        <p className="mt-0.5 grid grid-cols-[64px_1fr] gap-x-2 text-[15px]">
                          <span className="text-muted">on record</span><span className={`figure ${line.before.length < 60 ? '' : 'text-[13px]'}`}>{line.before}</span>
                          <span className="text-copper font-semibold">becomes</span><span className={`figure font-medium ${line.after.length < 60 ? 'text-[17px]' : 'text-[13px]'}`}>{line.after}</span>
                        </p>
                        <p className="text-muted mt-0.5 text-[14px]">{line.evidence}.</p>
                        {line.elsewhere.map((each) => <p key={each} className={`text-[14px] ${each.includes(' turns to ') ? 'text-changes font-semibold' : 'text-muted'}`}>{each}</p>)}
                        {line.barred && <p className="text-changes text-[14px]">{line.barred}</p>}
                        {problem?.id === line.id && <Failure error={problem.error} />}
                      </div>
                      {editable && (
                        <p className="flex gap-2">
                          <button type="button" className="btn btn-primary" disabled={!idle || line.barred !== ''} aria-label={`Accept: ${line.title}`} onClick={() => void settle(line, 'accepted')}>Accept{line === first && <kbd className="figure ml-1 text-[12px] opacity-70">a</kbd>}</button>
                          <button type="button" className="btn btn-quiet" disabled={!idle} aria-label={`Leave: ${line.title}`} onClick={() => void settle(line, 'left')}>Leave{line === open[0] && <kbd className="figure ml-1 text-[12px] opacity-70">l</kbd>}</button>
                        </p>
                      )}
                    </div>
                  </li>
                ))}
              </ul>
            </section>
          ))}
          {open.length > 0 && !editable && <p className="text-muted mt-2">A specialist takes them into the library.</p>}
          {settled.length > 0 && (
            <section aria-label="Settled" className="mt-6">
              <h2 className="heading">Settled</h2>
              <ul>{settled.map(([key, { how, said, by, at }]) => <li key={key} className="border-rule flex flex-wrap gap-x-3 border-b py-1 text-[15px]"><span className={how === 'accepted' ? 'text-straight-in font-semibold' : 'text-muted'}>{how}</span><span className="flex-1">{said || key}</span><span className="text-muted">{by} {at.slice(0, 10)}</span></li>)}</ul>
            </section>
          )}
        </div>
        <div>
          <Closing job={job} say={say} busy={busy} />
          <Minutes minutes={filing.minutes} />
        </div>
      </div>
    </div>
  );
} // prettier-ignore

function Minutes({ minutes: { took, quote, operations } }: { minutes: FilingRecord['minutes'] }) {
  const [all, setAll] = useState(false);
  if (operations.length === 0) return null;
  const seen = operations.filter(({ jobs, delayed }) => jobs + delayed > 0);
  const name = (step: string): string => step.replace(/^out /, '').replace(/^back (.*)$/, '$1, back in').replaceAll('-', ' ');
  const shown = all ? operations : seen.slice(0, 8);
  return (
    <section aria-label="Minutes" className="mt-6">
      <h2 className="heading">Minutes of the way in</h2>
      {quote && <p className="mt-1 text-[18px]"><span className="figure">{quoteText(quote)}</span></p>}
      <p className="text-muted">{took === null ? 'No step of this job was timed.' : `This job took ${hoursText(took)} over the steps that were timed.`} {seen.length === 0 ? 'No filed job of this bay was timed: the map’s figures stand.' : ''}</p>
      {shown.length > 0 && (
        <table className="mt-1 w-full text-[14px]">
          <thead><tr className="text-muted font-label border-ink border-b text-left"><th className="py-1 font-medium">Step</th><th className="text-right font-medium">Map</th><th className="text-right font-medium">Likely</th><th className="text-right font-medium">Jobs</th></tr></thead>
          <tbody>{shown.map((each) => <tr key={each.operation} className="border-rule border-b"><td className="py-0.5">{name(each.operation)}</td><td className="figure text-right">{each.mapped}</td><td className={`figure text-right ${each.mapped < each.lo || each.mapped > each.hi ? 'text-changes' : ''}`}>{each.minutes.toFixed(1)} <span className="text-muted text-[12px]">({each.lo.toFixed(1)}–{each.hi.toFixed(1)})</span></td><td className="figure text-right">{each.jobs}{each.delayed > 0 && <span className="text-changes"> +{each.delayed}</span>}</td></tr>)}</tbody>
        </table>
      )}
      {operations.length > shown.length && <button type="button" className="text-steel mt-1 underline" onClick={() => setAll(true)}>All {operations.length} steps</button>}
    </section>
  );
} // prettier-ignore
