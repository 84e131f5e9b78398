import { useState } from 'react';
import {
  BENCH_STATES,
  TURNS,
  isLoud,
  judgeBench,
  turnsBy,
  wobbles,
  type BenchReading,
} from '@radiatrix/core/electrical';
import { TURNING_KINDS, unitInHand, unitsTested, type EventKind, type EventPayloads, type JobState } from '@radiatrix/core/job'; // prettier-ignore
import type { JobPartLine } from '@radiatrix/contract';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { usePractice } from '../../api/usePractice.ts';
import { TakeReading } from '../../instruments/TakeReading.tsx';

interface Props {
  parts: JobPartLine[];
  state: JobState;
  say: <K extends EventKind>(kind: K, payload: EventPayloads[K]) => Promise<unknown>;
}

/** Parts that are tried on the bench before they go in. */
export const benchParts = (parts: readonly JobPartLine[]): JobPartLine[] =>
  parts.filter(
    ({ role, kind, state }) => role === 'goes in' && state !== 'sent back' && TURNING_KINDS.has(kind),
  );

/** Tests before anything goes in, unit by unit, each with its verdict at once. */
export function Bench({ parts, state, say }: Props) {
  const turning = benchParts(parts);
  if (turning.length === 0) return null;
  return (
    <section aria-label={words('title')}>
      {turning.map((part) => <OfPart key={part.partId} part={part} state={state} say={say} />)}
    </section>
  );
} // prettier-ignore

const unitName = (unit: string): string => (unit === '' ? words('unit:one') : words('unit:name', { unit }));

function OfPart({ part, state, say }: { part: JobPartLine; state: JobState; say: Props['say'] }) {
  const practice = usePractice();
  const units = unitsTested(state.bench, practice).filter(({ partId }) => partId === part.partId);
  const inHand = unitInHand(state.bench, part.partId, practice);
  const [unit, setUnit] = useState(inHand?.unit ?? '');
  const colour = { 'failed': 'border-no text-no', 'passed': 'border-straight-in text-straight-in', 'cannot be told': 'border-steel text-steel' } as const;
  return (
    <div className="mt-3">
      <h3 className="text-[19px]">{words('on-bench', { number: part.number })}</h3>
      <ul>
        {units.flatMap((own) => own.tests.map((test) => {
          const { word, because } = judgeBench(test, practice);
          return (
            <li key={test.event} className={`border-l-4 py-1 pl-3 ${colour[word]}`}>
              <strong>{words('result', { unit: unitName(own.unit), fan: test.fan, state: test.state, word })}</strong>: {because}. {word === 'failed' && words('not-in')}
            </li>
          );
        }))}
      </ul>
      {inHand?.failed && unit === inHand.unit && (
        <button type="button" className="btn mt-1 !min-h-12" onClick={() => setUnit(String(units.length + 1))}>{words('next')}</button>
      )}
      <Test key={`${part.partId} ${units.length}`} part={part} unit={unit} onUnit={setUnit} say={say} />
    </div>
  );
} // prettier-ignore

const number = (text: string): number | null => {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
};
const FANS = ['fan', 'left', 'right', 'temperature', 'ac'] as const;

function Choice<T extends string>({ label, value, values, onValue }: { label: string; value: T; values: readonly T[]; onValue: (next: T) => void }) {
  return (
    <label className="block min-w-[220px] flex-1">
      <span className="label-text">{label}</span>
      <select className="select !h-12" value={value} onChange={(event) => onValue(event.target.value as T)}>
        {values.map((each) => <option key={each}>{each}</option>)}
      </select>
    </label>
  );
} // prettier-ignore
function Tick({ label, checked, onChecked }: { label: string; checked: boolean; onChecked: (now: boolean) => void }) {
  return (
    <label className="flex min-h-12 items-center gap-2">
      <input type="checkbox" className="checkbox" checked={checked} onChange={(event) => onChecked(event.target.checked)} /> {label}
    </label>
  );
} // prettier-ignore
function Box({ label, value, onValue, wide = 'w-[104px]', off = false, plain = false }: { label: string; value: string; onValue: (text: string) => void; wide?: string; off?: boolean; plain?: boolean }) {
  return (
    <label className={wide}>
      <span className="label-text">{label}</span>
      <input className="input !h-12" inputMode={plain ? 'text' : 'decimal'} maxLength={40} value={value} disabled={off} onChange={(event) => onValue(event.target.value)} />
    </label>
  );
} // prettier-ignore

