import { holdsWords } from '@radiatrix/words/en/holds';
import { stillInText } from '@radiatrix/words/holds';
import { small } from '@radiatrix/words/list';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { openProofs, type Proved, type ProofWord } from '@radiatrix/core/prove';
import { QUANTITIES, type Quantity } from '@radiatrix/core/instrument';
import { judgeTrial } from '@radiatrix/core/trial';
import { bleedText } from '@radiatrix/words/bleed';
import { bleedAddress, fillAddress, trialAddress } from '../../app/addresses.ts';
import { TakeReading } from '../../instruments/TakeReading.tsx';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useHappened } from '../job/useHappened.ts';
import { useFilling, type Filling } from '../fill/useFilling.ts';
import { PlanTrial } from './PlanTrial.tsx';
import { PressureForm } from './PressureForm.tsx';
import { runsOf } from './runs.ts';
import { useProofs } from './useProofs.ts';
import { useUnits } from '../../app/store.ts';

/** What has to be proven on a job, and how sure we are of each. */
export function ProvePage() {
  const jobId = Number(useParams().id);
  const { filling, error, retry } = useFilling(jobId);
  if (error && !filling) return <div className="mt-4"><Failure error={error} retry={retry} /></div>;
  if (!filling) return <Waiting what="Looking what is to be proven" />;
  return <Prove key={jobId} filling={filling} />;
} // prettier-ignore

const TONES: Readonly<Record<ProofWord, string>> = { 'proven': 'text-straight-in', 'failed': 'text-no', 'not proven': 'text-not-proven', 'left unproven': 'text-changes' }; // prettier-ignore

/** Word and shape: a disc, a cross, a broken ring, a lozenge. */
function Shape({ word }: { word: ProofWord }) {
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true" className={`${TONES[word]} shrink-0`}>
      {word === 'proven' && <circle cx="10" cy="10" r="7" fill="currentColor" />}
      {word === 'failed' && <path d="M4 4L16 16M16 4L4 16" stroke="currentColor" strokeWidth="3" />}
      {word === 'not proven' && <circle cx="10" cy="10" r="7" fill="none" stroke="currentColor" strokeWidth="2.5" strokeDasharray="5 3" />}
      {word === 'left unproven' && <path d="M10 2L18 10L10 18L2 10Z" fill="none" stroke="currentColor" strokeWidth="2.5" />}
    </svg>
  );
} // prettier-ignore

function Prove({ filling }: { filling: Filling }) {
  const { job, record, practice, own } = filling;
  const navigate = useNavigate();
  const { say, busy, error } = useHappened(job.id);
  const proved = useProofs(job, record.proofs, practice);
  const open = openProofs(proved);
  const failed = open.filter(({ word }) => word === 'failed');
  return (
    <div className="mt-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-[25px]">
          {open.length === 0 ? 'Proven' : failed.length > 0 ? `${failed.length === 1 ? 'One thing' : `${failed.length} things`} failed` : `${open.length} of ${proved.length} still to be proven`}
        </h1>
        <p className="text-muted ml-auto">
          <Link to={`/jobs/${job.id}`}>Job {job.id}{job.state.label && `, ${job.state.label}`}</Link>, {job.vehicle.title}, <Link to={fillAddress(job.id)}>fill</Link>, <Link to={bleedAddress(job.id)}>bleed</Link>
        </p>
      </div>
      {error !== undefined && <div className="mt-2"><Failure error={error} /></div>}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[1.25fr_1fr]">
        <section aria-label="To be proven" className="min-w-0">
          <h2 className="heading">To be proven <span className="figure text-[14px] normal-case">{proved.length - open.length} of {proved.length}</span></h2>
          <ul>
            {proved.map((proof) => (
              <Line key={proof.code} proof={proof} say={say} busy={busy} />
            ))}
          </ul>
        </section>
        <div className="min-w-0">
          <section aria-label="Trials">
            <h2 className="heading">Trials</h2>
            {job.state.trials.length === 0 && <p className="text-muted mt-1">One set-up against another, timed or logged: the verdict only when the data carries it.</p>}
            <ul>
              {job.state.trials.map((trial) => {
                const verdict = judgeTrial(trial, runsOf(job.state, trial.id), record.library[trial.protocol], practice);
                return (
                  <li key={trial.id} className="border-rule border-b py-1.5">
                    <Link to={trialAddress(job.id, trial.id)} className="font-semibold">{trial.title}</Link>
                    <p className={verdict.word === 'better' || verdict.word === 'as good as' ? 'text-straight-in' : verdict.word === 'refused' ? 'text-no' : 'text-not-proven'}>{verdict.said}</p>
                  </li>
                );
              })}
            </ul>
            <PlanTrial say={say} busy={busy} onPlanned={(id) => void navigate(trialAddress(job.id, id))} />
          </section>
          <PressureForm filling={filling} coolantL={own?.account.total.value ?? record.capacity?.value} say={say} busy={busy} />
        </div>
      </div>
      {open.length > 0 && (
        <p className="border-changes mt-5 border-l-[3px] pl-3">
          This job is not filed as proven while {open.length === 1 ? 'this is' : 'these are'} open, unless somebody says why: {open.map(({ label }) => small(label)).join(', ')}.
        </p>
      )}
    </div>
  );
} // prettier-ignore

