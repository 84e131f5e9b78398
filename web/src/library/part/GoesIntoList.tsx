import { Link } from 'react-router';
import type { GoesInto } from '@radiatrix/contract';
import { decidingSentence, verdictName } from '@radiatrix/words/fit';
import { api } from '../../api/api.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { verdictColour, VerdictShape } from '../../ui/Verdict.tsx';
import { useUnits } from '../../app/store.ts';

/** From the part to every vehicle it could concern, by the same checks; vehicles that get the same answer are one row. */
export function GoesIntoList({ partId }: { partId: number }) {
  const { data, error, refetch } = api.useGoesIntoQuery(partId);
  return (
    <section aria-label="Vehicles it goes into" className="mt-6">
      <h2 className="heading">
        <span>Goes into</span>
        {data && <span className="figure">{data.total} vehicles looked at</span>}
      </h2>
      {error && !data ? (
        <Failure error={error} retry={() => void refetch()} />
      ) : !data ? (
        <Waiting what="Holding it against vehicles" />
      ) : data.groups.length === 0 ? (
        <p className="text-muted mt-2">No source lists it for any vehicle, and no job has tried it.</p>
      ) : (
        <ol>
          {data.groups.map((group) => (
            <Group key={`${group.vehicles[0]!.id}`} group={group} partId={partId} />
          ))}
        </ol>
      )}
    </section>
  );
}

const SHOWN = 6;

function Group({ group, partId }: { group: GoesInto['groups'][number]; partId: number }) {
  const { vehicles, verdict } = group;
  const units = useUnits();
  return (
    <li className="border-rule grid gap-x-5 border-b py-2 md:grid-cols-[190px_1fr]">
      <p
        className={`font-label flex items-baseline gap-2 text-[18px] font-semibold ${verdictColour(verdict)}`}
      >
        <VerdictShape verdict={verdict} size={13} />
        {verdictName(verdict)}
      </p>
      <div>
        <p>{decidingSentence(group.line, units)}</p>
        <p className="text-[14px]">
          {vehicles.slice(0, SHOWN).map((vehicle, index) => (
            <span key={vehicle.id}>
              {index > 0 && ' · '}
              <Link to={`/v/${vehicle.id}/match?part=${partId}`}>
                {vehicle.title} {vehicle.transmission.split(',')[0]}
              </Link>
            </span>
          ))}
          {vehicles.length > SHOWN && <span className="text-muted"> and {vehicles.length - SHOWN} more</span>}
          <span className="text-muted">
            {' '}
            · {group.listed ? 'listed' : 'listed by nobody'} · evidence grade {group.grade}
          </span>
        </p>
      </div>
    </li>
  );
}
