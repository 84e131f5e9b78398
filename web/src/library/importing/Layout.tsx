import { useState } from 'react';
import { importing as words } from '@radiatrix/words/en/importing';
import { Field } from '../../ui/fields.tsx';
import type { UploadState } from './useUpload.ts';

const CELLS_SHOWN = 8;

/** Which sheet is read, and where its headings stand. */
export function Layout({ state: { upload, layOut, isSending } }: { state: UploadState }) {
  const [isOpen, setOpen] = useState(false);
  const { sheets, sheet, headingRow, headingRows, top } = upload;
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        {sheets.length > 1 && (
          <Field label={words('sheet')} className="w-64">
            <select
              className="select"
              value={sheet}
              disabled={isSending}
              onChange={(event) => layOut({ sheet: Number(event.target.value), headingRow, headingRows })}
            >
              {sheets.map((name, at) => (
                <option key={at} value={at}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
        )}
        <p>
          {headingRows === 2
            ? words('heading:rows', { row: headingRow, next: headingRow + 1 })
            : words('heading:row', { row: headingRow })}{' '}
          <button type="button" className="text-steel underline" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {words('heading:change')}
          </button>
        </p>
      </div>
      {isOpen && (
        <section aria-label={words('heading:pick')} className="border-rule mt-2 border-y py-2">
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox"
              checked={headingRows === 2}
              disabled={isSending}
              onChange={(event) => layOut({ sheet, headingRow, headingRows: event.target.checked ? 2 : 1 })}
            />
            {words('heading:two')}
          </label>
          <div className="mt-2 overflow-x-auto" tabIndex={0} role="group" aria-label={words('heading:pick')}>
            <table className="text-[14px]">
              <tbody>
                {top.map(({ row, cells }) => (
                  <tr key={row} className={row === headingRow ? 'bg-wash-steel font-semibold' : ''}>
                    <td className="pr-3">
                      <input
                        type="radio"
                        className="radio"
                        name="heading-row"
                        aria-label={words('heading:use', { row })}
                        checked={row === headingRow}
                        disabled={isSending}
                        onChange={() => layOut({ sheet, headingRow: row, headingRows })}
                      />{' '}
                      <span className="figure text-muted">{row}</span>
                    </td>
                    {cells.slice(0, CELLS_SHOWN).map((cell, at) => (
                      <td key={at} className="max-w-44 truncate border-l border-rule px-2">
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
    </div>
  );
} // prettier-ignore
