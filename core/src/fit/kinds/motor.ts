import { bladeRules } from './blade.ts';
import { ofBay, wordOfBay, type Check } from '../checks/check.ts';
import { clearance, match, same, words } from '../checks/families.ts';
import { coherent } from '../checks/coherent.ts';
import { onFuse, onWire, plugAgrees, voltage } from '../checks/current.ts';
import { bySide, turnsAt } from './blade.ts';
import { joinable } from './fan.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const motorRules = rulesOf({
  motorShaft: rule('motor', 'depth'),
  shaftDiameter: rule('motor', 'depth', { keep: 'shaftPlay' }),
  motorBoltCircle: rule('motor', 'depth', { keep: 'motorScrews', work: by('slot-motor-holes', 'motor', 'motorScrewsSlot') }),
  motorRoom: rule('motor', 'depth', { keep: 'motorPlay', most: 'motorPlayMost' }),
  motorConnector: rule('motor', 'wiring', { work: by('re-terminate', 'motor plug') }),
}); // prettier-ignore

/** What a bare fan motor has to meet: the blade, the frame, the loom and the fuse. */
export const motorChecks: Check[] = [
  coherent('motor'),
  onFuse('motor'),
  onWire('motor'),
  voltage('motor', 'voltage'),
  words(motorRules.motorShaft, 'motor', 'shaft', wordOfBay('motorShaft'), same),
  match(motorRules.shaftDiameter, 'motor', 'shaftDiameter', ofBay('shaftDiameter'), { prefix: 'Ø' }),
  match(motorRules.motorBoltCircle, 'motor', 'boltCircle', ofBay('motorBoltCircle'), { prefix: 'Ø' }),
  clearance(motorRules.motorRoom, 'motor', 'body', ofBay('motorRoom')),
  bySide('motor', (side) => words(bladeRules.motorRotation, 'motor', 'rotation', turnsAt(side), same)),
  words(
    motorRules.motorConnector,
    'motor',
    'motorConnector',
    wordOfBay('fanConnector'),
    (need, have, vehicle) => plugAgrees(need, have, vehicle, joinable),
  ),
];
