import { useState } from 'react';
import { SEEN, judgeBench, type PressureReading, type Seen } from '@radiatrix/core/bench';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { usePractice } from '../../../api/usePractice.ts';
import { useUnits } from '../../../app/store.ts';
import { QuantityField, readQuantity } from '../../../ui/QuantityField.tsx';
import { BenchFrame, Choice, type BenchFormProps } from './controls.tsx';

/** A pressure cap on the tester. */
export function CapForm({ part, unit, onUnit, onResult }: BenchFormProps) {
  const practice = usePractice();
  const units = useUnits();
  const ratedKPa = part.bench?.test === 'pressure' ? part.bench.ratedKPa : null;
  const [text, setText] = useState('');
  const [vacuum, setVacuum] = useState<Seen>('unseen');
  const letsGoKPa = readQuantity(text, 'pressure', units);
  const reading: PressureReading | undefined = typeof letsGoKPa === 'number' ? { test: 'pressure', letsGoKPa, vacuum, ratedKPa } : undefined;
  const record = ratedKPa === null ? words('record:none') : words('record:cap', { rated: { value: ratedKPa, dimension: 'pressure' } }, units);
  return (
    <BenchFrame part={part} unit={unit} onUnit={onUnit} outcome={reading && judgeBench(reading, practice)} expected={record} onSubmit={() => reading && onResult(reading, '')}>
      <QuantityField label={words('lets-go')} dimension="pressure" text={text} onText={setText} className="w-[150px]" big />
      <Choice label={words('vacuum')} value={vacuum} values={SEEN} labelOf={(each) => words(`seen:${each}`)} onValue={setVacuum} />
    </BenchFrame>
  );
} // prettier-ignore
