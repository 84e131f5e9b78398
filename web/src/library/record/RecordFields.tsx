import { useState } from 'react';
import { monthLabel } from '@radiatrix/core/vehicle';
import {
  LIBRARY,
  type LibraryRecord,
  type LibraryTable,
  type RecordField,
  type RecordValues,
} from '@radiatrix/contract';
import { besideWords } from '@radiatrix/words/en/beside';
import { problemOf } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Beside } from '../../ui/Beside.tsx';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';

/** The boxes of a record that is a row: each as its field is edited. */
export function Fields({
  table,
  values,
  problems,
  readOnly = false,
  onChange,
}: {
  table: LibraryTable;
  values: RecordValues;
  problems: readonly { path: string; message: string }[];
  readOnly?: boolean;
  onChange: (key: string, value: unknown) => void;
}) {
  return (
    <fieldset disabled={readOnly} className="space-y-2.5">
      {LIBRARY[table].fields.map((each) => (
        <Field
          key={each.key}
          label={each.label}
          problem={problems.find(({ path }) => path.split('.')[0] === each.key)?.message}
          beside={
            each.field.type === 'record' &&
            !readOnly && <NewBeside table={each.field.of} onMade={({ id }) => onChange(each.key, id)} />
          }
        >
          <Input field={each} value={values[each.key]} onChange={(value) => onChange(each.key, value)} />
        </Field>
      ))}
    </fieldset>
  );
}

function Input({
  field: { field },
  value,
  onChange,
}: {
  field: RecordField;
  value: unknown;
  onChange: (value: unknown) => void;
}) {
  const pair = (Array.isArray(value) ? value : ['', '']) as [string | number, string | number];
  switch (field.type) {
    case 'text':
      return field.long ? (
        <textarea
          className="textarea"
          rows={3}
          value={(value as string | undefined) ?? ''}
          onChange={(event) => onChange(event.target.value)}
        />
      ) : (
        <input
          className="input"
          value={(value as string | undefined) ?? ''}
          onChange={(event) => onChange(event.target.value)}
        />
      );
    case 'number':
      return (
        <span className="flex items-baseline gap-2">
          <input
            type="number"
            className="input figure !w-32"
            min={field.min}
            max={field.max}
            step={field.whole ? 1 : 'any'}
            value={(value as number | undefined) ?? ''}
            onChange={(event) => onChange(event.target.value === '' ? undefined : Number(event.target.value))}
          />
          {field.unit}
        </span>
      );
    case 'choice':
      return (
        <select
          className="select"
          value={(value as string | undefined) ?? ''}
          onChange={(event) => onChange(event.target.value)}
        >
          <option value="" disabled>
            choose
          </option>
          {field.choices.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </select>
      );
    case 'yes-no':
      return (
        <select
          className="select !w-32"
          value={value === undefined ? '' : value ? 'yes' : 'no'}
          onChange={(event) => onChange(event.target.value === 'yes')}
        >
          <option value="" disabled>
            choose
          </option>
          <option>yes</option>
          <option>no</option>
        </select>
      );
    case 'words':
      return (
        <input
          className="input"
          placeholder={besideWords('commas')}
          value={((value as string[] | undefined) ?? []).join(', ')}
          onChange={(event) =>
            onChange(
              event.target.value
                .split(',')
                .map((each) => each.trimStart())
                .filter((each, at, all) => each !== '' || at === all.length - 1),
            )
          }
        />
      );
    case 'years':
      return (
        <span className="flex items-baseline gap-2">
          {[0, 1].map((at) => (
            <input
              key={at}
              type="number"
              className="input figure !w-28"
              aria-label={at === 0 ? 'first' : 'last'}
              value={pair[at]}
              onChange={(event) =>
                onChange(pair.map((each, index) => (index === at ? Number(event.target.value) : each)))
              }
            />
          ))}
        </span>
      );
    case 'months':
      return (
        <span className="flex flex-wrap items-baseline gap-2">
          {[0, 1].map((at) => (
            <input
              key={at}
              className="input figure !w-28"
              placeholder="2010-03"
              aria-label={at === 0 ? 'from' : 'to'}
              value={String(pair[at])}
              onChange={(event) =>
                onChange(pair.map((each, index) => (index === at ? event.target.value : each)))
              }
            />
          ))}
          {pair.every((each) => /^\d{4}-\d{2}$/.test(String(each))) && (
            <span className="text-muted">{pair.map((each) => monthLabel(String(each))).join(' to ')}</span>
          )}
        </span>
      );
    case 'record':
      return <Reference of={field.of} value={value as number | undefined} onChange={onChange} />;
  }
}

function Reference({
  of,
  value,
  onChange,
}: {
  of: LibraryTable;
  value: number | undefined;
  onChange: (id: number) => void;
}) {
  const { data } = recordingApi.useRecordsQuery({ table: of, text: '' });
  return (
    <select className="select" value={value ?? ''} onChange={(event) => onChange(Number(event.target.value))}>
      <option value="" disabled>
        choose
      </option>
      {value !== undefined && !data?.some((each) => each.id === value) && <option value={value}>…</option>}
      {data?.map((each) => (
        <option key={each.id} value={each.id}>
          {each.title}
          {each.detail && `, ${each.detail}`}
        </option>
      ))}
    </select>
  );
}

/** A record that a list lacks, made beside it. */
export function NewBeside({
  table,
  start = {},
  onMade,
}: {
  table: LibraryTable;
  /** What the new record most likely says, to be seen and changed. */
  start?: RecordValues;
  onMade: (made: LibraryRecord) => void;
}) {
  return (
    <Beside one={LIBRARY[table].one}>
      {(close) => (
        <NewRecord
          table={table}
          start={start}
          onMade={(made) => {
            close();
            onMade(made);
          }}
          onClose={close}
        />
      )}
    </Beside>
  );
}

function NewRecord({
  table,
  start,
  onMade,
  onClose,
}: {
  table: LibraryTable;
  start: RecordValues;
  onMade: (made: LibraryRecord) => void;
  onClose: () => void;
}) {
  const [values, setValues] = useState(start);
  const [send, { error, isLoading }] = recordingApi.useNewRecordMutation();
  const problems = problemOf(error)?.fields ?? [];
  return (
    <form
      aria-label={besideWords('title', { one: LIBRARY[table].one })}
      onSubmit={(event) => {
        event.preventDefault();
        void send({ table, body: values, key: crypto.randomUUID() })
          .unwrap()
          .then(onMade)
          .catch(() => {});
      }}
    >
      <Fields
        table={table}
        values={values}
        problems={problems}
        onChange={(key, value) => setValues({ ...values, [key]: value })}
      />
      {error !== undefined && problems.length === 0 && <Failure error={error} />}
      <p className="mt-4 flex gap-3">
        <button type="submit" className="btn btn-primary" disabled={isLoading}>
          {besideWords('record')}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          {besideWords('close')}
        </button>
      </p>
    </form>
  );
}
