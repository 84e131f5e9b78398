import { useState } from 'react';
import {
  inSentence,
  readAmps,
  readCap,
  readVolts,
  readWarmUp,
  type AnyCheck,
  type Read,
  type ShownCheck,
} from '@radiatrix/core/diagnosis';
import { practiceOf } from '@radiatrix/core/practice';
import { readText } from '@radiatrix/words/bleed';
import { checkTime } from '@radiatrix/words/diagnosis';
import { diagnosisWords as words } from '@radiatrix/words/en/diagnosis';
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

const LETTERS = 'abcdefghi';

interface Props {
  diagnosis: Diagnosis;
  view: Diagnosed;
  /** A check that somebody chose in the place of the proposed one. */
  instead: AnyCheck | undefined;
  onInstead: (check: AnyCheck | undefined) => void;
  say: ReturnType<typeof useHappened>['say'];
  tell: ReturnType<typeof useHappened>['tell'];
  busy: boolean;
  /** A photograph of what a check shows, kept over what else arrives meanwhile. */
  taken: { check: string; photo: string } | null;
  onTaken: (taken: { check: string; photo: string } | null) => void;
}

/** Why the proposed check is the one: what it rules out, and which two causes it tells apart. */
function whyText(next: NonNullable<Diagnosed['next']>): string {
  if (next.signFor) return words('why:sign', { repair: inSentence(next.signFor) });
  const why = words(next.rulesOut >= 0.6 ? 'why:most' : next.rulesOut >= 0.4 ? 'why:half' : next.rulesOut >= 0.2 ? 'why:third' : 'why:settles');
  return next.tells ? `${why} ${words('why:tells', { a: inSentence(next.tells[0]), b: inSentence(next.tells[1]) })}` : why;
} // prettier-ignore

/** What the check needs and risks: tools, a hot engine that has to cool, what starts by itself. */
function Cautions({ check, diagnosis: { record } }: { check: ShownCheck; diagnosis: Diagnosis }) {
  const units = useUnits();
  const lines = [
    ...(check.coolsBelowC !== null ? [words('cools-first', { temp: { value: check.coolsBelowC, dimension: 'temperature' } }, units)] : []),
    ...(check.risk ? [check.risk] : []),
    ...(check.runs ? [words('engine-off-at', { temp: { value: record.stopC, dimension: 'temperature' } }, units)] : []),
  ];
  return lines.length === 0 ? null : <p className="caution mt-1.5 px-3 py-1 text-[15px]">{lines.join(' ')}</p>;
} // prettier-ignore

/** The check in front: what it asks, why it, its answers under a key each; beside it what is nearly as good. */
export function NextCheck({ diagnosis, view, instead, onInstead, say, tell, busy, taken, onTaken }: Props) {
  const { job, record } = diagnosis;
  const units = useUnits();
  const { next, runnerUp } = view;
  const [read, setRead] = useState<Read>();
  const check: ShownCheck | undefined = instead ?? (next?.do === 'check' ? next : undefined);
  const photo = taken && check && taken.check === check.id ? taken.photo : null;
  const last = job.state.diagnosis.at(-1);
  const pass = (): void => void (check && !instead && say('check passed over', { check: check.id, why: '' }).catch(() => {}));
  const answer = (outcome: string): void => {
    if (!check || busy) return;
    const byRead = read && read.outcome === outcome ? { how: 'instrument' as const, said: readText(read, units).slice(0, 200) } : photo ? { how: 'photograph' as const } : {};
    void tell([found(check.id, outcome, { minutes: Math.round(check.hands + check.waits), photo, ...byRead })]).then(() => { onTaken(null); onInstead(undefined); }).catch(() => {});
  };
  useHotkeys({
    ...(check ? Object.fromEntries(check.outcomes.map(({ id }, at) => [LETTERS[at]!, () => answer(id)])) : {}),
    x: pass,
    // Taking back does not wait for what comes next to be worked out.
    u: () => void (last && say('undone', { event: last.event }).catch(() => {})),
  });
  if (!check) return next ? null : <p className="text-muted">{words('nothing-left')}</p>;
  const anyOf = (id: string): AnyCheck | undefined => view.checks.find((each) => each.id === id);
  return (
    <section aria-label={words(instead ? 'instead' : 'next')} className="border-copper border-l-[5px] pl-4">
      <p className="text-muted text-[16px]"><span className="font-label text-copper">{words(instead ? 'instead' : 'next')}</span> · {checkTime(check)}, {check.thing ? words('off-first', { thing: check.thing.replace('-', ' ') }) : words('nothing-off')}</p>
      <h1 className="text-[30px] leading-tight">{check.question}</h1>
      <p className="mt-1 text-[16px]">
        {!instead && next && whyText(next)}{' '}
        {check.id === 'fans-ac' && words(`with-ac:${record.vehicle.withAc ?? 'unknown'}`)}{' '}
        {check.tools.length > 0 && <span className="text-muted">{words('tools', { tools: check.tools.join(', ') })}</span>}
      </p>
      {instead?.heldBack && <p className="caution mt-1.5 px-3 py-1 text-[15px]">{words(`held:${instead.heldBack}`)}</p>}
      <Cautions check={check} diagnosis={diagnosis} />
      <Figures diagnosis={diagnosis} check={check.id} onRead={setRead} />
      {read && <p role="status" className={read.outcome !== undefined ? 'mt-1' : 'text-changes mt-1'}>{read.outcome !== undefined ? words('read:so', { read: readText(read, units), label: check.outcomes.find(({ id }) => id === read.outcome)?.label ?? read.outcome }) : readText(read, units)}</p>}
      <div className="mt-2.5 flex flex-wrap gap-2">
        {check.outcomes.map(({ id, label }, at) => (
          <button key={id} type="button" disabled={busy} className={`bg-raised hover:border-copper border px-3 py-1.5 text-left ${read?.outcome === id ? 'border-copper border-2' : 'border-ink'}`} onClick={() => answer(id)}>
            <kbd className="key mr-2" aria-hidden="true">{LETTERS[at]}</kbd><span className="font-label text-[19px] font-semibold">{label}</span>
          </button>
        ))}
        {instead
          ? <button type="button" className="text-muted hover:text-ink px-3" onClick={() => onInstead(undefined)}><span className="font-label text-[17px]">{words('instead:back')}</span></button>
          : <button type="button" disabled={busy} className="text-muted hover:text-ink px-3" onClick={pass}><kbd className="key mr-2" aria-hidden="true">x</kbd><span className="font-label text-[17px]">{words('cannot-look')}</span></button>}
      </div>
      <Picture jobId={job.id} photo={photo} onPhoto={(id) => onTaken(id === null ? null : { check: check.id, photo: id })} />
      {runnerUp && !instead && (
        <p className="text-muted mt-2">
          {words('nearly-as-good')}:{' '}
          {runnerUp.do === 'check'
            ? <button type="button" className="text-steel text-left underline" onClick={() => onInstead(anyOf(runnerUp.id))}>{inSentence(runnerUp.question)} {checkTime(runnerUp)}</button>
            : <button type="button" className="text-steel text-left underline" disabled={busy} onClick={() => void say('repaired', { remedy: runnerUp.id, minutes: Math.round(runnerUp.hands), note: '' }).catch(() => {})}>{words('try-and-see', { repair: inSentence(runnerUp.label) })}, {checkTime({ hands: runnerUp.hands, waits: 0 })}</button>}
        </p>
      )}
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
