import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { columnsOf, TABLE_KINDS, type MappedHeading, type TableKind } from '@radiatrix/core/table';
import { UNITS } from '@radiatrix/core/quantity';
import type { Upload } from '@radiatrix/contract';
import { columnHeading } from '@radiatrix/words/tables';
import { api, problemOf } from '../../api/api.ts';
import { importingApi } from '../../api/importing.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';

const KIND_WORDS: Record<TableKind, string> = {
  applications: 'applications: which part fits which vehicles',
  parts: 'parts and their figures',
  vehicles: 'vehicles',
};
const ASK_EVERY_MS = 400;

/** What headings were taken for on this visit: a file put right and sent again is not mapped again. */
const ofThisVisit = new Map<string, MappedHeading[]>();
const shapeOf = (kind: TableKind, mapping: readonly MappedHeading[]): string =>
  [kind, ...mapping.map((each) => each.heading)].join('\n');

/** A table on its way in: which column is which, what it would change, then all of it or nothing. */
export function TableImport({ file, onOther }: { file: File; onOther: () => void }) {
  const [kind, setKind] = useState<TableKind>('applications');
  const [send, { data: sent, error, isLoading }] = importingApi.useNewUploadMutation();
  const begin = () => void send({ kind, file, key: crypto.randomUUID() });
  if (sent) return <Mapped first={sent} onOther={onOther} />;
  return (
    <form
      className="mt-4 max-w-3xl"
      onSubmit={(event) => {
        event.preventDefault();
        begin();
      }}
    >
      <Field label={`What ${file.name} holds`} className="w-96">
        <select
          className="select"
          autoFocus
          value={kind}
          onChange={(event) => setKind(event.target.value as TableKind)}
        >
          {TABLE_KINDS.map((each) => (
            <option key={each} value={each}>
              {KIND_WORDS[each]}
            </option>
          ))}
        </select>
      </Field>
      <button type="submit" className="btn btn-primary mt-3" disabled={isLoading}>
        {isLoading ? 'Sending…' : 'Read its headings'}
      </button>
      {error !== undefined && (
        <div className="mt-3">
          <Failure error={error} />
        </div>
      )}
    </form>
  );
}

