import { useState, type FormEvent } from 'react';
import { ROLE_LABELS, type SessionState } from '@radiatrix/contract';
import { api } from '../api/api.ts';
import { Failure } from '../ui/notices.tsx';

/** Name and password; where the demo is loaded, its accounts as buttons that fill them in. */
export function SignInForm({
  demo,
  username: given = '',
}: {
  demo: SessionState['demo'];
  username?: string;
}) {
  const [username, setUsername] = useState(given);
  const [password, setPassword] = useState('');
  const [signIn, { error, isLoading }] = api.useSignInMutation();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void signIn({ username, password });
  };
  return (
    <form onSubmit={submit} className="flex flex-col gap-3">
      <label>
        <span className="label-text">Name</span>
        <input
          className="input"
          name="username"
          autoComplete="username"
          required
          autoFocus
          value={username}
          onChange={(event) => setUsername(event.target.value)}
        />
      </label>
      <label>
        <span className="label-text">Password</span>
        <input
          className="input"
          type="password"
          name="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
      </label>
      {error !== undefined && <Failure error={error} />}
      <button type="submit" className="btn btn-primary self-start px-6" disabled={isLoading}>
        {isLoading ? 'Signing in…' : 'Sign in'}
      </button>
      {demo && (
        <div className="border-strong mt-2 border-t pt-3">
          <p>
            This copy holds <strong>invented demo data</strong>, and these people came with it. Choose one to
            fill in the form:
          </p>
          <ul className="mt-2 grid grid-cols-2 gap-2">
            {demo.map((each) => (
              <li key={each.username}>
                <button
                  type="button"
                  className="btn btn-quiet w-full !justify-start text-left"
                  onClick={() => {
                    setUsername(each.username);
                    setPassword(each.password);
                  }}
                >
                  {each.name}
                  <span className="text-muted font-sans text-[14px] font-normal">
                    {ROLE_LABELS[each.role].toLowerCase()}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </form>
  );
}
