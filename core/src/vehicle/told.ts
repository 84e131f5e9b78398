import { DISPLACEMENT_SLACK_L, readValue, type Chip, type Field } from './request.ts';
import type { Engine, Transmission } from './types.ts';

/**
 * What a line says of a vehicle that is not on record, detail by detail, spelled as chips spell it. A detail that was
 * not said, was denied, or can be one of several is not in it.
 */
export type ToldDetails = Partial<Record<Exclude<Field, 'part' | 'built'>, string>>;

export function toldDetails(chips: readonly Chip[]): ToldDetails {
  const told: ToldDetails = {};
  for (const { field, value } of chips) {
    if (field === 'part' || field === 'built') continue;
    const { denied, any } = readValue(value);
    if (denied || any.length !== 1) continue;
    // "2008 to 2011" is not the year of one vehicle.
    if (field === 'year' && !/^\d{4}$/.test(value)) continue;
    told[field] = any[0]!;
  }
  return told;
}

/** Whether an engine on record can be the one that was told: it contradicts nothing that was said. */
export const engineAgrees = (engine: Engine, told: ToldDetails): boolean =>
  (told.displacement === undefined ||
    Math.abs(engine.displacementL - Number(told.displacement)) <= DISPLACEMENT_SLACK_L) &&
  (told.fuel === undefined || engine.fuel === told.fuel) &&
  (told.layout === undefined || engine.layout === told.layout) &&
  (told.cylinders === undefined || engine.cylinders === Number(told.cylinders)) &&
  (told.aspiration === undefined || engine.aspiration === told.aspiration) &&
  (told.engineCode === undefined || engine.code === told.engineCode);

export const transmissionAgrees = (transmission: Transmission, told: ToldDetails): boolean =>
  (told.transmission === undefined || transmission.kind === told.transmission) &&
  (told.gears === undefined || transmission.gears === Number(told.gears)) &&
  (told.transmissionCode === undefined || transmission.code === told.transmissionCode);
