import { useState } from 'react';
import { Link } from 'react-router';
import { inSentence, type End } from '@radiatrix/core/diagnosis';
import { matchAddress, proveAddress } from '../../app/addresses.ts';
import type { useHappened } from '../job/useHappened.ts';
import type { Diagnosed } from './diagnose.worker.ts';
import { minutesText } from './NextCheck.tsx';
import type { Diagnosis } from './useDiagnosis.ts';

const ENDED: Readonly<Record<End, string>> = {
  part: 'A part is needed',
  repair: 'A repair, no part',
  nothing: 'Nothing is wrong',
  'not cooling': 'Not the cooling system',
  stop: 'Stop here',
};
const STOP =
  'This is for a licensed workshop: the engine is not run any more, nothing is opened. The vehicle maker’s service information, local codes and licensed practice come first.';

interface Props {
  diagnosis: Diagnosis;
  view: Diagnosed;
  say: ReturnType<typeof useHappened>['say'];
  busy: boolean;
}

/** What a diagnosis comes to: what it is, how sure that is, and what follows from it. */
export function Conclude({ diagnosis: { job }, view, say, busy }: Props) {
  const [why, setWhy] = useState('');
  const { next, standing } = view;
  const done = job.state.diagnosed;
  if (done)
    return (
      <section aria-label="What it came to" className={`border-l-[5px] pl-4 ${done.ends === 'stop' ? 'border-no' : 'border-straight-in'}`}>
        <p className="label-text">{ENDED[done.ends]}</p>
        <h1 className={`text-[27px] leading-tight ${done.ends === 'stop' ? 'text-no' : ''}`}>{done.said}</h1>
        <p className="text-muted mt-1">by {done.by} {done.at.slice(0, 16).replace('T', ' ')}</p>
        {done.ends === 'stop' && <p className="caution mt-1.5 px-3 py-1.5">{STOP}</p>}
        <p className="mt-2 flex flex-wrap items-center gap-3">
          {done.ends === 'part' && <Link to={matchAddress(job.vehicle.id, job.id)} className="btn btn-primary no-underline">Which part fits</Link>}
          {(done.ends === 'repair' || done.ends === 'nothing') && <Link to={proveAddress(job.id)} className="btn btn-primary no-underline">Prove it</Link>}
          <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('undone', { event: done.event }).catch(() => {})}>Look on</button>
          <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('repaired', { remedy: done.remedy, minutes: null, note: '' }).catch(() => {})}>It is done: what remains?</button>
        </p>
      </section>
    );
  if (next?.do !== 'repair') return null;
  const stop = next.ends === 'stop';
  // A cheap part tried is a check as good as another.
  const isTry = next.hands <= 10 && !stop && next.ends !== 'nothing';
  return (
    <section aria-label="What to do" className={`border-l-[5px] pl-4 ${stop ? 'border-no' : 'border-copper'}`}>
      <p className="text-muted text-[16px]"><span className="font-label text-copper">{standing.word === 'found' ? 'Found' : standing.word === 'sound' ? 'Sound' : isTry ? 'Try it' : 'Likely'}</span> · {ENDED[next.ends].toLowerCase()}, {minutesText(next.hands, 0)}</p>
      <h1 className={`text-[30px] leading-tight ${stop ? 'text-no' : ''}`}>{next.label}</h1>
      <p className="mt-1 text-[16px]">{standing.said}</p>
      {stop && <p className="caution mt-1.5 px-3 py-1.5">{STOP}</p>}
      <div className="mt-2.5 flex flex-wrap items-end gap-3">
        <button type="button" className="btn btn-primary" disabled={busy} onClick={() => void say('diagnosed', { causes: standing.causes.slice(0, standing.chance >= 0.5 ? 1 : 2), remedy: next.id, ends: next.ends, chance: standing.chance, said: [standing.said.slice(0, 300), why.trim()].filter(Boolean).join(' ') }).catch(() => {})}>
          {standing.word === 'sound' ? 'Hand it back' : 'That is it'}
        </button>
        {!stop && next.ends !== 'nothing' && <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('repaired', { remedy: next.id, minutes: Math.round(next.hands), note: why.trim() }).catch(() => {})}>Done: does it remain?</button>}
        <label className="min-w-[220px] flex-1"><span className="label-text">With it, if anything</span><input className="input" value={why} maxLength={90} onChange={(event) => setWhy(event.target.value)} /></label>
      </div>
      {view.runnerUp && <p className="text-muted mt-2">Or first: {view.runnerUp.do === 'check' ? inSentence(view.runnerUp.question) : `${inSentence(view.runnerUp.label)}.`}</p>}
    </section>
  );
} // prettier-ignore
