import type { FaceId } from '@radiatrix/core/fitment';
import { RULES, type CheckId, type LedgerRow } from '@radiatrix/core/fit';
import { formatQuantity } from '@radiatrix/core/quantity';
import { checkName, rowSentence } from '@radiatrix/words/fit';
import { useUnits } from '../../../app/store.ts';
import { MarginBar } from '../../../ui/MarginBar.tsx';
import { verdictColour } from '../../../ui/Verdict.tsx';
import { Table } from './parts.tsx';

/** Where on the face a check has its place. */
export const placeOf = (check: CheckId): FaceId | null => RULES[check].place ?? null;

const WORDS = {
  pass: ['meets it', 'straight-in'],
  change: ['with a change', 'changes'],
  fail: ['does not', 'no'],
  open: ['open', 'not-proven'],
  unknown: ['not known', 'not-proven'],
} as const;

/** Checks of the new radiator beside the drawing: a row lights its place up, and the other way round. */
export function LedgerRows({
  rows,
  lit,
  onLit,
}: {
  rows: readonly LedgerRow[];
  lit: FaceId | null;
  onLit: (id: FaceId | null) => void;
}) {
  const units = useUnits();
  const system = units === 'both' ? 'metric' : units;
  return (
    <Table
      caption="Checks of the new radiator against this vehicle"
      heads={[['Check'], ['Short · spare'], ['Margin', true]]}
    >
      {rows.map((row) => {
        const place = placeOf(row.check);
        const [word, colour] = WORDS[row.outcome as keyof typeof WORDS];
        return (
          <tr
            key={row.check}
            className={`border-rule border-b ${place !== null && place === lit ? 'bg-wash-steel' : ''}`}
            onPointerEnter={() => onLit(place)}
            onPointerLeave={() => onLit(null)}
            title={rowSentence(row, units)}
          >
            <th scope="row" className="py-[3px] text-left font-normal">
              <button
                type="button"
                className="text-left"
                onFocus={() => onLit(place)}
                onBlur={() => onLit(null)}
                aria-label={rowSentence(row, units)}
              >
                {checkName(row.check)}
              </button>
            </th>
            <td>
              {row.margin ? (
                <MarginBar value={row.margin.value} u={row.margin.u} outcome={row.outcome} />
              ) : (
                <span className={`${verdictColour(colour)} font-semibold`}>{word}</span>
              )}
            </td>
            <td className={`figure text-right text-[14px] ${verdictColour(colour)}`}>
              {row.margin &&
                formatQuantity(row.margin.value, row.margin.dimension, system, {
                  signed: true,
                  difference: true,
                })}
            </td>
          </tr>
        );
      })}
    </Table>
  );
}
