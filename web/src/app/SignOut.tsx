import { useState } from 'react';
import { Link } from 'react-router';
import { ROLE_LABELS, type Person } from '@radiatrix/contract';
import { sessionWords } from '@radiatrix/words/en/session';
import { api } from '../api/api.ts';
import { useSendState } from '../offline/sender.ts';
import { Dialog } from '../ui/Dialog.tsx';

/** The person who is signed in, and the way out: what is not sent yet is said first. */
export function SignOut({ person }: { person: Person }) {
  const [signOut] = api.useSignOutMutation();
  const { waiting, refused } = useSendState(person.id);
  const [asking, setAsking] = useState(false);
  const unsent = (waiting ?? 0) + refused.length;
  const leave = (): void => void signOut(person.id);
  return (
    <span className="font-label flex items-baseline gap-2 text-[16px]">
      <Link to="/me" className="text-ink py-0.5 no-underline hover:underline" title={sessionWords('me')}>
        {person.name} <span className="text-muted">{ROLE_LABELS[person.role].toLowerCase()}</span>
      </Link>
      <button
        type="button"
        className="text-steel py-0.5 underline"
        onClick={() => (unsent > 0 ? setAsking(true) : leave())}
      >
        {sessionWords('sign-out')}
      </button>
      {asking && (
        <Dialog title={sessionWords('unsent:title', { n: unsent })} onClose={() => setAsking(false)}>
          <p className="mb-4 font-sans">{sessionWords('unsent:about')}</p>
          <p className="flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => setAsking(false)}>
              {sessionWords('unsent:stay')}
            </button>
            <button type="button" className="btn btn-quiet" onClick={leave}>
              {sessionWords('unsent:leave')}
            </button>
          </p>
        </Dialog>
      )}
    </span>
  );
}
