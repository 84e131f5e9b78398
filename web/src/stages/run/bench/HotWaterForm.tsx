import { useState } from 'react';
import { SEEN, judgeBench, type HotWaterReading, type Seen } from '@radiatrix/core/bench';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { usePractice } from '../../../api/usePractice.ts';
import { useUnits } from '../../../app/store.ts';
import { TakeReading } from '../../../instruments/TakeReading.tsx';
import { QuantityField, readQuantity } from '../../../ui/QuantityField.tsx';
import { BenchFrame, Choice, Tick, type BenchFormProps } from './controls.tsx';

const celsius = (value: number) => ({ value, dimension: 'temperature' as const });

/** A thermostat in water that is warmed: where it opens, where it is fully open, whether it shuts. */
export function HotWaterForm({ part, unit, onUnit, onResult }: BenchFormProps) {
  const practice = usePractice();
  const units = useUnits();
  const rated = part.bench?.test === 'hot water' ? part.bench.rated : null;
  const [opens, setOpens] = useState('');
  const [full, setFull] = useState('');
  const [never, setNever] = useState(false);
  const [shuts, setShuts] = useState<Seen>('unseen');
  const opensC = never ? null : readQuantity(opens, 'temperature', units);
  const fullC = readQuantity(full, 'temperature', units);
  const reading: HotWaterReading = { test: 'hot water', opensC: opensC ?? null, fullC: fullC ?? null, shuts, rated };
  const isRead = fullC !== undefined && (never || typeof opensC === 'number' || (opens === '' && shuts === 'no'));
  const record = !rated ? words('record:none') : rated.fullC === null ? words('record:opens', { opens: celsius(rated.opensC) }, units) : words('record:opens-full', { opens: celsius(rated.opensC), full: celsius(rated.fullC) }, units);
  return (
    <BenchFrame part={part} unit={unit} onUnit={onUnit} outcome={isRead ? judgeBench(reading, practice) : undefined} expected={record} onSubmit={() => onResult(reading, '')}>
      <QuantityField label={words('opens')} dimension="temperature" text={opens} onText={setOpens} className="w-[150px]" disabled={never} big />
      <QuantityField label={words('full')} dimension="temperature" text={full} onText={setFull} className="w-[150px]" disabled={never} big />
      <Choice label={words('shuts')} value={shuts} values={SEEN} labelOf={(each) => words(`seen:${each}`)} onValue={setShuts} />
      <Tick label={words('opens:never')} checked={never} onChecked={setNever} />
      <TakeReading quantities={['coolant']} onTaken={(values) => setOpens(`${values.get('coolant')} °C`)} />
    </BenchFrame>
  );
} // prettier-ignore