function Mapped({ first, onOther }: { first: Upload; onOther: () => void }) {
  const [polling, setPolling] = useState(false);
  const { data } = importingApi.useUploadQuery(first.id, { pollingInterval: polling ? ASK_EVERY_MS : 0 });
  const { data: sources } = api.useSourcesQuery();
  const [mapping, setMapping] = useState<MappedHeading[]>(
    ofThisVisit.get(shapeOf(first.kind, first.mapping)) ?? first.mapping,
  );
  const [sourceId, setSourceId] = useState<number | null>(null);
  const [preview, previewing] = importingApi.usePreviewUploadMutation();
  const [apply, applying] = importingApi.useApplyUploadMutation();
  const [stop] = importingApi.useStopUploadMutation();
  const [forget] = importingApi.useForgetMappingMutation();
  const [remembered, setRemembered] = useState(first.remembered);
  const upload = data ?? first;
  const busy = upload.state === 'reading' || upload.state === 'applying';
  useEffect(() => setPolling(busy), [busy]);
  const columns = columnsOf(upload.kind);
  const change = (at: number, entry: Partial<MappedHeading>) =>
    setMapping((now) => now.map((each, index) => (index === at ? { ...each, ...entry } : each)));
  const end = () => {
    void stop({ id: upload.id, key: crypto.randomUUID() });
    onOther();
  };
  const problem = problemOf(previewing.error);
  const sourced = upload.kind !== 'vehicles';
  return (
    <div className="mt-4">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2 className="text-[22px]">{upload.name}</h2>
        <p className="text-muted text-[14px]">
          {upload.encoding === 'windows-1252' ? 'Latin-1' : upload.encoding.toUpperCase()}, parted by{' '}
          {upload.separator}
        </p>
        <button type="button" className="text-steel ml-auto underline" onClick={end}>
          {upload.state === 'applied' || upload.state === 'waiting' ? 'another file' : 'throw it away'}
        </button>
      </div>
      {upload.state === 'mapping' || upload.state === 'stopped' || upload.state === 'failed' ? (
        <>
          {upload.message && (
            <p role="alert" className="text-no mt-2">
              {upload.message}
            </p>
          )}
          {remembered && (
            <p className="mt-2">
              The columns are taken as in your last file of these headings.{' '}
              <button
                type="button"
                className="text-steel underline"
                onClick={() =>
                  void forget({ id: upload.id, key: crypto.randomUUID() })
                    .unwrap()
                    .then((guessed) => {
                      ofThisVisit.delete(shapeOf(upload.kind, mapping));
                      setMapping(guessed.mapping);
                      setRemembered(false);
                    })
                    .catch(() => {})
                }
              >
                forget that
              </button>
            </p>
          )}
          <Columns mapping={mapping} sample={upload.sample} columns={columns} onChange={change} />
          <div className="mt-3 flex flex-wrap items-end gap-3">
            {sourced && (
              <Field label="Who says so, where a row does not" className="w-72">
                <select
                  className="select"
                  value={sourceId ?? ''}
                  onChange={(event) => setSourceId(Number(event.target.value) || null)}
                >
                  <option value="">nobody: such rows are wrong</option>
                  {sources?.map((source) => (
                    <option key={source.id} value={source.id}>
                      {source.name} (grade {source.grade})
                    </option>
                  ))}
                </select>
              </Field>
            )}
            <button
              type="button"
              className="btn btn-primary"
              disabled={previewing.isLoading}
              onClick={() => {
                setPolling(true);
                ofThisVisit.set(shapeOf(upload.kind, mapping), mapping);
                void preview({ id: upload.id, body: { mapping, sourceId }, key: crypto.randomUUID() });
              }}
            >
              See what it would change
            </button>
          </div>
          {problem?.fields?.map((field) => (
            <p key={field.message} role="alert" className="text-no mt-2">
              {field.message}
            </p>
          ))}
          {previewing.error !== undefined && !problem?.fields && <Failure error={previewing.error} />}
        </>
      ) : busy ? (
        <p role="status" className="mt-4 flex items-center gap-4">
          <progress
            className="progress w-56"
            value={upload.of ? upload.done : undefined}
            max={upload.of || undefined}
            aria-label="Rows gone through"
          />
          {upload.state === 'reading' ? 'Read against the library' : 'Bringing it in'}:{' '}
          <span className="figure">{upload.done.toLocaleString('en')}</span> rows
          <button type="button" className="text-steel underline" onClick={end}>
            stop
          </button>
        </p>
      ) : (
        <Preview
          upload={upload}
          applying={applying.isLoading}
          error={applying.error}
          onApply={() => {
            setPolling(true);
            void apply({ id: upload.id, key: crypto.randomUUID() });
          }}
        />
      )}
    </div>
  );
}

