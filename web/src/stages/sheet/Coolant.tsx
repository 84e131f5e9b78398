import type { FillPlan, Refill } from '@radiatrix/core/coolant';
import { attributeOf } from '@radiatrix/core/figures';
import { formatQuantity } from '@radiatrix/core/quantity';
import { choiceName } from '@radiatrix/words/figures';
import { useUnits } from '../../app/store.ts';

/** What goes in, how strong, after a plain drain and after a water flush; with lines for what really went in. */
export function Coolant({ plan, type }: { plan: FillPlan; type: string }) {
  const units = useUnits();
  const litres = (value: number) => formatQuantity(value, 'volume', units);
  const technology = type ? choiceName(attributeOf('bay', 'coolantType')!, type) : '';
  const row = (label: string, refill: Refill | undefined) =>
    refill && (
      <tr className="border-rule border-b">
        <th scope="row" className="py-1 pr-3 text-left font-normal">
          {label}
        </th>
        {refill.ok ? (
          <>
            <td className="figure px-2 text-right">{litres(refill.refillL)}</td>
            <td className="figure px-2 text-right">{litres(refill.concentrateL)}</td>
            <td className="figure px-2 text-right">{litres(refill.waterL)}</td>
            <td className="text-muted pl-3 text-[14px]">
              {refill.readyMixed
                ? `ready-mixed ${plan.target} % does`
                : `${Math.round(refill.strength)} % going in; ready-mixed cannot do it`}
            </td>
          </>
        ) : (
          <td colSpan={4} className="text-no px-2">
            {refill.reason}
          </td>
        )}
      </tr>
    );
  return (
    <section aria-label="Coolant" className="print-keep mt-6">
      <h2 className="heading">Coolant</h2>
      <p className="mt-2 text-[17px]">
        System <strong className="figure">{litres(plan.capacityL)}</strong>, mix{' '}
        <strong className="figure">{plan.target} %</strong> by volume
        {technology ? (
          <>
            , technology <strong>{technology}</strong>
          </>
        ) : (
          ', technology not on record: find out before filling'
        )}
        . Colour does not prove the type; unlike types are not mixed.
      </p>
      {plan.afterDrain && (
        <table className="mt-2 w-full border-collapse">
          <thead>
            <tr className="border-strong font-label border-b text-[14px] tracking-[0.06em] uppercase">
              <th scope="col" className="text-left font-semibold">
                After
              </th>
              <th scope="col" className="px-2 text-right font-semibold">
                Goes in
              </th>
              <th scope="col" className="px-2 text-right font-semibold">
                Concentrate
              </th>
              <th scope="col" className="px-2 text-right font-semibold">
                Water
              </th>
              <th scope="col" className="pl-3 text-left font-semibold">
                Note
              </th>
            </tr>
          </thead>
          <tbody>
            {row('plain drain', plan.afterDrain)}
            {row('water flush, drained again', plan.afterFlush)}
          </tbody>
        </table>
      )}
      <ul className="text-muted mt-2 list-disc pl-5 text-[14px]">
        {plan.notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
      <p className="mt-3 flex flex-wrap gap-x-8 gap-y-2">
        {['Came out', 'Went in', 'Topped up cold'].map((label) => (
          <span key={label}>
            {label} <span className="border-ink inline-block w-24 border-b">&nbsp;</span>
          </span>
        ))}
      </p>
    </section>
  );
}
