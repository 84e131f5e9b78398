import { useState } from 'react';
import type { AsideRow } from '@radiatrix/contract';
import { importing as words } from '@radiatrix/words/en/importing';
import { importingApi } from '../../api/importing.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import type { UploadState } from './useUpload.ts';

/** Rows that cannot come in, each with what is wrong; put right in place, or thrown away. */
export function Aside({ state, which }: { state: UploadState; which: 'all' | 'other' }) {
  const { upload } = state;
  const [after, setAfter] = useState(0);
  const [changed, setChanged] = useState<readonly number[]>([]);
  const { data, error } = importingApi.useAsideRowsQuery({ id: upload.id, after, which });
  const [fix, fixing] = importingApi.useFixRowsMutation();
  if (error) return <Failure error={error} />;
  if (!data) return <Waiting />;
  if (data.rows.length === 0 && after === 0 && changed.length === 0) return null;
  const keep = (row: number, cells: string[] | null): void =>
    void fix({ id: upload.id, body: { rows: [{ row, cells }] }, key: crypto.randomUUID() })
      .unwrap()
      .then(() => setChanged((now) => [...now.filter((each) => each !== row), row]))
      .catch(() => {});
  return (
    <section aria-label={words('wrong')} className="mt-6">
      <h3 className="text-[20px]">{words('wrong')}</h3>
      <p className="mt-1">
        {words('wrong:about')}{' '}
        <a href={`/api/uploads/${upload.id}/wrong`} download>
          {words('wrong:file')}
        </a>
      </p>
      {changed.length > 0 && (
        <p role="status" className="mt-2 flex flex-wrap items-center gap-3">
          {words('wrong:changed', { n: changed.length })}
          <button type="button" className="btn btn-primary" disabled={state.isSending} onClick={() => state.read()}>
            {words('again')}
          </button>
        </p>
      )}
      {fixing.error !== undefined && <Failure error={fixing.error} />}
      <ul className="border-ink mt-2 border-t">
        {data.rows.map((each) => (
          <Row key={each.row} each={each} headings={data.headings} isChanged={changed.includes(each.row)} onKeep={keep} />
        ))}
      </ul>
      {(data.more || after > 0) && (
        <p className="mt-2 flex gap-4">
          {after > 0 && (
            <button type="button" className="text-steel min-h-[26px] min-w-[26px] underline" onClick={() => setAfter(0)}>
              {words('wrong:first')}
            </button>
          )}
          {data.more && (
            <button type="button" className="text-steel min-h-[26px] min-w-[26px] underline" onClick={() => setAfter(data.rows.at(-1)!.row)}>
              {words('wrong:next')}
            </button>
          )}
        </p>
      )}
    </section>
  );
} // prettier-ignore

function Row({
  each: { row, cells, wrong },
  headings,
  isChanged,
  onKeep,
}: {
  each: AsideRow;
  headings: string[];
  isChanged: boolean;
  onKeep: (row: number, cells: string[] | null) => void;
}) {
  const [draft, setDraft] = useState<string[]>();
  const [first] = wrong;
  return (
    <li className={`border-rule border-b py-1.5 ${isChanged ? 'text-muted' : ''}`}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="figure w-16 shrink-0">
          <span className="sr-only">{words('wrong:row')} </span>
          {row}
        </span>
        <ul className="min-w-60 flex-1">
          {wrong.map((cell, at) => (
            <li key={at}>
              <span className="font-semibold">{cell.heading || words('wrong:whole')}:</span>{' '}
              <span className="text-no">{cell.reason}.</span> {cell.fix}
            </li>
          ))}
        </ul>
        <span className="flex gap-3">
          <button
            type="button"
            className="text-steel min-h-[26px] min-w-[26px] underline"
            aria-expanded={draft !== undefined}
            aria-label={words('wrong:edit', { row })}
            onClick={() =>
              setDraft(draft ? undefined : headings.map((_, at) => cells[at] ?? ''))
            }
          >
            {draft ? words('wrong:cancel') : words('heading:change')}
          </button>
          <button type="button" className="text-steel min-h-[26px] min-w-[26px] underline" aria-label={words('wrong:drop', { row })} onClick={() => onKeep(row, null)}>
            ×
          </button>
        </span>
      </div>
      {draft && (
        <form
          className="mt-1 flex flex-wrap items-end gap-2 pl-16"
          onSubmit={(event) => {
            event.preventDefault();
            onKeep(row, draft);
            setDraft(undefined);
          }}
        >
          {headings.map((heading, at) => (
            <label key={at} className="block w-36">
              <span className={`label-text block truncate ${wrong.some((cell) => cell.heading === heading) ? 'text-no' : ''}`}>
                {heading || words('column:none')}
              </span>
              <input
                className="input"
                autoFocus={first?.heading === heading}
                value={draft[at] ?? ''}
                onChange={(event) => setDraft(draft.map((cell, index) => (index === at ? event.target.value : cell)))}
              />
            </label>
          ))}
          <button type="submit" className="btn">
            {words('wrong:keep')}
          </button>
        </form>
      )}
    </li>
  );
} // prettier-ignore
