import { useState } from 'react';
import {
  PROTOCOLS,
  TURNS_K,
  peakOfLog,
  pullDownStretch,
  readStopwatch,
  runProblem,
  watchAgainstLog,
  type PeakOfLog,
  type Trial,
  type TrialRun,
  type WatchAgainstLog,
  type WrittenTime,
} from '@radiatrix/core/trial';
import { formatQuantity } from '@radiatrix/core/quantity';
import { trialWords as words } from '@radiatrix/words/en/trial';
import { kelvins } from '@radiatrix/words/temperature';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { Filling } from '../fill/useFilling.ts';
import type { useHappened } from '../job/useHappened.ts';
import { useRecorded } from './useRecorded.ts';

interface Props {
  trial: Trial;
  runs: readonly TrialRun[];
  filling: Filling;
  say: ReturnType<typeof useHappened>['say'];
  busy: boolean;
}

/** Seconds as a watch shows them. @example clock(750) // '12:30' */
const clock = (seconds: number): string =>
  `${Math.floor(Math.round(seconds) / 60)}:${String(Math.round(seconds) % 60).padStart(2, '0')}`;

/** A time as the watch shows it, and what was meant where it can be read in several ways. */
function useWatch() {
  const [text, setText] = useState('');
  const [meant, setMeant] = useState<number>();
  const read = text.trim() === '' ? undefined : readStopwatch(text);
  return {
    text,
    read,
    meant,
    setMeant,
    seconds: read?.read === 'seconds' ? read.seconds : read?.read === 'ask' ? meant : undefined,
    set: (next: string): void => {
      setText(next);
      setMeant(undefined);
    },
  };
}

interface OfLog {
  pullDownS: number;
  ended: boolean;
  peak: PeakOfLog;
}

/** The run of the job's own readings that stands beside the watch, or in its place, and what it says. */
function useLog(filling: Filling, taken: (found: OfLog) => void) {
  const recorded = useRecorded();
  const [stream, setStream] = useState('');
  const [found, setFound] = useState<OfLog | 'nothing'>();
  const choose = (id: string): void => {
    setStream(id);
    setFound(undefined);
    if (id === '') return;
    void recorded(id)
      .then((run) => {
        const peak = run && peakOfLog(run.log);
        if (!run || !peak) return setFound('nothing');
        const { seconds, ended } = pullDownStretch(run.log, filling.record.bleed.fullyOpenC);
        const own = { pullDownS: seconds.at(-1) ?? 0, ended, peak };
        setFound(own);
        taken(own);
      })
      .catch(() => setFound('nothing'));
  };
  return { stream, found: found === 'nothing' ? undefined : found, nothing: found === 'nothing', choose };
}

/** A log that falls for less than this has no pull-down in it, s. */
const LEAST_FALL_S = 5;

/** What the log says of the run, and what it cannot say. */
function LogSays({ found, timed, byWatch }: { found: OfLog; timed: boolean; byWatch: WatchAgainstLog | undefined }) {
  const units = useUnits();
  if (byWatch) return <p role="status" className={`w-full ${byWatch.lateS > 0 ? 'text-changes' : 'text-muted'}`}>{byWatch.said}</p>;
  const after = clock(timed ? found.pullDownS : found.peak.seconds);
  const peak = { value: found.peak.peakC, dimension: 'temperature' } as const;
  const text = timed
    ? found.pullDownS < LEAST_FALL_S ? words('log:no-fall') : found.ended ? '' : words('log:falling', { after })
    : found.peak.stillHot ? words('log:hot', { by: kelvins(TURNS_K, units), peak, after }, units) : words('log:peak', { peak, after }, units);
  return text === '' ? null : <p role="status" className="text-changes w-full">{text}</p>;
} // prettier-ignore

function Meant({ of, watch }: { of: string; watch: ReturnType<typeof useWatch> }) {
  if (watch.read?.read !== 'ask') return null;
  const { choices } = watch.read;
  return (
    <fieldset className="w-full">
      <legend className="label-text">
        “{watch.text}” can be read in {choices.length} ways. What did the watch show?
      </legend>
      <span className="flex flex-wrap gap-x-4">
        {choices.map(({ seconds, as }) => (
          <label key={seconds} className="flex min-h-6 items-center gap-1.5">
            <input type="radio" name={of} className="radio !size-4" checked={watch.meant === seconds} onChange={() => watch.setMeant(seconds)} />
            {as}
          </label>
        ))}
      </span>
    </fieldset>
  );
} // prettier-ignore

const problemOf = (read: WrittenTime | undefined): { problem?: string } =>
  read?.read === 'no' ? { problem: read.problem } : {};

