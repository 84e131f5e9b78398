import { Link, useOutletContext, useParams, useSearchParams } from 'react-router';
import { type PartKind } from '@radiatrix/core/figures';
import { monthLabel } from '@radiatrix/core/vehicle';
import { canEdit, type Person } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { mergingWords } from '@radiatrix/words/en/merging';
import { mergeAddress } from '../merging/addresses.ts';
import { api } from '../../api/api.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { WaitingChanges } from '../review/WaitingChanges.tsx';
import { Photos } from '../../ui/Photos.tsx';
import { FiguresForm } from '../figures/FiguresForm.tsx';
import { FiguresView } from '../figures/FiguresView.tsx';
import { HistorySection } from '../record/HistorySection.tsx';
import { SharingList } from './SharingList.tsx';

/** What is known of a vehicle: its configuration, and the figures of the bay it shares with others. */
export function VehiclePage() {
  const id = Number(useParams().vehicleId);
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = api.useVehicleQuery(id);
  const [save] = api.useSaveBayMutation();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting />;
  const { record: vehicle, etag } = data;
  const editing = params.get('edit') === 'figures' && canEdit(person.role);
  const built = vehicle.configuration.built;
  return (
    <div className="mt-4 grid grid-cols-1 gap-8 lg:grid-cols-[1fr_330px] max-lg:[&>*]:min-w-0">
      <section aria-label="Figures of the bay">
        <h2 className="heading">
          <span>{vehicle.bay.name}: figures</span>
          {!editing && canEdit(person.role) && (
            <Link
              to="?edit=figures"
              replace
              className="font-sans text-[15px] font-normal tracking-normal normal-case"
            >
              Record figures
            </Link>
          )}
        </h2>
        <div className="mt-2">
          {editing ? (
            <FiguresForm
              kind="bay"
              name={`bay:${vehicle.bay.id}`}
              figures={vehicle.bay.figures}
              etag={etag}
              focus={params.get('figure')}
              send={(body, tag, key) => save({ id: vehicle.bay.id, body, etag: tag, key }).unwrap()}
              refetch={async () => {
                const now = await refetch().unwrap();
                return { record: now.record.bay, etag: now.etag };
              }}
              onDone={() => setParams({}, { replace: true })}
            />
          ) : (
            <FiguresView kind="bay" figures={vehicle.bay.figures} />
          )}
        </div>
        {!editing && <SharingList vehicleId={id} />}
      </section>
      <aside>
        <h2 className="heading">Built</h2>
        <p className="mt-2">
          {monthLabel(built[0])} to {monthLabel(built[1])}
        </p>
        {canEdit(person.role) && (
          <p className="mt-1">
            <Link to={mergeAddress('vehicle', id)}>{mergingWords('open')}</Link>
          </p>
        )}
        <h2 className="heading mt-5">Procedures</h2>
        <ul className="mt-1">
          {vehicle.procedures.map((procedure) => (
            <li key={procedure.id} className="border-rule border-b py-1.5">
              <Link to={`/procedures/${procedure.id}`}>{procedure.title}</Link>
              <span className="text-muted block text-[14px]">
                {kindName(procedure.partKind as PartKind)}, {procedure.state}
              </span>
            </li>
          ))}
          {vehicle.access && (
            <li className="border-rule border-b py-1.5">
              <Link to={`/access/${vehicle.access.id}`}>{vehicle.access.title}</Link>{' '}
              <span className="text-muted">
                access map{vehicle.access.state !== 'released' && `, ${vehicle.access.state}`}
              </span>
            </li>
          )}
          {vehicle.procedures.length === 0 && <li className="text-muted py-1.5">None on record yet.</li>}
        </ul>
        {canEdit(person.role) && (
          <p className="mt-2">
            <Link to={`/procedures/new?bay=${vehicle.bay.id}`}>Write a procedure</Link>
          </p>
        )}
        <h2 className="heading mt-5">
          Same bay <span className="figure">{vehicle.bay.sharedBy.length}</span>
        </h2>
        <ul className="mt-1 max-h-80 overflow-y-auto">
          {vehicle.bay.sharedBy.map((other) => (
            <li key={other.id} className="border-rule border-b py-1">
              {other.id === vehicle.id ? (
                <strong>{other.title}</strong>
              ) : (
                <Link to={`/v/${other.id}`}>{other.title}</Link>
              )}
              <span className="text-muted block text-[14px]">
                {other.engine}, {other.transmission}
              </span>
            </li>
          ))}
        </ul>
        <WaitingChanges of="bay" id={vehicle.bay.id} person={person} />
        <Photos
          photos={vehicle.bay.photos}
          subject="bay"
          id={vehicle.bay.id}
          editable={canEdit(person.role)}
        />
        {canEdit(person.role) && (
          <HistorySection
            kind="bay"
            id={vehicle.bay.id}
            figures={vehicle.bay.figures}
            save={(body) => save({ id: vehicle.bay.id, body, etag, key: crypto.randomUUID() }).unwrap()}
          />
        )}
      </aside>
    </div>
  );
}
