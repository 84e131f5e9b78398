import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';
import { disagreements, nearestAgreement, type Settings } from '../agreement.ts';
import { settingsOf } from '../settings-of.ts';
import type { Choices } from '../choices.ts';
import type { PlanRecord } from '../record.ts';
import type { Attempt } from '../attempt.ts';
import type { Side } from '../sides.ts';

/** Stages that were written in, in place of those on record. */
export const stagesAsked = (asked: Choices): { onC: number; offC: number }[] | undefined =>
  asked.on !== undefined && asked.off !== undefined
    ? [
        { onC: asked.on, offC: asked.off },
        ...(asked.on2 !== undefined && asked.off2 !== undefined
          ? [{ onC: asked.on2, offC: asked.off2 }]
          : []),
      ]
    : undefined;

/** Thermostat and fan held together, and the nearest that agrees. */
export function agreementWork(
  record: PlanRecord,
  fresh: Side,
  asked: Choices,
  boils: Attempt<number>,
  practice: Practice = USUAL_PRACTICE,
) {
  const settings: Settings | undefined = !boils.ok
    ? undefined
    : settingsOf(
        record.bay,
        fresh.assembly.fan,
        record.thermostats,
        { opensC: asked.opens, fullyOpenC: asked.full, stages: stagesAsked(asked), place: asked.place },
        { boilsC: boils.value, dropK: practice.dropAtIdle },
      );
  const broken = settings ? disagreements(settings, practice) : [];
  const proposal =
    settings && broken.length > 0
      ? nearestAgreement(
          settings,
          {
            thermostats: record.thermostats.map(({ opensC, fullyOpenC }) => ({
              opensC,
              fullyOpenC: fullyOpenC ?? undefined,
            })),
            fan: { kind: 'adjustable', fromC: practice.controllerFrom, toC: practice.controllerTo },
          },
          practice,
        )
      : undefined;
  return { settings, broken, proposal };
}