/** One run as it was read: to its end, or broken off, which is a result too. */
export function AddRun({ trial, runs, filling, say, busy }: Props) {
  const units = useUnits();
  const timed = PROTOCOLS[trial.protocol].unit === 's';
  const runsOf = (id: string): number => runs.filter((run) => run.setUp === id).length;
  // The set-up with the fewest runs is next.
  const next = [...trial.setUps].sort((a, b) => runsOf(a.id) - runsOf(b.id))[0]!.id;
  const [chosen, setChosen] = useState<string>();
  const [off, setOff] = useState(false);
  const [hottest, setHottest] = useState('');
  const watch = useWatch();
  const after = useWatch();
  const [ambient, setAmbient] = useState('');
  const [start, setStart] = useState('');
  const [late, setLate] = useState<'no' | 'about' | 'by'>('no');
  const [lateBy, setLateBy] = useState('');
  const log = useLog(filling, ({ peak: own, pullDownS, ended }) => {
    const shown = (value: number): string => formatQuantity(value, 'temperature', units, { bare: true });
    if (start.trim() === '') setStart(shown(timed ? own.peakC : own.startC));
    if (ambient.trim() === '' && own.ambientC !== undefined) setAmbient(shown(own.ambientC));
    if (!timed && hottest.trim() === '') setHottest(shown(own.peakC));
    if (!timed && after.text.trim() === '') after.set(clock(own.seconds));
    // A fall that the log does not see the end of is no finished run.
    const falls = timed && pullDownS >= LEAST_FALL_S;
    if (falls && !ended) setOff(true);
    if (falls && watch.text.trim() === '') watch.set(clock(pullDownS));
  });
  const peak = readQuantity(hottest, 'temperature', units);
  const value = timed ? watch.seconds : typeof peak === 'number' ? peak : undefined;
  const [ambientC, startC] = [readQuantity(ambient, 'temperature', units), readQuantity(start, 'temperature', units)];
  const byLog = timed && !off && log.found && value !== undefined ? watchAgainstLog(value, log.found.pullDownS, filling.practice) : undefined;
  // A log knows better than the hand that held the watch.
  const lateS = byLog ? byLog.lateS : late === 'no' ? 0 : late === 'about' ? null : Number(lateBy.replace(',', '.'));
  const run: TrialRun | undefined =
    value === undefined
      ? undefined
      : { setUp: chosen ?? next, value, ambientC: ambientC ?? null, startC: startC ?? null, lateS, ...(off ? { brokenOff: { afterS: timed ? null : (after.seconds ?? null) } } : {}) };
  const problem = run ? runProblem(trial, run) : '';
  const unsettled = off && !timed && after.text.trim() !== '' && after.seconds === undefined;
  const ready = run && problem === '' && !unsettled && ambientC !== undefined && startC !== undefined && !Number.isNaN(lateS ?? 0);
  const clear = (): void => {
    watch.set('');
    after.set('');
    setHottest('');
    setChosen(undefined);
    setOff(false);
    setLate('no');
    setLateBy('');
    log.choose('');
  };
  const keep = (): void => {
    if (!ready) return;
    const written = (timed ? watch.text : hottest).trim().slice(0, 40);
    void say('run made', { ...run, trial: trial.id, run: crypto.randomUUID(), written, stream: log.stream || null }).then(clear).catch(() => {});
  };
  return (
    <form aria-label="Write a run down" className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-1" onSubmit={(event) => { event.preventDefault(); keep(); }}>
      <Field label="Set-up" className="min-w-[150px] flex-1"><select className="select" value={chosen ?? next} onChange={(event) => setChosen(event.target.value)}>{trial.setUps.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select></Field>
      <Field label={words('ended')} className="w-[162px]"><select className="select" value={off ? 'off' : 'end'} onChange={(event) => setOff(event.target.value === 'off')}><option value="end">{words('ended:end')}</option><option value="off">{words('ended:off')}</option></select></Field>
      {timed ? (
        <Field label={off ? words('ran-for') : 'As the watch shows it'} className="w-[132px]" {...problemOf(watch.read)} {...(problem ? { problem } : {})}><input className="input" value={watch.text} maxLength={20} placeholder="1:35" onChange={(event) => watch.set(event.target.value)} /></Field>
      ) : (
        <QuantityField label={off ? words('hottest') : 'Peak'} dimension="temperature" text={hottest} onText={setHottest} className="w-[112px]" problem={problem || undefined} />
      )}
      {off && !timed && <Field label={words('after')} className="w-[112px]" {...problemOf(after.read)}><input className="input" value={after.text} maxLength={20} placeholder="12:30" onChange={(event) => after.set(event.target.value)} /></Field>}
      <QuantityField label="Air outside" dimension="temperature" text={ambient} onText={setAmbient} className="w-[92px]" />
      <QuantityField label="Start" dimension="temperature" text={start} onText={setStart} className="w-[84px]" />
      {filling.job.state.readings.length > 0 && (
        <Field label={words('log')} className="min-w-[240px] flex-1" {...(log.nothing ? { problem: words('log:nothing') } : {})}>
          <select className="select pr-8 text-ellipsis" value={log.stream} onChange={(event) => log.choose(event.target.value)}>
            <option value="">{words('log:none')}</option>
            {filling.job.state.readings.map(({ stream: id, what, at }) => <option key={id} value={id}>{at.slice(11, 16)} {what}</option>)}
          </select>
        </Field>
      )}
      {timed && !byLog && (
        <Field label="Started late?" className="w-[126px]"><select className="select" value={late} onChange={(event) => setLate(event.target.value as 'no')}><option value="no">no</option><option value="about">a little</option><option value="by">by, s</option></select></Field>
      )}
      {timed && late === 'by' && !byLog && <Field label="Late by, s" className="w-[84px]"><input className="input" value={lateBy} maxLength={5} onChange={(event) => setLateBy(event.target.value)} /></Field>}
      <button type="submit" className="btn btn-primary mt-[22px]" disabled={busy || !ready}>Write it down</button>
      {log.found && <LogSays found={log.found} timed={timed} byWatch={byLog} />}
      <Meant of="meant" watch={watch} />
      <Meant of="after" watch={after} />
    </form>
  );
} // prettier-ignore
