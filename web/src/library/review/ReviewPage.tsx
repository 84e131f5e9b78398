import { Link, useOutletContext } from 'react-router';
import type { Person, ReviewLine } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { correctionsWords } from '@radiatrix/words/en/corrections';
import { mergingWords } from '@radiatrix/words/en/merging';
import { reviewWords } from '@radiatrix/words/en/review';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';

/** How far something that waits has come. */
function stateOf({ kind, revision, state }: ReviewLine): string {
  if (kind === 'bay' || kind === 'proposal') return reviewWords('proposed');
  if (kind === 'vehicle') return reviewWords('told');
  return kind === 'import' ? reviewWords('imported') : reviewWords('revision', { revision, state });
}

/** Revisions that wait for somebody who did not write them. */
export function ReviewPage() {
  const person = useOutletContext<Person>();
  const { data, error, refetch } = api.useReviewQuery();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  return (
    <div className="mt-4 max-w-4xl">
      <h1 className="heading">
        Review <span className="figure">{data.length}</span>
      </h1>
      <p className="mt-1">
        <Link to="/corrections">{correctionsWords('all')}</Link> ·{' '}
        <Link to="/merges">{mergingWords('all')}</Link>
      </p>
      {data.length === 0 && (
        <div className="mt-4">
          <Empty title="Nothing waits">
            Every record is released as it stands. An edit of a part, a procedure, a vehicle’s figures, or of
            anything else that is seen at the counter, waits here for somebody else.
          </Empty>
        </div>
      )}
      <ul>
        {data.map((line) => (
          <li
            key={`${line.kind}${line.id}`}
            className="border-rule grid grid-cols-[90px_1fr_auto] items-baseline gap-4 border-b py-2"
          >
            <span className="label-text">{reviewWords(`kind:${line.kind}`)}</span>
            <span>
              <Link to={`/review/${line.kind}/${line.id}`} className={line.kind === 'part' ? 'figure' : ''}>
                {line.title}
              </Link>
              {line.sentBackFor !== '' && (
                <span className="text-changes block text-[14px]">Sent back: {line.sentBackFor}</span>
              )}
            </span>
            <span className="text-muted">
              {stateOf(line)} · {line.author} {line.changed.at.slice(0, 10)}
              {line.writers.includes(person.id) && ' · your own work'}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