function Test({ part, unit, onUnit, say }: { part: JobPartLine; unit: string; onUnit: (unit: string) => void; say: Props['say'] }) {
  const practice = usePractice();
  const [fan, setFan] = useState(words('fan:fan'));
  const [state, setState] = useState<BenchReading['state']>('in its shroud on the core');
  const [turns, setTurns] = useState<BenchReading['turns']>('right way');
  const [volts, setVolts] = useState('');
  const [amps, setAmps] = useState('');
  const [over, setOver] = useState(false);
  const [rough, setRough] = useState(false);
  const [heard, setHeard] = useState<number>();
  const [swung, setSwung] = useState<{ spin: number; wobble: number }>();
  const reading: BenchReading = { state, turns, volts: number(volts), amps: over ? null : number(amps), rough, label: part.takes };
  // What is seen or heard to be wrong is a result by itself: nobody has to find a meter for it.
  const isRead = over || rough || reading.amps !== null || turns === 'does not turn' || turns === 'backwards';
  const outcome = judgeBench({ ...reading, amps: over ? null : (reading.amps ?? NaN) }, practice);
  const expected = part.takes ? words('expected', { amps: part.takes.amps, volts: part.takes.volts }) : words('expected:none');
  return (
    <form
      aria-label={words('test-of', { number: part.number })}
      className="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (isRead) void say('bench tested', { ...reading, partId: part.partId, fan, unit: unit.trim() });
      }}
    >
      <Box label={words('unit')} value={unit} onValue={onUnit} wide="w-[170px]" plain />
      <Choice label={words('fan')} value={fan} values={FANS.map((each) => words(`fan:${each}`))} onValue={setFan} />
      <Choice label={words('state')} value={state} values={BENCH_STATES} onValue={setState} />
      <Choice label={words('turns')} value={turns} values={TURNS} onValue={setTurns} />
      <Box label={words('volts')} value={volts} onValue={setVolts} />
      <Box label={words('amps')} value={amps} onValue={setAmps} wide="w-[84px]" off={over} />
      <Tick label={words('over')} checked={over} onChecked={setOver} />
      <Tick label={words('rough')} checked={rough} onChecked={setRough} />
      <TakeReading quantities={['volts', 'amps']} onTaken={(values) => { setVolts(String(values.get('volts'))); setAmps(String(values.get('amps'))); setOver(false); }} />
      <TakeReading quantities={['sound']} onTaken={(values) => { const level = values.get('sound')!; setHeard(level); setRough((now) => now || isLoud(level, practice)); }} />
      <TakeReading quantities={['spin', 'wobble']} onTaken={(values) => { const [spin, wobble] = [values.get('spin')!, values.get('wobble')!]; setSwung({ spin, wobble }); setTurns(turnsBy(spin, practice)); setRough((now) => now || wobbles(wobble, practice)); }} />
      {swung && <span className="figure">{words('spin', { n: Math.abs(swung.spin).toFixed(0), turns: turnsBy(swung.spin, practice), wobble: swung.wobble.toFixed(1), much: words(wobbles(swung.wobble, practice) ? 'wobble:much' : 'wobble:little') })}</span>}
      {heard !== undefined && <span className="figure">{words('sound', { n: heard.toFixed(0), loud: words(isLoud(heard, practice) ? 'sound:loud' : 'sound:quiet') })}</span>}
      <button type="submit" className="btn btn-primary !min-h-12" disabled={!isRead}>{words('record')}</button>
      <p role="status" className={`w-full text-[16px] ${isRead && outcome.word === 'failed' ? 'text-no font-semibold' : 'text-muted'}`}>
        {isRead ? `${outcome.word}: ${outcome.because}` : expected}
      </p>
    </form>
  );
} // prettier-ignore
