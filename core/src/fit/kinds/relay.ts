import { sameOrChange, wordOfBay, words, type Check } from '../checks/check.ts';
import { aboveFuse, voltage } from '../checks/current.ts';

/** What a fan relay has to meet. */
export const relayChecks: Check[] = [
  words('relayFoot', 'relay', 'foot', wordOfBay('relayFoot'), sameOrChange),
  aboveFuse('relayRating', 'relay'),
  voltage('relay', 'coil'),
];
