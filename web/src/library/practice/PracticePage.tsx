import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { PRACTICE_NAMES, PRACTICE_TABLE, type PracticeName } from '@radiatrix/core/practice';
import { canEdit, type Person, type ShopPractice } from '@radiatrix/contract';
import { practiceLabel, practiceWhy } from '@radiatrix/words/practice';
import { recordingApi } from '../../api/recording.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';

const shown = (name: PracticeName, value: number): string => {
  const { unit } = PRACTICE_TABLE[name];
  return unit === 'money'
    ? value.toFixed(0)
    : unit === 'share'
      ? `${Math.round(value * 1000) / 10} %`
      : unit === 'times'
        ? `${value} times`
        : `${value} ${unit}`;
};

/** Every tolerance and margin the answers hang on, and those that this shop has set for itself. */
export function PracticePage() {
  const person = useOutletContext<Person>();
  const { data, error, refetch } = recordingApi.usePracticeQuery();
  const [text, setText] = useState('');
  const [edited, setEdited] = useState<PracticeName | null>(null);
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  const own = new Map(data.map((line) => [line.name, line]));
  const found = PRACTICE_NAMES.filter((name) =>
    `${practiceLabel(name)} ${practiceWhy(name)}`.toLowerCase().includes(text.toLowerCase()),
  ).sort((a, b) => Number(own.has(b)) - Number(own.has(a)));
  return (
    <div className="mt-4">
      <div className="border-strong flex flex-wrap items-end gap-x-5 gap-y-2 border-b pb-2">
        <h1 className="text-[24px]">Practice</h1>
        <p className="text-muted max-w-[70ch]">
          Common practice of the trade, without a published source. When this shop sets its own number, it
          counts everywhere, and every answer that depends on it says so.
        </p>
        <input
          type="search"
          className="input ml-auto max-w-64"
          aria-label="Find a line of practice"
          placeholder="fuse, hose, engine"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </div>
      <table className="mt-2 w-full border-collapse text-[15px]">
        <caption className="sr-only">Lines of practice</caption>
        <thead>
          <HeadRow
            cells={[
              { label: 'What' },
              { label: 'The trade', className: 'px-2 text-right' },
              { label: 'This shop', className: 'px-2 text-right' },
              { label: 'Why', className: 'pl-3' },
            ]}
          />
        </thead>
        <tbody>
          {found.map((name) => (
            <Row
              key={name}
              name={name}
              own={own.get(name)}
              editing={edited === name}
              onEdit={canEdit(person.role) ? () => setEdited(edited === name ? null : name) : undefined}
              onDone={() => setEdited(null)}
            />
          ))}
        </tbody>
      </table>
      {found.length === 0 && <p className="text-muted mt-3">No line of practice matches.</p>}
    </div>
  );
}

function Row({
  name,
  own,
  editing,
  onEdit,
  onDone,
}: {
  name: PracticeName;
  own: ShopPractice | undefined;
  editing: boolean;
  onEdit: (() => void) | undefined;
  onDone: () => void;
}) {
  const line = PRACTICE_TABLE[name];
  const why = practiceWhy(name);
  return (
    <>
      <tr className={`border-rule border-b align-baseline ${own ? 'bg-wash-steel' : ''}`}>
        <th scope="row" className="py-1 text-left font-normal">
          {onEdit ? (
            <button
              type="button"
              aria-expanded={editing}
              className="text-left hover:underline"
              onClick={onEdit}
            >
              {practiceLabel(name)}
            </button>
          ) : (
            practiceLabel(name)
          )}
          {why && <span className="text-muted block text-[14px]">{why}</span>}
        </th>
        <td className="figure px-2 text-right text-[14px] whitespace-nowrap">{shown(name, line.value)}</td>
        <td className="figure px-2 text-right text-[14px] whitespace-nowrap">
          {own
            ? shown(name, own.value)
            : onEdit && (
                <button
                  type="button"
                  className="text-link font-label underline"
                  onClick={onEdit}
                  aria-label={`Set “${practiceLabel(name)}” for this shop`}
                >
                  set
                </button>
              )}
        </td>
        <td className="text-muted pl-3 text-[14px]">
          {own ? `${own.reason} (${own.stamp.by} ${own.stamp.at.slice(0, 10)})` : line.source}
        </td>
      </tr>
      {editing && (
        <tr className="border-rule border-b">
          <td colSpan={4} className="py-2">
            <Edit name={name} own={own} onDone={onDone} />
          </td>
        </tr>
      )}
    </>
  );
}

function Edit({
  name,
  own,
  onDone,
}: {
  name: PracticeName;
  own: ShopPractice | undefined;
  onDone: () => void;
}) {
  const line = PRACTICE_TABLE[name];
  const [value, setValue] = useState(String(own?.value ?? line.value));
  const [reason, setReason] = useState('');
  const [save, { error, isLoading }] = recordingApi.useSetPracticeMutation();
  const number = Number(value.replace(',', '.'));
  const wrong = !(number >= line.lo && number <= line.hi);
  const send = (next: number | null) =>
    void save({ body: { name, value: next, reason: reason.trim() }, key: crypto.randomUUID() })
      .unwrap()
      .then(onDone)
      .catch(() => {});
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      aria-label={practiceLabel(name)}
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) send(number);
      }}
    >
      <label>
        <span className="label-text">
          {line.unit === 'share' ? 'Share, 0 to 1' : `In ${line.unit}`}, {line.lo} to {line.hi}
        </span>
        <input
          className={`input figure !w-[150px] ${wrong ? '!border-no' : ''}`}
          value={value}
          inputMode="decimal"
          autoFocus
          onChange={(event) => setValue(event.target.value)}
        />
      </label>
      <label className="min-w-[260px] flex-1">
        <span className="label-text">Because</span>
        <input
          className="input"
          value={reason}
          maxLength={400}
          placeholder="what was seen that says so"
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <button
        type="submit"
        className="btn btn-primary"
        disabled={isLoading || wrong || reason.trim().length < 5}
      >
        Set it
      </button>
      {own && (
        <button
          type="button"
          className="btn btn-quiet"
          disabled={isLoading || reason.trim().length < 5}
          onClick={() => send(null)}
        >
          Back to the trade’s
        </button>
      )}
      {error !== undefined && <Failure error={error} />}
    </form>
  );
}
