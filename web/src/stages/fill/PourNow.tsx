import { WATER, compatible, pourFor, protection, type Part, type Product } from '@radiatrix/core/coolant';
import { accountWords } from '@radiatrix/words/en/account';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';
import { RowTools } from '../../ui/fields.tsx';
import { useKeptShelf } from './shelf.ts';
import type { OwnProps } from './props.ts';

/** What to mix and pour now; where it cannot be done in one fill, what makes it possible. */
export function PourNow({ filling, own, say, busy }: OwnProps) {
  const units = useUnits();
  const { record, practice, job } = filling;
  const [shelf, setShelf] = useKeptShelf();
  const target = job.state.account!.target;
  const { account, strength } = own;
  const answer = pourFor({ total: account.total, inside: account.inside, strength, target, shelf, drainYieldL: record.drainYieldL ?? undefined }, practice);
  const litres = (value: number): string => formatQuantity(value, 'volume', units);
  const meets = compatible(job.state.account!.technology, job.state.filling?.technology ?? record.technology);
  const write = (parts: readonly Part[]): void => {
    void (async () => {
      for (const { product, litres: amount } of parts)
        await say('coolant moved', {
          way: 'in', liquid: product.strength === 0 ? 'water' : product.strength === 100 ? 'concentrate' : 'ready-mixed',
          litres: Math.round(amount * 1000) / 1000, got: product.bottleL ? 'bottles' : 'jug', tempC: null,
          strength: product.strength === 0 ? null : product.strength, lost: false, stage: 'fill', note: '',
        });
    })().catch(() => {});
  };
  const line = ({ product, litres: amount, bottles, leftL, enough }: Part) => (
    <li key={product.name} className="flex flex-wrap items-baseline gap-x-3">
      <strong className="figure text-[22px]">{litres(amount)}</strong>
      <span className="text-[17px]">{product.name}{product.strength > 0 && product.strength < 100 && ` (${product.strength} %)`}</span>
      {bottles !== null && (
        <span className={enough ? 'text-muted' : 'text-no'}>
          {bottles} × {litres(product.bottleL!)}{leftL > 0.01 && `, ${litres(leftL)} left over`}{!enough && `; only ${product.bottles} on the shelf`}
        </span>
      )}
    </li>
  );
  return (
    <section aria-label="Pour now" className="border-copper border-t-[3px] pt-2">
      {meets.word === 'not together' && strength.value > 1 && <p role="alert" className="text-no mb-1 font-semibold">Not on top of what stayed: {meets.said}</p>}
      {answer.ok ? (
        <>
          <p className="text-muted">
            To fill <span className="figure">{litres(answer.pourL)}</span> at <span className="figure">{Math.round(answer.needs)} %</span>, it ends at{' '}
            <strong className="text-ink figure">{Math.round(answer.endsAt.value)} ± {Math.ceil(answer.endsAt.u)} %</strong>
            {(() => {
              const p = protection(own.opening.base, answer.endsAt.value, record.capKPa, practice.shopAltitude);
              return <> ({Math.round(p.massPercent)} % by mass{p.freezesC !== null && <>, freezes at {formatQuantity(p.freezesC, 'temperature', units)}</>}, boils at {formatQuantity(p.boilsC, 'temperature', units)} under its cap)</>;
            })()}
          </p>
          {answer.options.slice(0, 3).map((option, at) => (
            <div key={option.parts.map(({ product }) => product.name).join()} className={at === 0 ? 'mt-1' : 'border-rule mt-2 border-t pt-1'}>
              {at > 0 && <p className="text-muted text-[14px]">or</p>}
              <ul>{option.parts.map(line)}</ul>
              {option.whole && (
                <p className="text-muted text-[14px]">
                  In whole bottles: {option.whole.parts.map(({ product, litres: amount, bottles }) => (bottles !== null ? `${bottles} × ${litres(product.bottleL!)} ${product.name}` : `${litres(amount)} ${product.name}`)).join(' and ')}, it ends at {Math.round(option.whole.endsAt)} %.
                </p>
              )}
              <button type="button" className={`btn mt-1 ${at === 0 ? 'btn-primary' : 'btn-quiet'}`} disabled={busy} onClick={() => write(option.parts)}>
                Poured: write it down
              </button>
            </div>
          ))}
          {answer.options.length === 0 && <p className="text-no">Nothing on the shelf makes {Math.round(answer.needs)} %.</p>}
        </>
      ) : answer.because === 'full' ? (
        <p className="text-straight-in text-[20px] font-semibold">It is full by the account, ± {litres(account.missing.u)}. Bleed it, and top up what the air leaves.</p>
      ) : answer.because === 'no number' ? (
        <p className="text-no">{answer.problem}</p>
      ) : (
        <div>
          <p className="text-no text-[19px] font-semibold">
            {answer.isFull ? accountWords('full:not-right', { strength: Math.round(strength.value), off: Math.ceil(strength.u), target }) : answer.because === 'too weak' ? `${target} % cannot be had in one fill: what stayed is too weak.` : `What stayed is stronger than ${target} % allows in one fill.`}
          </p>
          {!answer.isFull && <p>Filled as {answer.because === 'too weak' ? 'strong' : 'weak'} as the shelf allows it would end at <span className="figure">{Math.round(answer.reached)} %</span>. What makes it possible:</p>}
          <ul className="list-disc pl-5">
            {answer.drainFirstL !== null && !(answer.isFull && answer.fills) && <li>Drain <strong className="figure">{litres(answer.drainFirstL)}</strong> more first: open the block plug, blow out the heater.</li>}
            {answer.fills && (
              <li>
                {accountWords('fills', { n: answer.fills.length })}:{' '}
                {answer.fills.map((step) => (step.drainL === 0 ? `${litres(step.pourL)} in (${Math.round(step.endsAt)} %), run it warm` : `let ${litres(step.drainL)} out at the cock, ${litres(step.pourL)} in (${Math.round(step.endsAt)} %)`)).join('; ')}.
              </li>
            )}
            {answer.drainFirstL === null && !answer.fills && <li>A stronger product: nothing on the shelf is stronger than {target} %.</li>}
          </ul>
        </div>
      )}
      <Shelf shelf={shelf} onShelf={setShelf} />
    </section>
  );
} // prettier-ignore

