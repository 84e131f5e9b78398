import { clear, spacerFor, stackOf } from '@radiatrix/core/compare';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import { attempt } from './attempt.ts';
import type { Side } from './side.ts';

function depthOf(bench: Bench, side: Side, spacerMm: number | undefined) {
  const stack = stackOf(bench.bay, side.assembly, spacerMm);
  return { stack, cleared: stack.clearances.map(clear) };
}

/** The stacks of old and new, and the spacer under the new fan's feet that lets it clear. */
export function depthWork(bench: Bench, old: Side, fresh: Side, asked: Asked) {
  const fan = fresh.assembly.fan;
  const before = depthOf(bench, old, undefined);
  const supplied = depthOf(bench, fresh, undefined);
  const fittedSpacer = fan?.quantities.spacer?.value;
  const choice =
    fittedSpacer === undefined
      ? undefined
      : attempt(() => spacerFor(supplied.stack.clearances, fittedSpacer));
  const depth = attempt(() => depthOf(bench, fresh, asked.spacer));
  const now = depth.ok ? depth.value : supplied;
  return {
    before,
    depth: now,
    depthProblem: depth.ok ? undefined : depth.problem,
    choice: choice?.ok ? choice.value : undefined,
    fittedSpacer,
    /** How much lower the spacer taken is than the one supplied, mm. */
    lowered: fittedSpacer !== undefined && asked.spacer !== undefined ? fittedSpacer - asked.spacer : 0,
  };
}
