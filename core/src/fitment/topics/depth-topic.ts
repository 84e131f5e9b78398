import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';
import { clear, spacerFor } from '../../fit/index.ts';
import { attempt } from '../attempt.ts';
import type { Choices } from '../choices.ts';
import type { PlanRecord } from '../record.ts';
import type { Side } from '../sides.ts';
import { stackOf } from '../shapes/stack-of-parts.ts';

function depthOf(record: PlanRecord, side: Side, spacerMm: number | undefined, practice: Practice) {
  const stack = stackOf(record.bay, side.assembly, spacerMm, practice);
  return { stack, cleared: stack.clearances.map(clear) };
}

/** The stacks of old and new, and the spacer under the new fan's feet that lets it clear. */
export function depthWork(
  record: PlanRecord,
  old: Side,
  fresh: Side,
  asked: Choices,
  practice: Practice = USUAL_PRACTICE,
) {
  const before = depthOf(record, old, undefined, practice);
  const supplied = depthOf(record, fresh, undefined, practice);
  const fan = fresh.assembly.fan;
  const fittedSpacer = (fan ? fan.quantities.spacer : record.bay.quantities.fanSpacer)?.value;
  const choice = attempt(() => spacerFor(record.bay, fresh.assembly, practice));
  const depth = attempt(() => depthOf(record, fresh, asked.spacer, practice));
  const now = depth.ok ? depth.value : supplied;
  return {
    before,
    depth: now,
    depthProblem: depth.ok ? undefined : depth.problem,
    choice: choice.ok ? choice.value : undefined,
    fittedSpacer,
    /** How much lower the spacer taken is than the one supplied, mm. */
    lowered: fittedSpacer !== undefined && asked.spacer !== undefined ? fittedSpacer - asked.spacer : 0,
  };
}
