import { useEffect, useRef } from 'react';
import type { Grid, GridCell } from './grid.ts';

const GRADE_WORDS = ['', 'installed', 'measured', 'data sheet', 'listed', 'told'];

/**
 * Years across, engine and transmission down. A bar in each cell is as long as the share of its vehicles that
 * something covers and as strong as the evidence; the number is how many parts do. A broken ring is a gap, a cross a
 * conflict, an empty place was never built.
 */
export function CoverageGrid({
  grid,
  at,
  paint,
  onChoose,
}: {
  grid: Grid;
  at: { row: number; year: number } | undefined;
  paint: Record<number, 'must' | 'never'> | undefined;
  onChoose: (row: number, year: number) => void;
}) {
  const chosen = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    chosen.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [at?.row, at?.year]);
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="border-collapse" aria-label={paint ? 'Painting: what the part fits' : 'Coverage'}>
        <thead>
          <tr>
            <th scope="col" className="label-text min-w-[250px] pb-1 text-left">
              Engine and transmission
            </th>
            {grid.years.map((year) => (
              <th
                key={year}
                scope="col"
                className="figure text-muted w-[58px] min-w-[58px] pb-1 text-[14px] font-normal"
              >
                {year}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {grid.rows.map((row, r) => (
            <tr key={row.key} className="border-rule border-y">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {r > 0 && grid.rows[r - 1]!.engine === row.engine ? (
                  <span className="sr-only">{row.engine}, </span>
                ) : (
                  <span className="font-label block text-[17px] leading-tight font-semibold">
                    {row.engine}
                  </span>
                )}
                <span className="text-muted text-[14px]">{row.transmission}</span>
              </th>
              {row.cells.map((cell, y) => (
                <td key={grid.years[y]} className="border-rule border-l p-0">
                  {cell ? (
                    <button
                      ref={at?.row === r && at.year === y ? chosen : undefined}
                      type="button"
                      tabIndex={at ? (at.row === r && at.year === y ? 0 : -1) : r === 0 ? 0 : -1}
                      aria-current={at?.row === r && at.year === y}
                      aria-pressed={paint && cell.vehicles.every((vehicle) => paint[vehicle.id] === 'must')}
                      aria-label={`${cell.year} ${row.engine} ${row.transmission}: ${paint ? paintWords(cell, paint) : wordsOf(cell)}`}
                      className={`relative block h-[42px] w-full ${at?.row === r && at.year === y ? 'outline-copper outline-2 -outline-offset-1' : ''}`}
                      onClick={() => onChoose(r, y)}
                    >
                      {paint ? <Painted cell={cell} paint={paint} /> : <Covered cell={cell} />}
                    </button>
                  ) : (
                    <span className="text-muted block text-center opacity-40" aria-label="never built">
                      ·
                    </span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-muted mt-2 flex flex-wrap gap-x-5 text-[13px]">
        {paint ? (
          <span>
            Enter or a click turns a cell: filled fits, empty does not, half where its vehicles differ.
          </span>
        ) : (
          <>
            <span>number: parts that cover it</span>
            <span>bar: share covered, stronger with better evidence</span>
            <span>
              <Cross /> sources contradict
            </span>
            <span>
              <Ring /> gap
            </span>
            <span>▾ marked for measuring</span>
          </>
        )}
      </p>
    </div>
  );
}

const wordsOf = (cell: GridCell): string =>
  [
    cell.parts === 0 ? (cell.gap ? 'gap, no part' : 'no part') : `${cell.parts} ${cell.parts === 1 ? 'part' : 'parts'}, best evidence ${GRADE_WORDS[cell.grade]}`,
    cell.conflicts.length > 0 ? `${cell.conflicts.length} conflicts` : '',
    cell.marked ? 'marked for measuring' : '',
  ].filter(Boolean).join(', '); // prettier-ignore

const paintWords = (cell: GridCell, paint: Record<number, string>): string => {
  const fits = cell.vehicles.filter((vehicle) => paint[vehicle.id] === 'must').length;
  return fits === 0 ? 'does not fit' : fits === cell.vehicles.length ? 'fits' : 'fits some';
};

const STRENGTH = [0, 100, 78, 58, 38, 22];

function Covered({ cell }: { cell: GridCell }) {
  const share = cell.covered / cell.vehicles.length;
  return (
    <>
      {cell.conflicts.length > 0 && <span className="bg-wash-no absolute inset-0" />}
      <span className="relative flex h-full flex-col items-center justify-center gap-1">
        <span className="figure text-[15px] leading-none">
          {cell.parts > 0 ? cell.parts : cell.gap ? <Ring /> : ''}
          {cell.conflicts.length > 0 && <Cross />}
          {cell.marked && <span className="text-steel ml-0.5 text-[12px]">▾</span>}
        </span>
        {cell.parts > 0 && (
          <span aria-hidden="true" className="bg-rule block h-[6px] w-[38px]">
            <span
              className="block h-full"
              style={{
                width: `${share * 100}%`,
                background: `color-mix(in srgb, var(--color-primary) ${STRENGTH[cell.grade]}%, var(--color-base-300))`,
              }}
            />
          </span>
        )}
      </span>
    </>
  );
}

function Painted({ cell, paint }: { cell: GridCell; paint: Record<number, string> }) {
  const share = cell.vehicles.filter((vehicle) => paint[vehicle.id] === 'must').length / cell.vehicles.length;
  return (
    <span className="grid h-full place-items-center">
      <span className="border-ink block h-[22px] w-[38px] border">
        <span className="bg-copper block h-full" style={{ width: `${share * 100}%` }} />
      </span>
    </span>
  );
}

const Cross = () => (
  <svg aria-hidden="true" viewBox="0 0 10 10" className="text-no ml-0.5 inline size-[11px]">
    <path d="M1 1 L9 9 M9 1 L1 9" stroke="currentColor" strokeWidth="2.2" />
  </svg>
);
const Ring = () => (
  <svg aria-hidden="true" viewBox="0 0 12 12" className="text-not-proven inline size-[13px]">
    <circle
      cx="6"
      cy="6"
      r="4.5"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
      strokeDasharray="4.4 2.7"
    />
  </svg>
);
