import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  BLEED_CAUTIONS,
  BLOWERS,
  endsFor,
  heldEnough,
  type BleedEnd,
  type Blower,
} from '@radiatrix/core/coolant';
import type { InstrumentHead, Reading } from '@radiatrix/core/instrument';
import { formatQuantity, fromRecord, preferredUnit } from '@radiatrix/core/quantity';
import { bleedName, bleedText } from '@radiatrix/words/bleed';
import { provingApi } from '../../api/proving.ts';
import { fillAddress, proveAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { LiveStrip } from '../../instruments/LiveStrip.tsx';
import { StandInPanel } from '../../instruments/StandInPanel.tsx';
import { useReadings } from '../../instruments/useReadings.ts';
import { useRecorder } from '../../instruments/useRecorder.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useKept } from '../../ui/useKept.ts';
import { useHappened } from '../job/useHappened.ts';
import { useWake } from '../run/useWake.ts';
import { useBleedJudge } from './useBleedJudge.ts';
import { useFilling, type Filling } from './useFilling.ts';
import { StillIn } from '../job/Holds.tsx';

/** A bleeding run on a phone: timed, ended by its conditions, with the curve read as it comes. */
export function BleedPage() {
  const jobId = Number(useParams().id);
  const { filling, error, retry } = useFilling(jobId);
  useWake();
  if (error && !filling)
    return (
      <div className="mt-4">
        <Failure error={error} retry={retry} />
      </div>
    );
  if (!filling) return <Waiting what="Opening the run" />;
  return <Bleed key={jobId} filling={filling} />;
}

const clock = (s: number): string => `${Math.floor(s / 60)}:${String(Math.floor(s) % 60).padStart(2, '0')}`;
const END_HOW: Readonly<Record<BleedEnd, string>> = {
  'thermostat opened': 'the curve breaks',
  'fan cycled': 'on and off again, once',
  'no bubbles': 'none rise any more, for a minute',
  'upper hose hot': 'felt with a glove, and firm',
  'heat at the vents': 'hot air, blower on high',
};

/** No run: nothing begun, nothing confirmed. */
const IDLE: { startedAt: number; byHand: BleedEnd[]; after: number } = {
  startedAt: 0,
  byHand: [],
  after: -1,
};

function Bleed({ filling }: { filling: Filling }) {
  const { job, record, practice } = filling;
  const units = useUnits();
  const { data: reach } = provingApi.useInstrumentsQuery();
  const [act] = provingApi.useStandInActMutation();
  const { say, busy, error } = useHappened(job.id);
  const readers = (reach?.instruments ?? []).filter(({ channels }) => channels.some(({ quantity }) => quantity === 'coolant'));
  const [chosen, setChosen] = useState('');
  const instrument = readers.find(({ id }) => id === chosen) ?? readers[0];
  const [blower, setBlower] = useState<Blower>('high');
  // A run goes on over a reload: when it began and what was confirmed is this browser's to keep.
  const kept = useKept(`bleed/${job.id}`, IDLE, '');
  const { startedAt, byHand } = kept.value;
  const runs = startedAt > 0;
  const recorder = useRecorder(job.id);
  const running = useRef(false);
  running.current = runs;
  const recording = useRef(false);
  useEffect(() => {
    // Taken up again after a reload: the instrument tells its run from the beginning, under a new recording.
    if (!runs || recording.current || !instrument) return;
    recording.current = true;
    recorder.begin(instrument);
  }, [runs, instrument, recorder]);
  const { change } = kept;
  const onReadings = useCallback(
    (_head: InstrumentHead, fresh: readonly Reading[]) => {
      if (!running.current) return;
      recorder.take(fresh);
      change((now) => (now.after < 0 ? { ...now, after: Math.max(0, fresh[0]!.seq - 1) } : now));
    },
    [recorder, change],
  );
  const { taken, last, hears, count } = useReadings(runs && instrument ? instrument.id : undefined, onReadings, kept.value.after);
  const column = Math.max(0, instrument?.channels.findIndex(({ quantity }) => quantity === 'coolant') ?? 0);
  const seen = useBleedJudge(taken, column, record.bleed, practice, runs && !!instrument);
  const [wall, setWall] = useState(0);
  useEffect(() => {
    if (!runs) return;
    const beat = setInterval(() => setWall((Date.now() - startedAt) / 1000), 500);
    return () => clearInterval(beat);
  }, [runs, startedAt]);
  // By the instrument's own clock where there is one: a stand-in's goes by quicker.
  const seconds = instrument && last ? last.ms / 1000 : wall;
  const met = new Set<BleedEnd>([...(seen?.met ?? []), ...byHand]);
  const wanted = endsFor(blower);
  const grave = (seen?.findings ?? []).filter((each) => each.grave);
  const done = wanted.every((each) => met.has(each)) && grave.length === 0;
  const start = (): void => {
    kept.change({ startedAt: Date.now(), byHand: [], after: -1 });
    setWall(0);
    if (instrument) {
      recording.current = true;
      recorder.begin(instrument);
      if (instrument.simulated) void act({ body: { act: 'start', course: 'bleed' }, key: crypto.randomUUID() });
    }
  };
  const end = (ended: 'done' | 'stopped'): void => {
    kept.settle(IDLE, '');
    recording.current = false;
    void (async () => {
      const stream = instrument ? await recorder.end() : null;
      await say('bled', { blower, stream, minutes: Math.round(seconds / 6) / 10, met: [...met], findings: (seen?.findings ?? []).map(({ code, seen: amounts }) => ({ code, seen: amounts })), ended });
      if (stream) await say('readings taken', { stream, what: `Bleeding run, ${instrument!.label.toLowerCase()}` });
      if (instrument?.simulated) await act({ body: { act: 'stop' }, key: crypto.randomUUID() });
    })().catch(() => {});
  };
  const before = job.state.bled.at(-1);
  const shownUnit = preferredUnit('temperature', units);
  const tempC = last?.values[column];
  const lines = [...(record.bleed.opensC === null ? [] : [{ at: record.bleed.opensC, word: 'opens' }]), ...(record.bleed.fanOnC === null ? [] : [{ at: record.bleed.fanOnC, word: 'fan on' }])];
  return (
    <div className="mx-auto max-w-[560px] pb-10 text-[17px]">
      <header className="flex items-baseline justify-between gap-3 pt-2">
        <h1 className="text-[26px]">Bleed</h1>
        <Link to={fillAddress(job.id)} className="font-label text-muted text-[17px] no-underline">{job.state.label || job.vehicle.title} · job {job.id}</Link>
      </header>
      {error !== undefined && <Failure error={error} />}
      <StillIn holds={job.state.holds} />
      {!runs && (
        <>
          {before && (
            <div className={`mt-2 border-l-4 pl-3 ${before.ended === 'done' ? 'border-straight-in' : 'border-changes'}`}>
              <p className="font-semibold">{before.ended === 'done' ? `Bled, ${before.minutes} min.` : `Stopped after ${before.minutes} min.`}</p>
              {before.findings.map((each) => <p key={each.code}>{bleedText(each, units)}</p>)}
              {before.ended === 'done' && <p className="mt-1"><Link to={proveAddress(job.id)}>On to the proof</Link></p>}
            </div>
          )}
          <ul className="caution mt-3 px-4 py-2">
            {BLEED_CAUTIONS.map((each) => <li key={each} className="py-0.5">{each}</li>)}
          </ul>
          <fieldset className="mt-3">
            <legend className="label-text">Blower</legend>
            <div className="flex gap-2">
              {BLOWERS.map((each) => (
                <button key={each} type="button" aria-pressed={blower === each} className={`btn !min-h-12 flex-1 ${blower === each ? '!border-copper text-copper' : 'btn-quiet'}`} onClick={() => setBlower(each)}>
                  {each === 'off' ? 'off: warms sooner' : 'high: proves the heater'}
                </button>
              ))}
            </div>
          </fieldset>
          <label className="mt-3 block">
            <span className="label-text">Thermometer</span>
            <select className="select !h-12 !text-[17px]" value={instrument?.id ?? ''} onChange={(event) => setChosen(event.target.value)}>
              {readers.map(({ id, label }) => <option key={id} value={id}>{label}</option>)}
              {readers.length === 0 && <option value="">by hand, on the gauge</option>}
            </select>
          </label>
          <p className="text-muted mt-2">Heater at its hottest. Hold about 2,000 rpm for up to {practice.holdRpmMinutes} min.</p>
          <button type="button" className="btn btn-primary mt-3 !min-h-14 w-full !text-[20px]" onClick={start} disabled={busy}>
            {before && before.ended === 'stopped' ? 'Start again' : 'Engine is running: start'}
          </button>
        </>
      )}
      {runs && (
        <>
          <div className="mt-2 flex items-baseline justify-between">
            <p className="figure text-[44px] leading-none">{typeof tempC === 'number' ? formatQuantity(tempC, 'temperature', units === 'both' ? 'metric' : units) : instrument ? '–' : ''}</p>
            <p className="figure text-[30px] leading-none">{clock(seconds)}</p>
          </div>
          <p className="text-muted text-[15px]">
            {instrument ? (hears ? `${instrument.label}` : 'Thermometer disconnected. Readings so far are saved.') : 'No thermometer: watch the gauge'}
            {recorder.waiting > 0 && `, ${recorder.waiting} readings not sent yet`}
            {heldEnough(seconds, practice) && ', held long enough: let it idle'}
          </p>
          {grave.map((each) => (
            <div key={each.code} role="alert" className="border-no bg-wash-no mt-2 border-l-4 px-3 py-2">
              <p className="text-no text-[20px] font-semibold">{bleedName(each.code)}</p>
              <p>{bleedText(each, units)}</p>
            </div>
          ))}
          {instrument && <LiveStrip taken={taken} column={column} unit={shownUnit.symbol} scale={(tempC) => fromRecord(tempC, shownUnit)} lines={lines} marks={(seen?.findings ?? []).map(({ atS, code, grave: bad }) => ({ atS, word: code, grave: bad }))} label={`Coolant temperature, ${count} readings`} />}
          <ul className="mt-2">
            {wanted.map((each) => {
              const byCurve = seen?.met.includes(each) ?? false;
              const is = met.has(each);
              return (
                <li key={each}>
                  <button
                    type="button"
                    aria-pressed={is}
                    disabled={byCurve}
                    className={`border-rule flex min-h-14 w-full items-center gap-3 border-b text-left ${is ? 'text-straight-in' : ''}`}
                    onClick={() => kept.change((now) => ({ ...now, byHand: now.byHand.includes(each) ? now.byHand.filter((other) => other !== each) : [...now.byHand, each] }))}
                  >
                    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true"><circle cx="11" cy="11" r="9" fill={is ? 'currentColor' : 'none'} stroke="currentColor" strokeWidth="1.5" strokeDasharray={is ? undefined : '3 3'} /></svg>
                    <span><strong>{each}</strong><span className="text-muted block text-[15px]">{byCurve ? 'by the curve' : is ? 'by hand' : END_HOW[each]}</span></span>
                  </button>
                </li>
              );
            })}
          </ul>
          {(seen?.findings ?? []).filter((each) => !each.grave && each.code !== 'no readings').map((each) => <p key={each.code} className="text-muted mt-1">{bleedText(each, units)}</p>)}
          <div className="mt-3 flex gap-2">
            <button type="button" className="btn btn-primary !min-h-14 flex-1 !text-[20px]" disabled={!done || busy} onClick={() => end('done')}>Bled</button>
            <button type="button" className="btn btn-quiet !min-h-14 !text-[18px]" disabled={busy} onClick={() => end('stopped')}>{grave.length > 0 ? 'Stop here' : 'Stop'}</button>
          </div>
        </>
      )}
      {(instrument?.simulated ?? false) && <StandInPanel acts={[{ word: 'Work the air out', act: { act: 'work the air out' } }, { word: 'Another vehicle', act: { act: 'another vehicle', seed: 1 + Math.floor(Math.random() * 1000) } }]} />}
    </div>
  );
} // prettier-ignore
