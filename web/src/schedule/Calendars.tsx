import { useState } from 'react';
import type { Person, WorkshopRecord } from '@radiatrix/contract';
import { planningApi } from '../api/planning.ts';
import { Failure } from '../ui/notices.tsx';

/** Addresses that a calendar program follows: of a person or of a bay, each with a secret of its own. */
export function Calendars({ workshop, person }: { workshop: WorkshopRecord; person: Person }) {
  const { data: feeds } = planningApi.useCalendarFeedsQuery();
  const [make, making] = planningApi.useNewCalendarFeedMutation();
  const [end, ending] = planningApi.useEndCalendarFeedMutation();
  const [of, setOf] = useState(`person ${person.id}`);
  const [told, setTold] = useState<{ name: string; address: string }>();
  const own = person.role === 'installer';
  return (
    <section aria-label="Calendars" className="mt-7 max-w-[760px]">
      <h2 className="heading">Calendars that follow the plan</h2>
      <p className="text-muted">
        A calendar program asks this address by itself, without signing in: whoever has it reads who works on what. It is shown once; end it when it has gone astray.
      </p>
      <ul className="mt-1">
        {feeds?.map((feed) => (
          <li key={feed.id} className="border-rule flex flex-wrap gap-x-3 border-b py-1">
            <strong>{feed.name}</strong>
            <span className="text-muted">made by {feed.stamp.by} {feed.stamp.at.slice(0, 10)}, {feed.readAt ? `asked for last ${feed.readAt.slice(0, 16).replace('T', ' ')}` : 'never asked for'}</span>
            <button type="button" className="text-steel ml-auto underline" disabled={ending.isLoading} onClick={() => void end(feed.id)}>end it</button>
          </li>
        ))}
        {feeds?.length === 0 && <li className="text-muted py-1">None yet.</li>}
      </ul>
      <form
        className="mt-2 flex flex-wrap items-center gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const [what, key] = of.split(' ') as [string, string];
          void make({ body: what === 'bay' ? { personId: null, bay: key } : { personId: Number(key), bay: null } })
            .unwrap()
            .then(({ name, path }) => setTold({ name, address: new URL(path, window.location.origin).href }))
            .catch(() => setTold(undefined));
        }}
      >
        <select className="select !w-auto" aria-label="Whose calendar" value={of} onChange={(event) => setOf(event.target.value)}>
          {(own ? [{ id: person.id, name: person.name }] : workshop.colleagues).map(({ id, name }) => <option key={id} value={`person ${id}`}>{name}</option>)}
          {!own && workshop.bays.map(({ code }) => <option key={code} value={`bay ${code}`}>Bay {code}</option>)}
        </select>
        <button type="submit" className="btn btn-quiet" disabled={making.isLoading}>Make an address</button>
      </form>
      {making.error !== undefined && <div className="mt-2"><Failure error={making.error} /></div>}
      {told && (
        <p role="status" className="border-copper bg-raised mt-2 border-l-[3px] px-3 py-2">
          {told.name}: <code className="figure break-all select-all">{told.address}</code>
        </p>
      )}
    </section>
  );
} // prettier-ignore
