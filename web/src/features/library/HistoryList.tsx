import { useState } from 'react';
import type { HistoryEntry } from '@radiatrix/contract';
import { api } from '../../api/api.ts';

const HIDDEN = new Set([
  'id',
  'by',
  'at',
  'version',
  'writers',
  'author_id',
  'part_id',
  'bay_id',
  'part_revision_id',
  'revision_id',
  'procedure_id',
  'connector_id',
  'subject',
  'part_kind',
  'type',
  'ordinal',
  'sha256',
  'source_id',
]);

/** The values of a row that differ, in a few words. */
function inWords({ table, action, before, after }: HistoryEntry): string {
  const row = (after ?? before)!;
  if (table === 'measurement')
    return `${action === 'delete' ? 'taken away: ' : ''}${String(row.key)} “${String(row.text)}” (${String(row.method)})`;
  const keys = Object.keys(row).filter(
    (key) =>
      !HIDDEN.has(key) &&
      (action !== 'update' || JSON.stringify(before?.[key]) !== JSON.stringify(after?.[key])),
  );
  const values = keys.map(
    (key) =>
      `${key.replaceAll('_', ' ')} ${action === 'update' ? `${String(before?.[key] ?? 'none')} → ${String(after?.[key] ?? 'none')}` : String(row[key] ?? 'none')}`,
  );
  return `${table.replaceAll('_', ' ')} ${action === 'insert' ? 'added' : action === 'delete' ? 'removed' : 'changed'}${values.length > 0 ? `: ${values.join(', ').slice(0, 160)}` : ''}`;
}

/** Who changed what, and when; fetched when asked for. */
export function HistoryList({ kind, id }: { kind: string; id: number }) {
  const [open, setOpen] = useState(false);
  const { data } = api.useHistoryQuery({ kind, id }, { skip: !open });
  return (
    <section aria-label="History" className="mt-5">
      <h2 className="heading">
        History
        <button
          type="button"
          aria-expanded={open}
          className="text-steel font-sans text-[15px] font-normal tracking-normal normal-case underline"
          onClick={() => setOpen(!open)}
        >
          {open ? 'hide' : 'show'}
        </button>
      </h2>
      {open && (
        <ol className="mt-1 max-h-72 overflow-y-auto text-[14px]">
          {data?.map((entry) => (
            <li key={entry.id} className="border-rule border-b py-1">
              <span className="text-muted">
                {entry.at.slice(0, 16).replace('T', ' ')} {entry.by}
              </span>
              <span className="block break-words">{inWords(entry)}</span>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
