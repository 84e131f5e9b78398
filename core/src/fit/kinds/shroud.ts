import { ofBay, ofBeside, wordOfBay, type Check } from '../checks/check.ts';
import { clearance, words } from '../checks/families.ts';
import { coherent } from '../checks/coherent.ts';
import { frameChecks } from './frame.ts';

/** What a shroud has to meet in a vehicle. */
export const shroudChecks: Check[] = [
  coherent('shroud'),
  clearance('shroudDepth', 'shroud', 'depth', ofBay('bayDepth'), {
    less: ofBeside('radiator', 'thickness', 'radiatorDepth'),
    beside: ['radiator'],
  }),
  words('holdsRadiator', 'shroud', 'holdsRadiator', wordOfBay('topMount'), (need, have) =>
    need === 'shroud' && have === 'no' ? 'change' : 'pass',
  ),
  ...frameChecks('shroud'),
];
