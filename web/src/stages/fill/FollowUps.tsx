import { CalendarPlus } from 'lucide-react';
import { useState } from 'react';
import { topUps } from '@radiatrix/core/coolant';
import { FOLLOW_UPS, type FollowUp } from '@radiatrix/core/job';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import { calendarOf } from '@radiatrix/contract/calendar';
import { morningAfter } from '../../ui/calendar.ts';
import { useShop } from '../../app/useShop.ts';
import { saved } from '../../ui/save-file.ts';
import type { OwnProps } from './props.ts';

const HOUR_MS = 3_600_000;
/** After warm-up within the hour; after the overnight cool-down the next morning. */
const dueOf = (what: FollowUp, now: Date): Date =>
  what === 'after warm-up' ? new Date(now.getTime() + HOUR_MS) : morningAfter(now);

/** The job is looked at again: after warm-up, and after the overnight cool-down, with the top-up that is to be expected. */
export function FollowUps({ filling, own, say, busy }: OwnProps) {
  const units = useUnits();
  const shop = useShop();
  const { state, id, vehicle } = filling.job;
  const expected = topUps(own.account, filling.practice);
  const litresOf = (what: FollowUp): number => (what === 'after warm-up' ? expected.warmL : expected.coldL);
  return (
    <section aria-label="Look again" className="mt-5">
      <h2 className="heading">Look again</h2>
      <ul>
        {FOLLOW_UPS.map((what) => {
          const set = state.followUps[what];
          return (
            <li key={what} className="border-rule border-b py-1.5">
              <div className="flex flex-wrap items-baseline gap-x-3">
                <strong className="flex-1">{what}</strong>
                {set?.found ? <span className="text-straight-in">{set.found.text}</span> : set ? <span className={Date.parse(set.due) < Date.now() ? 'text-changes font-semibold' : 'text-muted'}>due {set.due.slice(0, 16).replace('T', ' ')}</span> : null}
              </div>
              {!set && own.filled && (
                <p className="text-muted flex flex-wrap items-center gap-x-3">
                  About <span className="figure">{formatQuantity(litresOf(what), 'volume', units)}</span> goes in then.
                  <button type="button" className="text-steel underline" disabled={busy} onClick={() => void say('follow-up set', { what, due: dueOf(what, new Date()).toISOString(), litres: Math.round(litresOf(what) * 100) / 100 }).catch(() => {})}>Put it on the desk</button>
                </p>
              )}
              {!set && !own.filled && <p className="text-muted">Once it is filled.</p>}
              {set && !set.found && <Found what={what} say={say} busy={busy} onCalendar={() => { const from = new Date(set.due); saved(`job-${id}-look-again.ics`, 'text/calendar', calendarOf([{ uid: `look-${id}-${what.replaceAll(' ', '-')}`, title: `Job ${id}, ${vehicle.title}: coolant level ${what}`, detail: `About ${set.litres.toFixed(1)} L goes in. Cold, cap off, to its mark; read the strength.`, from, to: new Date(from.getTime() + filling.practice.lookTakes * 60_000), busy: true }], new Date(), { shop })); }} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
} // prettier-ignore

function Found({ what, say, busy, onCalendar }: { what: FollowUp; onCalendar: () => void } & Pick<OwnProps, 'say' | 'busy'>) {
  const units = useUnits();
  const [text, setText] = useState('');
  const [amount, setAmount] = useState('');
  const litres = readQuantity(amount, 'volume', units);
  const ready = text.trim().length > 0 && litres !== undefined;
  return (
    <form
      aria-label={`Found ${what}`}
      className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        void (async () => {
          if (litres) await say('coolant moved', { way: 'in', liquid: 'ready-mixed', litres, got: 'jug', tempC: null, strength: null, lost: false, stage: 'top up', note: what });
          await say('followed up', { what, found: text.trim() });
        })().catch(() => {});
      }}
    >
      <Field label="Found" className="min-w-[160px] flex-1"><input className="input" value={text} maxLength={200} onChange={(event) => setText(event.target.value)} /></Field>
      <QuantityField label="Topped up" dimension="volume" text={amount} onText={setAmount} className="w-[104px]" />
      <button type="submit" className="btn btn-quiet mt-[22px]" disabled={busy || !ready}>Looked</button>
      <button type="button" className="text-steel mt-[26px] inline-flex items-center gap-1 underline" onClick={onCalendar}><CalendarPlus size={16} aria-hidden="true" /> Calendar</button>
    </form>
  );
} // prettier-ignore
