import { useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  PROTOCOLS,
  judgeTrial,
  powerCurve,
  pullDownStretch,
  readStopwatch,
  runProblem,
  valueText,
  watchAgainstLog,
  type Trial,
  type TrialRun,
  type TrialVerdict,
} from '@radiatrix/core/trial';
import { formatQuantity, type UnitSystem } from '@radiatrix/core/quantity';
import { proveAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure, Empty, Waiting } from '../../ui/notices.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import { useHappened } from '../job/useHappened.ts';
import { useFilling, type Filling } from '../fill/useFilling.ts';
import { PlanTrial } from './PlanTrial.tsx';
import { PullDowns } from './PullDowns.tsx';
import { RunsChart } from './RunsChart.tsx';
import { runsOf } from './runs.ts';
import { useRecorded } from './useRecorded.ts';

/** One trial: the verdict in words first, then the runs it rests on, and what it takes to know more. */
export function TrialPage() {
  const { id, trial: trialId } = useParams();
  const { filling, error, retry } = useFilling(Number(id));
  if (error && !filling) return <div className="mt-4"><Failure error={error} retry={retry} /></div>;
  if (!filling) return <Waiting what="Opening the trial" />;
  const trial = filling.job.state.trials.find((each) => each.id === trialId);
  if (!trial) return <div className="mt-4"><Empty title="That trial is not on this job">It may have been taken back. <Link to={proveAddress(filling.job.id)}>To the proof</Link></Empty></div>;
  return <Shown key={trial.id} filling={filling} trial={trial} />;
} // prettier-ignore

const WORDS: Readonly<Record<TrialVerdict['word'], { tone: string; shape: string }>> = {
  better: { tone: 'text-straight-in', shape: 'M10 3a7 7 0 1 0 .01 0Z' },
  'as good as': { tone: 'text-straight-in', shape: 'M10 3a7 7 0 1 0 .01 0Z' },
  'cannot be told': { tone: 'text-not-proven', shape: '' },
  refused: { tone: 'text-no', shape: 'M4 4L16 16M16 4L4 16' },
};

/** What is the same for every run, as far as somebody said it. */
const said = (conditions: Trial['conditions'], units: UnitSystem): string[] =>
  conditions === undefined
    ? []
    : [
        conditions.startC === null ? '' : `from ${formatQuantity(conditions.startC, 'temperature', units)}`,
        conditions.hour,
        conditions.load,
        conditions.airConditioning === null ? '' : `A/C ${conditions.airConditioning ? 'on' : 'off'}`,
        conditions.blower === null ? '' : `blower ${conditions.blower}`,
      ].filter(Boolean);

