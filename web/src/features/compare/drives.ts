import { fullyOpenOf, settingsOf, type Settings } from '@radiatrix/core/compare';
import { AS_SAID, ratedFans } from '@radiatrix/core/cooling';
import {
  USUAL_MASSES,
  USUAL_THERMOSTAT,
  legsOf,
  modulatedControl,
  stagedControl,
  type CourseName,
  type Drive,
} from '@radiatrix/core/drive';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import type { Compared } from './compared.ts';
import { USUAL_DROP_K, stagesAsked } from './work-agreement.ts';

/** Weather of a drive where none is written in; common practice. */
export const USUAL_AMBIENT_C = 35;
const USUAL_HUMIDITY = 40;

function driveOf(
  compared: Compared,
  side: 'old' | 'fresh',
  settings: Settings,
  asked: Asked,
): Drive | undefined {
  const ready = compared.setUps[side];
  if (!ready.ok || !ready.setUp.fans) return undefined;
  const { fans } = ready.setUp;
  // Where no current is on record, what a fan of that size and make-up draws.
  const currentA = ratedFans(fans).powerW / fans.voltageV;
  const own = { count: fans.count, currentA };
  const course: CourseName = asked.course ?? 'pull-down';
  const ambientC = asked.ambient ?? USUAL_AMBIENT_C;
  return {
    setUp: ready.setUp,
    load: compared.load,
    leeway: AS_SAID,
    thermostat: {
      opensC: settings.thermostat.opensC,
      fullyOpenC: fullyOpenOf(settings.thermostat),
      hysteresisK: USUAL_THERMOSTAT.hysteresisK,
      lagS: USUAL_THERMOSTAT.lagS,
    },
    control:
      asked.drive === 'modulated'
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
      humidity: (asked.humidity ?? USUAL_HUMIDITY) / 100,
    }),
    startC: asked.start ?? Math.max(-40, ambientC),
  };
}

/** A drive of the new with what is asked, and of the old as the vehicle switches its own fan; undefined where figures are missing. */
export function drivesOf(
  bench: Bench,
  compared: Compared,
  asked: Asked,
): { old: Drive | undefined; fresh: Drive | undefined; seconds: number } {
  const at = { boilsC: compared.settings?.boilsC ?? 110, dropK: compared.settings?.dropK ?? USUAL_DROP_K };
  const now = settingsOf(
    bench.bay,
    compared.fresh.assembly.fan,
    bench.thermostats,
    {
      opensC: asked.opens,
      fullyOpenC: asked.full,
      place: asked.place,
      stages: stagesAsked(asked),
    },
    at,
  );
  const was = settingsOf(bench.bay, compared.old.assembly.fan, bench.thermostats, {}, at);
  const fresh = now && driveOf(compared, 'fresh', now, asked);
  const old = was && driveOf(compared, 'old', was, { ...asked, drive: 'staged' });
  return { old, fresh, seconds: (fresh ?? old)?.legs.reduce((sum, leg) => sum + leg.seconds, 0) ?? 0 };
}

/** How many moments of a drive a chart shows: more than it has pixels to tell apart would only be slow. */
export const SHOWN_MOMENTS = 200;
export const everyOf = (seconds: number): number => Math.max(2, Math.round(seconds / SHOWN_MOMENTS));
