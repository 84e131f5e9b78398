import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';
import { capOf, likelyVehicleClass, setUpOf, type Ready } from '../set-up.ts';
import {
  AS_SAID,
  CASES,
  BAY_AIR_AMBIENT_C,
  boilsUnder,
  steady,
  vehicleLoad,
  type CaseName,
  type CoolingInputs,
  type VehicleClass,
  type VehicleLoad,
} from '../../cooling/index.ts';
import type { Choices } from '../choices.ts';
import type { AsItStands } from './ladder.ts';
import type { PlanRecord } from '../record.ts';
import { attempt, type Attempt } from '../attempt.ts';
import type { Side } from '../sides.ts';

/**
 * What the vehicle asks: engine and transmission from the record, the rest from its class, what was written in laid
 * over it.
 */
export function loadOf(
  record: Pick<PlanRecord, 'vehicle' | 'engine' | 'selfShifting'> & { bay: Pick<PlanRecord['bay'], 'quantities' | 'words'> },
  asked: Pick<Choices, (typeof WRITTEN)[number][1] | 'load' | 'power' | 'fanShare'>,
): { cls: VehicleClass; load: VehicleLoad; known: Set<string> } {
  const { configuration } = record.vehicle;
  const cls = asked.load ?? likelyVehicleClass(configuration.body, configuration.package === 'towing');
  const ratedKW = asked.power ?? record.engine?.ratedKW;
  const load = vehicleLoad(cls, {
    engine: record.engine,
    ratedKW,
    // Where nobody has looked, a self-shifting transmission is taken to be cooled there: the hotter of the two.
    coolerInTank: record.selfShifting && (record.bay.words.oilCooling?.word ?? 'radiator') === 'radiator',
  });
  const bayAir = record.bay.quantities.bayAir?.value;
  const written = Object.fromEntries(
    WRITTEN.map(([figure, choice, per]) => [figure, asked[choice] && asked[choice] / per]).filter(([, value]) => value !== undefined),
  ) as Partial<VehicleLoad>;
  return {
    cls,
    load: { ...load, ...(bayAir === undefined ? {} : { bayAirK: bayAir - BAY_AIR_AMBIENT_C }), ...written },
    known: new Set([...Object.keys(written), ...(ratedKW === undefined ? [] : ['ratedKW']), ...(asked.fanShare === undefined ? [] : ['fanEfficiency'])]),
  };
} // prettier-ignore
/** Figures of a load that somebody may write in, the choice that holds each, and what one of the load is there (% of a share). */
const WRITTEN = [
  ['massKg', 'mass', 1],
  ['dragAreaM2', 'drag', 1],
  ['rolling', 'rolling', 1],
  ['pumpIdleLMin', 'pumpIdle', 1],
  ['pumpWorkingLMin', 'pumpWork', 1],
  ['idleHeatKW', 'idleHeat', 1],
  ['condenserKW', 'condenser', 1],
  ['recirculation', 'roundAir', 100],
] as const;

/** Old and new as the cooling sums take them, the vehicle's load, and when the coolant boils. */
export function coolingWork(
  record: PlanRecord,
  old: Side,
  fresh: Side,
  asked: Choices,
  practice: Practice = USUAL_PRACTICE,
) {
  const { bay } = record;
  const { cls, load, known } = loadOf(record, asked);
  const coolant = {
    base: asked.base ?? ('ethylene' as const),
    volumeShare: (asked.mix ?? bay.quantities.coolantMix?.value ?? practice.usualMix) / 100,
  };
  const setUp = (side: Side, coreClass: typeof asked.coreOld): Ready =>
    setUpOf(bay, side.assembly, { coreClass, capKPa: asked.cap, ...coolant, gapMm2: asked.gap }, practice);
  const measured = (ready: Ready): Ready =>
    ready.ok && ready.setUp.fans && asked.curve.length > 0
      ? { ...ready, setUp: { ...ready.setUp, fans: { ...ready.setUp.fans, curve: asked.curve } } }
      : ready;
  const setUps = { old: setUp(old, asked.coreOld), fresh: measured(setUp(fresh, asked.coreNew)) };
  const inputsOf = (ready: Ready, name: CaseName): CoolingInputs | undefined =>
    ready.ok
      ? {
          setUp: ready.setUp,
          load,
          leeway: AS_SAID,
          fanEfficiency: asked.fanShare === undefined ? practice.airShareUsual : asked.fanShare / 100,
          conditions: {
            ...CASES[name].conditions,
            // A vehicle without air conditioning has no condenser at work before its radiator.
            ...(record.vehicle.configuration.airConditioning ? {} : { airConditioning: false }),
            ...(asked.ambient === undefined ? {} : { ambientC: asked.ambient }),
            ...(asked.altitude === undefined ? {} : { altitudeM: asked.altitude }),
            ...(asked.humidity === undefined ? {} : { humidity: asked.humidity / 100 }),
          },
        }
      : undefined;

  /** How much cooler the top tank runs with no air round the core, K. */
  const closing = (name: CaseName): Attempt<number> | undefined => {
    const own = inputsOf(setUps.fresh, name);
    return (
      own &&
      attempt(() => steady(own).topTankC - steady({ ...own, setUp: { ...own.setUp, gapMm2: 0 } }).topTankC)
    );
  };

  /** The vehicle that runs hot, in one case: as it left the works, how it stands, and what is chosen to go in. */
  const ladder = (name: CaseName) => {
    const works = inputsOf(setUps.old, name);
    const stands: AsItStands = {
      shroud: asked.shroudNow ?? 'whole',
      blocked: Math.min(0.95, Math.max(0, (asked.blocked ?? 0) / 100)),
      capKPa: asked.capNow,
      deadFans: asked.deadFans ?? 0,
    };
    return works && { works, stands, chosen: inputsOf(setUps.fresh, name) };
  };

  const capKPa = asked.cap ?? capOf(bay, fresh.assembly.radiator) ?? practice.usualCap;
  const boils = attempt(() => boilsUnder({ capKPa, coolant }, asked.altitude ?? 0));
  return { cls, load, known, coolant, setUps, inputsOf, closing, ladder, boils };
}
