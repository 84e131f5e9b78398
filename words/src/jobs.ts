import type { SheetStep } from '@radiatrix/core/procedure';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { WaitsMore } from '@radiatrix/core/schedule';
import { mountWords } from './en/mounts.ts';
import { stepWords, waitWords } from './en/jobs.ts';
import { kindName } from './figures.ts';
import { listed } from './list.ts';
import { effortName, workOrder } from './work.ts';

/** More of what a job waits for; empty where there is no more to say. */
export function waitingText(more: WaitsMore | undefined): string {
  if (!more) return '';
  if ('written' in more) return more.written;
  if ('kinds' in more) return listed(more.kinds.map(kindName));
  if ('late' in more) return waitWords('late', { n: more.late });
  return 'failed' in more ? waitWords('failed-on-bench') : waitWords(`left:${more.left}`);
}

/** A step of a sheet: as it was written, or the work it stands for as an order in the reader's units. */
export const stepText = (step: Pick<SheetStep, 'text' | 'work' | 'mount'>, units: UnitSystem): string =>
  step.mount
    ? mountWords(step.mount.code, { number: step.mount.number, part: kindName(step.mount.kind) })
    : step.work
      ? workOrder(step.work, units)
      : step.text;

/** The second line of a step. */
export const stepDetail = (step: Pick<SheetStep, 'detail' | 'work' | 'mount'>): string =>
  step.mount
    ? mountWords(`detail:${step.mount.code}`)
    : step.work
      ? stepWords('work:detail', { effort: effortName(step.work) })
      : step.detail;