/** What stands on the shelf of this shop; kept in this browser. */
function Shelf({ shelf, onShelf }: { shelf: readonly Product[]; onShelf: (shelf: Product[]) => void }) {
  const change = (at: number, part: Partial<Product>): void => onShelf(shelf.map((each, i) => (i === at ? { ...each, ...part } : each)));
  const number = (text: string): number | null => (text.trim() === '' || !Number.isFinite(Number(text.replace(',', '.'))) ? null : Number(text.replace(',', '.')));
  return (
    <details className="mt-3">
      <summary className="text-steel">On the shelf: {[...shelf.map(({ name }) => name), WATER.name].join(', ')}</summary>
      <ul className="mt-1">
        {shelf.map((each, at) => (
          <li key={at} className="flex flex-wrap items-end gap-2 py-0.5">
            <label className="min-w-[140px] flex-1"><span className="sr-only">Name</span><input className="input" value={each.name} maxLength={60} onChange={(event) => change(at, { name: event.target.value })} /></label>
            <label className="flex w-[92px] items-center gap-1"><span className="sr-only">Strength, %</span><input className="input" inputMode="decimal" defaultValue={each.strength} onBlur={(event) => { const value = number(event.target.value); if (value !== null && value > 0 && value <= 100) change(at, { strength: value }); else event.target.value = String(each.strength); }} /> %</label>
            <label className="flex w-[104px] items-center gap-1"><span className="sr-only">Bottle, L</span><input className="input" inputMode="decimal" defaultValue={each.bottleL ?? ''} placeholder="drum" onBlur={(event) => { const value = number(event.target.value); change(at, { bottleL: value !== null && value > 0 && value <= 220 ? value : null }); }} /> L</label>
            <label className="flex w-[92px] items-center gap-1"><span className="sr-only">How many</span>×<input className="input" inputMode="numeric" defaultValue={each.bottles ?? ''} placeholder="any" onBlur={(event) => { const value = number(event.target.value); change(at, { bottles: value !== null && value >= 0 ? Math.floor(value) : null }); }} /></label>
            <RowTools what={each.name} first last onRemove={() => onShelf(shelf.filter((_, i) => i !== at))} />
          </li>
        ))}
      </ul>
      <button type="button" className="text-steel underline" onClick={() => onShelf([...shelf, { name: 'another', strength: 50, bottleL: 5, bottles: null }])}>Add a product</button>
    </details>
  );
} // prettier-ignore
