import { useState } from 'react';
import { PASSWORD_LEAST } from '@radiatrix/contract';
import { api, problemOf } from '../api/api.ts';
import { accountsApi } from '../api/accounts.ts';
import { Wordmark } from '../app/Wordmark.tsx';
import { Field } from '../ui/fields.tsx';
import { Failure } from '../ui/notices.tsx';

/** Takes up an invitation: a password is chosen, and whoever was invited is signed in with it. */
export function InvitationPage() {
  const [accept, { error, isLoading }] = accountsApi.useAcceptInvitationMutation();
  const [signIn, signing] = api.useSignInMutation();
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const token = window.location.hash.slice(1);
  const problem = problemOf(error);
  return (
    <main className="mx-auto max-w-[480px] p-6 pt-16">
      <Wordmark large />
      <section aria-label="Invitation" className="border-strong bg-raised mt-8 border p-6">
        <h1 className="text-[24px]">You are invited</h1>
        {done ? (
          <p className="mt-2">
            Your password is set. <a href="/">Sign in with it</a>.
          </p>
        ) : (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void accept({ token, password })
                .unwrap()
                .then(async ({ username }) => {
                  setDone(true);
                  await signIn({ username, password }).unwrap();
                  // The token goes from the address, and from the browser's way back.
                  window.location.replace('/');
                })
                .catch(() => {});
            }}
          >
            <p className="mt-1">
              Choose a password. A few words that do not belong together are better than one word with digits
              in it.
            </p>
            <Field
              label={`Password, ${PASSWORD_LEAST} characters or more`}
              problem={problem?.fields?.find((field) => field.path === 'password')?.message ?? ''}
              className="mt-3"
            >
              <input
                className="input"
                type="password"
                autoComplete="new-password"
                autoFocus
                required
                minLength={PASSWORD_LEAST}
                maxLength={200}
                value={password}
                onChange={(event) => setPassword(event.target.value)}
              />
            </Field>
            <button
              type="submit"
              className="btn btn-primary mt-3 px-6"
              disabled={isLoading || signing.isLoading || token === ''}
            >
              Set it and sign in
            </button>
            {token === '' && (
              <p className="text-no mt-2">The address is not whole: open it as it was sent.</p>
            )}
            {error !== undefined && (
              <div className="mt-2">
                <Failure error={error} />
              </div>
            )}
          </form>
        )}
      </section>
    </main>
  );
}
