import { api } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';
import { NO_CHOICES, planOf, portLabel, sideOf } from '@radiatrix/core/fitment';
import { FaceDrawing } from '../compare/drawings/FaceDrawing.tsx';

/** The radiator to scale in its opening, and what goes on each of its ports: for the installer's eye before his hand. */
export function WhereItGoes({
  vehicleId,
  partId,
  job,
}: {
  vehicleId: number;
  partId: number;
  job: number | undefined;
}) {
  const units = useUnits();
  const { data } = api.usePlanningQuery({ id: vehicleId, part: [partId], ...(job ? { job } : {}) });
  if (!data) return null;
  const side = sideOf(data, { radiator: partId, fan: undefined, shroud: undefined });
  const compared = planOf(data, side, side, NO_CHOICES);
  const ports = compared.face.fresh.filter(
    (shape) => shape.kind === 'circle' && shape.id !== 'pins' && shape.id !== 'blades',
  );
  if (ports.length === 0) return null;
  const said = new Map<string, number>();
  for (const shape of ports) {
    const words = `${shape.label}: ${portLabel(shape, compared, units)}`;
    said.set(words, (said.get(words) ?? 0) + 1);
  }
  return (
    <section aria-label="Where it goes" className="mt-6 print:mt-3">
      <h2 className="heading">Where hoses and lines go</h2>
      <div className="print-keep mt-2 hidden sm:block print:block">
        <FaceDrawing compared={compared} lit={null} onLit={() => {}} ports height={220} />
      </div>
      <ul className="mt-2 grid gap-x-8 sm:grid-cols-2 print:grid-cols-3 print:text-[9.5pt]">
        {[...said].map(([words, times]) => (
          <li key={words} className="border-rule border-b py-1 print:py-0">
            {times > 1 && `${times} × `}
            {words}
          </li>
        ))}
      </ul>
    </section>
  );
}
