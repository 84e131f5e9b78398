import { useEffect, useRef, useState } from 'react';
import { columnsOf, TABLE_KINDS, type TableKind } from '@radiatrix/core/table';
import type { Upload } from '@radiatrix/contract';
import { importing as words } from '@radiatrix/words/en/importing';
import { api, problemOf } from '../../api/api.ts';
import { importingApi } from '../../api/importing.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';
import { NewBeside } from '../record/RecordFields.tsx';
import { Columns } from './Columns.tsx';
import { Layout } from './Layout.tsx';
import { Result } from './Result.tsx';
import { useUpload, type UploadState } from './useUpload.ts';

/** A table on its way in: what it holds, which column is which, what it would change, then its good rows. */
export function TableImport({ file, onOther }: { file: File; onOther: () => void }) {
  const [kind, setKind] = useState<TableKind>('applications');
  const [send, { data: sent, error, isLoading }] = importingApi.useNewUploadMutation();
  if (sent) return <Mapped first={sent} onOther={onOther} />;
  return (
    <form
      className="mt-4 max-w-3xl"
      onSubmit={(event) => {
        event.preventDefault();
        void send({ kind, file, key: crypto.randomUUID() });
      }}
    >
      <Field label={words('holds', { name: file.name })} className="max-w-96">
        <select
          className="select"
          autoFocus
          value={kind}
          onChange={(event) => setKind(event.target.value as TableKind)}
        >
          {TABLE_KINDS.map((each) => (
            <option key={each} value={each}>
              {words(`kind:${each}`)}
            </option>
          ))}
        </select>
      </Field>
      <button type="submit" className="btn btn-primary mt-3" disabled={isLoading}>
        {isLoading ? words('sending') : words('open')}
      </button>
      {error !== undefined && (
        <div className="mt-3">
          <Failure error={error} />
        </div>
      )}
    </form>
  );
}

const ENCODINGS: Record<string, string> = { 'windows-1252': 'Latin-1' };

export function Mapped({ first, onOther }: { first: Upload; onOther: () => void }) {
  const state = useUpload(first);
  const { upload, busy } = state;
  const done = upload.state === 'applied' || upload.state === 'waiting';
  const isSaying = upload.state === 'mapping' || upload.state === 'stopped' || upload.state === 'failed';
  return (
    <div className="mt-4">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h2 className="text-[22px]">{upload.name}</h2>
        <p className="text-muted text-[14px]">
          {words('parted', {
            encoding: ENCODINGS[upload.encoding] ?? upload.encoding.toUpperCase(),
            separator: upload.separator,
          })}
        </p>
        <button
          type="button"
          className="text-steel ml-auto underline"
          onClick={() => {
            // What is kept aside stays until somebody throws it away on purpose.
            if (!done) state.stop();
            onOther();
          }}
        >
          {done ? words('another') : words('discard')}
        </button>
      </div>
      {upload.message && !busy && (
        <p role="alert" className="text-no mt-2">
          {upload.message}
        </p>
      )}
      {isSaying ? (
        <Saying state={state} />
      ) : busy ? (
        <Working key={upload.state} state={state} />
      ) : (
        <Result state={state} onGone={onOther} />
      )}
    </div>
  );
}

/** What the file is taken for, before it is read. */
function Saying({ state }: { state: UploadState }) {
  const { upload, mapping, remembered, errors } = state;
  const { data: sources } = api.useSourcesQuery();
  const problem = problemOf(errors.preview);
  return (
    <>
      <Layout state={state} />
      {remembered && (
        <p className="mt-2">
          {words('remembered')}{' '}
          <button type="button" className="text-steel underline" onClick={state.forget}>
            {words('forget')}
          </button>
        </p>
      )}
      <Columns
        mapping={mapping}
        sample={upload.sample}
        columns={columnsOf(upload.kind)}
        kind={upload.kind}
        onChange={(at, entry) =>
          state.setMapping(mapping.map((each, index) => (index === at ? { ...each, ...entry } : each)))
        }
      />
      <div className="mt-3 flex flex-wrap items-end gap-3">
        {upload.kind !== 'vehicles' && (
          <Field
            label={words('source')}
            className="w-72"
            beside={<NewBeside table="source" start={{ name: upload.name.replace(/\.\w+$/, ''), kind: words('source:kind'), grade: 4 }} onMade={({ id }) => state.setSourceId(id)} />}
          >
            <select
              className="select"
              value={state.sourceId ?? ''}
              onChange={(event) => state.setSourceId(Number(event.target.value) || null)}
            >
              <option value="">{words('source:none')}</option>
              {sources?.map((source) => (
                <option key={source.id} value={source.id}>
                  {words('source:line', { name: source.name, grade: source.grade })}
                </option>
              ))}
            </select>
          </Field>
        )}
        <button type="button" className="btn btn-primary" disabled={state.isSending} onClick={() => state.read()}>
          {words('look')}
        </button>
      </div>
      {problem?.fields?.map((field) => (
        <p key={field.message} role="alert" className="text-no mt-2">
          {field.message}
        </p>
      ))}
      {errors.preview !== undefined && !problem?.fields && <Failure error={errors.preview} />}
      {errors.layout !== undefined && <Failure error={errors.layout} />}
    </>
  );
} // prettier-ignore

/** Rows go by at about one pace, so what is left follows from what was done. */
function useSecondsLeft(done: number, of: number): number | undefined {
  const began = useRef<{ at: number; done: number }>(undefined);
  const [left, setLeft] = useState<number>();
  useEffect(() => {
    const now = performance.now();
    began.current ??= { at: now, done };
    const gone = done - began.current.done;
    if (gone > 0 && of > done)
      setLeft(Math.max(1, Math.round((((now - began.current.at) / gone) * (of - done)) / 1000)));
  }, [done, of]);
  return left;
}

function Working({ state: { upload, stop } }: { state: UploadState }) {
  const { done, of } = upload;
  const left = useSecondsLeft(done, of);
  const known = of > 0 && done <= of;
  const rows = (n: number): string => n.toLocaleString('en');
  return (
    <p role="status" className="mt-4 flex flex-wrap items-center gap-4">
      <progress
        className="progress w-56"
        value={known ? done : undefined}
        max={known ? of : undefined}
        aria-label={words('progress')}
      />
      <span>
        {upload.state === 'applying'
          ? words('applying', { done: rows(done), of: rows(of) })
          : known
            ? words('reading', { done: rows(done), of: rows(of) })
            : words('reading:some', { done: rows(done) })}
        {left !== undefined && <span className="text-muted">, {words('left', { n: left })}</span>}
      </span>
      <button type="button" className="text-steel underline" onClick={stop}>
        {words('stop')}
      </button>
    </p>
  );
}