function Columns({
  mapping,
  sample,
  columns,
  onChange,
}: {
  mapping: MappedHeading[];
  sample: string[][];
  columns: ReturnType<typeof columnsOf>;
  onChange: (at: number, entry: Partial<MappedHeading>) => void;
}) {
  return (
    <table className="mt-3 border-collapse text-[15px]">
      <caption className="sr-only">Which column is which</caption>
      <thead>
        <tr className="border-ink font-label border-b text-left text-[14px] tracking-[0.06em] uppercase">
          <th scope="col" className="py-1 pr-4 font-semibold">
            Column of the file
          </th>
          <th scope="col" className="pr-4 font-semibold">
            is
          </th>
          <th scope="col" className="pr-4 font-semibold">
            in
          </th>
          <th scope="col" className="font-semibold">
            first rows
          </th>
        </tr>
      </thead>
      <tbody>
        {mapping.map((each, at) => {
          const column = columns.find(({ field }) => field === each.field);
          return (
            <tr key={`${each.heading}${at}`} className="border-rule border-b">
              <th scope="row" className="py-1 pr-4 text-left font-semibold">
                {each.heading || <span className="text-muted">(no heading)</span>}
              </th>
              <td className="w-60 pr-4">
                <select
                  className={`select ${each.field === '' ? 'text-muted' : ''}`}
                  aria-label={`What “${each.heading}” is`}
                  value={each.field}
                  onChange={(event) => onChange(at, { field: event.target.value, unit: '' })}
                >
                  <option value="">left out</option>
                  {columns.map((column) => (
                    <option key={column.field} value={column.field}>
                      {columnHeading(column)}
                      {column.required ? ' (needed)' : ''}
                    </option>
                  ))}
                </select>
              </td>
              <td className="w-24 pr-4">
                {column?.dimension && (
                  <select
                    className="select"
                    aria-label={`Unit of “${each.heading}”`}
                    value={each.unit}
                    onChange={(event) => onChange(at, { unit: event.target.value })}
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
                {sample
                  .slice(0, 3)
                  .map((row) => row[at] ?? '')
                  .filter(Boolean)
                  .join(' · ')}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const COUNTS = [
  ['new', 'new', 'text-straight-in'],
  ['changed', 'changed', 'text-changes'],
  ['same', 'same as on record', 'text-muted'],
  ['wrong', 'wrong', 'text-no'],
] as const;

function Preview({
  upload,
  applying,
  error,
  onApply,
}: {
  upload: Upload;
  applying: boolean;
  error: unknown;
  onApply: () => void;
}) {
  const { counts, wrong, state } = upload;
  const nothing = counts.new + counts.changed === 0;
  return (
    <section aria-label="What it changes" className="mt-4">
      <h3 className="text-[20px]">
        {state === 'applied'
          ? 'It is in'
          : state === 'waiting'
            ? 'It waits for a reviewer'
            : counts.wrong > 0
              ? 'It cannot come in yet'
              : nothing
                ? 'Everything in it is on record already'
                : 'What it would change'}
      </h3>
      <dl className="mt-2 flex flex-wrap gap-x-10 gap-y-2">
        {COUNTS.map(([key, label, colour]) => (
          <div key={key}>
            <dd className={`figure text-[30px] leading-none ${counts[key] > 0 ? colour : 'text-muted'}`}>
              {counts[key].toLocaleString('en')}
            </dd>
            <dt className="label-text">{label}</dt>
          </div>
        ))}
      </dl>
      {wrong.length > 0 && (
        <>
          <p className="mt-3">
            A table comes in whole or not at all. Put the rows right in the file and send it again, or take{' '}
            <a href={`/api/uploads/${upload.id}/wrong`} download>
              the wrong rows with their reasons
            </a>{' '}
            as a file.
          </p>
          <table className="mt-2 w-full border-collapse text-[15px]">
            <thead>
              <tr className="border-ink font-label border-b text-left text-[14px] tracking-[0.06em] uppercase">
                <th scope="col" className="w-16 py-1 font-semibold">
                  Row
                </th>
                <th scope="col" className="w-44 font-semibold">
                  Column
                </th>
                <th scope="col" className="font-semibold">
                  What is wrong
                </th>
                <th scope="col" className="font-semibold">
                  How to put it right
                </th>
              </tr>
            </thead>
            <tbody>
              {wrong.map((cell, index) => (
                <tr key={index} className="border-rule border-b align-baseline">
                  <td className="figure py-1">{cell.row}</td>
                  <td>{cell.heading || <span className="text-muted">whole row</span>}</td>
                  <td className="text-no pr-4">{cell.reason}</td>
                  <td>{cell.fix}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {counts.wrong > wrong.length && (
            <p className="text-muted mt-1">The first {wrong.length} are shown; the file has all of them.</p>
          )}
        </>
      )}
      {state === 'waiting' && (
        <p className="mt-3">
          It changes what is said of parts that everybody sees. A reviewer finds it under{' '}
          <Link to="/review">Review</Link>; until then nothing has changed.
        </p>
      )}
      {state === 'ready' && counts.wrong === 0 && !nothing && (
        <button
          type="button"
          className="btn btn-primary mt-4"
          disabled={applying}
          onClick={onApply}
          autoFocus
        >
          Bring in all {(counts.new + counts.changed).toLocaleString('en')}
        </button>
      )}
      {error !== undefined && <Failure error={error} />}
    </section>
  );
}
