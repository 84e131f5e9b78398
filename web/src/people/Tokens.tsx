import { useState } from 'react';
import { TOKEN_SCOPES, type NewApiToken, type TokenScope } from '@radiatrix/contract';
import { tokenWords } from '@radiatrix/words/en/tokens';
import { accountsApi } from '../api/accounts.ts';
import { Field } from '../ui/fields.tsx';
import { Failure, Waiting } from '../ui/notices.tsx';
import { SecretOnce } from './SecretOnce.tsx';

const DAYS = [7, 30, 90, 366] as const;
const minuteOf = (at: string): string => new Date(at).toISOString().slice(0, 16).replace('T', ' ');

/** One's own tokens: what lets a program in, and what ends it. */
export function Tokens() {
  const { data, error } = accountsApi.useApiTokensQuery();
  const [end, ending] = accountsApi.useEndApiTokenMutation();
  const [made, setMade] = useState<NewApiToken>();
  return (
    <section aria-label={tokenWords('heading')} className="md:col-span-2">
      <h2 className="heading">{tokenWords('heading')}</h2>
      <p className="text-muted max-w-[75ch]">{tokenWords('about')}</p>
      {error !== undefined && !data && <Failure error={error} />}
      {!data && !error && <Waiting what="Fetching the tokens" />}
      {data?.length === 0 && <p className="mt-2">{tokenWords('none')}</p>}
      <ul className="mt-2">
        {data?.map(({ id, name, scope, expires, lastUsed }) => (
          <li
            key={id}
            className="border-rule flex flex-wrap items-baseline justify-between gap-x-3 border-b py-1.5"
          >
            <span>
              <strong>{name}</strong>
              <span className="text-muted block text-[14px]">
                {tokenWords(`line:${scope}`, { on: expires.slice(0, 10) })},{' '}
                {lastUsed === null
                  ? tokenWords('unused')
                  : tokenWords('used', { on: `${minuteOf(lastUsed)} UTC` })}
              </span>
            </span>
            <button
              type="button"
              className="text-steel min-h-6 text-[14px] underline"
              aria-label={tokenWords('end:which', { name })}
              disabled={ending.isLoading}
              onClick={() => void end({ id, key: crypto.randomUUID() })}
            >
              {tokenWords('end')}
            </button>
          </li>
        ))}
      </ul>
      {ending.error !== undefined && <Failure error={ending.error} />}
      {made ? (
        <SecretOnce
          about={tokenWords('once')}
          label={tokenWords('token', { name: made.name })}
          secret={made.secret}
          words={{ copy: tokenWords('copy'), copied: tokenWords('copied'), put: tokenWords('put') }}
          onDone={() => setMade(undefined)}
        />
      ) : (
        <Make onMade={setMade} />
      )}
    </section>
  );
}

function Make({ onMade }: { onMade: (made: NewApiToken) => void }) {
  const [make, { error, isLoading }] = accountsApi.useNewApiTokenMutation();
  const [name, setName] = useState('');
  const [scope, setScope] = useState<TokenScope>('read');
  const [days, setDays] = useState<number>(90);
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      aria-label={tokenWords('make')}
      onSubmit={(event) => {
        event.preventDefault();
        void make({ body: { name: name.trim(), scope, days }, key: crypto.randomUUID() })
          .unwrap()
          .then(onMade)
          .catch(() => {});
      }}
    >
      <Field label={tokenWords('name')} className="min-w-[220px] flex-1">
        <input
          className="input"
          required
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field>
      <Field label={tokenWords('scope')}>
        <select
          className="select"
          value={scope}
          onChange={(event) => setScope(event.target.value as TokenScope)}
        >
          {TOKEN_SCOPES.map((each) => (
            <option key={each} value={each}>
              {tokenWords(each)}
            </option>
          ))}
        </select>
      </Field>
      <Field label={tokenWords('days')}>
        <select className="select" value={days} onChange={(event) => setDays(Number(event.target.value))}>
          {DAYS.map((each) => (
            <option key={each} value={each}>
              {tokenWords('days:choice', { n: each })}
            </option>
          ))}
        </select>
      </Field>
      <button type="submit" className="btn btn-primary" disabled={isLoading || name.trim() === ''}>
        {tokenWords('make')}
      </button>
      {error !== undefined && (
        <div className="basis-full">
          <Failure error={error} />
        </div>
      )}
    </form>
  );
}
