import type { ReactNode } from 'react';

export interface HeadCell {
  label: ReactNode;
  /** Width and alignment of its column. */
  className?: string;
}

/** The headings of a table, each of its own column. */
export function HeadRow({ cells }: { cells: readonly HeadCell[] }) {
  return (
    <tr className="border-ink font-label border-b text-left text-[14px] tracking-[0.06em] uppercase">
      {cells.map(({ label, className = '' }, at) => (
        <th key={at} scope="col" className={`py-1 font-semibold ${className}`}>
          {label}
        </th>
      ))}
    </tr>
  );
}
