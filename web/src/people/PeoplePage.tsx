import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { ROLE_LABELS, ROLES, type Account, type AccountValues, type Invitation, type Person, type Role } from '@radiatrix/contract'; // prettier-ignore
import { problemOf } from '../api/api.ts';
import { accountsApi } from '../api/accounts.ts';
import { Field } from '../ui/fields.tsx';
import { HeadRow } from '../ui/HeadRow.tsx';
import { Failure, Waiting } from '../ui/notices.tsx';
import { Webhooks } from './Webhooks.tsx';

/** Who works here, and what they may do: for whoever administers the accounts. */
export function PeoplePage() {
  const person = useOutletContext<Person>();
  const { data, error, refetch } = accountsApi.useAccountsQuery(undefined, { skip: !person.administers });
  const [invitation, setInvitation] = useState<Invitation | null>(null);
  if (!person.administers)
    return <p className="mt-5 text-[17px]">Only an administrator can manage accounts.</p>;
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting what="Looking up who works here" />;
  return (
    <div className="mt-5 max-w-[1100px]">
      <h1 className="text-[25px]">People</h1>
      <p className="text-muted mt-1">
        A changed role, or an account switched off, ends what it allowed at once. What somebody wrote stays
        under their name.
      </p>
      {invitation && <Link invitation={invitation} onDone={() => setInvitation(null)} />}
      <div className="overflow-x-auto">
        <table className="mt-4 w-full border-collapse text-[15px]">
          <caption className="sr-only">Accounts</caption>
          <thead>
            <HeadRow
              cells={['Name', 'Signs in as', 'Role', 'Administers', 'Signed in', 'Account', ''].map(
                (head) => ({
                  label: head || <span className="sr-only">What to do</span>,
                  className: 'pr-4',
                }),
              )}
            />
          </thead>
          <tbody>
            {data.map((account) => (
              <Row key={account.id} account={account} onInvitation={setInvitation} />
            ))}
          </tbody>
        </table>
      </div>
      <Invite onInvitation={setInvitation} />
      <Webhooks />
    </div>
  );
}

function standingOf({ active, invitedUntil }: Account): string {
  if (!active) return 'switched off';
  return invitedUntil ? `invited until ${invitedUntil.slice(0, 10)}` : 'open';
}

function Row({
  account,
  onInvitation,
}: {
  account: Account;
  onInvitation: (invitation: Invitation) => void;
}) {
  const [save, saving] = accountsApi.useSaveAccountMutation();
  const [again, inviting] = accountsApi.useInviteAgainMutation();
  const [end, ending] = accountsApi.useEndSessionsMutation();
  const { name, role, administers, active } = account;
  const change = (more: Partial<AccountValues>) =>
    void save({
      id: account.id,
      body: { name, role, administers, active, ...more },
      etag: account.tag,
      key: crypto.randomUUID(),
    });
  const error = saving.error ?? inviting.error ?? ending.error;
  return (
    <>
      <tr className={`border-rule border-b align-middle ${active ? '' : 'text-muted'}`}>
        <th scope="row" className="py-2 pr-4 text-left font-semibold">
          {name}
        </th>
        <td className="figure pr-4">{account.username}</td>
        <td className="py-1 pr-4">
          <select
            className="select !h-[32px] !min-h-[32px] !w-48"
            aria-label={`Role of ${name}`}
            value={role}
            disabled={saving.isLoading || !active}
            onChange={(event) => change({ role: event.target.value as Role })}
          >
            {ROLES.map((each) => (
              <option key={each} value={each}>
                {ROLE_LABELS[each]}
              </option>
            ))}
          </select>
        </td>
        <td className="pr-4">
          <input
            type="checkbox"
            className="block size-5"
            aria-label={`${name} administers accounts`}
            checked={administers}
            disabled={saving.isLoading || !active}
            onChange={(event) => change({ administers: event.target.checked })}
          />
        </td>
        <td className="pr-4 whitespace-nowrap">
          {account.sessions === 0
            ? 'nowhere'
            : account.sessions === 1
              ? 'in one place'
              : `in ${account.sessions} places`}
        </td>
        <td className="pr-4 whitespace-nowrap">{standingOf(account)}</td>
        <td>
          <span className="flex justify-end gap-3 whitespace-nowrap">
            {account.sessions > 0 && (
              <Act
                what={`Sign ${name} out everywhere`}
                label="sign out"
                onClick={() => void end({ id: account.id, key: crypto.randomUUID() })}
              />
            )}
            {active && (
              <Act
                what={`Invite ${name} again`}
                label="invite again"
                onClick={() =>
                  void again({ id: account.id, key: crypto.randomUUID() })
                    .unwrap()
                    .then(onInvitation)
                    .catch(() => {})
                }
              />
            )}
            <Act
              what={`Switch the account of ${name} ${active ? 'off' : 'on'}`}
              label={active ? 'switch off' : 'switch on'}
              onClick={() => change({ active: !active })}
            />
          </span>
        </td>
      </tr>
      {error !== undefined && (
        <tr>
          <td colSpan={7} className="py-2">
            <Failure error={error} />
          </td>
        </tr>
      )}
    </>
  );
}

