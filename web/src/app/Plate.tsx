import { X } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import type { VehicleLine } from '@radiatrix/contract';
import { plateWords } from '@radiatrix/words/en/plate';
import { api } from '../api/api.ts';
import { putOnBench } from './settings.ts';
import { useAppDispatch } from './store.ts';

/** The vehicle on the bench, as a stamped data plate. */
export function Plate({ vehicleId }: { vehicleId: number }) {
  const { data, error } = api.useVehicleQuery(vehicleId);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  if (error) return null;
  return (
    <Stamped heading name={plateWords('bench')} vehicle={data?.record} bay={data?.record.bay.name}>
      <button
        type="button"
        aria-label={plateWords('off')}
        className="text-[#cfc9bc] hover:text-white"
        onClick={() => {
          dispatch(putOnBench(null));
          void navigate('/');
        }}
      >
        <X size={18} aria-hidden="true" />
      </button>
    </Stamped>
  );
}

/** The plate of a job: its vehicle, what it is called, where it stands and who has it. */
export function JobPlate({ jobId }: { jobId: number }) {
  const { data, error } = api.useJobQuery({ id: jobId });
  if (error) return null;
  const job = data?.record;
  const { label = '', handedTo } = job?.state ?? {};
  return (
    <Stamped name={plateWords('job')} vehicle={job?.vehicle}>
      {job && (
        <p className="font-label flex flex-wrap gap-x-3 text-[17px] text-[#cfc9bc]">
          <Link to={`/jobs/${job.id}`} className="text-[#f5f2ea]">
            {label ? plateWords('job:label', { id: job.id, label }) : plateWords('job:name', { id: job.id })}
          </Link>
          <span>{job.stage === 'file' ? plateWords('job:filed') : plateWords('job:stage', { stage: job.stage })}</span>
          {handedTo?.name && <span>{plateWords('job:hands', { name: handedTo.name })}</span>}
        </p>
      )}
    </Stamped>
  );
} // prettier-ignore

function Stamped({ name, vehicle, bay, heading = false, children }: { name: string; heading?: boolean; vehicle: VehicleLine | undefined; bay?: string | undefined; children: React.ReactNode }) {
  // Where the page below has a heading of its own, the plate is none.
  const Title = heading ? 'h1' : 'p';
  return (
    <section aria-label={name} className="bg-plate relative flex min-h-[58px] flex-wrap items-center gap-x-6 gap-y-2 px-7 py-2.5 text-[#f5f2ea]">
      <Rivet className="left-2.5" />
      {vehicle ? (
        <>
          <Title className="font-label text-[29px] leading-none font-medium tracking-[0.04em] uppercase">
            <Link to={`/v/${vehicle.id}`} className="text-[#f5f2ea] no-underline hover:underline">{vehicle.title}</Link>
          </Title>
          <ul className="flex flex-wrap gap-1.5">
            {[vehicle.engine, vehicle.transmission, ...vehicle.options].map((text) => <li key={text} className="font-label border border-[#5d6b75] px-2 py-0.5 text-[16px]">{text}</li>)}
            {vehicle.told && <li className="font-label border border-dashed border-[#e08a4f] px-2 py-0.5 text-[16px]">{plateWords('told')}</li>}
          </ul>
          {bay && <span className="font-label ml-auto hidden text-[16px] text-[#cfc9bc] lg:inline">{bay}</span>}
          {children}
        </>
      ) : <span className="font-label text-[22px]">…</span>}
      <Rivet className="right-2.5" />
    </section>
  );
} // prettier-ignore

const Rivet = ({ className }: { className: string }) => (
  <i
    aria-hidden="true"
    className={`absolute top-1/2 size-[7px] -translate-y-1/2 rounded-full bg-[#5d6b75] ${className}`}
  />
);
