import { useState } from 'react';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { UNITS } from '@radiatrix/core/quantity';
import type { Column, MappedHeading, TableKind } from '@radiatrix/core/table';
import { importing as words } from '@radiatrix/words/en/importing';
import { figureName, kindName } from '@radiatrix/words/figures';
import { columnHeading } from '@radiatrix/words/tables';
import { figuresOfKind } from './figures-of-kind.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';

interface Props {
  mapping: MappedHeading[];
  sample: string[][];
  columns: readonly Column[];
  kind: TableKind;
  onChange: (at: number, entry: Partial<MappedHeading>) => void;
}

/** Which column of the file is which, with its first cells. */
export function Columns({ mapping, sample, columns, kind, onChange }: Props) {
  return (
    <div className="mt-3 overflow-x-auto" tabIndex={0} role="group" aria-label={words('columns')}>
      <table className="border-collapse text-[15px]">
        <caption className="sr-only">{words('columns')}</caption>
        <thead>
          <HeadRow
            cells={(['column', 'is', 'in', 'sample'] as const).map((key) => ({
              label: words(key),
              className: 'pr-4',
            }))}
          />
        </thead>
        <tbody>
          {mapping.map((each, at) => (
            <Row
              key={`${each.heading}${at}`}
              each={each}
              columns={columns}
              kind={kind}
              cells={sample.slice(0, 3).map((row) => row[at] ?? '')}
              onChange={(entry) => onChange(at, entry)}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({
  each,
  columns,
  kind,
  cells,
  onChange,
}: {
  each: MappedHeading;
  columns: readonly Column[];
  kind: TableKind;
  cells: string[];
  onChange: (entry: Partial<MappedHeading>) => void;
}) {
  const column = columns.find(({ field }) => field === each.field);
  return (
    <tr className="border-rule border-b align-baseline">
      <th scope="row" className="py-1 pr-4 text-left font-semibold">
        {each.heading || <span className="text-muted">{words('column:none')}</span>}
      </th>
      <td className="w-64 pr-4">
        <select
          className={`select ${each.field === '' ? 'text-muted' : ''}`}
          aria-label={words('column:is', { heading: each.heading })}
          value={each.field}
          onChange={(event) => onChange({ field: event.target.value, unit: '' })}
        >
          <option value="">{words('column:left')}</option>
          {columns.map((one) => (
            <option key={one.field} value={one.field}>
              {one.required ? words('column:needed', { label: columnHeading(one) }) : columnHeading(one)}
            </option>
          ))}
        </select>
        {kind === 'parts' && column?.figure && <ByKind each={each} onChange={onChange} />}
      </td>
      <td className="w-24 pr-4">
        {column?.dimension && (
          <select
            className="select"
            aria-label={words('column:unit', { heading: each.heading })}
            value={each.unit}
            onChange={(event) => onChange({ unit: event.target.value })}
          >
            <option value="">{UNITS[column.dimension][0]!.symbol}</option>
            {UNITS[column.dimension].slice(1).map(({ symbol }) => (
              <option key={symbol} value={symbol}>
                {symbol}
              </option>
            ))}
          </select>
        )}
      </td>
      <td className="text-muted figure max-w-[420px] truncate text-[13px]">
        {cells.filter(Boolean).join(' · ')}
      </td>
    </tr>
  );
}

/** One column of two meanings: the width of a core, and for shrouds that of the shroud. */
function ByKind({
  each,
  onChange,
}: {
  each: MappedHeading;
  onChange: (entry: Partial<MappedHeading>) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [kind, setKind] = useState<PartKind>(PART_KINDS[0]);
  const figures = figuresOfKind(kind);
  const [figure, setFigure] = useState('');
  const held = Object.entries(each.byKind ?? {}) as [PartKind, string][];
  return (
    <div className="text-[14px]">
      {held.map(([own, key]) => (
        <p key={own} className="flex items-center gap-2">
          {words('by-kind:said', { kind: kindName(own), figure: figureName(own, key).toLowerCase() })}
          <button
            type="button"
            className="text-steel min-h-[26px] min-w-[26px] underline"
            aria-label={words('by-kind:drop', { kind: kindName(own) })}
            onClick={() =>
              onChange({ byKind: Object.fromEntries(held.filter(([other]) => other !== own)) })
            }
          >
            ×
          </button>
        </p>
      ))}
      <button type="button" className="text-steel min-h-[26px] underline" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {words('by-kind')}
      </button>
      {isOpen && (
        <div className="mt-1 flex flex-wrap gap-1">
          <select
            className="select"
            aria-label={words('by-kind:kind')}
            value={kind}
            onChange={(event) => {
              setKind(event.target.value as PartKind);
              setFigure('');
            }}
          >
            {PART_KINDS.map((own) => (
              <option key={own} value={own}>
                {kindName(own)}
              </option>
            ))}
          </select>
          <select
            className="select"
            aria-label={words('by-kind:figure')}
            value={figure}
            onChange={(event) => setFigure(event.target.value)}
          >
            <option value="">{words('names:ask')}</option>
            {figures.map((key) => (
              <option key={key} value={key}>
                {figureName(kind, key)}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="btn"
            disabled={figure === ''}
            onClick={() => {
              onChange({ byKind: { ...each.byKind, [kind]: figure } });
              setOpen(false);
            }}
          >
            {words('by-kind:add')}
          </button>
        </div>
      )}
    </div>
  );
} // prettier-ignore
