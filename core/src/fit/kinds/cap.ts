import { ofBay, ofBeside, wordOfBay, type Check } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';
import type { FitVehicle } from '../vehicle.ts';

/** A radiator without a neck takes no cap: then the tank's own seat is met. */
const beside = ['radiator'] as const;
const neck = (vehicle: FitVehicle): boolean => {
  const radiator = vehicle.beside?.radiator;
  return !radiator || radiator.words.fillerNeck?.word !== 'none';
};

/** What a pressure cap has to meet: the neck it goes on. */
export const capChecks: Check[] = [
  words('capStyle', 'cap', 'style', wordOfBay('capStyle'), same),
  match('capBore', 'cap', 'plug', ofBeside('radiator', 'capBore', 'capBore'), { prefix: 'Ø', beside, asked: neck }),
  match('capSeatDepth', 'cap', 'seatDepth', ofBeside('radiator', 'capSeatDepth', 'capSeatDepth'), { beside, asked: neck }),
  match('capRating', 'cap', 'capPressure', ofBay('capPressure'), { dimension: 'pressure' }),
]; // prettier-ignore
