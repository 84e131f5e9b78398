import { useState } from 'react';
import { ARRIVALS, GLYCOLS, TECHNOLOGIES, type Arrival, type Glycol } from '@radiatrix/core/coolant';
import { attributeOf } from '@radiatrix/core/figures';
import { formatQuantity } from '@radiatrix/core/quantity';
import { choiceName } from '@radiatrix/words/figures';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { FillProps } from './props.ts';

const ARRIVED: Readonly<Record<Arrival, string>> = {
  full: 'full, at its mark',
  low: 'low: it had leaked or boiled over',
  'not known': 'nobody looked',
};
export const technologyLabel = (word: string): string =>
  word === '' ? 'not known' : choiceName(attributeOf('bay', 'coolantType')!, word);

/** What the account begins with: without it nobody can say what stayed inside. */
export function OpenAccount({ filling: { record, job }, say, busy }: FillProps) {
  const units = useUnits();
  const [arrival, setArrival] = useState<Arrival>('full');
  const [low, setLow] = useState('');
  const [capacity, setCapacity] = useState('');
  const [extra, setExtra] = useState('');
  const [strength, setStrength] = useState('');
  const [target, setTarget] = useState(String(Math.round(record.target)));
  const [base, setBase] = useState<Glycol>('ethylene');
  const [technology, setTechnology] = useState(record.technology);
  const litres = (text: string) => readQuantity(text, 'volume', units);
  const percent = (text: string): number | null | undefined => readQuantity(text, 'share', units);
  const [lowL, capacityL, extraL, was, wanted] = [litres(low), litres(capacity), litres(extra), percent(strength), percent(target)];
  const share = (value: number | null | undefined): string | undefined => (value !== null && value !== undefined && !(value >= 0 && value <= 100) ? 'A strength is 0 to 100 %.' : undefined);
  const amount = (value: number | null | undefined, most: number): string | undefined => (value !== null && value !== undefined && !(value > 0 && value <= most) ? `More than nothing, up to ${formatQuantity(most, 'volume', units)}.` : undefined);
  const holds = record.capacity?.value ?? capacityL ?? 0;
  const wrong = [share(was), share(wanted), amount(capacityL, 60), amount(lowL, holds || 60), amount(extraL, 30)].some(Boolean) || [lowL, capacityL, extraL, was].some((each) => each === undefined) || typeof wanted !== 'number' || (!record.capacity && typeof capacityL !== 'number');
  return (
    <form
      aria-label="Open the coolant account"
      className="mt-3 max-w-[880px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (wrong) return;
        void say('account opened', { arrival, lowL: arrival === 'full' ? null : (lowL ?? null), capacityL: capacityL ?? null, extraL: extraL ?? 0, strength: was ?? null, base, technology, target: wanted as number }).catch(() => {});
      }}
    >
      <p>
        {record.capacity
          ? <>On record: the system holds <strong className="figure">{formatQuantity(record.capacity.value, 'volume', units, { uncertainty: record.capacity.u })}</strong>{record.drainYieldL !== null && <>, the drain cock yields <span className="figure">{formatQuantity(record.drainYieldL, 'volume', units)}</span></>}.</>
          : 'No record says what this system holds: write it in, from the vehicle’s papers.'}
      </p>
      <div className="mt-3 grid gap-x-4 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
        <Field label="It arrived">
          <select className="select" value={arrival} onChange={(event) => setArrival(event.target.value as Arrival)}>
            {ARRIVALS.map((each) => <option key={each} value={each}>{ARRIVED[each]}</option>)}
          </select>
        </Field>
        <QuantityField label="Missing when it came" dimension="volume" text={low} onText={setLow} problem={amount(lowL, holds || 60)} disabled={arrival === 'full'} />
        <QuantityField label="Holds, where the record is wrong" dimension="volume" text={capacity} onText={setCapacity} problem={amount(capacityL, 60)} />
        <QuantityField label="Rear heater, added lines, hoses: on top" dimension="volume" text={extra} onText={setExtra} problem={amount(extraL, 30)} />
        <QuantityField label="Strength of what was in it, if known" dimension="share" text={strength} onText={setStrength} problem={share(was)} />
        <QuantityField label="To end at" dimension="share" text={target} onText={setTarget} problem={share(wanted)} />
        <Field label="Glycol">
          <select className="select" value={base} onChange={(event) => setBase(event.target.value as Glycol)}>
            {GLYCOLS.map((each) => <option key={each} value={each}>{each} glycol</option>)}
          </select>
        </Field>
        <Field label="Technology of what was in it">
          <select className="select" value={technology} onChange={(event) => setTechnology(event.target.value)}>
            {['', ...TECHNOLOGIES].map((each) => <option key={each} value={each}>{technologyLabel(each)}</option>)}
          </select>
        </Field>
      </div>
      <p className="mt-3 flex items-center gap-3">
        <button type="submit" className="btn btn-primary" disabled={busy || wrong}>Open the account</button>
        <span className="text-muted">Colour proves nothing: read the bottle or the record. {job.state.closed && 'This job is closed.'}</span>
      </p>
    </form>
  );
} // prettier-ignore
