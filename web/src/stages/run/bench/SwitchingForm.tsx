import { useState } from 'react';
import { SWITCHED, judgeBench, type Switched, type SwitchingReading } from '@radiatrix/core/bench';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { usePractice } from '../../../api/usePractice.ts';
import { useUnits } from '../../../app/store.ts';
import { QuantityField, readQuantity } from '../../../ui/QuantityField.tsx';
import { BenchFrame, Choice, Tick, type BenchFormProps } from './controls.tsx';

const celsius = (value: number) => ({ value, dimension: 'temperature' as const });

/** A kit, module or relay with a fan or a lamp at its outlet; of a kit also where its probe switches. */
export function SwitchingForm({ part, unit, onUnit, onResult }: BenchFormProps) {
  const practice = usePractice();
  const units = useUnits();
  const rated = part.bench?.test === 'switching' ? part.bench.rated : null;
  const hasProbe = part.kind === 'kit';
  const [steps, setSteps] = useState<Switched>('unseen');
  const [hot, setHot] = useState(false);
  const [on, setOn] = useState('');
  const [off, setOff] = useState('');
  const [onC, offC] = [on, off].map((text) => readQuantity(text, 'temperature', units));
  const reading: SwitchingReading = { test: 'switching', steps, hot, onC: onC ?? null, offC: offC ?? null, rated };
  const isRead = onC !== undefined && offC !== undefined && (steps !== 'unseen' || hot || onC !== null || offC !== null);
  const record = rated && rated.onC !== null && rated.offC !== null ? words('record:set-points', { on: celsius(rated.onC), off: celsius(rated.offC) }, units) : words('record:none');
  return (
    <BenchFrame part={part} unit={unit} onUnit={onUnit} outcome={isRead ? judgeBench(reading, practice) : undefined} expected={record} onSubmit={() => onResult(reading, '')}>
      <Choice label={words('steps')} value={steps} values={SWITCHED} labelOf={(each) => words(`steps:${each}`)} onValue={setSteps} />
      {hasProbe && <QuantityField label={words('switch-on')} dimension="temperature" text={on} onText={setOn} className="w-[120px]" big />}
      {hasProbe && <QuantityField label={words('switch-off')} dimension="temperature" text={off} onText={setOff} className="w-[120px]" big />}
      <Tick label={words('hot')} checked={hot} onChecked={setHot} />
    </BenchFrame>
  );
} // prettier-ignore
