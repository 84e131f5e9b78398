import { useState } from 'react';
import {
  GLYCOLS,
  READ_WITH,
  READ_WITH_WORDS,
  readStrength,
  type Glycol,
  type ReadWith,
  type StrengthReading,
} from '@radiatrix/core/coolant';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { TakeReading } from '../../instruments/TakeReading.tsx';
import { readQuantity } from '../../ui/QuantityField.tsx';
import type { OwnProps } from './props.ts';

/** A strength that was read closes the account: where the two agree both count, where they do not the reading does. */
export function Strength({ filling, own, say, busy }: OwnProps) {
  const units = useUnits();
  const [how, setHow] = useState<ReadWith>('refractometer');
  const [text, setText] = useState('');
  const [sample, setSample] = useState('20');
  const [scale, setScale] = useState<Glycol>('ethylene');
  const [compensated, setCompensated] = useState(true);
  const [of, setOf] = useState<Glycol | 'mixed' | 'not known'>(filling.job.state.account!.base);
  const shows = how === 'refractometer' ? readQuantity(text, 'temperature', units) : text.trim() === '' ? null : Number(text.replace(',', '.').replace('−', '-'));
  const sampleC = readQuantity(sample, 'temperature', units);
  const reading: StrengthReading | undefined =
    typeof shows === 'number' && Number.isFinite(shows) && sampleC !== undefined
      ? { with: how, shows, scale: how === 'refractometer' || how === 'hydrometer' ? scale : null, sampleC, compensated }
      : undefined;
  const glycol = of === 'not known' ? null : of;
  const read = reading && readStrength(reading, glycol);
  const last = filling.job.state.strengths.at(-1);
  return (
    <section aria-label="Strength" className="mt-5">
      <h2 className="heading">Strength, read</h2>
      {last && own.settled && (
        <p role="status" className={`mt-1 ${own.settled.agree ? 'text-straight-in' : 'text-no font-semibold'}`}>
          {own.settled.said}{' '}
          {own.settled.agree ? `Reckon with ${Math.round(own.strength.value)} ± ${Math.ceil(own.strength.u)} %.` : own.settled.wouldHaveStayedL !== undefined ? `The reading would be right if ${formatQuantity(own.settled.wouldHaveStayedL, 'volume', units)} had stayed inside.` : ''}
        </p>
      )}
      <form
        aria-label="Read the strength"
        className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (reading) void say('strength read', { ...reading, of: glycol }).then(() => setText('')).catch(() => {});
        }}
      >
        <Field label="Read with" className="min-w-[210px] flex-1">
          <select className="select" value={how} onChange={(event) => setHow(event.target.value as ReadWith)}>
            {READ_WITH.map((each) => <option key={each} value={each}>{READ_WITH_WORDS[each]}</option>)}
          </select>
        </Field>
        <Field label="Shows" className="w-[96px]">
          <input className="input" value={text} maxLength={20} onChange={(event) => setText(event.target.value)} />
        </Field>
        {(how === 'refractometer' || how === 'hydrometer') && (
          <Field label="Scale made for" className="w-[118px]">
            <select className="select" value={scale} onChange={(event) => setScale(event.target.value as Glycol)}>
              {GLYCOLS.map((each) => <option key={each}>{each}</option>)}
            </select>
          </Field>
        )}
        <Field label="In the system" className="w-[124px]">
          <select className="select" value={of} onChange={(event) => setOf(event.target.value as Glycol)}>
            {[...GLYCOLS, 'mixed', 'not known'].map((each) => <option key={each}>{each}</option>)}
          </select>
        </Field>
        <Field label="Sample at" className="w-[84px]">
          <input className="input" value={sample} maxLength={12} onChange={(event) => setSample(event.target.value)} />
        </Field>
        <label className="mt-6 flex items-center gap-1.5">
          <input type="checkbox" className="checkbox !size-4" checked={compensated} onChange={(event) => setCompensated(event.target.checked)} /> compensates
        </label>
        <button type="submit" className="btn btn-quiet mt-[22px]" disabled={busy || !reading}>Write it down</button>
        {how === 'refractometer' && <TakeReading quantities={['freezing']} onTaken={(values) => setText(`${values.get('freezing')} °C`)} />}
        <p role="status" className={`w-full ${read && !read.ok ? 'text-no' : 'text-muted'}`}>
          {read ? (read.ok ? `${Math.round(read.strength.value)} ± ${Math.ceil(read.strength.u)} % by volume, freezes at ${formatQuantity(read.freezesC, 'temperature', units)}. ${read.said.join(' ')}` : read.because) : 'Let the sample come to the shop’s temperature; wipe the glass.'}
        </p>
      </form>
    </section>
  );
} // prettier-ignore
