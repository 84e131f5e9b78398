import { useState } from 'react';
import type { FaceId } from '@radiatrix/core/fitment';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { onFace } from '@radiatrix/core/fitment';
import { FaceDrawing } from '../drawings/FaceDrawing.tsx';
import { LedgerRows } from './LedgerRows.tsx';
import { Answer, Block, Table } from './parts.tsx';
import type { TabProps } from './tab.ts';

/** Old and new radiator over each other in the opening. */
export function FaceTab({ compared, found }: TabProps) {
  const [lit, setLit] = useState<FaceId | null>(null);
  const rows = compared.ledger.filter(onFace);
  return (
    <>
      <Answer found={found.filter((each) => each.about === 'face')} />
      <div className="grid gap-x-6 lg:grid-cols-[1fr_430px]">
        <div>
          <FaceDrawing compared={compared} lit={lit} onLit={setLit} />
          <Legend />
        </div>
        <div>
          <Block title="Old beside new">
            <DifferencesTable compared={compared} lit={lit} onLit={setLit} />
          </Block>
          {rows.length > 0 && (
            <Block title="New in this vehicle">
              <LedgerRows rows={rows} lit={lit} onLit={setLit} />
            </Block>
          )}
        </div>
      </div>
    </>
  );
}

export function DifferencesTable({
  compared,
  lit,
  onLit,
}: Pick<TabProps, 'compared'> & { lit?: FaceId | null; onLit?: (id: FaceId | null) => void }) {
  const units = useUnits();
  const system = units === 'both' ? 'metric' : units;
  const mm = (value: number | undefined, signed = false) =>
    value === undefined ? '?' : formatQuantity(value, 'length', system, { signed });
  return (
    <Table caption="Old beside new" heads={[['Figure'], ['Old', true], ['New', true], ['Difference', true]]}>
      {compared.face.differences.map((each) => {
        const off =
          each.oldMm !== undefined && each.newMm !== undefined ? each.newMm - each.oldMm : undefined;
        return (
          <tr
            key={each.label}
            className={`border-rule border-b ${lit === each.id ? 'bg-wash-steel' : ''}`}
            onPointerEnter={() => onLit?.(each.id)}
            onPointerLeave={() => onLit?.(null)}
          >
            <th scope="row" className="py-[3px] text-left font-normal">
              <button type="button" onFocus={() => onLit?.(each.id)} onBlur={() => onLit?.(null)}>
                {each.label}
              </button>
            </th>
            <td className="figure px-1.5 text-right text-[14px]">{mm(each.oldMm)}</td>
            <td className="figure px-1.5 text-right text-[14px]">{mm(each.newMm)}</td>
            <td
              className={`figure px-1.5 text-right text-[14px] ${off !== undefined && Math.abs(off) > 0.5 ? 'text-copper font-medium' : 'text-muted'}`}
            >
              {off === undefined ? '' : Math.abs(off) < 0.05 ? 'same' : mm(off, true)}
            </td>
          </tr>
        );
      })}
    </Table>
  );
}

const Legend = () => (
  <p className="text-muted mt-1 flex flex-wrap gap-x-5 text-[14px]" aria-hidden="true">
    {[
      ['new', 'var(--color-ink)', undefined, 2],
      ['old', 'var(--color-muted)', '9 3', 1.2],
      ['vehicle', 'var(--color-steel)', '14 3 2 3 2 3', 1.2],
      ['not on record', 'currentColor', '5 4', 1.2],
    ].map(([words, stroke, dash, width]) => (
      <span key={words as string} className="inline-flex items-center gap-1.5">
        <svg width="40" height="6">
          <line
            x1="0"
            x2="40"
            y1="3"
            y2="3"
            stroke={stroke as string}
            strokeWidth={width}
            strokeDasharray={dash as string | undefined}
          />
        </svg>
        {words}
      </span>
    ))}
  </p>
);
