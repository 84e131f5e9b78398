import { useState } from 'react';
import {
  inSentence,
  readAmps,
  readCap,
  readVolts,
  readWarmUp,
  type Read,
  type ShownStep,
} from '@radiatrix/core/diagnosis';
import { practiceOf } from '@radiatrix/core/practice';
import { formatQuantity } from '@radiatrix/core/quantity';
import { readText } from '@radiatrix/words/bleed';
import { useUnits } from '../../app/store.ts';
import { TakeReading } from '../../instruments/TakeReading.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import type { useHappened } from '../job/useHappened.ts';
import { useRecorded } from '../prove/useRecorded.ts';
import { found } from './found.ts';
import { Picture } from './Picture.tsx';
import type { Diagnosed } from './diagnose.worker.ts';
import type { Diagnosis } from './useDiagnosis.ts';

const LETTERS = 'abcdefgh';

interface Props {
  diagnosis: Diagnosis;
  view: Diagnosed;
  say: ReturnType<typeof useHappened>['say'];
  tell: ReturnType<typeof useHappened>['tell'];
  busy: boolean;
  /** A photograph of what a check shows, kept over what else arrives meanwhile. */
  taken: { check: string; photo: string } | null;
  onTaken: (taken: { check: string; photo: string } | null) => void;
}

/** Minutes as they are said. */
export const minutesText = (hands: number, waits: number): string =>
  [hands > 0 || waits === 0 ? `${Math.max(1, Math.round(hands))} min` : '', waits > 0 ? `${waits >= 120 ? `${Math.round(waits / 60)} h` : `${waits} min`} of waiting` : ''].filter(Boolean).join(', '); // prettier-ignore
const offText = (step: ShownStep): string => (step.do === 'check' && step.thing ? `${step.thing.replace('-', ' ')} has to come off` : 'nothing comes off'); // prettier-ignore

/** The next check: what it asks, why it, its answers under a key each; beside it what is nearly as good. */
export function NextCheck({ diagnosis, view, say, tell, busy, taken, onTaken }: Props) {
  const { job, record } = diagnosis;
  const units = useUnits();
  const { next, runnerUp } = view;
  const [read, setRead] = useState<Read>();
  const photo = taken && next?.do === 'check' && taken.check === next.id ? taken.photo : null;
  const last = job.state.diagnosis.at(-1);
  const pass = (): void => void (next?.do === 'check' && say('check passed over', { check: next.id, why: '' }).catch(() => {}));
  const answer = (outcome: string): void => {
    if (next?.do !== 'check' || busy) return;
    const byRead = read && read.outcome === outcome ? { how: 'instrument' as const, said: readText(read, units).slice(0, 200) } : photo ? { how: 'photograph' as const } : {};
    void tell([found(next.id, outcome, { minutes: Math.round(next.hands + next.waits), photo, ...byRead })]).then(() => onTaken(null)).catch(() => {});
  };
  useHotkeys({
    ...(next?.do === 'check' ? Object.fromEntries(next.outcomes.map(({ id }, at) => [LETTERS[at]!, () => answer(id)])) : {}),
    x: pass,
    // Taking back does not wait for what comes next to be worked out.
    u: () => void (last && say('undone', { event: last.event }).catch(() => {})),
  });
  if (!next) return <p className="text-muted">Nothing is left to look at.</p>;
  if (next.do === 'repair') return null;
  const why = next.signFor ? <>A second sign before <strong>{inSentence(next.signFor)}</strong>: one alone may have been misread</> : next.rulesOut >= 0.6 ? 'Parts two thirds of what is left, or more' : next.rulesOut >= 0.4 ? 'Parts about half of what is left' : next.rulesOut >= 0.2 ? 'Parts about a third of what is left' : 'Settles what is left';
  return (
    <section aria-label="Check next" className="border-copper border-l-[5px] pl-4">
      <p className="text-muted text-[16px]"><span className="font-label text-copper">Check next</span> · {minutesText(next.hands, next.waits)}, {offText(next)}</p>
      <h1 className="text-[30px] leading-tight">{next.question}</h1>
      <p className="mt-1 text-[16px]">
        {why}{next.tells && <>: tells <strong>{inSentence(next.tells[0])}</strong> from <strong>{inSentence(next.tells[1])}</strong></>}.
        {next.id === 'fans-ac' && <> On this vehicle {record.vehicle.withAc === 'both' ? <strong>all fans run</strong> : record.vehicle.withAc === 'one' ? <strong>the A/C fan runs alone</strong> : record.vehicle.withAc === 'slow' ? <strong>all run slowly</strong> : record.vehicle.withAc === 'pressure' ? 'they run by pressure and may stand at first' : 'no record says which of them run'} with the A/C on.</>}
        {next.tools.length > 0 && <span className="text-muted"> Takes: {next.tools.join(', ')}.</span>}
      </p>
      {(next.risk || next.runs) && <p className="caution mt-1.5 px-3 py-1 text-[15px]">{next.risk}{next.runs && ` Engine off at ${formatQuantity(record.stopC, 'temperature', units)}.`}</p>}
      <Figures diagnosis={diagnosis} check={next.id} onRead={setRead} />
      {read && <p role="status" className={read.outcome !== undefined ? 'mt-1' : 'text-changes mt-1'}>{read.outcome !== undefined ? <>Read: {readText(read, units)}, so <strong>{next.outcomes.find(({ id }) => id === read.outcome)?.label ?? read.outcome}</strong>. One key more writes it down.</> : readText(read, units)}</p>}
      <div className="mt-2.5 flex flex-wrap gap-2">
        {next.outcomes.map(({ id, label }, at) => (
          <button key={id} type="button" disabled={busy} className={`bg-raised hover:border-copper border px-3 py-1.5 text-left ${read?.outcome === id ? 'border-copper border-2' : 'border-ink'}`} onClick={() => answer(id)}>
            <kbd className="key mr-2" aria-hidden="true">{LETTERS[at]}</kbd><span className="font-label text-[19px] font-semibold">{label}</span>
          </button>
        ))}
        <button type="button" disabled={busy} className="text-muted hover:text-ink px-3" onClick={pass}><kbd className="key mr-2" aria-hidden="true">x</kbd><span className="font-label text-[17px]">cannot look now</span></button>
      </div>
      <Picture jobId={job.id} photo={photo} onPhoto={(id) => onTaken(id === null ? null : { check: next.id, photo: id })} />
      {runnerUp && <p className="text-muted mt-2">Nearly as good: {runnerUp.do === 'check' ? `${inSentence(runnerUp.question.replace(/\?$/, ''))}, ${minutesText(runnerUp.hands, runnerUp.waits)}` : `${inSentence(runnerUp.label)} and see, ${minutesText(runnerUp.hands, 0)}`}.</p>}
    </section>
  );
} // prettier-ignore

