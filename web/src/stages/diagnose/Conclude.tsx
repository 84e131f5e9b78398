import { useState } from 'react';
import { Link } from 'react-router';
import { inSentence, partOfRemedy, unconfirmed } from '@radiatrix/core/diagnosis';
import { checkTime, endWords } from '@radiatrix/words/diagnosis';
import { diagnosisWords as words } from '@radiatrix/words/en/diagnosis';
import { kindName } from '@radiatrix/words/figures';
import { fanRoleName } from '@radiatrix/words/diagnosis';
import { matchAddress, prepareAddress, proveAddress } from '../../app/addresses.ts';
import type { useHappened } from '../job/useHappened.ts';
import { ToConfirm } from './ToConfirm.tsx';
import type { Diagnosed } from './diagnose.worker.ts';
import type { Diagnosis } from './useDiagnosis.ts';

interface Props {
  diagnosis: Diagnosis;
  view: Diagnosed;
  say: ReturnType<typeof useHappened>['say'];
  busy: boolean;
  /** Puts a check in front, to confirm what was only said. */
  onCheck: (check: string) => void;
}

const stamp = (at: string): string => at.slice(0, 16).replace('T', ' ');

/** The way on to the part that a remedy needs: which kind, for which fan, and what is on the vehicle now. */
function ToPart({ remedy, diagnosis: { job, record } }: { remedy: string; diagnosis: Diagnosis }) {
  const kind = partOfRemedy(remedy);
  const fan = remedy.split('@')[1];
  if (!kind) return <Link to={matchAddress(job.vehicle.id, job.id)} className="btn btn-primary no-underline">{words('match', { kind: words('any-part') })}</Link>;
  const [now] = record.onVehicle.filter((part) => part.kind === kind);
  return (
    <>
      <Link to={matchAddress(job.vehicle.id, job.id, null, { kind })} className="btn btn-primary no-underline">{words('match', { kind: kindName(kind) })}</Link>
      <Link to={prepareAddress(job.vehicle.id, job.id)} className="btn no-underline">{words('prepare')}</Link>
      <span className="text-muted basis-full text-[15px]">
        {now && <>{words('match:number', { number: now.number })} </>}
        {record.vehicle.fans === 'two' && fan && words('which-fan', { fan: fanRoleName(fan) })}
      </span>
    </>
  );
} // prettier-ignore

/** What a diagnosis came to, and what follows from it. */
function Concluded({ diagnosis, say, busy, onCheck }: Props) {
  const { job } = diagnosis;
  const done = job.state.diagnosed!;
  const stop = done.ends === 'stop';
  return (
    <section aria-label="What it came to" className={`border-l-[5px] pl-4 ${stop ? 'border-no' : 'border-straight-in'}`}>
      <p className="label-text">{endWords(done.ends)}</p>
      <h1 className={`text-[27px] leading-tight ${stop ? 'text-no' : ''}`}>{done.said}</h1>
      <p className="text-muted mt-1">{done.by} {stamp(done.at)}</p>
      {stop && <p className="caution mt-1.5 px-3 py-1.5">{words('stop')}</p>}
      <ToConfirm items={unconfirmed(diagnosis.job.state.diagnosis)} onCheck={onCheck} />
      <p className="mt-2 flex flex-wrap items-center gap-3">
        {done.ends === 'part' && <ToPart remedy={done.remedy} diagnosis={diagnosis} />}
        {(done.ends === 'repair' || done.ends === 'nothing') && <Link to={proveAddress(job.id)} className="btn btn-primary no-underline">{words('prove')}</Link>}
        <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('undone', { event: done.event }).catch(() => {})}>{words('look-on')}</button>
        <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('repaired', { remedy: done.remedy, minutes: null, note: '' }).catch(() => {})}>{words('done-remains')}</button>
      </p>
    </section>
  );
} // prettier-ignore

/** What a diagnosis comes to: what it is, how sure that is, and what follows from it. */
export function Conclude(props: Props) {
  const { diagnosis, view, say, busy, onCheck } = props;
  const [note, setNote] = useState('');
  const { next, standing } = view;
  if (diagnosis.job.state.diagnosed) return <Concluded {...props} />;
  if (next?.do !== 'repair') return null;
  const stop = next.ends === 'stop';
  // A cheap part tried is a check as good as another.
  const isTry = next.hands <= 10 && !stop && next.ends !== 'nothing';
  const conclude = (): void => void say('diagnosed', { causes: standing.causes.slice(0, standing.chance >= 0.5 ? 1 : 2), remedy: next.id, ends: next.ends, chance: standing.chance, said: [standing.said.slice(0, 300), note.trim()].filter(Boolean).join(' ') }).catch(() => {});
  return (
    <section aria-label="What to do" className={`border-l-[5px] pl-4 ${stop ? 'border-no' : 'border-copper'}`}>
      <p className="text-muted text-[16px]"><span className="font-label text-copper">{words(standing.word === 'found' ? 'word:found' : standing.word === 'sound' ? 'word:sound' : isTry ? 'word:try' : 'word:likely')}</span> · {inSentence(endWords(next.ends))}, {checkTime({ hands: next.hands, waits: 0 })}</p>
      <h1 className={`text-[30px] leading-tight ${stop ? 'text-no' : ''}`}>{next.label}</h1>
      <p className="mt-1 text-[16px]">{standing.said}</p>
      {stop && <p className="caution mt-1.5 px-3 py-1.5">{words('stop')}</p>}
      {next.ends === 'part' && <ToConfirm items={unconfirmed(diagnosis.job.state.diagnosis)} onCheck={onCheck} />}
      <div className="mt-2.5 flex flex-wrap items-end gap-3">
        <button type="button" className="btn btn-primary" disabled={busy} onClick={conclude}>{words(standing.word === 'sound' ? 'hand-back' : 'conclude')}</button>
        {!stop && next.ends !== 'nothing' && <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('repaired', { remedy: next.id, minutes: Math.round(next.hands), note: note.trim() }).catch(() => {})}>{words('done-remains')}</button>}
        <label className="min-w-[220px] flex-1"><span className="label-text">{words('note')}</span><input className="input" value={note} maxLength={90} onChange={(event) => setNote(event.target.value)} /></label>
      </div>
      {view.runnerUp && <p className="text-muted mt-2">{words('or-first', { what: view.runnerUp.do === 'check' ? inSentence(view.runnerUp.question) : `${inSentence(view.runnerUp.label)}.` })}</p>}
    </section>
  );
} // prettier-ignore
