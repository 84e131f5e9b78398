import { PRACTICE, clear, frameSpacer, stackOf, type Cleared } from '@radiatrix/core/compare';
import type { FigureSet } from '@radiatrix/core/fit';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import { attempt } from './attempt.ts';
import type { Side } from './side.ts';

/** One-sided 95 %: so much more than wanted has to be there for that share to keep it. */
const KEEPS = 1.645 / 2;

function depthOf(bench: Bench, side: Side, spacerMm: number | undefined) {
  const stack = stackOf(bench.bay, side.assembly, spacerMm);
  return { stack, cleared: stack.clearances.map(clear) };
}

function spacerChoice(
  supplied: Cleared[],
  fan: FigureSet<'fan'> | undefined,
  spread: (key: string) => number,
) {
  const fitted = fan?.quantities.spacer?.value;
  const [motor, blades] = ['motor', 'blades'].map((key) => supplied.find((each) => each.key === key));
  if (fitted === undefined || !motor || !blades) return undefined;
  return attempt(() =>
    frameSpacer(
      { motorToEngineMm: motor.nominalMm, bladeToCoreMm: blades.nominalMm, fittedMm: fitted },
      PRACTICE.footSpacersMm,
      PRACTICE.motorToEngineMm + KEEPS * spread('motor'),
      PRACTICE.electricBladeToCoreMm + KEEPS * spread('blades'),
    ),
  );
}

/** The stacks of old and new, and the spacer under the new fan's feet that lets it clear. */
export function depthWork(bench: Bench, old: Side, fresh: Side, asked: Asked) {
  const fan = fresh.assembly.fan;
  const before = depthOf(bench, old, undefined);
  const supplied = depthOf(bench, fresh, undefined);
  const spread = (key: string): number => {
    const own = supplied.stack.clearances.find((each) => each.key === key);
    return own ? Math.hypot(...own.parts.map((part) => part.figure.u)) : 0;
  };
  const choice = spacerChoice(supplied.cleared, fan, spread);
  const depth = attempt(() => depthOf(bench, fresh, asked.spacer));
  const now = depth.ok ? depth.value : supplied;
  const fittedSpacer = fan?.quantities.spacer?.value;
  return {
    before,
    supplied,
    depth: now,
    depthProblem: depth.ok ? undefined : depth.problem,
    choice: choice?.ok ? choice.value : undefined,
    fittedSpacer,
    /** How much lower the spacer taken is than the one supplied, mm. */
    lowered: fittedSpacer !== undefined && asked.spacer !== undefined ? fittedSpacer - asked.spacer : 0,
  };
}
