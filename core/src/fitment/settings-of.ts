import { PLACES, type Place } from '../drive/index.ts';
import type { FigureSet } from '../figures/index.ts';
import type { Settings } from './agreement.ts';

/** Temperatures that somebody wrote in, in place of those on record. */
export interface Said {
  opensC?: number | undefined;
  fullyOpenC?: number | undefined;
  stages?: readonly { onC: number; offC: number }[] | undefined;
  place?: Place | undefined;
}

const placeOf = (word: string | undefined): Place | undefined =>
  word !== undefined && word in PLACES ? (word as Place) : undefined;

/** Stages on record: a fan with a switch of its own is switched by it, any other as the vehicle switches its fan. */
export function stagesOf(
  bay: FigureSet<'bay'>,
  fan: FigureSet<'fan'> | undefined,
): { onC: number; offC: number }[] {
  const own = fan?.quantities;
  if (own?.fanOn && own.fanOff) return [{ onC: own.fanOn.value, offC: own.fanOff.value }];
  const { fanOn, fanOff, fanHighOn, fanHighOff } = bay.quantities;
  const stages = fanOn && fanOff ? [{ onC: fanOn.value, offC: fanOff.value }] : [];
  return stages.length > 0 && fanHighOn && fanHighOff
    ? [...stages, { onC: fanHighOn.value, offC: fanHighOff.value }]
    : stages;
}

/**
 * Everything set to a temperature, from the record and from what was said; undefined where the main ones are missing.
 * @param switched a fan that the engine turns has no switch: then a thermostat is enough
 */
export function settingsOf(
  bay: FigureSet<'bay'>,
  fan: FigureSet<'fan'> | undefined,
  thermostats: readonly { opensC: number; fullyOpenC: number | null }[],
  said: Said,
  at: { boilsC: number; dropK: number },
  switched = true,
): Settings | undefined {
  const { thermostatRating, thermostatFull, warningLamp } = bay.quantities;
  const opensC = said.opensC ?? thermostatRating?.value ?? thermostats[0]?.opensC;
  const stages = said.stages ?? stagesOf(bay, fan);
  if (opensC === undefined || (switched && stages.length === 0)) return undefined;
  // Full opening goes with the thermostat it was found on.
  const recorded =
    said.opensC === undefined || said.opensC === thermostatRating?.value ? thermostatFull?.value : undefined;
  const listed = thermostats.find((each) => each.opensC === opensC)?.fullyOpenC ?? undefined;
  const ownSwitch = fan?.quantities.fanOn !== undefined;
  return {
    thermostat: { opensC, fullyOpenC: said.fullyOpenC ?? recorded ?? listed },
    stages,
    place:
      said.place ?? (ownSwitch ? 'radiator-inlet' : (placeOf(bay.words.fanSense?.word) ?? 'engine-outlet')),
    warningC: warningLamp?.value,
    ...at,
  };
}
