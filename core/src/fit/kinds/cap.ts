import { ofBay, ofBeside, wordOfBay, type Check } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';
import type { FitVehicle } from '../vehicle.ts';
import { rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const capRules = rulesOf({
  capStyle: rule('cap', 'ports'),
  capBore: rule('cap', 'ports', { keep: 'capBore' }),
  capSeatDepth: rule('cap', 'ports', { keep: 'capSeat' }),
  capRating: rule(['cap', 'tank'], 'ports', { keep: 'capRating' }),
}); // prettier-ignore

/** A radiator without a neck takes no cap: then the tank's own seat is met. */
const beside = ['radiator'] as const;
const neck = (vehicle: FitVehicle): boolean => {
  const radiator = vehicle.beside?.radiator;
  return !radiator || radiator.words.fillerNeck?.word !== 'none';
};

/** What a pressure cap has to meet: the neck it goes on. */
export const capChecks: Check[] = [
  words(capRules.capStyle, 'cap', 'style', wordOfBay('capStyle'), same),
  match(capRules.capBore, 'cap', 'plug', ofBeside('radiator', 'capBore', 'capBore'), { prefix: 'Ø', beside, asked: neck }),
  match(capRules.capSeatDepth, 'cap', 'seatDepth', ofBeside('radiator', 'capSeatDepth', 'capSeatDepth'), { beside, asked: neck }),
  match(capRules.capRating, 'cap', 'capPressure', ofBay('capPressure'), { dimension: 'pressure' }),
]; // prettier-ignore
