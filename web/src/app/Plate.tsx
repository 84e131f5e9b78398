import { X } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/api.ts';
import { putOnBench } from './settings.ts';
import { useAppDispatch } from './store.ts';

/** The vehicle on the bench, as a stamped data plate. */
export function Plate({ vehicleId }: { vehicleId: number }) {
  const { data, error } = api.useVehicleQuery(vehicleId);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const vehicle = data?.record;
  if (error) return null;
  return (
    <section
      aria-label="Vehicle on the bench"
      className="bg-plate relative flex min-h-[58px] flex-wrap items-center gap-x-6 gap-y-2 px-7 py-2.5 text-[#f5f2ea]"
    >
      <Rivet className="left-2.5" />
      {vehicle ? (
        <>
          <h1 className="font-label text-[29px] leading-none font-medium tracking-[0.04em] uppercase">
            <Link to={`/v/${vehicle.id}`} className="text-[#f5f2ea] no-underline hover:underline">
              {vehicle.title}
            </Link>
          </h1>
          <ul className="flex flex-wrap gap-1.5">
            {[vehicle.engine, vehicle.transmission, ...vehicle.options].map((text) => (
              <li key={text} className="font-label border border-[#5d6b75] px-2 py-0.5 text-[16px]">
                {text}
              </li>
            ))}
          </ul>
          <span className="font-label ml-auto hidden text-[16px] text-[#cfc9bc] lg:inline">
            {vehicle.bay.name}
          </span>
          <button
            type="button"
            aria-label="Take the vehicle off the bench"
            className="text-[#cfc9bc] hover:text-white"
            onClick={() => {
              dispatch(putOnBench(null));
              void navigate('/');
            }}
          >
            <X size={18} aria-hidden="true" />
          </button>
        </>
      ) : (
        <span className="font-label text-[22px]">…</span>
      )}
      <Rivet className="right-2.5" />
    </section>
  );
}

const Rivet = ({ className }: { className: string }) => (
  <i
    aria-hidden="true"
    className={`absolute top-1/2 size-[7px] -translate-y-1/2 rounded-full bg-[#5d6b75] ${className}`}
  />
);
