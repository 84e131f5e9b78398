import { wordOfBay, type Check } from '../checks/check.ts';
import { sameOrChange, words } from '../checks/families.ts';
import { aboveFuse, voltage } from '../checks/current.ts';

/** What a fan relay has to meet. */
export const relayChecks: Check[] = [
  words('relayFoot', 'relay', 'foot', wordOfBay('relayFoot'), sameOrChange),
  aboveFuse('relayRating', 'relay'),
  voltage('relay', 'coil'),
];
