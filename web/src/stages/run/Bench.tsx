import { useState } from 'react';
import { TakeReading } from '../../instruments/TakeReading.tsx';
import {
  BENCH_STATES,
  TURNS,
  isLoud,
  judgeBench,
  turnsBy,
  wobbles,
  type BenchReading,
} from '@radiatrix/core/electrical';
import type { EventKind, EventPayloads, JobState } from '@radiatrix/core/job';
import type { JobPartLine } from '@radiatrix/contract';
import { usePractice } from '../../api/usePractice.ts';

interface Props {
  parts: JobPartLine[];
  state: JobState;
  labelOf: (partId: number) => BenchReading['label'];
  say: <K extends EventKind>(kind: K, payload: EventPayloads[K]) => Promise<unknown>;
}

const TURNING = new Set(['fan', 'motor', 'module', 'kit']);
/** Parts that are tried on the bench before they go in. */
export const benchParts = (parts: readonly JobPartLine[]): JobPartLine[] =>
  parts.filter(({ role, kind, state }) => role === 'goes in' && state !== 'sent back' && TURNING.has(kind));

const number = (text: string): number | null => {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
};

/** Tests before anything goes in, each with its verdict at once. */
export function Bench({ parts, state, labelOf, say }: Props) {
  const practice = usePractice();
  const turning = benchParts(parts);
  if (turning.length === 0) return null;
  return (
    <section aria-label="On the bench first">
      {turning.map((part) => (
        <div key={part.partId} className="mt-3">
          <h3 className="text-[19px]">
            <span className="figure text-[16px]">{part.number}</span> on the bench
          </h3>
          <ul>
            {state.bench
              .filter((test) => test.partId === part.partId)
              .map((test) => {
                const { word, because } = judgeBench(test, practice);
                return (
                  <li
                    key={`${test.fan} ${test.state}`}
                    className={`border-l-4 py-1 pl-3 ${word === 'failed' ? 'border-no text-no' : word === 'passed' ? 'border-straight-in text-straight-in' : 'border-steel text-steel'}`}
                  >
                    <strong>
                      {test.fan}, {test.state}: {word}
                    </strong>
                    , {because}. {word === 'failed' && 'It does not go in.'}
                  </li>
                );
              })}
          </ul>
          <Test key={part.partId} part={part} label={labelOf(part.partId)} say={say} />
        </div>
      ))}
    </section>
  );
}

function Test({ part, label, say }: { part: JobPartLine; label: BenchReading['label']; say: Props['say'] }) {
  const [fan, setFan] = useState('the fan');
  const [state, setState] = useState<BenchReading['state']>('in its shroud on the core');
  const [turns, setTurns] = useState<BenchReading['turns']>('right way');
  const [volts, setVolts] = useState('');
  const [amps, setAmps] = useState('');
  const [over, setOver] = useState(false);
  const [rough, setRough] = useState(false);
  const [heard, setHeard] = useState<number>();
  const [swung, setSwung] = useState<{ spin: number; wobble: number }>();
  const practice = usePractice();
  const reading: BenchReading = {
    state,
    turns,
    volts: number(volts),
    amps: over ? null : number(amps),
    rough,
    label,
  };
  const isRead = over || reading.amps !== null || turns === 'does not turn' || turns === 'backwards';
  const outcome = judgeBench({ ...reading, amps: over ? null : (reading.amps ?? NaN) }, practice);
  const choice = <T extends string>(text: string, value: T, values: readonly T[], set: (next: T) => void) => (
    <label className="block min-w-[150px] flex-1">
      <span className="label-text">{text}</span>
      <select className="select !h-12" value={value} onChange={(event) => set(event.target.value as T)}>
        {values.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </select>
    </label>
  );
  return (
    <form
      aria-label={`Bench test of ${part.number}`}
      className="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (isRead)
          void say('bench tested', { ...reading, partId: part.partId, fan: fan.trim() || 'the fan' });
      }}
    >
      {choice('What turns', fan, ['the fan', 'left fan', 'right fan', 'temperature fan', 'A/C fan'], setFan)}
      {choice('How it is set up', state, BENCH_STATES, setState)}
      {choice('It turns', turns, TURNS, setTurns)}
      <label className="w-[104px]">
        <span className="label-text">Volts at the plug</span>
        <input
          className="input !h-12"
          inputMode="decimal"
          value={volts}
          onChange={(event) => setVolts(event.target.value)}
        />
      </label>
      <label className="w-[84px]">
        <span className="label-text">Amps</span>
        <input
          className="input !h-12"
          inputMode="decimal"
          value={amps}
          disabled={over}
          onChange={(event) => setAmps(event.target.value)}
        />
      </label>
      <label className="flex min-h-12 items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={over}
          onChange={(event) => setOver(event.target.checked)}
        />{' '}
        over range
      </label>
      <label className="flex min-h-12 items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={rough}
          onChange={(event) => setRough(event.target.checked)}
        />{' '}
        rough, wobbles or noisy
      </label>
      <TakeReading
        quantities={['volts', 'amps']}
        onTaken={(values) => {
          setVolts(String(values.get('volts')));
          setAmps(String(values.get('amps')));
          setOver(false);
        }}
      />
      <TakeReading
        quantities={['sound']}
        onTaken={(values) => {
          const level = values.get('sound')!;
          setHeard(level);
          setRough((now) => now || isLoud(level, practice));
        }}
      />
      <TakeReading
        quantities={['spin', 'wobble']}
        onTaken={(values) => {
          const [spin, wobble] = [values.get('spin')!, values.get('wobble')!];
          setSwung({ spin, wobble });
          setTurns(turnsBy(spin, practice));
          setRough((now) => now || wobbles(wobble, practice));
        }}
      />
      {swung && (
        <span className="figure">
          {Math.abs(swung.spin).toFixed(0)} 1/min, {turnsBy(swung.spin, practice)}; wobble{' '}
          {swung.wobble.toFixed(1)} mm/s, {wobbles(swung.wobble, practice) ? 'too much' : 'little'}
        </span>
      )}
      {heard !== undefined && (
        <span className="figure">
          {heard.toFixed(0)} dB(A), {isLoud(heard, practice) ? 'loud' : 'quiet'} at arm’s length
        </span>
      )}
      <button type="submit" className="btn btn-primary !min-h-12" disabled={!isRead}>
        Write it down
      </button>
      <p
        role="status"
        className={`w-full text-[16px] ${isRead && outcome.word === 'failed' ? 'text-no font-semibold' : 'text-muted'}`}
      >
        {isRead
          ? `${outcome.word}: ${outcome.because}`
          : label
            ? `On record: ${label.amps} A at ${label.volts} V, whole and on the core.`
            : 'No record says what it takes.'}
      </p>
    </form>
  );
}
