import { useState } from 'react';
import {
  BENCH_STATES,
  TURNS,
  isLoud,
  judgeBench,
  turnsBy,
  wobbles,
  type RunningReading,
} from '@radiatrix/core/bench';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { usePractice } from '../../../api/usePractice.ts';
import { TakeReading } from '../../../instruments/TakeReading.tsx';
import { BenchFrame, Box, Choice, Tick, type BenchFormProps } from './controls.tsx';

const number = (text: string): number | null => {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
};
const FANS = ['fan', 'left', 'right', 'temperature', 'ac'] as const;

/** A fan or motor that is run: volts and amps, which way it turns, how it sounds. */
export function RunningForm({ part, unit, onUnit, onResult }: BenchFormProps) {
  const practice = usePractice();
  const label = part.bench?.test === 'running' ? part.bench.label : null;
  const [fan, setFan] = useState(words('fan:fan'));
  const [state, setState] = useState<RunningReading['state']>('in its shroud on the core');
  const [turns, setTurns] = useState<RunningReading['turns']>('right way');
  const [volts, setVolts] = useState('');
  const [amps, setAmps] = useState('');
  const [over, setOver] = useState(false);
  const [rough, setRough] = useState(false);
  const [heard, setHeard] = useState<number>();
  const [swung, setSwung] = useState<{ spin: number; wobble: number }>();
  const reading: RunningReading = { test: 'running', state, turns, volts: number(volts), amps: over ? null : number(amps), rough, label };
  // What is seen or heard to be wrong is a result by itself: nobody has to find a meter for it.
  const isRead = over || rough || reading.amps !== null || turns === 'does not turn' || turns === 'backwards';
  const outcome = isRead ? judgeBench({ ...reading, amps: over ? null : (reading.amps ?? NaN) }, practice) : undefined;
  const expected = label ? words('expected', { amps: label.amps, volts: label.volts }) : words('expected:none');
  return (
    <BenchFrame part={part} unit={unit} onUnit={onUnit} outcome={outcome} expected={expected} onSubmit={() => onResult(reading, fan)}>
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
    </BenchFrame>
  );
} // prettier-ignore
