import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';
import {
  disagreements,
  nearestAgreement,
  oneSidedAgreement,
  roomToAgree,
  type HalfStage,
  type Stock,
} from '../agreement.ts';
import { completeSettings, knownSettings, type Switches } from '../settings-of.ts';
import type { Choices } from '../choices.ts';
import type { PlanRecord } from '../record.ts';
import type { Attempt } from '../attempt.ts';
import type { Side } from '../sides.ts';

/** Stages as far as they were written in. */
export function stagesAsked({ on, off, on2, off2 }: Choices): HalfStage[] | undefined {
  if (on2 !== undefined || off2 !== undefined) return [{ onC: on, offC: off }, { onC: on2, offC: off2 }]; // prettier-ignore
  return on === undefined && off === undefined ? undefined : [{ onC: on, offC: off }];
}

/** What switches the fan of one side. */
export const switchesOf = (record: Pick<PlanRecord, 'bay'>, { assembly, parts }: Side): Switches => ({
  bay: record.bay,
  fan: assembly.fan,
  kit: parts.kit?.figures as Switches['kit'],
});

/** Thermostat and fan held together, the nearest that agrees, and what would agree where a temperature is missing. */
export function agreementWork(
  record: PlanRecord,
  fresh: Side,
  asked: Choices,
  boils: Attempt<number>,
  practice: Practice = USUAL_PRACTICE,
) {
  const temperatures = !boils.ok
    ? undefined
    : knownSettings(
        switchesOf(record, fresh),
        record.thermostats,
        { opensC: asked.opens, fullyOpenC: asked.full, stages: stagesAsked(asked), place: asked.place },
        { boilsC: boils.value, dropK: practice.dropAtIdle },
      );
  const settings = temperatures && completeSettings(temperatures);
  const room = temperatures && !settings ? roomToAgree(temperatures, practice) : [];
  const broken = settings ? disagreements(settings, practice) : [];
  const stock: Stock = {
    thermostats: record.thermostats.map(({ opensC, fullyOpenC }) => ({
      opensC,
      fullyOpenC: fullyOpenC ?? undefined,
    })),
    fan: { kind: 'adjustable', fromC: practice.controllerFrom, toC: practice.controllerTo },
  };
  const disagrees = settings && broken.length > 0;
  const proposal = disagrees ? nearestAgreement(settings, stock, practice) : undefined;
  const oneSided = disagrees ? oneSidedAgreement(settings, stock, practice) : undefined;
  return { settings, temperatures, room, broken, proposal, oneSided };
}
