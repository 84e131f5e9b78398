import { useState } from 'react';
import { HOLDS, HOSE_ENDS, stillIn, type EventKind, type EventPayloads, type HoldKind, type HoseEnd, type JobHold } from '@radiatrix/core/job'; // prettier-ignore
import { holdsWords as words } from '@radiatrix/words/en/holds';
import { madeHoseText, stillInText } from '@radiatrix/words/holds';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';

/** Of the desk or of the phone, which sends later. */
type Say = <K extends EventKind>(kind: K, payload: EventPayloads[K]) => Promise<unknown>;
interface Props {
  holds: readonly JobHold[];
  say: Say;
  busy: boolean;
}

/** One thing held, as a line: what it is, which one, and what is known of it. */
export function HoldText({ hold }: { hold: JobHold }) {
  const units = useUnits();
  return (
    <>
      <strong>{hold.name}</strong>{' '}
      <span className="text-muted">
        {[words(`what:${hold.what}`), hold.hose && madeHoseText(hold.hose, units), hold.note].filter(Boolean).join(', ')}
      </span>
    </>
  );
} // prettier-ignore

/** Rags and guards that must be out before anything is started; nothing where none is in. */
export function StillIn({ holds }: { holds: readonly JobHold[] }) {
  const left = stillIn(holds);
  if (left.length === 0) return null;
  return (
    <p role="alert" className="caution my-2 px-3 py-2 text-[17px] font-semibold">
      {words('still-in', { names: stillInText(left) })}
    </p>
  );
}

/** What the job holds besides parts on record: made for it, used up on it, put in for a while, or still open with somebody. */
export function Holds({ holds, say, busy }: Props) {
  return (
    <section aria-label={words('title')} className="mt-5">
      <h2 className="heading">{words('title')}</h2>
      {holds.length === 0 && <p className="text-muted mt-1">{words('none')}</p>}
      <ul>
        {holds.map((hold) => (
          <li key={hold.hold} className="border-rule flex flex-wrap items-baseline gap-x-3 border-b py-1.5">
            <span className={`min-w-0 flex-1 ${hold.ended ? 'text-muted' : ''}`}>
              <HoldText hold={hold} />
              {hold.ended && <span className="text-muted"> · {[words(`done:${hold.what}`), hold.ended.how].filter(Boolean).join(', ')} ({hold.ended.by})</span>}
            </span>
            {!hold.ended && (
              <button type="button" className="btn btn-quiet" disabled={busy} aria-label={`${words(`done:${hold.what}`)}: ${hold.name}`} onClick={() => void say('let go', { hold: hold.hold, how: '' }).catch(() => {})}>
                {words(`done:${hold.what}`)}
              </button>
            )}
          </li>
        ))}
      </ul>
      <HoldForm say={say} busy={busy} />
    </section>
  );
} // prettier-ignore

interface EndDraft {
  bore: string;
  kind: HoseEnd['kind'];
  fitting: string;
}
const BLANK_END: EndDraft = { bore: '', kind: null, fitting: '' };

function HoldForm({ say, busy }: { say: Say; busy: boolean }) {
  const units = useUnits();
  const [what, setWhat] = useState<HoldKind>('consumable');
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const [length, setLength] = useState('');
  const [bends, setBends] = useState('');
  const [ends, setEnds] = useState<[EndDraft, EndDraft]>([BLANK_END, BLANK_END]);
  const lengthMm = readQuantity(length, 'length', units);
  const bores = ends.map(({ bore }) => readQuantity(bore, 'length', units));
  const ready = name.trim() !== '' && (what !== 'hose' || (lengthMm !== undefined && bores.every((bore) => bore !== undefined)));
  const setEnd = (at: 0 | 1, part: Partial<EndDraft>): void => setEnds(([a, b]) => (at === 0 ? [{ ...a, ...part }, b] : [a, { ...b, ...part }]));
  const keep = (): void => {
    if (!ready) return;
    const end = (at: 0 | 1): HoseEnd => ({ boreMm: bores[at] ?? null, kind: ends[at].kind, fitting: ends[at].fitting.trim() });
    const hose = what === 'hose' ? { lengthMm: lengthMm ?? null, bends: bends.trim(), ends: [end(0), end(1)] as [HoseEnd, HoseEnd] } : null;
    void say('held', { hold: crypto.randomUUID(), what, name: name.trim(), note: note.trim(), hose })
      .then(() => {
        setName('');
        setNote('');
        setLength('');
        setBends('');
        setEnds([BLANK_END, BLANK_END]);
      })
      .catch(() => {});
  };
  return (
    <form aria-label={words('title')} className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-2" onSubmit={(event) => { event.preventDefault(); keep(); }}>
      <Field label={words('what')} className="w-[200px]"><select className="select" value={what} onChange={(event) => setWhat(event.target.value as HoldKind)}>{HOLDS.map((each) => <option key={each} value={each}>{words(`what:${each}`)}</option>)}</select></Field>
      <Field label={words(`name:${what}`)} className="min-w-[180px] flex-1"><input className="input" value={name} maxLength={80} onChange={(event) => setName(event.target.value)} /></Field>
      {what === 'hose' && (
        <>
          <QuantityField label={words('length')} dimension="length" text={length} onText={setLength} className="w-[112px]" />
          <Field label={words('bends')} className="w-[150px]"><input className="input" value={bends} maxLength={80} onChange={(event) => setBends(event.target.value)} /></Field>
          {([0, 1] as const).map((at) => (
            <fieldset key={at} className="flex w-full flex-wrap gap-x-3">
              <legend className="sr-only">{words('end', { n: at + 1 })}</legend>
              <QuantityField label={words('end:bore', { n: at + 1 })} dimension="length" text={ends[at].bore} onText={(bore) => setEnd(at, { bore })} className="w-[112px]" />
              <Field label={words('end:kind', { n: at + 1 })} className="w-[150px]"><select className="select" value={ends[at].kind ?? ''} onChange={(event) => setEnd(at, { kind: (event.target.value || null) as HoseEnd['kind'] })}><option value="">{words('end:unsaid')}</option>{HOSE_ENDS.map((each) => <option key={each} value={each}>{words(`end:${each}`)}</option>)}</select></Field>
              <Field label={words('end:fitting', { n: at + 1 })} className="min-w-[150px] flex-1"><input className="input" value={ends[at].fitting} maxLength={80} onChange={(event) => setEnd(at, { fitting: event.target.value })} /></Field>
            </fieldset>
          ))}
        </>
      )}
      <Field label={words('note')} className="min-w-[180px] flex-1"><input className="input" value={note} maxLength={200} onChange={(event) => setNote(event.target.value)} /></Field>
      <button type="submit" className="btn mt-[22px]" disabled={busy || !ready}>{words('add')}</button>
    </form>
  );
} // prettier-ignore