function Act({ what, label, onClick }: { what: string; label: string; onClick: () => void }) {
  return (
    <button type="button" className="text-steel text-[14px] underline" aria-label={what} onClick={onClick}>
      {label}
    </button>
  );
}

/** The way in, shown once: the server keeps no more of it than a hash. */
function Link({ invitation, onDone }: { invitation: Invitation; onDone: () => void }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}/invitation#${invitation.token}`;
  return (
    <section aria-label="Invitation" className="border-strong bg-raised mt-3 border p-3">
      <p className="text-[17px]">
        Send this to <strong>{invitation.account.name}</strong>. It opens once, until{' '}
        {invitation.account.invitedUntil?.slice(0, 10)}, and is not shown again.
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <code className="figure border-rule bg-paper border px-2 py-1 text-[14px] break-all">{address}</code>
        <button
          type="button"
          className="btn btn-primary"
          onClick={() =>
            void navigator.clipboard.writeText(address).then(
              () => setCopied(true),
              () => {},
            )
          }
        >
          {copied ? 'Copied' : 'Copy it'}
        </button>
        <button type="button" className="text-steel underline" onClick={onDone}>
          done
        </button>
      </p>
    </section>
  );
}

function Invite({ onInvitation }: { onInvitation: (invitation: Invitation) => void }) {
  const [invite, { error, isLoading }] = accountsApi.useNewAccountMutation();
  const [value, setValue] = useState({ username: '', name: '', role: 'installer' as Role });
  const wrong = (path: string) =>
    problemOf(error)?.fields?.find((field) => field.path === path)?.message ?? '';
  return (
    <form
      aria-label="Invite somebody"
      className="mt-6"
      onSubmit={(event) => {
        event.preventDefault();
        void invite({ body: { ...value, administers: false }, key: crypto.randomUUID() })
          .unwrap()
          .then((invitation) => {
            onInvitation(invitation);
            setValue({ username: '', name: '', role: value.role });
          })
          .catch(() => {});
      }}
    >
      <h2 className="heading">Invite somebody</h2>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field label="Name" problem={wrong('name')} className="w-56">
          <input
            className="input"
            required
            maxLength={80}
            value={value.name}
            onChange={(event) => setValue({ ...value, name: event.target.value })}
          />
        </Field>
        <Field label="Signs in as" problem={wrong('username')} className="w-48">
          <input
            className="input figure"
            required
            maxLength={60}
            autoComplete="off"
            value={value.username}
            onChange={(event) => setValue({ ...value, username: event.target.value })}
          />
        </Field>
        <Field label="Role" className="w-56">
          <select
            className="select"
            value={value.role}
            onChange={(event) => setValue({ ...value, role: event.target.value as Role })}
          >
            {ROLES.map((each) => (
              <option key={each} value={each}>
                {ROLE_LABELS[each]}
              </option>
            ))}
          </select>
        </Field>
        <button type="submit" className="btn btn-primary" disabled={isLoading}>
          Make the invitation
        </button>
      </div>
      {error !== undefined && !problemOf(error)?.fields && (
        <div className="mt-2">
          <Failure error={error} />
        </div>
      )}
    </form>
  );
}
