import { USUAL_PRACTICE, HUB_SPACERS_MM, type Practice } from '../../practice/index.ts';
import { drivenGap, edgeGaps, engineTurns } from '../../fit/index.ts';
import { attempt } from '../attempt.ts';
import type { Choices } from '../choices.ts';
import { hosePlan, supportWork } from '../shapes/edges.ts';
import type { PlanRecord } from '../record.ts';
import type { Side } from '../sides.ts';
import { footSpacer, hubSpacer } from '../shapes/spacers.ts';
import { comesNearerMm } from '../shapes/stack-of-parts.ts';

/** What the differences ask for round the radiator: support, gaps, fan feet, hub, hoses. */
export function edgeWork(
  { bay }: PlanRecord,
  old: Side,
  fresh: Side,
  asked: Choices,
  practice: Practice = USUAL_PRACTICE,
) {
  const fan = fresh.assembly.fan;
  const edges = fresh.assembly.radiator && attempt(() => edgeGaps(bay, fresh.assembly.radiator!, practice));
  const [opening, width] = [bay.quantities.openingWidth, fresh.assembly.radiator?.quantities.overallWidth];
  const support = opening && width ? supportWork(opening.value, width.value, practice) : undefined;
  const standoff = fan?.quantities.standoff?.value;
  const foot = standoff === undefined ? undefined : attempt(() => footSpacer(standoff));
  const nearer = comesNearerMm(old.assembly.radiator, fresh.assembly.radiator);
  // The same clearance as the ledger's and the drawing's: blades to the new core, on the spacer that is fitted.
  const engineDriven = engineTurns(bay, fan);
  const blades = engineDriven ? drivenGap(bay, fresh.assembly.radiator, fan) : undefined;
  const hub =
    asked.hubGap !== undefined && asked.hubFitted !== undefined
      ? attempt(() =>
          hubSpacer(asked.hubGap!, asked.hubFitted!, nearer ?? 0, HUB_SPACERS_MM, practice.drivenBladeToCore),
        )
      : undefined;
  const hoses = (['upper', 'lower'] as const).map((which) => {
    const [end, key] =
      which === 'upper' ? (['inlet', asked.hoseUp] as const) : (['outlet', asked.hoseDown] as const);
    const oldLength = bay.quantities[`${which}HoseLength`]?.value;
    const [bore, neck] = [
      bay.quantities[`${end}Diameter`]?.value,
      fresh.assembly.radiator?.quantities[`${end}Diameter`]?.value,
    ];
    return {
      which,
      bore,
      neck,
      oldLength,
      plan:
        bore && neck
          ? attempt(() =>
              hosePlan({
                lengthMm: key,
                oldLengthMm: oldLength,
                boreMm: bore,
                neckMm: neck,
                suction: which === 'lower',
                hasSpring: false,
                practice,
              }),
            )
          : undefined,
    };
  });
  return {
    edges: edges?.ok ? edges.value : undefined,
    support,
    standoff,
    foot: foot?.ok ? foot.value : undefined,
    hub,
    /** Null where neither a fan nor the record says what turns it. */
    engineDriven: fan || bay.words.fanDrivenBy ? engineDriven : null,
    bladesToCore: blades,
    comesNearerMm: nearer,
    hoses,
  };
}
