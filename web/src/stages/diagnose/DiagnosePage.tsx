import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { causeWords, checkWords, inSentence, remedyWords } from '@radiatrix/core/diagnosis';
import { formatQuantity } from '@radiatrix/core/quantity';
import { putOnBench } from '../../app/settings.ts';
import { useAppDispatch, useUnits } from '../../app/store.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useHappened } from '../job/useHappened.ts';
import { Conclude } from './Conclude.tsx';
import { NextCheck } from './NextCheck.tsx';
import { Suspects } from './Suspects.tsx';
import { Told } from './Told.tsx';
import { useDiagnosis, type Diagnosis } from './useDiagnosis.ts';

/** What to check next on a job, and why: from what was told to a part, a repair or a stop. */
export function DiagnosePage() {
  const jobId = Number(useParams().id);
  const { diagnosis, error, retry } = useDiagnosis(jobId);
  if (error && !diagnosis) return <div className="mt-4"><Failure error={error} retry={retry} /></div>;
  if (!diagnosis) return <Waiting what="Opening the diagnosis" />;
  return <Shown key={jobId} diagnosis={diagnosis} />;
} // prettier-ignore

function Shown({ diagnosis }: { diagnosis: Diagnosis }) {
  const { job, record, view, behind, problem } = diagnosis;
  const { say, tell, busy, error } = useHappened(job.id);
  const units = useUnits();
  const [taken, setTaken] = useState<{ check: string; photo: string } | null>(null);
  const { state } = job;
  const done = state.diagnosed;
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(putOnBench(job.vehicle.id));
  }, [job.vehicle.id, dispatch]);
  const repaired = state.diagnosis.findLastIndex(({ kind }) => kind === 'repaired');
  return (
    <div className="mt-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4">
        {state.complaint ? <p className="text-muted max-w-[80ch] text-[17px]">“{state.complaint}”</p> : <p className="text-muted">No complaint is written down; say below what was told.</p>}
        <p className="text-muted ml-auto"><Link to={`/jobs/${job.id}`}>Job {job.id}{state.label && `, ${state.label}`}</Link>, {job.vehicle.title}</p>
      </div>
      {error !== undefined && <div className="mt-2"><Failure error={error} /></div>}
      {record.vehicle.highVoltage && <p className="caution mt-2 px-3 py-1.5">High voltage: orange cables, traction battery and its coolant loops are for people trained on them. What follows is the 12 V side and the engine’s own loop.</p>}
      {record.vehicle.fans === null && <p className="text-changes mt-1">No record says how many fans it has: taken for one electric fan. <Link to={`/jobs/${job.id}`}>Write it down</Link></p>}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          {!view && (problem ? <p role="alert" className="text-no">{problem}</p> : <Waiting what="Working out what to look at" />)}
          {view && done && <Conclude diagnosis={diagnosis} view={view} say={say} busy={busy} />}
          {view && !done && (
            <>
              <NextCheck key={`${view.next?.do === 'check' ? view.next.id : ''} ${state.diagnosis.length}`} diagnosis={diagnosis} view={view} say={say} tell={tell} busy={busy || behind} taken={taken} onTaken={setTaken} />
              {view.next?.settled && <Conclude diagnosis={diagnosis} view={view} say={say} busy={busy || behind} />}
            </>
          )}
          {view?.contradictions.map(({ check, said, chance }) => (
            <p key={check} role="alert" className="text-changes mt-2"><strong>This does not go with the rest</strong>: {said}. After everything else it would be seen {chance < 0.001 ? 'less than once in 1,000' : `${(100 * chance).toFixed(1)} times in 100`}. Look again, or take it back.</p>
          ))}
          {view?.unread.map(({ check, outcome, because }) => <p key={`${check} ${outcome}`} className="text-changes mt-1">Left out: {checkWords(check, outcome)}: {because}.</p>)}
          {view && !done && <Told view={view} tell={tell} busy={busy} after={repaired >= 0} />}
          <section aria-label="So far" className="mt-5">
            <h2 className="heading">So far</h2>
            {state.diagnosis.length === 0 ? (
              <p className="text-muted mt-1">Nothing was looked at yet. Simplest first: what was told, level, cap.</p>
            ) : (
              <div className="relative overflow-x-auto">
                <table className="mt-1 w-full border-collapse">
                  <thead><tr className="text-muted font-label border-ink border-b text-left text-[14px]"><th className="py-1 pr-3 font-medium">Check</th><th className="px-2 font-medium">Found</th><th className="px-2 font-medium">By</th><th className="px-2 text-right font-medium">Min</th><th><span className="sr-only">Take back</span></th></tr></thead>
                  <tbody>
                    {[...state.diagnosis].reverse().map((each) => (
                      <tr key={each.event} className={`border-rule border-b align-baseline ${each.kind === 'repaired' ? 'bg-raised' : ''}`}>
                        <td className="py-1 pr-3">{each.kind === 'repaired' ? <strong>{remedyWords(each.remedy)}</strong> : checkWords(each.check, '')}</td>
                        <td className="px-2">{each.kind === 'found' ? <>{checkWords(each.check, each.outcome).replace(`${checkWords(each.check, '')}: `, '')}{each.said && <span className="figure text-muted"> {each.said}</span>}</> : each.kind === 'repaired' ? `put right${each.note && `: ${each.note}`}` : <span className="text-muted">not looked at{each.why && `: ${each.why}`}</span>}</td>
                        <td className="text-muted px-2 text-[14px]">{each.by}{each.kind === 'found' && each.how !== 'hand' && each.photo === null && `, ${each.how}`}{each.kind === 'found' && each.photo !== null && <>, <a href={`/api/jobs/${job.id}/photos/${each.photo}`} target="_blank" rel="noreferrer">photograph</a></>}</td>
                        <td className="figure px-2 text-right">{each.kind === 'passed over' ? '' : (each.minutes ?? (each.kind === 'found' && each.how === 'told' ? 0 : '–'))}</td>
                        <td className="text-right"><button type="button" className="text-no text-[14px] underline" disabled={busy} aria-label={`Take back ${each.kind === 'repaired' ? remedyWords(each.remedy) : checkWords(each.check, '')}`} onClick={() => void say('undone', { event: each.event }).catch(() => {})}>Take back</button></td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
          </section>
          {view && !done && view.way.length > 1 && (
            <section aria-label="The way from here" className="mt-5">
              <h2 className="heading">The way from here, if it is {inSentence(view.suspects[0]!.label)}</h2>
              <ol className="mt-1.5 flex flex-wrap items-center gap-y-1.5">
                {view.way.map((each, at) => <li key={each} className="flex items-center"><span className={`font-label px-2.5 py-1 text-[16px] ${at === view.way.length - 1 && view.way.length < 6 ? 'border-ink border' : 'bg-plate text-[#f5f2ea] dark:bg-[#5f6970]'}`}>{each}</span>{at < view.way.length - 1 && <span aria-hidden="true" className="border-strong w-4 border-t-2" />}</li>)}
              </ol>
              <p className="text-muted mt-1 text-[15px]">It stops by itself where no further check would change what is done. The engine is stopped at {formatQuantity(record.stopC, 'temperature', units)}.</p>
            </section>
          )}
        </div>
        <div className="min-w-0">
          {view && <Suspects diagnosis={diagnosis} view={view} />}
          {done && done.causes.length > 0 && <p className="text-muted mt-2">Found: {done.causes.map(causeWords).join(', ')}.</p>}
        </div>
      </div>
    </div>
  );
} // prettier-ignore
