import { ofBay, wordOfBay, type Check } from '../checks/check.ts';
import { clearance, match, same, words } from '../checks/families.ts';
import { coherent } from '../checks/coherent.ts';
import { onFuse, onWire, plugAgrees, voltage } from '../checks/current.ts';
import { bySide, turnsAt } from './blade.ts';
import { joinable } from './fan.ts';

/** What a bare fan motor has to meet: the blade, the frame, the loom and the fuse. */
export const motorChecks: Check[] = [
  coherent('motor'),
  words('motorShaft', 'motor', 'shaft', wordOfBay('motorShaft'), same),
  match('shaftDiameter', 'motor', 'shaftDiameter', ofBay('shaftDiameter'), { prefix: 'Ø' }),
  match('motorBoltCircle', 'motor', 'boltCircle', ofBay('motorBoltCircle'), { prefix: 'Ø' }),
  clearance('motorRoom', 'motor', 'body', ofBay('motorRoom')),
  bySide('motor', (side) => words('motorRotation', 'motor', 'rotation', turnsAt(side), same)),
  words('motorConnector', 'motor', 'motorConnector', wordOfBay('fanConnector'), (need, have, vehicle) =>
    plugAgrees(need, have, vehicle, joinable),
  ),
  voltage('motor', 'voltage'),
  onFuse('motor'),
  onWire('motor'),
];
