import Papa from 'papaparse';
import { useState } from 'react';
import { readLog, type Log } from '@radiatrix/core/instrument';
import {
  comparePullDowns,
  fitPullDown,
  pullDownStretch,
  timeDown,
  type PullDown,
  type PullDownFit,
  type Trial,
} from '@radiatrix/core/trial';
import { noPrediction } from '@radiatrix/words/fitment';
import { trialWords } from '@radiatrix/words/en/trial';
import { Field } from '../../ui/fields.tsx';
import type { Filling } from '../fill/useFilling.ts';
import { useHappened } from '../job/useHappened.ts';
import { usePrediction } from './usePrediction.ts';
import { useRecorded } from './useRecorded.ts';

interface Fitted {
  name: string;
  setUp: string;
  ambientC: number | undefined;
  ended: boolean;
  seconds: number[];
  temps: number[];
  fit: PullDownFit;
  problems: string[];
}
const MOST_BYTES = 40_000_000;

/** Logs of a pull-down, fitted: how fast, and where it would settle, with what each is good to; set-ups held against each other. */
export function PullDowns({ filling, trial }: { filling: Filling; trial: Trial }) {
  const [fits, setFits] = useState<Fitted[]>([]);
  const [setUp, setSetUp] = useState(trial.setUps[0]!.id);
  const [problem, setProblem] = useState('');
  const recorded = useRecorded();
  const predict = usePrediction(filling);
  const { say, busy } = useHappened(filling.job.id);
  const take = async (file: File | undefined): Promise<void> => {
    setProblem('');
    if (!file) return;
    if (file.size > MOST_BYTES) return setProblem('That file is larger than a day of readings.');
    const { data } = Papa.parse<string[]>(await file.text(), { skipEmptyLines: true });
    const { log, problems } = readLog(data);
    if (!log || !log.channels.some(({ quantity }) => quantity === 'coolant')) return setProblem([...problems, 'No column of coolant temperature.'].join(' '));
    add(file.name, log, problems);
  };
  const add = (name: string, log: Log, problems: string[]): void => {
    const own = pullDownStretch(log, filling.record.bleed.fullyOpenC);
    const resolution = own.temps.every((each) => Math.abs(each - Math.round(each)) < 1e-9) ? 1 : 0.1;
    setFits((now) => [...now, { name, setUp, problems, ...own, fit: fitPullDown(own.seconds, own.temps, resolution) }]);
  };
  const takeRecorded = async (id: string, name: string): Promise<void> => {
    setProblem('');
    const found = await recorded(id);
    if (!found) return setProblem('That run has no coolant temperature.');
    add(name, found.log, found.problems);
  };
  const good = fits.filter((each): each is Fitted & { fit: PullDown } => each.fit.ok);
  const base = good[0];
  const signed = (value: number): string => `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)}`;
  const kelvins = ({ lo, hi }: { lo: number; hi: number }): string => `${signed(lo)} to ${signed(hi)} K`;
  const nameOf = (id: string): string => trial.setUps.find((each) => each.id === id)!.name;
  const between = ({ lo, hi }: { lo: number; hi: number }, places = 0): string => `${lo.toFixed(places)} to ${hi.toFixed(places)}`;
  return (
    <section aria-label="Pull-down logs" className="mt-6">
      <h2 className="heading">From a log: how fast, and where it would settle</h2>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <Field label="Log of set-up" className="w-[210px]"><select className="select" value={setUp} onChange={(event) => setSetUp(event.target.value)}>{trial.setUps.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select></Field>
        <label><span className="label-text">Readings, CSV with a column of time and one of coolant</span><input type="file" accept=".csv,.txt,text/csv" className="block" onChange={(event) => { void take(event.target.files?.[0]).catch(() => setProblem('That file cannot be read.')); event.target.value = ''; }} /></label>
        {filling.job.state.readings.length > 0 && (
          <Field label="Or a run recorded on this job" className="w-[280px]">
            <select className="select" value="" onChange={(event) => { const run = filling.job.state.readings.find(({ stream }) => stream === event.target.value)!; void takeRecorded(run.stream, `${run.what}, ${run.at.slice(11, 16)}`).catch(() => setProblem('That run cannot be fetched.')); }}>
              <option value="">choose</option>
              {filling.job.state.readings.map(({ stream, what, at }) => <option key={stream} value={stream}>{what}, {at.slice(0, 16).replace('T', ' ')}</option>)}
            </select>
          </Field>
        )}
        {problem && <p role="alert" className="text-no">{problem}</p>}
      </div>
      {good.length > 0 && <Curves fits={good} nameOf={nameOf} />}
      <ul>
        {fits.map(({ name, setUp: id, fit, ambientC, ended, problems }, at) => {
          const against = base && fit.ok && base.fit !== fit && base.ambientC !== undefined && ambientC !== undefined ? comparePullDowns(base.fit, fit, base.ambientC, ambientC) : undefined;
          const shift = base?.ambientC !== undefined && ambientC !== undefined ? base.ambientC - ambientC : undefined;
          const atCommon = fit.ok && shift !== undefined ? timeDown(fit, fit.fromC, fit.toC + 0.5, shift) : undefined;
          const predicted = fit.ok && ambientC !== undefined ? predict(trial.setUps.find((each) => each.id === id)!, fit.settlesC, ambientC) : undefined;
          return (
            <li key={at} className="border-rule border-b py-1.5">
              <p><strong>{nameOf(id)}</strong> <span className="text-muted">{name}{ambientC !== undefined && `, air ${ambientC.toFixed(0)} °C`}</span></p>
              {fit.ok ? (
                <p>
                  τ <span className="figure">{fit.tauS.value.toFixed(0)} s</span> ({between(fit.tauS)}), settles at <span className="figure">{fit.settlesC.value.toFixed(1)} °C</span> ({between(fit.settlesC, 1)}), from <span className="figure">{Math.round(fit.seconds)} s</span> of log.
                  {atCommon !== undefined && shift !== 0 && <> In the first log’s air it would take <span className="figure">{Math.round(atCommon)} s</span>.</>}
                  {against && <span className="block">Against {nameOf(base!.setUp)}: {against.rate.value.toFixed(2)} times as fast ({between(against.rate, 2)}), settles {Math.abs(against.settlesK.value).toFixed(1)} K {against.settlesK.value < 0 ? 'lower' : 'higher'} over the air outside ({kelvins(against.settlesK)}).{against.rate.lo <= 1 && against.rate.hi >= 1 ? ' Which is faster cannot be told.' : ''}</span>}
                </p>
              ) : (
                <p className="text-not-proven">{fit.because}</p>
              )}
              {fit.ok && (
                <button type="button" className="text-steel underline" disabled={busy} onClick={() => void say('run made', { trial: trial.id, run: crypto.randomUUID(), setUp: id, value: Math.round(10 * fit.seconds) / 10, written: 'by the log', ambientC: ambientC ?? null, startC: fit.fromC, lateS: 0, stream: null, ...(ended ? {} : { brokenOff: { afterS: null } }) }).catch(() => {})}>
                  {ended ? 'Write it down as a run: the log starts no watch late' : trialWords('log:off')}
                </button>
              )}
              {predicted && (
                <p className={predicted.ok && predicted.agree ? 'text-straight-in' : 'text-changes'}>
                  {predicted.ok ? predicted.said : `No prediction: ${noPrediction(predicted.because)}`}{' '}
                  {predicted.ok && !predicted.agree && (predicted.corrections.length > 0 ? 'One of these alone would explain it; take it only if you believe it of this vehicle, or have measured it:' : 'No figure of its class alone explains that: look at the log and at what is on record of the parts.')}
                </p>
              )}
              {predicted?.ok && predicted.corrections.length > 0 && (
                <ul className="border-rule ml-1 border-l pl-3">
                  {predicted.corrections.map(({ choice, label, unit, value, times }) => (
                    <li key={choice}>
                      <button type="button" className="text-steel underline" disabled={busy} onClick={() => void say('choices made', { choices: { [choice]: Math.round(10 * value) / 10 } }).catch(() => {})}>
                        Take {value.toFixed(1)} {unit}, {label}, for this vehicle
                      </button>{' '}
                      <span className="text-muted">{times.toFixed(1)} times what such a figure is usually off by</span>
                    </li>
                  ))}
                </ul>
              )}
              {problems.map((each) => <p key={each} className="text-muted text-[14px]">{each}</p>)}
            </li>
          );
        })}
      </ul>
    </section>
  );
} // prettier-ignore

/** Logs over each other, aligned at fan-on, with their fits. */
function Curves({ fits, nameOf }: { fits: readonly (Fitted & { fit: PullDown })[]; nameOf: (id: string) => string }) {
  const [W, H, L, B] = [900, 220, 44, 24];
  const longest = Math.max(...fits.map(({ seconds }) => seconds.at(-1)!));
  const all = fits.flatMap(({ temps }) => [Math.max(...temps), Math.min(...temps)]);
  const [least, most] = [Math.min(...all) - 1, Math.max(...all) + 1];
  const x = (s: number): number => L + (s / longest) * (W - L - 120);
  const y = (c: number): number => 8 + ((most - c) / (most - least)) * (H - 8 - B);
  const tones = ['var(--color-primary)', 'var(--color-info)', 'var(--straight-in)', 'var(--changes)', 'var(--muted)', 'var(--color-base-content)'];
  const dash = ['', '7 3', '2 3', '9 3 2 3', '1 2', '5 5'];
  const step = [1, 2, 5, 10].find((each) => (most - least) / each <= 6) ?? 20;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="mt-2 w-full" role="img" aria-label={fits.map(({ setUp, fit }) => `${nameOf(setUp)}: ${fit.fromC.toFixed(0)} to ${fit.toC.toFixed(0)} °C in ${Math.round(fit.seconds)} s`).join('; ')}>
      {Array.from({ length: Math.floor((most - least) / step) + 1 }, (_, i) => Math.ceil(least / step) * step + i * step).filter((c) => c <= most).map((c) => <g key={c}><path d={`M${L} ${y(c)}H${W - 120}`} stroke="var(--color-base-300)" /><text x={L - 6} y={y(c) + 4} fontSize="12" textAnchor="end" fill="var(--muted)">{c}</text></g>)}
      <text x={4} y={H - 6} fontSize="12" fill="var(--muted)">°C</text>
      <text x={W - 120} y={H - 6} fontSize="12" textAnchor="end" fill="var(--muted)">{Math.round(longest)} s from fan-on</text>
      {fits.map(({ seconds, temps, fit, setUp }, at) => {
        const every = Math.max(1, Math.floor(seconds.length / 300));
        const curve = Array.from({ length: 60 }, (_, i) => { const s = (fit.seconds * i) / 59; return `${x(s)} ${y(fit.settlesC.value + (fit.fromC - fit.settlesC.value) * Math.exp(-s / fit.tauS.value))}`; });
        return (
          <g key={at} stroke={tones[at % 6]} fill="none">
            {seconds.filter((_, i) => i % every === 0).map((s, i) => <circle key={i} cx={x(s)} cy={y(temps[i * every]!)} r="1.4" fill={tones[at % 6]} stroke="none" opacity="0.5" />)}
            <path d={`M${curve.join('L')}`} strokeWidth="2" strokeDasharray={dash[at % 6]} />
            <text x={W - 114} y={20 + 18 * at} fontSize="13" fill={tones[at % 6]} stroke="none">{nameOf(setUp).slice(0, 18)}</text>
          </g>
        );
      })}
    </svg>
  );
} // prettier-ignore
