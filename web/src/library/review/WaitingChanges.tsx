import { Link } from 'react-router';
import { canEdit, type Person, type ProposalSubject } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { reviewingApi } from '../../api/reviewing.ts';

/** What was proposed of a record and waits for a reviewer: seen by those who work on the library, and by nobody else. */
export function WaitingChanges({ of, id, person }: { of: ProposalSubject; id?: number; person: Person }) {
  const { data } = api.useReviewQuery(undefined, { skip: !canEdit(person.role) });
  const [takeBack] = reviewingApi.useTakeBackMutation();
  const lines = (data ?? []).filter(
    ({ about }) => about?.kind === of && (id === undefined || about.id === id),
  );
  if (lines.length === 0) return null;
  return (
    <ul aria-label="Waits for a reviewer" className="border-steel my-3 border-l-[3px] pl-3">
      {lines.map((line) => (
        <li key={line.id}>
          <Link to={`/review/proposal/${line.id}`}>{line.title}</Link>{' '}
          <span className="text-muted">
            proposed by {line.author} {line.changed.at.slice(0, 10)}, waits for a reviewer
          </span>
          {line.writers.includes(person.id) && (
            <>
              {' '}
              <button
                type="button"
                className="text-steel text-[14px] underline"
                onClick={() => void takeBack({ id: line.id, key: crypto.randomUUID() })}
              >
                take it back
              </button>
            </>
          )}
          {line.sentBackFor !== '' && (
            <span className="text-changes block">Sent back: {line.sentBackFor}</span>
          )}
        </li>
      ))}
    </ul>
  );
}