/** Figures of a check that the program reads: typed, taken from an instrument, or a log of the job. */
function Figures({ diagnosis: { job, record }, check, onRead }: { diagnosis: Diagnosis; check: string; onRead: (read: Read | undefined) => void }) {
  const units = useUnits();
  const practice = practiceOf(record.practice);
  const [volts, setVolts] = useState('');
  const [other, setOther] = useState('');
  const recorded = useRecorded();
  const kind = check.split('@')[0];
  const number = (text: string): number => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));
  const field = (label: string, value: string, set: (text: string) => void) => (
    <label className="w-[150px]"><span className="label-text">{label}</span><input className="input" inputMode="decimal" maxLength={8} value={value} onChange={(event) => set(event.target.value)} /></label>
  );
  if (kind === 'volts') {
    const judge = (plug: string, battery: string): void => onRead(plug.trim() && battery.trim() ? readVolts(number(plug), number(battery), practice) : undefined);
    return (
      <div className="mt-1.5 flex flex-wrap items-end gap-3">
        {field('Volts at the plug', volts, (text) => { setVolts(text); judge(text, other); })}
        {field('At the battery', other, (text) => { setOther(text); judge(volts, text); })}
        <TakeReading quantities={['volts']} onTaken={(values) => { const text = String(values.get('volts')); setVolts(text); judge(text, other); }} />
      </div>
    );
  }
  if (kind === 'amps') {
    const judge = (amps: string, plug: string): void => onRead(amps.trim() ? readAmps({ amps: /^(over|ol)$/i.test(amps.trim()) ? null : number(amps), volts: number(plug) }, record.label, practice) : undefined);
    return (
      <div className="mt-1.5 flex flex-wrap items-end gap-3">
        {field('Amps; over for over range', other, (text) => { setOther(text); judge(text, volts); })}
        {field('Volts at the plug', volts, (text) => { setVolts(text); judge(other, text); })}
        <TakeReading quantities={['volts', 'amps']} onTaken={(values) => { const [v, a] = [String(values.get('volts')), String(values.get('amps'))]; setVolts(v); setOther(a); judge(a, v); }} />
      </div>
    );
  }
  if (kind === 'cap-test')
    return (
      <div className="mt-1.5 flex flex-wrap items-end gap-3">
        <QuantityField label="Lets go at" dimension="pressure" text={other} className="w-[150px]" onText={(text) => { setOther(text); const kPa = readQuantity(text, 'pressure', units); onRead(typeof kPa === 'number' ? readCap(kPa, record.capKPa, practice) : undefined); }} />
        <TakeReading quantities={['pressure']} onTaken={(values) => { const kPa = values.get('pressure')!; setOther(`${kPa} kPa`); onRead(readCap(kPa, record.capKPa, practice)); }} />
      </div>
    );
  if (kind === 'warm-up' && job.state.readings.length > 0)
    return (
      <label className="mt-1.5 block max-w-[340px]"><span className="label-text">Read it off a log of this job</span>
        <select className="select" defaultValue="" onChange={(event) => { const id = event.target.value; if (id) void recorded(id).then((log) => onRead(log ? readWarmUp(log.log.ms, log.log.values[0]!, record.bleed, practice) : { outcome: undefined, because: 'no-coolant-channel' })).catch(() => onRead({ outcome: undefined, because: 'log-not-fetched' })); }}>
          <option value="">choose</option>
          {job.state.readings.map(({ stream, what, at }) => <option key={stream} value={stream}>{what}, {at.slice(0, 16).replace('T', ' ')}</option>)}
        </select>
      </label>
    );
  return null;
} // prettier-ignore
