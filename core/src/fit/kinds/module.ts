import { ofBay, wordOfBay, type Check } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';
import { aboveFuse, plugAgrees } from '../checks/current.ts';
import { joinable } from './fan.ts';

/** What a fan module has to meet. */
export const moduleChecks: Check[] = [
  words('moduleConnector', 'module', 'moduleConnector', wordOfBay('moduleConnector'), (need, have, vehicle) =>
    plugAgrees(need, have, vehicle, joinable),
  ),
  match('moduleHoles', 'module', 'holes', ofBay('moduleHoles')),
  words('fanControl', 'module', 'drives', wordOfBay('fanControl'), same),
  aboveFuse('moduleRating', 'module'),
];
