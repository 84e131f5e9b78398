import { useOutletContext } from 'react-router';
import { canEdit, ROLE_LABELS, type Person } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { accountsApi } from '../../api/accounts.ts';
import { Failure } from '../../ui/notices.tsx';
import type { JobProps } from './props.ts';

/** Whose hands the job is in: the desk hands it over, and decides on what was done after it had left somebody's hands. */
export function Hands({ job, say, busy }: JobProps) {
  const person = useOutletContext<Person>();
  const { data: people } = accountsApi.usePeopleQuery(undefined, { skip: person.role === 'installer' });
  const held = job.state.handedTo;
  if (person.role === 'installer')
    return (
      <p className={job.mine ? 'text-muted' : 'text-changes'}>
        {job.mine
          ? 'This job is in your hands.'
          : `This job is not in your hands${held?.id ? ` but in those of ${held.name}` : ''}: you can read it. The desk hands it over.`}
      </p>
    );
  return (
    <label className="flex flex-wrap items-center gap-2">
      <span>In the hands of</span>
      <select
        className="select !h-[32px] !min-h-[32px] !w-auto"
        disabled={busy}
        value={held?.id ?? ''}
        onChange={(event) => {
          const to = Number(event.target.value) || null;
          const name = people?.find((each) => each.id === to)?.name ?? '';
          void say('handed over', { to, name }).catch(() => {});
        }}
      >
        <option value="">{held === null ? `opened by ${job.opened.by}` : 'nobody'}</option>
        {people?.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}, {ROLE_LABELS[each.role].toLowerCase()}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What somebody did on a job that had left their hands: it counts for nothing before a specialist says so. */
export function Aside({ job }: Pick<JobProps, 'job'>) {
  const person = useOutletContext<Person>();
  const [decide, { error, isLoading }] = api.useJobAsideMutation();
  if (job.aside.length === 0) return null;
  const settle = (take: boolean) =>
    void decide({
      id: job.id,
      body: { events: job.aside.map((event) => event.id), take },
      key: crypto.randomUUID(),
    });
  return (
    <section aria-label="Kept aside" className="border-changes mt-4 border-l-4 pl-3">
      <h2 className="heading">Kept aside</h2>
      <p>Done after the job had left their hands; it counts for nothing yet.</p>
      <ul>
        {job.aside.map((event) => (
          <li key={event.id} className="py-0.5">
            <strong className="font-semibold">{event.label}</strong>
            {event.detail && `: ${event.detail}`} <span className="text-muted">{event.by}</span>
          </li>
        ))}
      </ul>
      {canEdit(person.role) && (
        <p className="mt-1 flex gap-3">
          <button type="button" className="btn btn-quiet" disabled={isLoading} onClick={() => settle(true)}>
            It happened: take it in
          </button>
          <button type="button" className="btn btn-quiet" disabled={isLoading} onClick={() => settle(false)}>
            Leave it out
          </button>
        </p>
      )}
      {error !== undefined && <Failure error={error} />}
    </section>
  );
}
