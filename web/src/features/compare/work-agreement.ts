import { disagreements, nearestAgreement, settingsOf, type Settings } from '@radiatrix/core/compare';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import type { Attempt } from './attempt.ts';
import type { Side } from './side.ts';

/** Coolant loses about this much between inlet and outlet tank at idle, where no sum has said; common practice. */
export const USUAL_DROP_K = 8;
/** Controllers adjust over this range (150 to 240 °F), °C; common practice. */
const CONTROLLER_C = [65, 115] as const;

/** Stages that were written in, in place of those on record. */
export const stagesAsked = (asked: Asked): { onC: number; offC: number }[] | undefined =>
  asked.on !== undefined && asked.off !== undefined
    ? [
        { onC: asked.on, offC: asked.off },
        ...(asked.on2 !== undefined && asked.off2 !== undefined
          ? [{ onC: asked.on2, offC: asked.off2 }]
          : []),
      ]
    : undefined;

/** Thermostat and fan held together, and the nearest that agrees. */
export function agreementWork(bench: Bench, fresh: Side, asked: Asked, boils: Attempt<number>) {
  const settings: Settings | undefined = !boils.ok
    ? undefined
    : settingsOf(
        bench.bay,
        fresh.assembly.fan,
        bench.thermostats,
        { opensC: asked.opens, fullyOpenC: asked.full, stages: stagesAsked(asked), place: asked.place },
        { boilsC: boils.value, dropK: USUAL_DROP_K },
      );
  const broken = settings ? disagreements(settings) : [];
  const proposal =
    settings && broken.length > 0
      ? nearestAgreement(settings, {
          thermostats: bench.thermostats.map(({ opensC, fullyOpenC }) => ({
            opensC,
            fullyOpenC: fullyOpenC ?? undefined,
          })),
          fan: { kind: 'adjustable', fromC: CONTROLLER_C[0], toC: CONTROLLER_C[1] },
        })
      : undefined;
  return { settings, broken, proposal };
}
