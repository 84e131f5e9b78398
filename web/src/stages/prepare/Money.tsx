import type { JobPartLine } from '@radiatrix/contract';
import { hoursText } from '@radiatrix/core/filing';
import { moneyOf } from '@radiatrix/core/job';
import { usePractice } from '../../api/usePractice.ts';
import { moneyText } from '../../ui/money.ts';

/** What parts and hands cost, as far as it is recorded; what has no price is named, and the sum is then a least one. */
export function Money({ parts, minutes, numberOf }: { parts: readonly JobPartLine[]; minutes: number; numberOf: (partId: number) => string }) {
  const practice = usePractice();
  const money = moneyOf(parts, minutes, practice);
  if (!parts.some(({ role }) => role === 'goes in')) return null;
  const priced = parts.some(({ money: own }) => own !== null);
  return (
    <p aria-label="What it costs" className="mt-2">
      {priced && <>Parts <span className="figure">{moneyText(money.parts)}</span>, </>}{priced ? 'hands' : 'Hands'} {hoursText(minutes)} at {practice.labourHour} an hour{' '}
      <span className="figure">{moneyText(Math.round(money.hands))}</span>: {money.unpriced.length > 0 ? 'at least ' : ''}
      <strong className="figure">{moneyText(Math.round(money.sum))}</strong>
      {money.unpriced.length > 0 && <span className="text-changes"> · no price of {money.unpriced.map(numberOf).join(', ')} recorded</span>}
    </p>
  );
} // prettier-ignore