/** What an instrument can say of a proof, written into what was seen. */
const READ_BY: Readonly<Record<string, readonly Quantity[]>> = {
  'fan ac': ['volts', 'amps'],
  'fan steps': ['volts', 'amps'],
  'idle hold': ['coolant'],
  heater: ['air'],
  quiet: ['sound'],
};

function Line({ proof, say, busy }: { proof: Proved; say: ReturnType<typeof useHappened>['say']; busy: boolean }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const units = useUnits();
  const { code, label, word, said, caution, by, at } = proof;
  const byReadings = proof.told === 'by readings';
  const tell = (next: 'proven' | 'failed'): void => void say('proved', { what: code, word: next, said: text.trim(), stream: null }).then(() => { setOpen(false); setText(''); }).catch(() => {});
  return (
    <li className="border-rule border-b py-2">
      <div className="flex items-start gap-3">
        <Shape word={word} />
        <div className="min-w-0 flex-1">
          <p className="flex flex-wrap items-baseline gap-x-3">
            <strong className="text-[17px]">{label}</strong> <span className={`font-label text-[16px] ${TONES[word]}`}>{word}</span>
          </p>
          <p className={word === 'failed' ? 'text-no' : 'text-muted'}>{proof.finding ? bleedText(proof.finding, units) : proof.stillIn ? holdsWords('still-in:proof', { names: stillInText(proof.stillIn) }) : said}{by && ` (${by} ${at.slice(0, 10)})`}</p>
          {open && (
            <form className="mt-1" aria-label={label} onSubmit={(event) => event.preventDefault()}>
              {caution && <p className="caution px-3 py-1 text-[15px]">{caution}</p>}
              <p className="mt-1">{proof.how}</p>
              <label className="mt-1 block">
                <span className="label-text">What was seen, with its figure</span>
                <input className="input" value={text} maxLength={300} onChange={(event) => setText(event.target.value)} />
              </label>
              {READ_BY[code] && (
                <TakeReading
                  quantities={READ_BY[code]}
                  onTaken={(values) =>
                    setText(
                      [text.trim(), [...values].map(([quantity, value]) => `${value} ${QUANTITIES[quantity].unit}`).join(', ')].filter(Boolean).join(', '),
                    )
                  }
                />
              )}
              <p className="mt-1.5 flex flex-wrap gap-2">
                {!byReadings && <button type="button" className="btn btn-primary !min-h-12" disabled={busy} onClick={() => tell('proven')}>Proven</button>}
                {!(byReadings && code === 'tray') && <button type="button" className="btn btn-quiet !min-h-12" disabled={busy} onClick={() => tell('failed')}>Failed</button>}
                <button type="button" className="btn btn-quiet !min-h-12" disabled={busy || text.trim().length < 5} onClick={() => void say('proof waived', { what: code, why: text.trim() }).then(() => setOpen(false)).catch(() => {})}>Leave it unproven, because…</button>
              </p>
              {byReadings && <p className="text-muted text-[14px]">{code === 'tray' ? 'The tray is counted on the phone.' : code === 'level' ? 'Said on the Fill page, when it was looked at.' : code === 'thermostat' ? 'The curve of the bleeding run tells.' : 'The pressure test beside this tells.'}</p>}
            </form>
          )}
        </div>
        <button type="button" className="text-steel shrink-0 underline" aria-expanded={open} onClick={() => setOpen(!open)}>{open ? 'Close' : word === 'not proven' ? 'Prove' : 'Change'}</button>
      </div>
    </li>
  );
} // prettier-ignore
