import { useState } from 'react';
import type { ImportReport } from '@radiatrix/contract';
import { placeInFile } from '@radiatrix/core/table';
import { isProposed } from '../../api/api.ts';
import { importingApi } from '../../api/importing.ts';
import { Failure } from '../../ui/notices.tsx';
import { importing as words } from '@radiatrix/words/en/importing';
import { NotDone, Resumed } from './NotDone.tsx';
import { TableImport } from './TableImport.tsx';

const LIMIT_BYTES = 30 * 1024 * 1024;

/** Brings a file in: first what it would change, then all of it or nothing. */
export function ImportPage() {
  const [table, setTable] = useState<File>();
  const [file, setFile] = useState<{ name: string; body: unknown }>();
  const [unreadable, setUnreadable] = useState('');
  const [resumed, setResumed] = useState('');
  const [send, { data: report, error, isLoading, reset }] = importingApi.useImportBundleMutation();
  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    reset();
    setUnreadable('');
    setFile(undefined);
    setTable(undefined);
    setResumed('');
    if (!/\.json$/i.test(chosen.name)) return setTable(chosen);
    if (chosen.size > LIMIT_BYTES) return setUnreadable(words('too-large'));
    let body: unknown;
    try {
      body = JSON.parse(await chosen.text());
    } catch {
      return setUnreadable(words('not-json', { name: chosen.name }));
    }
    setFile({ name: chosen.name, body });
    await send({ body, apply: false, key: crypto.randomUUID() });
  };
  return (
    <div className="mt-4 max-w-6xl">
      <h1 className="heading">{words('title')}</h1>
      {!table && !resumed && (
        <>
          <div className="mt-2 grid max-w-[1000px] gap-x-10 gap-y-2 md:grid-cols-2">
            {(['table', 'bundle'] as const).map((each) => (
              <p key={each}>
                <strong>{words(`about:${each}`)}.</strong> {words(`about:${each}:says`)}
              </p>
            ))}
          </div>
          <p className="text-muted mt-1">{words('about:order')}</p>
        </>
      )}
      <label className="btn mt-3 focus-within:outline-2">
        {words('choose')}
        <input
          type="file"
          accept=".json,.csv,.tsv,.txt,.xlsx,application/json,text/csv"
          className="sr-only"
          onChange={(event) => {
            void choose(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </label>
      {table && (
        <TableImport
          key={`${table.name}${table.lastModified}${table.size}`}
          file={table}
          onOther={() => setTable(undefined)}
        />
      )}
      {resumed && <Resumed key={resumed} id={resumed} onOther={() => setResumed('')} />}
      {!table && !file && !resumed && <NotDone onResume={setResumed} />}
      {!table && !file && !resumed && <Exports />}
      {unreadable && (
        <p role="alert" className="text-no mt-3">
          {unreadable}
        </p>
      )}
      {isLoading && (
        <p role="status" className="mt-3">
          Reading {file?.name} against the library…
        </p>
      )}
      {error !== undefined && (
        <div className="mt-3">
          <Failure error={error} place={(path) => placeInFile(path, file?.body)} />
        </div>
      )}
      {report && file && (
        <Report
          report={report}
          file={file.body}
          name={file.name}
          busy={isLoading}
          onApply={() =>
            void send({ body: file.body, apply: true, key: crypto.randomUUID() }).then(
              (done) => 'error' in done && isProposed(done.error) && setFile(undefined),
            )
          }
        />
      )}
    </div>
  );
}

const KINDS = [
  ['applications', 'Applications'],
  ['parts', 'Parts'],
  ['vehicles', 'Vehicles'],
] as const;

/** The same files the other way; what goes out comes in again as it was. */
function Exports() {
  return (
    <section aria-label="Take a file out" className="mt-8">
      <h2 className="heading">Take a file out</h2>
      <ul className="mt-2">
        {KINDS.map(([kind, label]) => (
          <li key={kind} className="border-rule flex max-w-md items-baseline gap-5 border-b py-1.5">
            <span className="flex-1">{label}</span>
            {(['csv', 'xlsx', 'json'] as const).map((format) => (
              <a key={format} href={`/api/export/${kind}?format=${format}`} download>
                {format.toUpperCase()}
              </a>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Report({
  report,
  file,
  name,
  busy,
  onApply,
}: {
  report: ImportReport;
  file: unknown;
  name: string;
  busy: boolean;
  onApply: () => void;
}) {
  const lists = Object.entries(report.counts).filter(
    ([, count]) => count.new + count.changed + count.same > 0,
  );
  const nothing = lists.every(([, count]) => count.new + count.changed === 0);
  return (
    <section aria-label="What it changes" className="mt-5">
      <h2 className="text-[20px]">
        {report.applied
          ? `${name} is in`
          : report.wrong.length > 0
            ? `${name} cannot come in yet`
            : `What ${name} would change`}
      </h2>
      <table className="mt-2 w-full max-w-xl border-collapse">
        <thead>
          <tr className="border-strong font-label border-b text-[14px] tracking-[0.06em] uppercase">
            <th scope="col" className="text-left font-semibold">
              Records
            </th>
            <th scope="col" className="text-right font-semibold">
              New
            </th>
            <th scope="col" className="text-right font-semibold">
              Changed
            </th>
            <th scope="col" className="text-right font-semibold">
              Same
            </th>
          </tr>
        </thead>
        <tbody>
          {lists.map(([list, count]) => (
            <tr key={list} className="border-rule border-b">
              <th scope="row" className="py-1 text-left font-normal">
                {list}
              </th>
              <td className="figure text-right">{count.new}</td>
              <td className="figure text-right">{count.changed}</td>
              <td className="figure text-muted text-right">{count.same}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {report.wrong.length > 0 && (
        <ul className="border-no mt-3 border-l-4 pl-4">
          {report.wrong.slice(0, 50).map((row) => (
            <li key={row.path + row.message}>
              <span className="font-semibold">{placeInFile(row.path, file)}:</span> {row.message}
            </li>
          ))}
        </ul>
      )}
      {!report.applied && report.wrong.length === 0 && (
        <button type="button" className="btn btn-primary mt-3" disabled={busy || nothing} onClick={onApply}>
          {nothing ? 'Everything is on record already' : 'Bring all of it in'}
        </button>
      )}
    </section>
  );
}
