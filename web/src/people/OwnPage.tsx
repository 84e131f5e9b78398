import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { PASSWORD_LEAST, ROLE_LABELS, type Person } from '@radiatrix/contract';
import { problemOf } from '../api/api.ts';
import { accountsApi } from '../api/accounts.ts';
import { Field } from '../ui/fields.tsx';
import { Failure, Waiting } from '../ui/notices.tsx';
import { Tokens } from './Tokens.tsx';

/** One's own account: the password, where one is signed in, and the programs that act for one. */
export function OwnPage() {
  const person = useOutletContext<Person>();
  return (
    <div className="mt-5 grid max-w-[1000px] gap-x-10 gap-y-6 md:grid-cols-2">
      <div className="md:col-span-2">
        <h1 className="text-[25px]">{person.name}</h1>
        <p className="text-muted">
          {ROLE_LABELS[person.role]}, signs in as <span className="figure">{person.username}</span>
        </p>
      </div>
      <Password />
      <Places />
      <Tokens />
    </div>
  );
}

function Password() {
  const [change, { error, isLoading, isSuccess, reset }] = accountsApi.useChangePasswordMutation();
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const problem = problemOf(error);
  const wrong = (path: string) => problem?.fields?.find((field) => field.path === path)?.message ?? '';
  return (
    <form
      aria-label="Change the password"
      onSubmit={(event) => {
        event.preventDefault();
        void change({ body: { current, password }, key: crypto.randomUUID() })
          .unwrap()
          .then(() => {
            setCurrent('');
            setPassword('');
          })
          .catch(() => {});
      }}
    >
      <h2 className="heading">Password</h2>
      <Field label="Current password" problem={wrong('current')} className="mt-2">
        <input
          className="input"
          type="password"
          autoComplete="current-password"
          required
          value={current}
          onChange={(event) => {
            reset();
            setCurrent(event.target.value);
          }}
        />
      </Field>
      <Field
        label={`New password, ${PASSWORD_LEAST} characters or more`}
        problem={wrong('password')}
        className="mt-2"
      >
        <input
          className="input"
          type="password"
          autoComplete="new-password"
          required
          minLength={PASSWORD_LEAST}
          maxLength={200}
          value={password}
          onChange={(event) => {
            reset();
            setPassword(event.target.value);
          }}
        />
      </Field>
      <button type="submit" className="btn btn-primary mt-3" disabled={isLoading}>
        Change it
      </button>
      {isSuccess && (
        <p role="status" className="text-goes mt-2">
          Changed. You were signed out everywhere else.
        </p>
      )}
      {error !== undefined && (
        <div className="mt-2">
          <Failure error={error} />
        </div>
      )}
    </form>
  );
}

/** What a browser calls itself, as somebody would call it. */
function browserOf(agent: string): string {
  const name = /(Firefox|Edg|Chrome|Safari)\/(\d+)/.exec(agent);
  const on = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(agent);
  if (!name) return agent.slice(0, 40) || 'an unknown browser';
  return `${name[1] === 'Edg' ? 'Edge' : name[1]} ${name[2]}${on ? ` on ${on[0].replace('Mac OS X', 'a Mac')}` : ''}`;
}

function Places() {
  const { data, error } = accountsApi.useOwnSessionsQuery();
  const [end] = accountsApi.useEndSessionMutation();
  return (
    <section aria-label="Where you are signed in">
      <h2 className="heading">Signed in</h2>
      {error !== undefined && !data && <Failure error={error} />}
      {!data && !error && <Waiting what="Looking up" />}
      <ul className="mt-2">
        {data?.map((each) => (
          <li key={each.id} className="border-rule flex items-baseline justify-between gap-3 border-b py-1.5">
            <span>
              {browserOf(each.browser)}
              {each.current && <strong className="text-copper"> here</strong>}
              <span className="text-muted block text-[14px]">
                since {each.since.slice(0, 10)} {each.since.slice(11, 16)} UTC
              </span>
            </span>
            {!each.current && (
              <button
                type="button"
                className="text-steel text-[14px] underline"
                aria-label={`Sign out of ${browserOf(each.browser)} since ${each.since.slice(11, 16)}`}
                onClick={() => void end({ id: each.id, key: crypto.randomUUID() })}
              >
                sign out
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
