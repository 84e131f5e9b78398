import { useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import { merge } from '@radiatrix/core/revision';
import {
  canEdit,
  LIBRARY,
  LIBRARY_TABLES,
  type LibraryRecord,
  type LibraryTable,
  type MergeKind,
  type Person,
  type RecordValues,
} from '@radiatrix/contract';
import { mergingWords } from '@radiatrix/words/en/merging';
import { mergeAddress } from '../merging/addresses.ts';
import { isProposed, problemOf, type Tagged } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { HistoryCompare } from './HistoryCompare.tsx';
import { Fields } from './RecordFields.tsx';

const MERGES: Readonly<Partial<Record<LibraryTable, MergeKind>>> = { make: 'make', model: 'model', source: 'source', configuration: 'vehicle' }; // prettier-ignore

const known = (name: string | undefined): LibraryTable | undefined =>
  LIBRARY_TABLES.find((table) => table === name);

/** A make, model, engine, transmission, source, vehicle or bay: what it is, its history, and the way to change it. */
export function RecordPage() {
  const { table: name, id } = useParams();
  const table = known(name);
  const person = useOutletContext<Person>();
  const recordId = Number(id);
  const { data, error, refetch } = recordingApi.useRecordQuery(
    { table: table ?? 'make', id: recordId },
    { skip: !table },
  );
  const [save, restoring] = recordingApi.useSaveRecordMutation();
  if (!table)
    return <Empty title="There is no such shelf">The library’s shelves are listed under Library.</Empty>;
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  const { record, etag } = data;
  return (
    <div className="mt-4">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 border-b pb-2">
        <h1 className="text-[28px]">{record.title}</h1>
        <p className="text-muted">
          {LIBRARY[table].one} · {record.changed.by && `changed by ${record.changed.by} `}
          {record.changed.at.slice(0, 10)}
        </p>
        {table === 'configuration' && (
          <Link className="ml-auto" to={`/v/${recordId}`}>
            its bay and figures
          </Link>
        )}
        {canEdit(person.role) && MERGES[table] && (
          <Link to={mergeAddress(MERGES[table], recordId)}>{mergingWords('open')}</Link>
        )}
        {table === 'model' && (
          <Link className="ml-auto" to={`/coverage?model=${recordId}`}>
            its coverage
          </Link>
        )}
      </div>
      <div className="mt-4 grid gap-10 lg:grid-cols-[minmax(320px,460px)_1fr]">
        <div>
          <WaitingChanges of={table} id={recordId} person={person} />
          <Editor
            key={`${table}${recordId}`}
            table={table}
            record={record}
            etag={etag}
            editable={canEdit(person.role)}
          />
        </div>
        {canEdit(person.role) ? (
          <div>
            <HistoryCompare
              kind={table}
              id={recordId}
              onRestore={(then) => {
                const row = [...then.values()].find((each) => each.table === table)?.row;
                if (row)
                  void save({
                    table,
                    id: recordId,
                    body: valuesOfRow(table, row),
                    etag,
                    key: crypto.randomUUID(),
                  });
              }}
            />
            {restoring.error !== undefined && <Failure error={restoring.error} />}
          </div>
        ) : null}
      </div>
    </div>
  );
}

export function NewRecordPage() {
  const table = known(useParams().table);
  const navigate = useNavigate();
  const [send, { error, isLoading }] = recordingApi.useNewRecordMutation();
  const [values, setValues] = useState<RecordValues>({});
  if (!table)
    return <Empty title="There is no such shelf">The library’s shelves are listed under Library.</Empty>;
  const problems = problemOf(error)?.fields ?? [];
  return (
    <form
      className="mt-4 max-w-md"
      aria-label={`New ${LIBRARY[table].one}`}
      onSubmit={(event) => {
        event.preventDefault();
        void send({ table, body: values, key: crypto.randomUUID() })
          .unwrap()
          .then((made) => navigate(`/library/${table}/${made.id}`))
          .catch((failure: unknown) => isProposed(failure) && setValues({}));
      }}
    >
      <h1 className="text-[24px]">New {LIBRARY[table].one}</h1>
      <Fields
        table={table}
        values={values}
        onChange={(key, value) => setValues({ ...values, [key]: value })}
        problems={problems}
      />
      <button type="submit" className="btn btn-primary mt-4" disabled={isLoading}>
        Record it
      </button>
      {error !== undefined && problems.length === 0 && <Failure error={error} />}
    </form>
  );
}

/** What was typed, what it was based on, and what became of it while it was typed. */
function Editor({
  table,
  record,
  etag,
  editable,
}: {
  table: LibraryTable;
  record: LibraryRecord;
  etag: string;
  editable: boolean;
}) {
  const [base, setBase] = useState({ values: record.values, etag });
  const [mine, setMine] = useState<RecordValues | null>(null);
  const [news, setNews] = useState<{ theirs: string[]; both: string[]; now: LibraryRecord } | null>(null);
  const [save, { error, isLoading, reset }] = recordingApi.useSaveRecordMutation();
  const [load] = recordingApi.useLazyRecordQuery();
  const values = mine ?? record.values;
  const problem = problemOf(error);
  const label = (key: string): string => LIBRARY[table].fields.find((each) => each.key === key)?.label ?? key;
  const send = async (body: RecordValues, tag: string): Promise<void> => {
    try {
      const saved = await save({ table, id: record.id, body, etag: tag, key: crypto.randomUUID() }).unwrap();
      setBase({ values: saved.record.values, etag: saved.etag });
      setMine(null);
      setNews(null);
    } catch (failure) {
      if (isProposed(failure)) setMine(null);
      if (problemOf(failure)?.code !== 'stale') return;
      const now: Tagged<LibraryRecord> = await load({ table, id: record.id }).unwrap();
      const merged = merge(base.values, body, now.record.values);
      reset();
      setBase({ values: now.record.values, etag: now.etag });
      setMine(merged.values);
      setNews({ theirs: merged.theirs, both: merged.both, now: now.record });
    }
  };
  return (
    <form
      aria-label={`Change ${LIBRARY[table].one}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (mine) void send(mine, base.etag);
      }}
    >
      <Fields
        table={table}
        values={values}
        problems={problem?.fields ?? []}
        readOnly={!editable}
        onChange={(key, value) => {
          if (!mine) setBase({ values: record.values, etag });
          setMine({ ...values, [key]: value });
        }}
      />
      {news && (
        <div role="alert" className="border-changes mt-4 border-l-4 pl-4">
          <p className="font-label text-changes text-[18px] font-semibold">
            {news.now.changed.by} saved this {LIBRARY[table].one} in the meantime
          </p>
          {news.theirs.length > 0 && (
            <p>
              Taken over beside yours:{' '}
              {news.theirs.map((key) => `${label(key)}: ${shown(news.now.values[key])}`).join('; ')}.
            </p>
          )}
          {news.both.map((key) => (
            <p key={key}>
              Both of you changed {label(key).toLowerCase()}: yours {shown(values[key])}, theirs{' '}
              {shown(news.now.values[key])}.{' '}
              <button
                type="button"
                className="text-steel underline"
                onClick={() => {
                  setMine({ ...values, [key]: news.now.values[key] });
                  setNews({
                    ...news,
                    both: news.both.filter((each) => each !== key),
                    theirs: [...news.theirs, key],
                  });
                }}
              >
                take theirs
              </button>
            </p>
          ))}
          <p className="text-muted">Look at it and save again: both are kept.</p>
        </div>
      )}
      {editable && (
        <div className="mt-4 flex items-center gap-3">
          <button type="submit" className="btn btn-primary" disabled={!mine || isLoading}>
            {isLoading ? 'Saving…' : 'Save'}
          </button>
          {mine && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => {
                setMine(null);
                setNews(null);
                reset();
              }}
            >
              Throw away changes
            </button>
          )}
        </div>
      )}
      {error !== undefined && !problem?.fields && problem?.code !== 'stale' && <Failure error={error} />}
    </form>
  );
}

const shown = (value: unknown): string => (Array.isArray(value) ? value.join(' to ') : value === '' || value === null || value === undefined ? 'nothing' : String(value as string)); // prettier-ignore

/** A row as history keeps it, in the database's spelling, as the values that a save sends. */
function valuesOfRow(table: LibraryTable, row: Record<string, unknown>): RecordValues {
  return Object.fromEntries(
    LIBRARY[table].fields.map(({ key, field }) => {
      const value = row[key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)];
      return [
        key,
        field.type === 'years' || field.type === 'months' ? spanOf(String(value), field.type) : value,
      ];
    }),
  );
}

/** `[2008,2015)` as first and last, both included. */
function spanOf(text: string, type: 'years' | 'months'): [number, number] | [string, string] {
  const [from = '', to = ''] = text.replace(/[[\])(]/g, '').split(',');
  if (type === 'years') return [Number(from), Number(to) - 1];
  const [year, month] = to.split('-').map(Number) as [number, number];
  const last = year * 12 + month - 2;
  return [from.slice(0, 7), `${Math.floor(last / 12)}-${String((last % 12) + 1).padStart(2, '0')}`];
}