function Shown({ filling, trial }: { filling: Filling; trial: Trial }) {
  const { job, record, practice } = filling;
  const { say, busy, error } = useHappened(job.id);
  const units = useUnits();
  const runs = runsOf(job.state, trial.id);
  const verdict = judgeTrial(trial, runs, record.library[trial.protocol], practice);
  const { unit, label, minutes } = PROTOCOLS[trial.protocol];
  const nameOf = (id: string): string => trial.setUps.find((each) => each.id === id)?.name ?? id;
  const { tone } = WORDS[verdict.word];
  const curve = powerCurve(verdict, 20, practice);
  const delta = (value: number): string => `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)}`;
  return (
    <div className="mt-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-[25px]">{trial.title}</h1>
        <p className="text-muted">{[label, ...said(trial.conditions, units)].join(', ')}</p>
        <p className="text-muted ml-auto"><Link to={proveAddress(job.id)}>Job {job.id}{job.state.label && `, ${job.state.label}`}: proof</Link></p>
      </div>
      {error !== undefined && <div className="mt-2"><Failure error={error} /></div>}
      <section aria-label="Verdict" className="mt-2 flex gap-3">
        <svg width="30" height="30" viewBox="0 0 20 20" className={`${tone} mt-1 shrink-0`} aria-hidden="true">
          {verdict.word === 'cannot be told' ? <circle cx="10" cy="10" r="7" fill="none" stroke="currentColor" strokeWidth="2.5" strokeDasharray="5 3" /> : <path d={WORDS[verdict.word].shape} fill={verdict.word === 'refused' ? 'none' : 'currentColor'} stroke="currentColor" strokeWidth={verdict.word === 'refused' ? 3 : 0} />}
        </svg>
        <div>
          <p role="status" className={`${tone} text-[21px] leading-snug font-semibold`}>{verdict.said}</p>
          {verdict.need?.minutes !== null && verdict.need && <p className="text-[17px]">That is about <span className="figure">{verdict.need.minutes! >= 120 ? `${Math.round(verdict.need.minutes! / 60)} h` : `${Math.round(verdict.need.minutes!)} min`}</span>, {minutes} min a run. It stops as soon as it is settled.</p>}
          {verdict.design.length > 0 && (
            <div className="mt-1">What would do:<ul className="list-disc pl-5">{verdict.design.map((each) => <li key={each}>{each}</li>)}</ul></div>
          )}
        </div>
      </section>
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-5 lg:grid-cols-[1.2fr_1fr]">
        <section aria-label="Runs" className="min-w-0">
          <h2 className="heading">Runs</h2>
          <RunsChart trial={trial} runs={runs} verdict={verdict} />
          <div className="relative overflow-x-auto">
            <table className="mt-1 w-full border-collapse">
              <thead><tr className="text-muted font-label text-left text-[14px]"><th className="py-1 font-medium">Set-up</th><th className="px-2 text-right font-medium">{unit === 's' ? 'Time' : 'Peak'}</th><th className="px-2 text-right font-medium">Air</th><th className="px-2 text-right font-medium">Start</th><th className="px-2 font-medium">Watch</th><th><span className="sr-only">Strike</span></th></tr></thead>
              <tbody>
                {runs.map((run) => (
                  <tr key={run.event} className="border-rule border-t">
                    <td className="py-0.5">{nameOf(run.setUp)}</td>
                    <td className="figure px-2 text-right">{valueText(run.value, unit)}</td>
                    <td className="figure px-2 text-right">{run.ambientC === null ? '–' : formatQuantity(run.ambientC, 'temperature', units)}</td>
                    <td className="figure px-2 text-right">{run.startC === null ? '–' : formatQuantity(run.startC, 'temperature', units)}</td>
                    <td className="text-muted px-2 text-[14px]">{run.written}{run.lateS === null ? ', started late' : run.lateS > 0 ? `, ${run.lateS} s late` : ''}</td>
                    <td className="text-right"><button type="button" className="text-no text-[14px] underline" disabled={busy} aria-label={`Strike the run of ${nameOf(run.setUp)}, ${run.written}`} onClick={() => void say('undone', { event: run.event }).catch(() => {})}>Strike</button></td>
                  </tr>
                ))}
                {runs.length === 0 && <tr><td colSpan={6} className="text-muted py-2">No run yet. Same start temperature, same hour, in turn: A B, B A.</td></tr>}
              </tbody>
            </table>
          </div>
          <AddRun trial={trial} runs={runs} filling={filling} say={say} busy={busy} />
        </section>
        <div className="min-w-0">
          {verdict.pairs.length > 0 && (
            <section aria-label="Differences">
              <h2 className="heading">Differences, {unit === 's' ? 's' : 'K'}</h2>
              <table className="mt-1 w-full border-collapse">
                <tbody>
                  {verdict.pairs.map(({ a, b, difference, interval, p, alike }) => (
                    <tr key={`${a}${b}`} className="border-rule border-b align-baseline">
                      <th scope="row" className="py-1 pr-2 text-left font-normal">{nameOf(a)} against {nameOf(b)}</th>
                      <td className="figure px-2 text-right whitespace-nowrap">{delta(difference)}</td>
                      <td className="figure text-muted px-2 text-right text-[14px] whitespace-nowrap">{interval ? `${delta(interval[0])} to ${delta(interval[1])}` : 'no spread known'}</td>
                      <td className="figure text-muted pl-2 text-right text-[14px] whitespace-nowrap">{p === null ? '' : `p ${p < 0.001 ? '< 0.001' : p.toFixed(3)}`}{alike !== null && `, alike p ${alike < 0.001 ? '< 0.001' : alike.toFixed(3)}`}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
          {verdict.because.length > 0 && (
            <section aria-label="What it rests on" className="mt-4">
              <h2 className="heading">What it rests on</h2>
              <ul className="mt-1 list-disc pl-5">{verdict.because.map((each) => <li key={each}>{each}</li>)}</ul>
            </section>
          )}
          {curve.length > 0 && <Power curve={curve} needs={verdict.need?.runsEach ?? null} at={Math.min(...verdict.setUps.map((each) => each.runs))} />}
          <PlanTrial trial={trial} say={say} busy={busy} onPlanned={() => {}} />
        </div>
      </div>
      {trial.protocol === 'pull-down' && <PullDowns filling={filling} trial={trial} />}
    </div>
  );
} // prettier-ignore

/** How likely so many runs each find the difference that was seen. */
function Power({ curve, needs, at }: { curve: { runs: number; power: number }[]; needs: number | null; at: number }) {
  const [W, H, L, B] = [400, 128, 34, 22];
  const most = curve.at(-1)!.runs;
  const x = (runs: number): number => L + ((runs - 2) / (most - 2)) * (W - L - 8);
  const y = (power: number): number => 8 + (1 - power) * (H - 8 - B);
  return (
    <section aria-label="How many runs" className="mt-4">
      <h2 className="heading">How many runs it takes</h2>
      <svg viewBox={`0 0 ${W} ${H}`} className="mt-1 w-full max-w-[520px]" role="img" aria-label={curve.filter(({ runs }) => runs % 4 === 0).map(({ runs, power }) => `${runs} runs ${Math.round(100 * power)} percent`).join(', ')}>
        {[0, 0.5, 0.9].map((each) => (
          <g key={each}><path d={`M${L} ${y(each)}H${W - 8}`} stroke="var(--color-base-300)" /><text x={L - 4} y={y(each) + 4} fontSize="11" textAnchor="end" fill="var(--muted)">{Math.round(100 * each)} %</text></g>
        ))}
        <path d={`M${curve.map(({ runs, power }) => `${x(runs)} ${y(power)}`).join('L')}`} fill="none" stroke="var(--color-primary)" strokeWidth="2" />
        {at >= 2 && at <= most && <circle cx={x(at)} cy={y(curve[at - 2]?.power ?? 0)} r="4" fill="var(--color-base-content)" />}
        {needs !== null && needs <= most && <path d={`M${x(needs)} ${y(1)}V${H - B}`} stroke="var(--color-info)" strokeDasharray="4 3" />}
        {curve.filter(({ runs }) => runs % 4 === 0).map(({ runs }) => <text key={runs} x={x(runs)} y={H - 6} fontSize="11" textAnchor="middle" fill="var(--muted)">{runs}</text>)}
        <text x={x(2)} y={H - 6} fontSize="11" fill="var(--muted)">runs each</text>
      </svg>
    </section>
  );
} // prettier-ignore

function AddRun({ trial, runs, filling, say, busy }: { trial: Trial; runs: readonly TrialRun[]; filling: Filling; say: ReturnType<typeof useHappened>['say']; busy: boolean }) {
  const units = useUnits();
  const { unit } = PROTOCOLS[trial.protocol];
  // Whoever has the fewest runs is next.
  const next = [...trial.setUps].sort((a, b) => runs.filter(({ setUp }) => setUp === a.id).length - runs.filter(({ setUp }) => setUp === b.id).length)[0]!.id;
  const [setUp, setSetUp] = useState<string>();
  const [text, setText] = useState('');
  const [meant, setMeant] = useState<number>();
  const [ambient, setAmbient] = useState('');
  const [start, setStart] = useState('');
  const [late, setLate] = useState<'no' | 'about' | 'by'>('no');
  const [lateBy, setLateBy] = useState('');
  const recorded = useRecorded();
  const [stream, setStream] = useState('');
  const [logS, setLogS] = useState<number>();
  const watch = unit === 's' && text.trim() !== '' ? readStopwatch(text) : undefined;
  const peak = unit === '°C' ? readQuantity(text, 'temperature', units) : undefined;
  const value = watch ? (watch.read === 'seconds' ? watch.seconds : watch.read === 'ask' ? meant : undefined) : typeof peak === 'number' ? peak : undefined;
  const [ambientC, startC] = [readQuantity(ambient, 'temperature', units), readQuantity(start, 'temperature', units)];
  const byLog = logS !== undefined && value !== undefined && unit === 's' ? watchAgainstLog(value, logS, filling.practice) : undefined;
  // A log knows better than whoever held the watch.
  const lateS = byLog ? byLog.lateS : late === 'no' ? 0 : late === 'about' ? null : Number(lateBy.replace(',', '.'));
  const run = value === undefined ? undefined : { setUp: setUp ?? next, value, ambientC: ambientC ?? null, startC: startC ?? null, lateS };
  const problem = run ? runProblem(trial, run) : '';
  const ready = run && problem === '' && ambientC !== undefined && startC !== undefined && !Number.isNaN(lateS ?? 0);
  return (
    <form
      aria-label="Write a run down"
      className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        void say('run made', { ...run, trial: trial.id, run: crypto.randomUUID(), written: text.trim().slice(0, 40), stream: stream || null }).then(() => { setText(''); setMeant(undefined); setSetUp(undefined); setLate('no'); setLateBy(''); setStream(''); setLogS(undefined); }).catch(() => {});
      }}
    >
      <Field label="Set-up" className="min-w-[150px] flex-1"><select className="select" value={setUp ?? next} onChange={(event) => setSetUp(event.target.value)}>{trial.setUps.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select></Field>
      <Field label={unit === 's' ? 'As the watch shows it' : 'Peak'} className="w-[132px]" {...(watch?.read === 'no' ? { problem: watch.problem } : problem ? { problem } : {})}><input className="input" value={text} maxLength={20} placeholder={unit === 's' ? '1:35' : '98'} onChange={(event) => { setText(event.target.value); setMeant(undefined); }} /></Field>
      <QuantityField label="Air outside" dimension="temperature" text={ambient} onText={setAmbient} className="w-[92px]" />
      <QuantityField label="Start" dimension="temperature" text={start} onText={setStart} className="w-[84px]" />
      {unit === 's' && filling.job.state.readings.length > 0 && (
        <Field label="Its log" className="w-[180px]">
          <select className="select" value={stream} onChange={(event) => { const id = event.target.value; setStream(id); setLogS(undefined); if (id) void recorded(id).then((found) => setLogS(found ? (pullDownStretch(found.log, filling.record.bleed.fullyOpenC).seconds.at(-1) ?? 0) : 0)).catch(() => setLogS(0)); }}>
            <option value="">none</option>
            {filling.job.state.readings.map(({ stream: id, what, at }) => <option key={id} value={id}>{what}, {at.slice(11, 16)}</option>)}
          </select>
        </Field>
      )}
      {unit === 's' && !byLog && (
        <Field label="Started late?" className="w-[126px]"><select className="select" value={late} onChange={(event) => setLate(event.target.value as 'no')}><option value="no">no</option><option value="about">a little</option><option value="by">by, s</option></select></Field>
      )}
      {late === 'by' && !byLog && <Field label="Late by, s" className="w-[84px]"><input className="input" value={lateBy} maxLength={5} onChange={(event) => setLateBy(event.target.value)} /></Field>}
      <button type="submit" className="btn btn-primary mt-[22px]" disabled={busy || !ready}>Write it down</button>
      {byLog && <p role="status" className={`w-full ${byLog.lateS > 0 ? 'text-changes' : 'text-muted'}`}>{byLog.said}</p>}
      {watch?.read === 'ask' && (
        <fieldset className="w-full"><legend className="label-text">“{text}” can be read in {watch.choices.length} ways. What did the watch show?</legend>
          <span className="flex flex-wrap gap-x-4">{watch.choices.map(({ seconds, as }) => <label key={seconds} className="flex items-center gap-1.5"><input type="radio" name="meant" className="radio !size-4" checked={meant === seconds} onChange={() => setMeant(seconds)} />{as}</label>)}</span>
        </fieldset>
      )}
    </form>
  );
} // prettier-ignore
