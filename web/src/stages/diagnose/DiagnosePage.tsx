import { useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  causeWords,
  checkWords,
  inSentence,
  outcomeWords,
  remedyWords,
  type AnyCheck,
} from '@radiatrix/core/diagnosis';
import type { DiagnosisEntry } from '@radiatrix/core/job';
import { oftenWords } from '@radiatrix/words/diagnosis';
import { diagnosisWords as words } from '@radiatrix/words/en/diagnosis';
import { useUnits } from '../../app/store.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { useHappened } from '../job/useHappened.ts';
import { Conclude } from './Conclude.tsx';
import { NextCheck } from './NextCheck.tsx';
import { Noticed } from './Noticed.tsx';
import { Suspects } from './Suspects.tsx';
import { FromComplaint, Told } from './Told.tsx';
import { useDiagnosis, type Diagnosis } from './useDiagnosis.ts';
import type { Diagnosed } from './diagnose.worker.ts';

/** What to check next on a job, and why: from what was told to a part, a repair or a stop. */
export function DiagnosePage() {
  const jobId = Number(useParams().id);
  const { diagnosis, error, retry } = useDiagnosis(jobId);
  if (error && !diagnosis) return <div className="mt-4"><Failure error={error} retry={retry} /></div>;
  if (!diagnosis) return <Waiting what={words('opening')} />;
  return <Shown key={jobId} diagnosis={diagnosis} />;
} // prettier-ignore

function Shown({ diagnosis }: { diagnosis: Diagnosis }) {
  const { job, record, view, behind, problem } = diagnosis;
  const { say, tell, busy, error } = useHappened(job.id);
  const [taken, setTaken] = useState<{ check: string; photo: string } | null>(null);
  const [insteadId, setInstead] = useState<string>();
  const [noticing, setNoticing] = useState(false);
  const { state } = job;
  const done = state.diagnosed;
  const instead = view?.checks.find(({ id }) => id === insteadId);
  useHotkeys({ n: () => setNoticing(true) });
  const isAfterRepair = state.diagnosis.some(({ kind }) => kind === 'repaired');
  const choose = (check: AnyCheck | undefined): void => { setInstead(check?.id); setNoticing(false); };
  const check = view && (!done || instead) && (
    <NextCheck key={`${instead?.id ?? (view.next?.do === 'check' ? view.next.id : '')} ${state.diagnosis.length}`} diagnosis={diagnosis} view={view} instead={instead} onInstead={choose} say={say} tell={tell} busy={busy || behind} taken={taken} onTaken={setTaken} />
  );
  return (
    <div className="mt-4 pb-10">
      <p className="text-muted max-w-[80ch] text-[17px]">{state.complaint ? `“${state.complaint}”` : words('no-complaint')}</p>
      {error !== undefined && <div className="mt-2"><Failure error={error} /></div>}
      {record.vehicle.highVoltage && <p className="caution mt-2 px-3 py-1.5">{words('high-voltage')}</p>}
      {record.vehicle.fans === null && <p className="text-changes mt-1">{words('fans-unknown')} <Link to={`/jobs/${job.id}`}>{words('fans-unknown:record')}</Link></p>}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          {!view && (problem ? <p role="alert" className="text-no">{problem}</p> : <Waiting what={words('working')} />)}
          {view && !done && !isAfterRepair && <FromComplaint view={view} tell={tell} busy={busy} />}
          {view?.heldBack.filter((why) => why !== 'fan-still').map((why) => <p key={why} className="caution mb-3 px-3 py-1.5">{words(`held:${why}`)}</p>)}
          {view && (done ? <>{check && <div className="mb-5">{check}</div>}<Conclude diagnosis={diagnosis} view={view} say={say} busy={busy} onCheck={setInstead} /></> : <>{check}{view.next?.settled && !instead && <Conclude diagnosis={diagnosis} view={view} say={say} busy={busy || behind} onCheck={setInstead} />}</>)}
          {view && <p className="mt-3"><button type="button" className="btn btn-quiet" onClick={() => setNoticing(true)}>{words('notice')} <kbd className="key">n</kbd></button>{view.heldBack.includes('fan-still') && <span className="text-muted ml-3">{words('held:fan-still')}</span>}</p>}
          {view && noticing && <Noticed checks={view.checks} onChoose={choose} onClose={() => setNoticing(false)} />}
          {view && <Odd view={view} />}
          {view && !done && <Told view={view} tell={tell} busy={busy} after={isAfterRepair} />}
          <SoFar entries={state.diagnosis} jobId={job.id} busy={busy} onBack={(event) => void say('undone', { event }).catch(() => {})} />
          {view && !done && <WayFromHere view={view} stopC={record.stopC} />}
        </div>
        <div className="min-w-0">
          {view && <Suspects diagnosis={diagnosis} view={view} />}
          {done && done.causes.length > 0 && <p className="text-muted mt-2">{words('found')}: {done.causes.map(causeWords).join(', ')}.</p>}
        </div>
      </div>
    </div>
  );
} // prettier-ignore

