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

/** What of a vehicle decides the cautions of its work: one place for the sheet, Prepare and the proof. */
export function cautionContext(
  vehicle: { engineId: number; transmissionId: number; airConditioning: boolean },
  vocabulary: Vocabulary,
): CautionContext {
  const fuel = byId(vocabulary.engines, vehicle.engineId)?.fuel;
  return {
    airConditioning: vehicle.airConditioning,
    selfShifting: isSelfShifting(vehicle, vocabulary),
    highVoltage: fuel === 'hybrid' || fuel === 'electric',
  };
}
