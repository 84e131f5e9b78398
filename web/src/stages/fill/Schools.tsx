import { useState } from 'react';
import {
  FLUSHES,
  SCHOOLS,
  SCHOOL_LINES,
  TECHNOLOGIES,
  compatible,
  judgeVacuum,
  schoolFor,
  type Flush,
  type School,
} from '@radiatrix/core/coolant';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import { technologyLabel } from './OpenAccount.tsx';
import type { FillProps } from './props.ts';

/** The way to fill: the vehicle's record chooses first, whoever fills may choose otherwise, and sees what is gained and lost. */
export function Schools({ filling, say, busy }: FillProps) {
  const { record, job, practice } = filling;
  const first = schoolFor({ bottle: record.bottle ?? undefined, bleedScrew: record.bleedScrew, thermostatOut: record.thermostatOut });
  const chosen = job.state.filling;
  const school: School = chosen?.school ?? first.school;
  const flush: Flush = chosen?.flush ?? 'none';
  const technology = chosen?.technology ?? record.technology;
  const meets = compatible(job.state.account?.technology, technology);
  const choose = (change: Partial<{ school: School; flush: Flush; technology: string }>): void =>
    void say('filling chosen', { school, flush, technology, why: '', ...change }).catch(() => {});
  const line = SCHOOL_LINES[school];
  return (
    <section aria-label="How it is filled" className="mt-5">
      <h2 className="heading">How it is filled</h2>
      <div className="mt-1 flex flex-wrap gap-x-3 gap-y-2">
        <Field label="Way to fill" className="min-w-[220px] flex-1">
          <select className="select" value={school} disabled={busy} onChange={(event) => choose({ school: event.target.value as School })}>
            {SCHOOLS.map((each) => <option key={each} value={each}>{SCHOOL_LINES[each].label}</option>)}
          </select>
        </Field>
        <Field label="Flush before" className="min-w-[180px] flex-1">
          <select className="select" value={flush} disabled={busy} onChange={(event) => choose({ flush: event.target.value as Flush })}>
            {Object.entries(FLUSHES).map(([key, { label, recommended }]) => <option key={key} value={key}>{label}{recommended ? '' : ' (not recommended)'}</option>)}
          </select>
        </Field>
        <Field label="Technology of what goes in" className="min-w-[180px] flex-1">
          <select className="select" value={technology} disabled={busy} onChange={(event) => choose({ technology: event.target.value })}>
            {['', ...TECHNOLOGIES].map((each) => <option key={each} value={each}>{technologyLabel(each)}</option>)}
          </select>
        </Field>
      </div>
      <p className={`mt-1 ${meets.word === 'not together' ? 'text-no font-semibold' : meets.word === 'not known' ? 'text-changes' : 'text-muted'}`}>{meets.said}</p>
      <p className="text-muted mt-1">
        {school === first.school ? `First choice here: ${first.why}.` : `The record would choose ${SCHOOL_LINES[first.school].label.toLowerCase()}: ${first.why}.`} Gained: {line.gained}. Lost: {line.lost}.
      </p>
      {flush !== 'none' && <p className={FLUSHES[flush].recommended ? 'text-muted' : 'text-no'}>{FLUSHES[flush].risk}. Flushing ends when the water has run clear for {practice.clearWater} min.</p>}
      <ol className="mt-1 list-decimal pl-5">
        {line.steps.map((each) => <li key={each}>{each}</li>)}
      </ol>
      {school === 'vacuum' && <Vacuum filling={filling} say={say} busy={busy} />}
    </section>
  );
} // prettier-ignore

function Vacuum({ filling, say, busy }: FillProps) {
  const units = useUnits();
  const [start, setStart] = useState('');
  const [end, setEnd] = useState('');
  const [minutes, setMinutes] = useState('5');
  const [altitude, setAltitude] = useState(String(filling.practice.shopAltitude));
  const [coolant, setCoolant] = useState('20');
  const number = (text: string): number | undefined => (text.trim() === '' || !Number.isFinite(Number(text)) ? undefined : Number(text));
  const reading = { startKPa: readQuantity(start, 'pressure', units), endKPa: readQuantity(end, 'pressure', units), minutes: number(minutes), altitudeM: number(altitude), coolantC: readQuantity(coolant, 'temperature', units) };
  const whole = Object.values(reading).every((each): each is number => typeof each === 'number') ? (reading as Record<keyof typeof reading, number>) : undefined;
  const judged = whole && judgeVacuum(whole, filling.practice);
  const last = filling.job.state.vacuums.at(-1);
  return (
    <form aria-label="Vacuum" className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-2" onSubmit={(event) => { event.preventDefault(); if (whole) void say('vacuum read', whole).catch(() => {}); }}>
      <QuantityField label="Vacuum, valve shut" dimension="pressure" text={start} onText={setStart} className="w-[130px]" />
      <QuantityField label="At the end" dimension="pressure" text={end} onText={setEnd} className="w-[110px]" />
      <Field label="Minutes" className="w-[72px]"><input className="input" value={minutes} maxLength={5} onChange={(event) => setMinutes(event.target.value)} /></Field>
      <Field label="Altitude, m" className="w-[88px]"><input className="input" value={altitude} maxLength={6} onChange={(event) => setAltitude(event.target.value)} /></Field>
      <QuantityField label="Coolant at" dimension="temperature" text={coolant} onText={setCoolant} className="w-[96px]" />
      <button type="submit" className="btn btn-quiet mt-[22px]" disabled={busy || !whole}>Write it down</button>
      <p role="status" className={`w-full ${judged && judged.word !== 'good' ? 'text-no' : 'text-muted'}`}>{judged ? judged.said : last ? judgeVacuum(last, filling.practice).said : 'Below the pressure of the air, as the gauge shows it.'}</p>
    </form>
  );
} // prettier-ignore
