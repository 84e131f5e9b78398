import { fullyOpenOf, settingsOf, type Settings } from '@radiatrix/core/compare';
import { AS_SAID } from '@radiatrix/core/cooling';
import {
  USUAL_MASSES,
  USUAL_THERMOSTAT,
  legsOf,
  type CourseName,
  type Drive,
  type FanControl,
} from '@radiatrix/core/drive';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import type { Compared } from './compared.ts';
import { USUAL_DROP_K, stagesAsked } from './work-agreement.ts';
import type { Side } from './side.ts';

const USUAL_AMBIENT_C = 35;
const HUMIDITY = 0.4;
/** A modulated fan runs at no less than this share once it is on, and this far above it is at full duty. */
const [LOWEST_DUTY, RAMP_K] = [0.2, 10];
/** Both speeds of a single fan: the slow one at this share; common practice. */
const SLOW = 0.6;

function controlOf(settings: Settings, count: number, currentA: number, asked: Asked): FanControl {
  const { stages, place } = settings;
  if (asked.drive === 'modulated')
    return {
      kind: 'modulated',
      place,
      fromC: stages[0]!.onC,
      fullC: stages[0]!.onC + (asked.ramp ?? RAMP_K),
      hysteresisK: stages[0]!.onC - stages[0]!.offC,
      lowestDuty: LOWEST_DUTY,
      count,
      currentA,
      withAc: 0.5,
    };
  const last = stages.length - 1;
  return {
    kind: 'stages',
    place,
    withAc: 0,
    stages: stages.map((stage, i) => {
      // The slow stage of two fans is one of them; of one fan, a lower speed, whose current goes with its cube.
      const all = i === last;
      const speeds = Array.from({ length: count }, (_, n) =>
        all ? 1 : count > 1 ? (n === 0 ? 1 : 0) : SLOW,
      );
      return {
        ...stage,
        speeds,
        currentA: all ? currentA : count > 1 ? currentA / count : currentA * SLOW ** 3,
      };
    }),
  };
}

function driveOf(
  compared: Compared,
  side: 'old' | 'fresh',
  settings: Settings,
  asked: Asked,
): Drive | undefined {
  const ready = compared.setUps[side];
  if (!ready.ok || !ready.setUp.fans) return undefined;
  const { fans } = ready.setUp;
  const parts: Side = compared[side];
  const current = parts.assembly.fan?.quantities.current?.value ?? fans.count * 12;
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
    control: controlOf(settings, fans.count, current, asked),
    masses: {
      ...USUAL_MASSES,
      ...(asked.metalMass === undefined ? {} : { engineJK: asked.metalMass * 1000 }),
      ...(asked.coolantMass === undefined ? {} : { engineCoolantL: asked.coolantMass }),
    },
    legs: legsOf(course, { ambientC, altitudeM: asked.altitude ?? 0, humidity: HUMIDITY }),
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
