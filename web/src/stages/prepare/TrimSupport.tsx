import { useState } from 'react';
import { cutLine, cutLineSvg, readContour, type CutLine } from '@radiatrix/core/fitment';
import { preferredUnit } from '@radiatrix/core/quantity';
import type { JobRecord } from '@radiatrix/contract';
import { usePractice } from '../../api/usePractice.ts';
import { useUnits } from '../../app/store.ts';
import { QuantityField, readQuantity } from '../../ui/QuantityField.tsx';
import { saved } from '../../ui/save-file.ts';
import type { useHappened } from '../job/useHappened.ts';

const TRIMS = new Set(['slot-side-bracket']);

/** A support that is trimmed: its cut line at 1:1 from points that somebody measured, kept with the job. */
export function TrimSupport({ job, say }: { job: JobRecord; say: ReturnType<typeof useHappened>['say'] }) {
  const units = useUnits();
  const practice = usePractice();
  const { symbol: unit, factor } = preferredUnit('length', units);
  const held = job.state.contour;
  const asked = job.plan?.work.some(({ code }) => TRIMS.has(code)) ?? false;
  const written = (mm: number): string => String(Math.round((mm / factor) * 1000) / 1000);
  // What is typed is of the units it was typed in; switched, the kept points are shown anew.
  const [typed, setTyped] = useState<{ unit: typeof unit; points?: string; width?: string }>({ unit });
  const own = typed.unit === unit ? typed : { unit };
  const points = own.points ?? held?.points.map(({ alongMm, intoMm }) => `${written(alongMm)} ${written(intoMm)}`).join('\n') ?? '';
  const width = own.width ?? (held?.widthMm ? `${written(held.widthMm)} ${unit}` : '');
  const title = `Support, job ${job.id}`;
  let line: CutLine | undefined;
  let wrong = '';
  if (points.trim() !== '')
    try {
      const widthMm = width.trim() === '' ? undefined : readQuantity(width, 'length', units);
      if (typeof widthMm !== 'number' && width.trim() !== '') throw new RangeError('the width is no length');
      line = cutLine(readContour(points, factor), widthMm as number | undefined, practice);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      wrong = `Not drawn: ${error.message}.`;
    }
  const svg = line && cutLineSvg(line, title);
  const isKept = own.points === undefined && own.width === undefined;
  return (
    <details open={asked || held !== null} className="mt-3">
      <summary className="cursor-pointer">{asked ? 'Cut line: the support is trimmed for this part' : 'Cut line for trimming a support'}</summary>
      <form
        className="mt-2 grid gap-x-4 gap-y-2 sm:grid-cols-[190px_1fr]"
        onSubmit={(event) => {
          event.preventDefault();
          if (line) void say('contour measured', { points: line.contour, widthMm: width.trim() === '' ? null : (readQuantity(width, 'length', units) as number) }).then(() => setTyped({ unit })).catch(() => {});
        }}
      >
        <div>
          <label className="block">
            <span className="label-text">Along from the hole, and into the support; {unit}, a pair a line</span>
            <textarea className="input figure !h-[132px] w-full" value={points} placeholder={'0 -10\n30 12\n60 12\n90 -10'} onChange={(event) => setTyped({ ...own, points: event.target.value })} />
          </label>
          <QuantityField label="Width of the support" dimension="length" text={width} onText={(text) => setTyped({ ...own, width: text })} />
          <button type="submit" className="btn mt-2" disabled={!line || isKept}>{held && isKept ? 'Kept' : 'Keep'}</button>
        </div>
        <div>
          {wrong && <p role="alert" className="text-changes">{wrong}</p>}
          {!wrong && !line && <p className="text-muted">Measured from a fixed hole, every {practice.trimStations} mm at most, until the part is clear of the edge on both sides. Below 0 it does not reach the edge.</p>}
          {svg && <img alt={`Cut line: ${line!.minds.length > 0 ? line!.minds.join(' ') : 'nothing to mind'}`} className="border-rule max-h-[190px] w-full border bg-white object-contain" src={`data:image/svg+xml,${encodeURIComponent(svg)}`} />}
          {line?.minds.map((mind) => <p key={mind} className="text-changes mt-1 text-[15px] leading-snug">{mind}</p>)}
          {svg && (
            <button type="button" className="text-steel mt-1 underline" onClick={() => saved(`support-job-${job.id}.svg`, 'image/svg+xml', svg)}>
              Cut line, 1:1
            </button>
          )}
          <p className="text-muted mt-1 text-[14px]">The core covered, fan and battery off before anything is cut; away from fuel and wiring; bare metal sealed. What carries a restraint or a bumper is not cut.</p>
        </div>
      </form>
    </details>
  );
} // prettier-ignore
