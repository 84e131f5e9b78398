import type { CautionContext } from '@radiatrix/core/procedure';
import { byId, type Vocabulary } from '@radiatrix/core/vehicle';

/** Whether its transmission shifts by itself, and so is cooled. */
export function isSelfShifting(
  vehicle: { transmissionId: number },
  { transmissions }: Pick<Vocabulary, 'transmissions'>,
): boolean {
  const transmission = byId(transmissions, vehicle.transmissionId);
  return transmission !== undefined && transmission.kind !== 'manual';
}

/** Whether it carries high voltage: what an untrained person may do stops there. */
export function isHighVoltage(
  vehicle: { engineId: number },
  { engines }: Pick<Vocabulary, 'engines'>,
): boolean {
  const fuel = byId(engines, vehicle.engineId)?.fuel;
  return fuel === 'hybrid' || fuel === 'electric';
}

/** What of a vehicle decides the cautions of its work: one place for the sheet, Prepare and the proof. */
export function cautionContext(
  vehicle: { engineId: number; transmissionId: number; airConditioning: boolean },
  vocabulary: Vocabulary,
): CautionContext {
  return {
    airConditioning: vehicle.airConditioning,
    selfShifting: isSelfShifting(vehicle, vocabulary),
    highVoltage: isHighVoltage(vehicle, vocabulary),
  };
}
