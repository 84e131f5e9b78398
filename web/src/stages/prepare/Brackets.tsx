import { bracketSvg, upperBracket } from '@radiatrix/core/fitment';
import type { JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { saved } from '../../ui/save-file.ts';

const MADE = new Set(['extend-upper-brackets', 'make-upper-brackets']);

/** Where upper brackets are to be made: their flat at 1:1 from both hole patterns, or what to measure first. */
export function Brackets({ job }: { job: JobRecord }) {
  const work = job.plan?.work.find(({ code }) => MADE.has(code));
  const part = job.parts.find(({ role, kind }) => role === 'goes in' && kind === 'radiator');
  const { data } = api.usePlanningQuery(
    { id: job.vehicle.id, part: part ? [part.partId] : [], job: job.id },
    { skip: !work || !part },
  );
  if (!work || !part || !data) return null;
  const figure = (quantities: unknown): number | undefined =>
    (quantities as Record<string, { value: number } | undefined>).topMountSpacing?.value;
  const vehicle = figure(data.bay.quantities);
  const radiator = figure(data.parts.find(({ id }) => id === part.partId)?.figures.quantities ?? {});
  const missing = [
    work.by === undefined && 'how far down the mount lies (height of radiator and opening)',
    vehicle === undefined && 'the upper mounts apart, on the vehicle',
    radiator === undefined && 'the top mounts apart, on the new radiator',
  ].filter(Boolean);
  let svg = '';
  let wrong = missing.length > 0 ? `Not drawn yet. Measure ${missing.join(', and ')}.` : '';
  if (!wrong)
    try {
      const bracket = upperBracket({ dropMm: work.by!, vehicleSpacingMm: vehicle!, radiatorSpacingMm: radiator! });
      svg = bracketSvg(bracket, `Upper bracket, ${part.number}, job ${job.id}`);
    } catch (error) {
      wrong = `Not drawn: ${(error as Error).message}.`;
    }
  return (
    <p className="border-changes mt-3 border-l-4 pl-3">
      Upper brackets are made for this one.{' '}
      {svg ? (
        <button type="button" className="text-steel underline" onClick={() => saved(`bracket-job-${job.id}.svg`, 'image/svg+xml', svg)}>
          Drawing of the flat, 1:1
        </button>
      ) : (
        wrong
      )}
      <span className="text-muted block text-[14px]">
        Drill and cut away from the core, fuel and battery; seal bare metal.
      </span>
    </p>
  );
} // prettier-ignore
