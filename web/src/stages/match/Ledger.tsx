import { lazy, Suspense, useState } from 'react';
import { type LedgerRow, type Outcome, type Shown, type Verdict } from '@radiatrix/core/fit';
import { formatQuantity, preferredUnit, type UnitSystem } from '@radiatrix/core/quantity';
import { methodName } from '@radiatrix/words/methods';
import { checkName, rowSentence, shownText, traceText } from '@radiatrix/words/fit';
import { useUnits } from '../../app/store.ts';
import { useAfterFirstPaint } from '../../ui/firstPaint.ts';
import { MarginBar } from '../../ui/MarginBar.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';

/** Fetched once a row is opened: the first view does without. */
const HowMargin = lazy(async () => ({ default: (await import('./HowMargin.tsx')).HowMargin }));

const OUTCOMES: Record<Outcome, { word: string; colour: string }> = {
  pass: { word: 'meets it', colour: 'text-straight-in' },
  change: { word: 'with a change', colour: 'text-changes' },
  fail: { word: 'does not', colour: 'text-no' },
  open: { word: 'open', colour: 'text-not-proven' },
  unknown: { word: 'not known', colour: 'text-not-proven' },
  'not-asked': { word: '', colour: '' },
};

/** Rows that the first view of a page shows at once; the rest lies below what is seen of it. */
const SEEN_FIRST = 10;

