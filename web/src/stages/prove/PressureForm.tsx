import { useState } from 'react';
import { formatQuantity, preferredUnit } from '@radiatrix/core/quantity';
import { airKPa, judgePressure, testDoubts, type PressureTest, type Stroke } from '@radiatrix/core/trial';
import { useUnits } from '../../app/store.ts';
import { StandInPanel } from '../../instruments/StandInPanel.tsx';
import { TakeReading } from '../../instruments/TakeReading.tsx';
import { Field, RowTools } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { useHappened } from '../job/useHappened.ts';
import type { Filling } from '../fill/useFilling.ts';

interface Props {
  filling: Filling;
  coolantL: number | undefined;
  say: ReturnType<typeof useHappened>['say'];
  busy: boolean;
}

/** A pressure test: strokes, gauge and temperatures, judged by what the gas above the coolant does. */
export function PressureForm({ filling, coolantL, say, busy }: Props) {
  const units = useUnits();
  const { record, practice, job } = filling;
  const [strokeText, setStrokeText] = useState('');
  const [gaugeText, setGaugeText] = useState('');
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  const [startKPa, setStartKPa] = useState('');
  const [endKPa, setEndKPa] = useState('');
  const [startC, setStartC] = useState('');
  const [endC, setEndC] = useState('');
  const [minutes, setMinutes] = useState('15');
  const [altitude, setAltitude] = useState(String(filling.practice.shopAltitude));
  const pressure = (text: string) => readQuantity(text, 'pressure', units);
  const temperature = (text: string) => readQuantity(text, 'temperature', units);
  const number = (text: string): number => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));
  const [p0, p1, t0, t1, min, high] = [pressure(startKPa), pressure(endKPa), temperature(startC), temperature(endC), number(minutes), number(altitude)];
  const [litres, gauge] = [readQuantity(strokeText, 'volume', units), pressure(gaugeText)];
  const whole = [p0, p1, t0, t1].every((each) => typeof each === 'number') && min > 0 && min <= 1440 && high >= -500 && high <= 5000 && coolantL !== undefined;
  const test: PressureTest | undefined = whole
    ? { ambientKPa: airKPa(practice, high), capKPa: record.capKPa, coolantL: coolantL!, strokes, start: { kPa: p0 as number, coolantC: t0 as number, minutes: 0 }, end: { kPa: p1 as number, coolantC: t1 as number, minutes: min }, ...testDoubts(practice) }
    : undefined;
  const judged = test && judgePressure(test, practice);
  const last = job.state.pressures.at(-1);
  const unit = preferredUnit('pressure', units).symbol;
  return (
    <section aria-label="Pressure test" className="mt-6">
      <h2 className="heading">Pressure test <span className="text-[14px] normal-case">cap {formatQuantity(record.capKPa, 'pressure', units)}{record.capKnown ? '' : ', usual: none on record'}</span></h2>
      {last && <p className="text-muted mt-1">Last: {judgePressure(last, practice).said}</p>}
      {coolantL === undefined && <p className="text-changes mt-1">What the system holds is not on record: a drop cannot be told from warmth without it.</p>}
      <p className="caution mt-2 px-3 py-1 text-[15px]">Cold neck only. Never above the cap’s rating; bleed the pressure off before the tester comes off.</p>
      <form
        aria-label="Pressure test"
        className="mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (test) void say('pressure tested', test).catch(() => {});
        }}
      >
        <div className="flex flex-wrap items-start gap-x-3 gap-y-1">
          <QuantityField label="Pumped in so far" dimension="volume" text={strokeText} onText={setStrokeText} className="w-[124px]" />
          <QuantityField label={`Gauge, ${unit}`} dimension="pressure" text={gaugeText} onText={setGaugeText} className="w-[104px]" />
          <button type="button" className="btn btn-quiet mt-[22px]" disabled={!(typeof litres === 'number' && litres > 0 && typeof gauge === 'number' && gauge > 0)} onClick={() => { setStrokes([...strokes, { litres: litres as number, kPa: gauge as number }].sort((a, b) => a.litres - b.litres)); setStartKPa(gaugeText); setStrokeText(''); setGaugeText(''); }}>Stroke</button>
          <ul className="w-full">
            {strokes.map((stroke, at) => (
              <li key={at} className="flex items-center gap-3"><span className="figure">{formatQuantity(stroke.litres, 'volume', units)} at {formatQuantity(stroke.kPa, 'pressure', units)}</span><RowTools what={`stroke ${at + 1}`} first last onRemove={() => setStrokes(strokes.filter((_, i) => i !== at))} /></li>
            ))}
            {strokes.length < 2 && <li className="text-muted text-[14px]">Two strokes of known volume tell how much gas there is, and what the hoses give.</li>}
          </ul>
          <QuantityField label="At the beginning" dimension="pressure" text={startKPa} onText={setStartKPa} className="w-[124px]" />
          <QuantityField label="Coolant at" dimension="temperature" text={startC} onText={setStartC} className="w-[96px]" />
          <QuantityField label="At the end" dimension="pressure" text={endKPa} onText={setEndKPa} className="w-[104px]" />
          <QuantityField label="Coolant at, then" dimension="temperature" text={endC} onText={setEndC} className="w-[112px]" />
          <Field label="Minutes" className="w-[72px]"><input className="input" value={minutes} maxLength={6} onChange={(event) => setMinutes(event.target.value)} /></Field>
          <Field label="Altitude, m" className="w-[88px]"><input className="input" value={altitude} maxLength={6} onChange={(event) => setAltitude(event.target.value)} /></Field>
          <button type="submit" className="btn btn-primary mt-[22px]" disabled={busy || !test}>Write it down</button>
        </div>
        <TakeReading quantities={['pressure']} onTaken={(values) => (strokes.length >= 2 && startKPa !== '' ? setEndKPa : setGaugeText)(`${values.get('pressure')} kPa`)} />
        {judged && (
          <p role="status" className={`mt-1 ${judged.word === 'tight' ? 'text-straight-in' : judged.word === 'cannot be told' ? 'text-not-proven' : 'text-no'}`}>
            <strong>{judged.word}</strong>: {judged.said}
            {judged.gasL !== null && <span className="text-muted"> Gas above the coolant {formatQuantity(judged.gasL, 'volume', units)}.</span>}
          </p>
        )}
      </form>
      <StandInPanel acts={[{ word: `Pump to ${formatQuantity(0.85 * record.capKPa, 'pressure', units)}`, act: { act: 'pump', kPa: Math.round(0.85 * record.capKPa) } }]} />
    </section>
  );
} // prettier-ignore
