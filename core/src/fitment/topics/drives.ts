import { fullyOpenOf, type Settings } from '../agreement.ts';
import { stagesAsked, switchesOf } from './agreement-topic.ts';
import type { Plan } from '../plan.ts';
import { completeSettings, knownSettings, type Said } from '../settings-of.ts';
import { AS_SAID, ratedFans } from '../../cooling/index.ts';
import {
  USUAL_MASSES,
  USUAL_THERMOSTAT,
  legsOf,
  modulatedControl,
  stagedControl,
  type CourseName,
  type Drive,
  type StagedFans,
} from '../../drive/index.ts';
import type { Choices } from '../choices.ts';
import type { PlanRecord } from '../record.ts';

/** The engine turns its fan whatever the coolant says; its clutch is taken to hold, as it does hot. */
const alwaysOn = (place: Settings['place']): StagedFans => ({
  kind: 'stages',
  place,
  stages: [{ onC: -60, offC: -61, speeds: [1], currentA: 0 }],
  withAc: 0,
});

function driveOf(plan: Plan, side: 'old' | 'fresh', settings: Settings, asked: Choices): Drive | undefined {
  const ready = plan.setUps[side];
  if (!ready.ok || !ready.setUp.fans) return undefined;
  const { fans } = ready.setUp;
  // Where no current is on record, what a fan of that size and make-up draws.
  const currentA = ratedFans(fans).powerW / fans.voltageV;
  const own = { count: fans.count, currentA };
  const course: CourseName = asked.course ?? 'pull-down';
  const ambientC = asked.ambient ?? plan.practice.usualAmbient;
  return {
    setUp: ready.setUp,
    load: plan.load,
    leeway: AS_SAID,
    thermostat: {
      opensC: settings.thermostat.opensC,
      fullyOpenC: fullyOpenOf(settings.thermostat, plan.practice),
      hysteresisK: USUAL_THERMOSTAT.hysteresisK,
      lagS: USUAL_THERMOSTAT.lagS,
    },
    control: fans.engineDriven
      ? alwaysOn(settings.place)
      : asked.drive === 'modulated'
        ? modulatedControl(settings.place, settings.stages, own, asked.ramp)
        : stagedControl(settings.place, settings.stages, own),
    masses: {
      ...USUAL_MASSES,
      ...(asked.metalMass === undefined ? {} : { engineJK: asked.metalMass * 1000 }),
      ...(asked.coolantMass === undefined ? {} : { engineCoolantL: asked.coolantMass }),
    },
    legs: legsOf(course, {
      ambientC,
      altitudeM: asked.altitude ?? 0,
      humidity: (asked.humidity ?? plan.practice.usualHumidity) / 100,
    }),
    startC: asked.start ?? Math.max(-40, ambientC),
  };
}

/** A drive of the new with what is asked, and of the old as the vehicle switches its own fan; undefined where figures are missing. */
export function drivesOf(
  record: PlanRecord,
  plan: Plan,
  asked: Choices,
): { old: Drive | undefined; fresh: Drive | undefined; seconds: number } {
  const at = {
    boilsC: plan.settings?.boilsC ?? 110,
    dropK: plan.settings?.dropK ?? plan.practice.dropAtIdle,
  };
  const isSwitched = (side: 'old' | 'fresh'): boolean => {
    const ready = plan.setUps[side];
    return !(ready.ok && ready.setUp.fans?.engineDriven);
  };
  const said = { opensC: asked.opens, fullyOpenC: asked.full, place: asked.place, stages: stagesAsked(asked) }; // prettier-ignore
  const set = (side: 'old' | 'fresh', own: Said): Settings | undefined =>
    completeSettings(
      knownSettings(switchesOf(record, plan[side]), record.thermostats, own, at),
      isSwitched(side),
    );
  const [now, was] = [set('fresh', said), set('old', {})];
  const fresh = now && driveOf(plan, 'fresh', now, asked);
  const old = was && driveOf(plan, 'old', was, { ...asked, drive: 'staged' });
  return { old, fresh, seconds: (fresh ?? old)?.legs.reduce((sum, leg) => sum + leg.seconds, 0) ?? 0 };
}

/** How many moments of a drive a chart shows: more than it has pixels to tell apart would only be slow. */
export const SHOWN_MOMENTS = 200;
export const everyOf = (seconds: number): number => Math.max(2, Math.round(seconds / SHOWN_MOMENTS));
