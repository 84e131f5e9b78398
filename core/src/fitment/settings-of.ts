import { PLACES, type Place } from '../drive/index.ts';
import type { FigureSet } from '../figures/index.ts';
import type { HalfStage, KnownSettings, Settings } from './agreement.ts';

/** Temperatures that somebody wrote in, °C; each one stands in place of the one on record. */
export interface Said {
  opensC?: number | undefined;
  fullyOpenC?: number | undefined;
  stages?: readonly HalfStage[] | undefined;
  place?: Place | undefined;
}

/** What switches the fan: a kit that the job fits, else the fan's own switch, else the vehicle. */
export interface Switches {
  bay: FigureSet<'bay'>;
  fan: FigureSet<'fan'> | undefined;
  kit?: FigureSet<'kit'> | undefined;
}

const placeOf = (word: string | undefined): Place | undefined =>
  word !== undefined && word in PLACES ? (word as Place) : undefined;

/** The part that brings a switch of its own. */
const ownSwitch = ({ fan, kit }: Switches): FigureSet<'fan' | 'kit'> | undefined =>
  kit ?? (fan?.quantities.fanOn || fan?.quantities.fanOff ? fan : undefined);

/** Stages on record, slowest first. A kit replaces the vehicle's switch, also where its set points are not on record. */
export function stagesOf(from: Switches): HalfStage[] {
  const own = ownSwitch(from);
  const { fanOn, fanOff } = (own ?? from.bay).quantities;
  const first: HalfStage[] = fanOn || fanOff ? [{ onC: fanOn?.value, offC: fanOff?.value }] : [];
  if (own) return first;
  const { fanHighOn, fanHighOff } = from.bay.quantities;
  return first.length > 0 && (fanHighOn || fanHighOff)
    ? [...first, { onC: fanHighOn?.value, offC: fanHighOff?.value }]
    : first;
}

/** Each figure that was written in over the one on record; neither is made up from the other. */
function written(recorded: readonly HalfStage[], said: readonly HalfStage[] | undefined): HalfStage[] {
  const count = Math.max(recorded.length, said?.length ?? 0);
  return Array.from({ length: count }, (_, i) => ({
    onC: said?.[i]?.onC ?? recorded[i]?.onC,
    offC: said?.[i]?.offC ?? recorded[i]?.offC,
  }));
}

/** Everything set to a temperature, as far as the record or somebody says it. */
export function knownSettings(
  from: Switches,
  thermostats: readonly { opensC: number; fullyOpenC: number | null }[],
  said: Said,
  at: { boilsC: number; dropK: number },
): KnownSettings {
  const { bay } = from;
  const { thermostatRating, thermostatFull, warningLamp } = bay.quantities;
  const opensC = said.opensC ?? thermostatRating?.value ?? thermostats[0]?.opensC;
  // Full opening goes with the thermostat it was found on.
  const recorded =
    said.opensC === undefined || said.opensC === thermostatRating?.value ? thermostatFull?.value : undefined;
  const listed = thermostats.find((each) => each.opensC === opensC)?.fullyOpenC ?? undefined;
  return {
    opensC,
    fullyOpenC: said.fullyOpenC ?? recorded ?? listed,
    stages: written(stagesOf(from), said.stages),
    place:
      said.place ??
      (ownSwitch(from) ? 'radiator-inlet' : (placeOf(bay.words.fanSense?.word) ?? 'engine-outlet')),
    warningC: warningLamp?.value,
    ...at,
  };
}

/**
 * Settings that can be held against each other; undefined while a temperature is missing.
 *
 * @param switched a fan that the engine turns has no switch: then a thermostat is enough
 */
export function completeSettings(known: KnownSettings, switched = true): Settings | undefined {
  const { opensC, fullyOpenC, stages, ...rest } = known;
  const whole = stages.filter((each): each is { onC: number; offC: number } =>
    each.onC !== undefined && each.offC !== undefined); // prettier-ignore
  if (opensC === undefined || whole.length < stages.length || (switched && stages.length === 0)) return undefined;
  return { thermostat: { opensC, fullyOpenC }, stages: whole, ...rest };
} // prettier-ignore
