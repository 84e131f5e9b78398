import { useState } from 'react';
import { quantityText } from '@radiatrix/words';
import { accountWords } from '@radiatrix/words/en/account';
import { useUnits } from '../../app/store.ts';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import type { OwnProps } from './props.ts';

const WHYS = ['liquid', 'misread', 'holds'] as const;

/** More coolant came out than can have been inside: asks why, and only the answer changes an amount or the capacity. */
export function MoreOut({ filling, own, say, busy }: OwnProps) {
  const units = useUnits();
  const [why, setWhy] = useState<(typeof WHYS)[number]>();
  const [text, setText] = useState('');
  const { over } = own.account;
  const move = over && filling.job.state.moves[over.move];
  const account = filling.job.state.account;
  if (!over || !move || !account) return null;
  const litres = readQuantity(text, 'volume', units);
  const holds = why === 'holds';
  const least = own.opening.capacity.value;
  const given = typeof litres === 'number' ? litres : undefined;
  const fits = given !== undefined && (holds ? given > least && given <= 60 : given > 0 && given < move.litres);
  const mend = async (): Promise<void> => {
    if (given === undefined) return;
    if (holds) {
      const { arrival, lowL, extraL, strength, base, technology, target } = account;
      await say('account opened', { arrival, lowL, extraL, strength, base, technology, target, capacityL: given });
    } else {
      const { way, liquid, got, tempC, strength, lost, stage, note } = move;
      // The right amount first: where only one of the two arrives, both amounts stand and nothing is lost.
      await say('coolant moved', { way, liquid, litres: given, got, tempC, strength, lost, stage, note });
      await say('undone', { event: move.event });
    }
    setText('');
  };
  return (
    <section aria-label={accountWords('over:why')} className="border-no bg-wash-no mt-2 border-l-4 px-3 py-2">
      <p role="alert">{accountWords('over', { over: { value: over.litres.value, u: over.litres.u, dimension: 'volume' } }, units)}</p>
      <fieldset className="mt-1">
        <legend className="label-text">{accountWords('over:why')}</legend>
        {WHYS.map((each) => (
          <label key={each} className="flex items-center gap-2 py-0.5">
            <input type="radio" className="radio" name="why-over" checked={why === each} onChange={() => setWhy(each)} />
            {accountWords(`over:${each}`)}
          </label>
        ))}
      </fieldset>
      {why && (
        <form
          className="mt-1 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (fits) void mend().catch(() => {});
          }}
        >
          <QuantityField
            label={accountWords(holds ? 'over:capacity' : 'over:coolant')}
            dimension="volume"
            text={text}
            onText={setText}
            problem={holds && given !== undefined && given <= least ? accountWords('over:too-little', { least: quantityText({ value: least, dimension: 'volume' }, units) }) : undefined}
            className="w-[190px]"
          />
          <button type="submit" className="btn btn-primary" disabled={busy || !fits}>{accountWords(holds ? 'over:set' : 'over:mend')}</button>
          {holds && <p className="text-muted">{accountWords('over:proposes')}</p>}
        </form>
      )}
    </section>
  );
} // prettier-ignore
