import type { Sheet } from '@radiatrix/core/procedure';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../app/store.ts';

/** The letter of a tray place, as it stands on the label of the dish. */
export const Tray = ({ letter }: { letter: string }) => (
  <span className="font-label border-ink inline-grid size-7 shrink-0 place-items-center rounded-full border-[1.5px] text-[17px] font-semibold">
    {letter}
  </span>
);

/** Every fastener with its place, how many there should be, and room for how many were found. */
export function Hardware({ hardware }: { hardware: Sheet['hardware'] }) {
  const units = useUnits();
  if (hardware.length === 0) return null;
  return (
    <section aria-label="Hardware" className="mt-6">
      <h2 className="heading">Hardware and tray</h2>
      <ul>
        {hardware.map((fastener) => (
          <li
            key={fastener.tray}
            className="border-rule print-keep grid grid-cols-[34px_1fr_auto] items-center gap-3 border-b py-1.5 md:grid-cols-[34px_1.3fr_1.2fr_1.4fr_150px]"
          >
            <Tray letter={fastener.tray} />
            <span>
              <strong>{fastener.name}</strong>
              <span className="text-muted block text-[14px] md:hidden">
                {fastener.thread}, {fastener.tool}
              </span>
              {fastener.warning && (
                <span className="text-changes block text-[14px] font-semibold">{fastener.warning}</span>
              )}
            </span>
            <span className="figure hidden text-[14px] md:block">
              {fastener.thread}
              <span className="text-muted font-sans"> {fastener.tool}</span>
            </span>
            <span className="hidden md:block">
              {fastener.torqueNm === null ? (
                <span className="text-muted">no torque on record</span>
              ) : (
                <>
                  <span className="figure text-[14px]">
                    {formatQuantity(fastener.torqueNm, 'torque', units)}
                  </span>{' '}
                  <span className="text-muted text-[13px]">{fastener.torqueSource}</span>
                </>
              )}
            </span>
            <span className="text-right whitespace-nowrap">
              <span className="figure">{fastener.expected}</span>{' '}
              <span className="text-muted text-[14px]">should be, found</span>{' '}
              <span className="border-ink inline-block w-8 border-b">&nbsp;</span>
              <span className="text-muted block text-[14px]">{fastener.policy}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
