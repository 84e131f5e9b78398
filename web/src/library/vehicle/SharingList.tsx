import { Link } from 'react-router';
import { kindName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';

/** Vehicles of other bays that the same parts go into. */
export function SharingList({ vehicleId }: { vehicleId: number }) {
  const { data, error, refetch } = api.useSharingQuery(vehicleId);
  return (
    <section aria-label="Vehicles that take the same parts">
      <h2 className="heading mt-6">Takes the same parts</h2>
      {error && !data ? (
        <Failure error={error} retry={() => void refetch()} />
      ) : !data ? (
        <Waiting what="Looking through other bays" />
      ) : data.byPart.length === 0 ? (
        <p className="text-muted mt-2">
          No vehicle of another bay is known to take a part that goes in here.
        </p>
      ) : (
        <ul className="mt-1">
          {data.byPart.map(({ vehicle, parts }) => (
            <li key={vehicle.id} className="border-rule grid gap-x-4 border-b py-1 md:grid-cols-[280px_1fr]">
              <Link to={`/v/${vehicle.id}`}>
                {vehicle.title}, {vehicle.transmission.split(',')[0]}
              </Link>
              <span>
                {parts.map((part, index) => (
                  <span key={part.id}>
                    {index > 0 && ', '}
                    <Link to={`/parts/${part.id}`} className="figure text-[14px]">
                      {part.number}
                    </Link>{' '}
                    <span className="text-muted text-[14px]">{kindName(part.kind)}</span>
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
