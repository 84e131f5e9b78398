import { Link, useParams } from 'react-router';
import {
  PROTOCOLS,
  judgeTrial,
  powerCurve,
  valueText,
  type Trial,
  type TrialRun,
  type TrialVerdict,
} from '@radiatrix/core/trial';
import { trialWords as words } from '@radiatrix/words/en/trial';
import { formatQuantity, type UnitSystem } from '@radiatrix/core/quantity';
import { proveAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { Failure, Empty, Waiting } from '../../ui/notices.tsx';
import { useHappened } from '../job/useHappened.ts';
import { useFilling, type Filling } from '../fill/useFilling.ts';
import { AddRun } from './AddRun.tsx';
import { PlanTrial } from './PlanTrial.tsx';
import { PullDowns } from './PullDowns.tsx';
import { RunsChart } from './RunsChart.tsx';
import { runsOf } from './runs.ts';

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

const brokenOff = ({ brokenOff: off }: TrialRun): string =>
  off?.afterS ? words('broken-off-after', { after: valueText(off.afterS, 's') }) : words('broken-off');

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
  const reads = (value: number): string => (unit === 's' ? valueText(value, unit) : formatQuantity(value, 'temperature', units, { places: 1 }));
  const curve = powerCurve(verdict, 20, practice);
  const delta = (value: number): string => (unit === 's' ? `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)} s` : formatQuantity(value, 'temperature', units, { difference: true, signed: true, places: 1 }));
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
          {verdict.brokenOff && <p className="text-changes">{words('cut', { n: verdict.brokenOff.runs, upTo: reads(verdict.brokenOff.upTo) })}</p>}
          <div className="relative overflow-x-auto">
            <table className="mt-1 w-full border-collapse">
              <thead><tr className="text-muted font-label text-left text-[14px]"><th className="py-1 font-medium">Set-up</th><th className="px-2 text-right font-medium">{unit === 's' ? 'Time' : 'Peak'}</th><th className="px-2 text-right font-medium">Air</th><th className="px-2 text-right font-medium">Start</th><th className="px-2 font-medium">Watch</th><th><span className="sr-only">Strike</span></th></tr></thead>
              <tbody>
                {runs.map((run) => (
                  <tr key={run.event} className="border-rule border-t">
                    <td className="py-0.5">{nameOf(run.setUp)}</td>
                    <td className="figure px-2 text-right">{run.brokenOff ? words('at-least', { value: reads(run.value) }) : reads(run.value)}</td>
                    <td className="figure px-2 text-right">{run.ambientC === null ? '–' : formatQuantity(run.ambientC, 'temperature', units)}</td>
                    <td className="figure px-2 text-right">{run.startC === null ? '–' : formatQuantity(run.startC, 'temperature', units)}</td>
                    <td className="text-muted px-2 text-[14px]">{run.brokenOff ? brokenOff(run) : run.written}{run.lateS === null ? ', started late' : run.lateS > 0 ? `, ${run.lateS} s late` : ''}</td>
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
              <h2 className="heading">Differences</h2>
              <ul className="mt-1">
                {verdict.pairs.map(({ a, b, difference, interval, p, alike, atLeast }) => (
                  <li key={`${a}${b}`} className="border-rule flex flex-wrap items-baseline gap-x-4 border-b py-1">
                    <span className="min-w-[180px] flex-1">{nameOf(a)} against {nameOf(b)}</span>
                    <span className="figure">{atLeast ? words('at-least', { value: delta(difference) }) : delta(difference)}</span>
                    <span className="figure text-muted text-[14px]">{interval ? words('between', { low: delta(interval[0]), high: delta(interval[1]) }) : words('no-spread')}</span>
                    <span className="figure text-muted text-[14px]">{p === null ? '' : `p ${p < 0.001 ? '< 0.001' : p.toFixed(3)}`}{alike !== null && `, alike p ${alike < 0.001 ? '< 0.001' : alike.toFixed(3)}`}</span>
                  </li>
                ))}
              </ul>
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
        <text x={W - 8} y={y(0) - 6} fontSize="11" textAnchor="end" fill="var(--muted)">runs each</text>
      </svg>
    </section>
  );
} // prettier-ignore