/** Findings that do not go with the rest, and those that this vehicle's table does not know. */
function Odd({ view }: { view: Diagnosed }) {
  return (
    <>
      {view.contradictions.map(({ check, said, chance }) => <p key={check} role="alert" className="text-changes mt-2">{words('contradicts', { finding: said, often: oftenWords(chance) })}</p>)}
      {view.unread.map(({ check, outcome, because }) => <p key={`${check} ${outcome}`} className="text-changes mt-1">{words('unread', { what: checkWords(check, outcome), why: because })}</p>)}
    </>
  );
} // prettier-ignore

/** What was found, repaired and left out, the newest first; each can be taken back. */
function SoFar({ entries, jobId, busy, onBack }: { entries: readonly DiagnosisEntry[]; jobId: number; busy: boolean; onBack: (event: string) => void }) {
  const nameOf = (each: DiagnosisEntry): string => (each.kind === 'repaired' ? remedyWords(each.remedy) : checkWords(each.check, ''));
  const shownOf = (each: DiagnosisEntry): string =>
    each.kind === 'found' ? outcomeWords(each.check, each.outcome)
    : each.kind === 'repaired' ? (each.note ? words('repaired:note', { note: each.note }) : words('repaired'))
    : each.why ? words('skipped:why', { why: each.why }) : words('skipped');
  const head = 'py-1 px-2 font-medium first:pl-0';
  return (
    <section aria-label={words('so-far')} className="mt-5">
      <h2 className="heading">{words('so-far')}</h2>
      {entries.length === 0 ? <p className="text-muted mt-1">{words('so-far:none')}</p> : (
        <div className="relative overflow-x-auto">
          <table className="mt-1 w-full border-collapse">
            <thead><tr className="text-muted font-label border-ink border-b text-left text-[14px]"><th className={head}>{words('check')}</th><th className={head}>{words('found')}</th><th className={head}>{words('by')}</th><th className={`${head} text-right`}>{words('min')}</th><th><span className="sr-only">{words('take-back')}</span></th></tr></thead>
            <tbody>
              {[...entries].reverse().map((each) => (
                <tr key={each.event} className={`border-rule border-b align-baseline ${each.kind === 'repaired' ? 'bg-raised' : ''}`}>
                  <td className={`py-1 pr-3 ${each.kind === 'repaired' ? 'font-semibold' : ''}`}>{nameOf(each)}</td>
                  <td className={`px-2 ${each.kind === 'passed over' ? 'text-muted' : ''}`}>{shownOf(each)}{each.kind === 'found' && each.said && <span className="text-muted"> {each.how === 'told' ? `“${each.said}”` : each.said}</span>}</td>
                  <td className="text-muted px-2 text-[14px] whitespace-nowrap">{each.by}{each.kind === 'found' && each.how !== 'hand' && each.photo === null && `, ${each.how}`}{each.kind === 'found' && each.photo !== null && <>, <a href={`/api/jobs/${jobId}/photos/${each.photo}`} target="_blank" rel="noreferrer">{words('photograph')}</a></>}</td>
                  <td className="figure px-2 text-right">{each.kind === 'passed over' ? '' : (each.minutes ?? (each.kind === 'found' && each.how === 'told' ? 0 : '–'))}</td>
                  <td className="text-right whitespace-nowrap"><button type="button" className="text-no text-[14px] underline" disabled={busy} aria-label={words('take-back:what', { what: nameOf(each) })} onClick={() => onBack(each.event)}>{words('take-back')}</button></td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
} // prettier-ignore

/** What would follow if the likeliest cause is the one. */
function WayFromHere({ view, stopC }: { view: Diagnosed; stopC: number }) {
  const units = useUnits();
  if (view.way.length < 2) return null;
  const title = words('way', { cause: inSentence(view.suspects[0]!.label) });
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="heading">{title}</h2>
      <ol className="mt-1.5 flex flex-wrap items-center gap-y-1.5">
        {view.way.map((each, at) => <li key={each} className="flex items-center"><span className={`font-label px-2.5 py-1 text-[16px] ${at === view.way.length - 1 && view.way.length < 6 ? 'border-ink border' : 'bg-plate text-[#f5f2ea] dark:bg-[#5f6970]'}`}>{each}</span>{at < view.way.length - 1 && <span aria-hidden="true" className="border-strong w-4 border-t-2" />}</li>)}
      </ol>
      <p className="text-muted mt-1 text-[15px]">{words('way:stop', { temp: { value: stopC, dimension: 'temperature' } }, units)}</p>
    </section>
  );
} // prettier-ignore