/** Need, have and margin of every check; a row opens to say how each figure is known. */
export function Ledger({ verdict }: { verdict: Verdict }) {
  const units = useUnits();
  const [open, setOpen] = useState<string | null>(null);
  const unit = preferredUnit('length', units).symbol;
  const whole = useAfterFirstPaint();
  return (
    <div className="overflow-x-auto">
      <table className="mt-3 w-full border-collapse text-[15px] md:table-fixed">
        <colgroup className="hidden md:table-column-group">
          <col className="w-[206px]" />
          <col className="w-[128px]" />
          <col className="w-[128px]" />
          <col />
          <col className="w-[58px]" />
          <col className="w-[112px]" />
        </colgroup>
        <caption className="sr-only">Every check of this part against this vehicle</caption>
        <thead>
          <HeadRow
            cells={[
              { label: 'Check' },
              { label: 'This vehicle', className: 'px-2 text-right' },
              { label: 'This part', className: 'px-2 text-right' },
              {
                label: (
                  <>
                    <span className="hidden md:inline">Short · margin </span>
                    <span className="font-mono text-[11px] normal-case">
                      {units === 'both' ? 'mm' : unit}
                    </span>
                    <span className="hidden md:inline"> · spare</span>
                    <span className="md:hidden"> spare</span>
                  </>
                ),
                className: 'pl-3',
              },
              { label: 'Chance', className: 'hidden px-2 text-right md:table-cell' },
              { label: 'How known', className: 'hidden pl-2 md:table-cell' },
            ]}
          />
        </thead>
        <tbody>
          {(whole ? verdict.ledger : verdict.ledger.slice(0, SEEN_FIRST)).map((row) => (
            <Row
              key={row.check}
              row={row}
              units={units}
              deciding={decides(verdict, row)}
              open={open === row.check}
              onToggle={() => setOpen(open === row.check ? null : row.check)}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** One side of a row as text. */
export const shown = (side: Shown | undefined, units: UnitSystem): string => {
  if (!side) return '?';
  if (side.type !== 'quantity') return shownText(side, units);
  const system = units === 'both' ? 'metric' : units;
  const figure = formatQuantity(side.value, side.dimension, system, {
    uncertainty: side.u >= 0.05 ? side.u : undefined,
    bare: side.dimension === 'length',
  });
  return (side.prefix ?? '') + figure;
};

/** A word is set as text, a figure as figures. */
function Side({ row, side, units }: { row: LedgerRow; side: Shown | undefined; units: UnitSystem }) {
  const type =
    side && side.type !== 'quantity' ? 'leading-tight text-[14px]' : 'figure text-[14px] whitespace-nowrap';
  return <td className={`px-2 text-right ${type}`}>{row.listing ? '' : shown(side, units)}</td>;
}

/** The row to look at: the one that decides, or the one that the next measurement would settle. */
function decides(verdict: Verdict, row: LedgerRow): boolean {
  if (verdict.verdict === 'straight-in') return false;
  const next = verdict.measure[0];
  if (next && verdict.measure.length > 1)
    return row.missing.some((missing) => missing.subject === next.subject && missing.key === next.key);
  return verdict.deciding.by === 'check' && verdict.deciding.check === row.check;
}

function Row({
  row,
  units,
  deciding,
  open,
  onToggle,
}: {
  row: LedgerRow;
  units: UnitSystem;
  deciding: boolean;
  open: boolean;
  onToggle: () => void;
}) {
  const { word, colour } = OUTCOMES[row.outcome];
  const tone = deciding ? (row.outcome === 'fail' ? 'bg-wash-no' : 'bg-wash-steel') : '';
  const known = [...new Set(row.traces.map(({ trace }) => methodName(trace.method)))].join(' / ');
  const system = units === 'both' ? 'metric' : units;
  return (
    <>
      <tr className={`border-rule border-b ${tone}`}>
        <th scope="row" className="py-[3px] text-left font-normal">
          <button
            type="button"
            aria-expanded={open}
            onClick={onToggle}
            className="w-full text-left hover:underline"
          >
            {checkName(row.check)}
            {!row.decisive && <span className="text-muted text-[13px]"> advisory</span>}
          </button>
        </th>
        <Side row={row} side={row.need} units={units} />
        <Side row={row} side={row.have} units={units} />
        <td className="pl-3">
          {row.margin ? (
            <span className="flex items-center gap-2">
              <span className="hidden md:inline">
                <MarginBar value={row.margin.value} u={row.margin.u} outcome={row.outcome} />
              </span>
              <span className={`figure text-[14px] whitespace-nowrap ${colour}`}>
                {formatQuantity(row.margin.value, row.margin.dimension, system, {
                  signed: true,
                  difference: true,
                  bare: row.margin.dimension === 'length',
                })}
              </span>
              <span className="sr-only">{word}</span>
            </span>
          ) : (
            <span className={`font-semibold ${colour}`}>{listingWord(row) ?? word}</span>
          )}
        </td>
        <td className="figure hidden px-2 text-right text-[14px] md:table-cell">
          {row.margin && row.chance !== undefined ? `${percent(row.chance)} %` : ''}
        </td>
        <td className="text-muted hidden pl-2 text-[14px] md:table-cell">
          {known || (row.missing.length > 0 ? 'to be measured' : '')}
        </td>
      </tr>
      {open && (
        <tr className="border-rule bg-raised border-b">
          <td colSpan={6} className="px-3 py-2">
            <p>{rowSentence(row, units)}</p>
            <Suspense fallback={null}>
              <HowMargin row={row} units={system} />
            </Suspense>
            <ul className="text-muted mt-1 text-[14px]">
              {row.traces.map(({ side, trace }, index) => (
                <li key={`${side}${trace.figureId}${index}`}>
                  {side === 'vehicle' ? 'Vehicle' : 'Part'}: {traceText(trace)}
                </li>
              ))}
              {row.missing.length > 0 && <li>Not on record: {rowSentence(row, units)}</li>}
            </ul>
          </td>
        </tr>
      )}
    </>
  );
}

/** A certainty is a claim about everything; beside a measured figure 99 % is as much as is said. */
const percent = (chance: number): number => Math.min(99, Math.max(1, Math.round(chance * 100)));

const listingWord = (row: LedgerRow): string | undefined =>
  row.listing &&
  {
    pass: 'listed',
    fail: 'listed as not',
    open: 'sources disagree',
    unknown: 'not listed',
    change: '',
    'not-asked': '',
  }[row.outcome];
