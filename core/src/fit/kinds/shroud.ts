import { ofBay, ofBeside, wordOfBay, type Check } from '../checks/check.ts';
import { clearance, words } from '../checks/families.ts';
import { coherent } from '../checks/coherent.ts';
import { frameChecks } from './frame.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const shroudRules = rulesOf({
  shroudDepth: rule('shroud', 'depth', { keep: 'shroudToEngine' }),
  holdsRadiator: rule('shroud', 'face', { work: by('make-upper-brackets', 'radiator') }),
}); // prettier-ignore

const [frameWidth, frameHeight, holesAcross, holesUp, tips] = frameChecks('shroud');

/** What a shroud has to meet in a vehicle. */
export const shroudChecks: Check[] = [
  coherent('shroud'),
  holesAcross!,
  holesUp!,
  clearance(shroudRules.shroudDepth, 'shroud', 'depth', ofBay('bayDepth'), {
    less: ofBeside('radiator', 'thickness', 'radiatorDepth'),
    beside: ['radiator'],
  }),
  frameWidth!,
  frameHeight!,
  words(shroudRules.holdsRadiator, 'shroud', 'holdsRadiator', wordOfBay('topMount'), (need, have) =>
    need === 'shroud' && have === 'no' ? 'change' : 'pass',
  ),
  tips!,
];
