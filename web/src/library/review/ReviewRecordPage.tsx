import { useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import { releasesAlone } from '@radiatrix/core/revision';
import type { Person, ReviewKind, ReviewRecord } from '@radiatrix/contract';
import { reviewingApi } from '../../api/reviewing.ts';
import { reviewWords } from '@radiatrix/words/en/review';
import { usePractice } from '../../api/usePractice.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { ImportedParts } from './ImportedParts.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';

/** What changed since the last release, what backs it, and the one act that shows it to installers. */
export function ReviewRecordPage() {
  const { kind, id } = useParams() as { kind: ReviewKind; id: string };
  const person = useOutletContext<Person>();
  const navigate = useNavigate();
  const { data, error, refetch, isFetching } = reviewingApi.useReviewOneQuery({ kind, id: Number(id) });
  const practice = usePractice();
  const [judge, { error: refused, isLoading }] = reviewingApi.useJudgeMutation();
  if (error && !data)
    return (
      <div className="mt-4">
        <Empty title="Nothing waits on this record">
          This record is released, or is not on record. <Link to="/review">Review</Link>
        </Empty>
      </div>
    );
  if (!data) return <Waiting />;
  const { record, etag } = data;
  const own = record.writers.includes(person.id);
  const alone = releasesAlone(practice) && person.role === 'reviewer';
  // These have no revisions of their own: they are let through or sent back.
  const atOnce = kind === 'bay' || kind === 'vehicle' || kind === 'import' || kind === 'proposal';
  const act = async (what: 'check' | 'release') => {
    const done = await judge({ kind, id: record.id, act: what, etag, key: crypto.randomUUID() });
    if (!('error' in done)) void navigate(what === 'release' ? '/review' : '.');
    else void refetch();
  };
  const away = addressOf(kind, record);
  return (
    <div className="mt-4 max-w-5xl">
      <div className="border-ink flex flex-wrap items-baseline gap-x-5 border-b pb-2">
        <h1 className="text-[26px]">
          {away ? (
            <Link
              to={away}
              className={`text-ink no-underline hover:underline ${kind === 'part' ? 'figure text-[23px]' : ''}`}
            >
              {record.title}
            </Link>
          ) : (
            record.title
          )}
        </h1>
        <p className="text-muted">
          {kind === 'import'
            ? reviewWords('import:by', { author: record.author })
            : `${atOnce ? 'proposed' : `revision ${record.revision}, ${record.state}`} · written by ${record.author} · changes since ${record.since}`}
        </p>
      </div>
      {record.sentBackFor && (
        <p className="border-changes mt-3 border-l-[4px] pl-3">Sent back: {record.sentBackFor}</p>
      )}
      {kind === 'import' ? (
        <ul className="mt-3 flex flex-wrap gap-x-8">
          {record.changes.map(({ label, after }) => (
            <li key={label}>
              <span className="font-semibold">{label}</span> {after}
            </li>
          ))}
        </ul>
      ) : (
        <table className="mt-3 w-full border-collapse">
          <caption className="sr-only">Changes</caption>
          <thead>
            <HeadRow
              cells={[
                { label: 'What', className: 'w-44' },
                { label: 'Was' },
                { label: 'Is now' },
                { label: 'Supported by', className: 'w-72' },
              ]}
            />
          </thead>
          <tbody>
            {record.changes.map((change, index) => (
              <tr key={index} className="border-rule border-b align-top">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {change.label}
                </th>
                <td className="text-muted py-1 pr-3">{change.before || 'nothing'}</td>
                <td className="py-1 pr-3 font-semibold">{change.after || 'taken away'}</td>
                <td className="text-muted py-1 text-[14px]">
                  {change.support}
                  {change.stamp && ` · ${change.stamp.by} ${change.stamp.at.slice(0, 10)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {kind === 'import' && <ImportedParts id={record.id} canTakeOut={person.role === 'reviewer'} />}
      {record.picture && (
        <img
          src={record.picture}
          alt={record.title}
          className="border-strong mt-3 max-h-[420px] max-w-full border object-contain"
        />
      )}
      {record.changes.length === 0 && (
        <p className="text-muted mt-3">This draft says the same as the released revision.</p>
      )}
      {record.blocking.length > 0 && (
        <section aria-label="Stands in the way" className="border-no mt-4 border-l-4 px-4 py-2">
          <h2 className="text-no text-[18px]">Stands in the way of a release</h2>
          <ul className="list-disc pl-5">
            {record.blocking.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </section>
      )}
      {record.remarks.map((text) => (
        <p key={text} className="text-changes mt-2">
          {text}
        </p>
      ))}
      {refused !== undefined && (
        <div className="mt-3">
          <Failure error={refused} />
        </div>
      )}
      <div className="border-ink bg-ground sticky bottom-0 mt-5 flex flex-wrap items-center gap-3 border-t py-3">
        {own && !alone ? (
          <p>{reviewWords('own')}</p>
        ) : (
          <>
            {own && <p className="w-full">{reviewWords('alone')}</p>}
            {person.role === 'reviewer' && (
              <button
                type="button"
                className="btn btn-primary"
                // What is released is what was read last: a part taken out changes it.
                disabled={isLoading || isFetching || record.blocking.length > 0}
                onClick={() => void act('release')}
              >
                {atOnce
                  ? reviewWords(`release:${kind}`)
                  : reviewWords('release', { revision: record.revision })}
              </button>
            )}
            {person.role === 'reviewer' && (
              <SendBack kind={kind} id={record.id} etag={etag} onDone={() => void navigate('/review')} />
            )}
            {record.state === 'draft' && !atOnce && !own && (
              <button type="button" className="btn" disabled={isLoading} onClick={() => void act('check')}>
                Mark as checked
              </button>
            )}
          </>
        )}
      </div>
    </div>
  );
}

/** The page of what is reviewed; none for a record that is not on record yet. */
function addressOf(kind: ReviewKind, { id, about }: ReviewRecord): string | undefined {
  const subject = kind === 'proposal' ? about?.kind : kind;
  const record = kind === 'proposal' ? about?.id : id;
  if (kind === 'vehicle') return `/library/configuration/${id}`;
  if (kind === 'import') return undefined;
  if (subject === 'vin-pattern') return '/library/vins';
  if (subject === 'diagnosis') return '/library/diagnosis';
  if (record === null || record === undefined || !subject) return undefined;
  return subject === 'part' || subject === 'procedure' || subject === 'connector'
    ? `/${subject}s/${record}`
    : `/library/${subject}/${record}`;
}

/** Gives a draft back to whoever wrote it, with the reason. */
function SendBack({
  kind,
  id,
  etag,
  onDone,
}: {
  kind: ReviewKind;
  id: number;
  etag: string;
  onDone: () => void;
}) {
  const [reason, setReason] = useState('');
  const [send, { error, isLoading }] = reviewingApi.useSendBackMutation();
  return (
    <form
      className="flex flex-1 flex-wrap items-center gap-2"
      aria-label="Send back"
      onSubmit={(event) => {
        event.preventDefault();
        void send({ kind, id, body: { reason: reason.trim() }, etag, key: crypto.randomUUID() })
          .unwrap()
          .then(onDone)
          .catch(() => {});
      }}
    >
      <input
        className="input max-w-[380px]"
        aria-label="Why it goes back"
        placeholder="what has to be looked at again"
        value={reason}
        maxLength={400}
        onChange={(event) => setReason(event.target.value)}
      />
      <button type="submit" className="btn" disabled={isLoading || reason.trim().length < 5}>
        Send back
      </button>
      {error !== undefined && <Failure error={error} />}
    </form>
  );
}
