import { useMemo, useState } from 'react';
import { differences, standingAfter, versionsOf, type Standing } from '@radiatrix/core/revision';
import { HISTORY_SENT } from '@radiatrix/contract';
import { reviewingApi } from '../../api/reviewing.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';

/**
 * The history of a record as versions: who made each and when, any two of them side by side, and for a record of one
 * row the way back to an earlier one.
 */
export function HistoryCompare({
  kind,
  id,
  onRestore,
}: {
  kind: string;
  id: number;
  /** Puts an earlier version back, given every row of it; absent where that is not possible. */
  onRestore?: (then: Standing) => void;
}) {
  const { data, error, refetch } = reviewingApi.useHistoryQuery({ kind, id });
  const entries = useMemo(() => [...(data ?? [])].reverse(), [data]);
  const versions = useMemo(() => versionsOf(entries), [entries]);
  const [left, setLeft] = useState<number>();
  const [right, setRight] = useState<number>();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  const newest = versions.length - 1;
  const whole = entries.length < HISTORY_SENT;
  const [a, b] = [left ?? Math.max(0, newest - 1), right ?? newest];
  const [from, to] = [
    standingAfter(entries, versions[Math.min(a, b)]?.upTo ?? 0),
    standingAfter(entries, versions[Math.max(a, b)]?.upTo ?? 0),
  ];
  const changed = versions.length < 2 ? [] : differences(from, to);
  return (
    <section aria-label="History">
      <h2 className="heading">
        History <span className="figure">{versions.length}</span>
      </h2>
      {!whole && (
        <p className="text-muted mt-2">
          Only the newest {HISTORY_SENT.toLocaleString('en')} changes are shown; none of them can be put back.
        </p>
      )}
      {versions.length === 0 && <p className="text-muted mt-2">No change is on record.</p>}
      {versions.length > 1 && (
        <p aria-hidden="true" className="label-text mt-1 grid grid-cols-[44px_44px_1fr] text-[13px]">
          <span>from</span>
          <span>to</span>
        </p>
      )}
      <ol className="mt-1 max-h-56 overflow-y-auto text-[15px]">
        {versions.map((version, index) => (
          <li
            key={version.upTo}
            className="border-rule grid grid-cols-[44px_44px_170px_1fr] items-center border-b py-0.5"
          >
            {versions.length > 1 ? (
              <>
                <input
                  type="radio"
                  name="left"
                  aria-label={`Compare from version ${index + 1}`}
                  checked={a === index}
                  onChange={() => setLeft(index)}
                />
                <input
                  type="radio"
                  name="right"
                  aria-label={`Compare to version ${index + 1}`}
                  checked={b === index}
                  onChange={() => setRight(index)}
                />
              </>
            ) : (
              <>
                <span />
                <span />
              </>
            )}
            <span className="figure text-[14px]">{version.at.slice(0, 16).replace('T', ' ')}</span>
            <span>{version.by}</span>
          </li>
        ))}
      </ol>
      {versions.length > 1 && (
        <>
          <h3 className="label-text mt-3">
            From version {Math.min(a, b) + 1} to version {Math.max(a, b) + 1}
          </h3>
          {changed.length === 0 && <p className="text-muted">No difference.</p>}
          <table className="w-full border-collapse text-[15px]">
            <tbody>
              {changed.map((each) => (
                <tr
                  key={`${each.what}${each.before}${each.after}`}
                  className="border-rule border-b align-baseline"
                >
                  <th scope="row" className="py-1 pr-3 text-left font-normal">
                    {each.what}
                  </th>
                  <td className="text-no pr-3">{each.before}</td>
                  <td className="text-straight-in">{each.after}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {Math.min(a, b) < newest && whole && onRestore && (
            <button type="button" className="btn btn-quiet mt-2" onClick={() => onRestore(from)}>
              Put version {Math.min(a, b) + 1} back
            </button>
          )}
        </>
      )}
    </section>
  );
}
