import { useState } from 'react';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { OwnProps } from './props.ts';

/** What was caught and does not go back: handed in, how much and where, until none is left. */
export function Disposal({ filling, own, say, busy }: OwnProps) {
  const units = useUnits();
  const [text, setText] = useState('');
  const [where, setWhere] = useState('');
  const done = filling.job.state.disposed;
  const handed = done.reduce((sum, { litres }) => sum + litres, 0);
  const left = Math.max(0, own.account.disposeL - handed);
  const litres = readQuantity(text, 'volume', units);
  const show = (value: number): string => formatQuantity(value, 'volume', units);
  const problem = typeof litres === 'number' && !(litres > 0 && litres <= 200) ? 'More than nothing, up to 200 L.' : undefined;
  const ready = typeof litres === 'number' && !problem && where.trim() !== '';
  if (own.account.disposeL === 0 && done.length === 0) return null;
  return (
    <section aria-label="Disposal" className="mt-5">
      <h2 className="heading">Disposal</h2>
      <p className={left > 0.05 ? 'text-changes mt-1' : 'text-straight-in mt-1'}>
        {left > 0.05 ? `${show(left)} to be handed in by local rules: labelled, out of reach of people and animals.` : 'All of it is handed in.'}
      </p>
      <ul>
        {done.map((each) => (
          <li key={each.event} className="border-rule flex gap-3 border-b py-0.5">
            <span className="figure">{show(each.litres)}</span>
            <span className="flex-1">{each.where}</span>
            <span className="text-muted">{each.by} {each.at.slice(0, 10)}</span>
          </li>
        ))}
      </ul>
      {left > 0.05 && (
        <form
          aria-label="Disposal"
          className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (ready) void say('disposed', { litres, where: where.trim() }).then(() => setText('')).catch(() => {});
          }}
        >
          <QuantityField label="Handed in" dimension="volume" text={text} onText={setText} problem={problem} className="w-[104px]" />
          <Field label="Where" className="min-w-[160px] flex-1"><input className="input" value={where} maxLength={120} onChange={(event) => setWhere(event.target.value)} /></Field>
          <button type="submit" className="btn btn-quiet mt-[22px]" disabled={busy || !ready}>Write it down</button>
        </form>
      )}
    </section>
  );
} // prettier-ignore
