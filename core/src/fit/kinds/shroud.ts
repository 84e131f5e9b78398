import { chanceClear, combined, type FigureSet } from '../../figures/index.ts';
import { lacking, ofBay, ofBeside, settle, wordOfBay, type Check } from '../checks/check.ts';
import { clearance, words } from '../checks/families.ts';
import { coherent } from '../checks/coherent.ts';
import { measured, sides } from '../checks/shown.ts';
import type { FitVehicle } from '../vehicle.ts';
import { drivenGap, engineTurns, gapParts } from './belt.ts';
import { frameChecks } from './frame.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const shroudRules = rulesOf({
  shroudDepth: rule('shroud', 'depth', { keep: 'shroudToEngine' }),
  shroudReach: rule('shroud', 'depth', { keep: 'bladesInside' }),
  holdsRadiator: rule('shroud', 'face', { work: by('make-upper-brackets', 'radiator') }),
}); // prettier-ignore

const [frameWidth, frameHeight, holesAcross, holesUp, tips] = frameChecks('shroud');

type Shroud = FigureSet<'shroud'>;
const fanBeside = (vehicle: FitVehicle): FigureSet<'fan'> | undefined => vehicle.beside?.fan;
const gapOf = (vehicle: FitVehicle) => drivenGap(vehicle.figures, vehicle.beside?.radiator, fanBeside(vehicle)); // prettier-ignore

/**
 * An engine-driven fan turns in the shroud’s ring; a shroud that ends before the blades leaves them outside, and they stir
 * the air that they have just pushed. How deep the blades themselves are nobody records, so the least is asked.
 */
const shroudReach: Check = {
  rule: shroudRules.shroudReach,
  family: 'clearance',
  beside: ['fan', 'radiator'],
  keys: () => ({ vehicle: 'fanBladeGap', part: 'depth' }),
  judge: (vehicle, part: { figures: Shroud }, finding, practice) => {
    const turnsInIt = fanBeside(vehicle) ? true : vehicle.figures.words.fanRing?.word === 'shroud';
    if (!engineTurns(vehicle.figures, fanBeside(vehicle)) || !turnsInIt) {
      finding.outcome = 'not-asked';
      return;
    }
    const [gap, own] = [gapOf(vehicle), part.figures.quantities.depth];
    if (lacking(finding, gap, own)) return;
    finding.margin = own!.value - gap!.value - practice.bladesInside;
    finding.u = combined(gap!.u, own!.u);
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, false, chance, chance, practice);
  },
  show: (vehicle, part) => {
    const [gap, own] = [gapOf(vehicle), (part.figures as Shroud).quantities.depth];
    return {
      need: gap && { type: 'quantity', value: gap.value, u: gap.u, dimension: 'length' },
      have: measured(own, 'length'),
      ...sides([
        ...gapParts(vehicle, vehicle.beside?.radiator, fanBeside(vehicle)).map(([, at, figure]) => ['vehicle', at, figure] as const),
        ['part', { subject: 'shroud', key: 'depth' }, own],
      ]),
    };
  },
}; // prettier-ignore

/** What a shroud has to meet in a vehicle. */
export const shroudChecks: Check[] = [
  coherent('shroud'),
  holesAcross!,
  holesUp!,
  clearance(shroudRules.shroudDepth, 'shroud', 'depth', ofBay('bayDepth'), {
    less: ofBeside('radiator', 'thickness', 'radiatorDepth'),
    beside: ['radiator'],
  }),
  shroudReach,
  frameWidth!,
  frameHeight!,
  words(shroudRules.holdsRadiator, 'shroud', 'holdsRadiator', wordOfBay('topMount'), (need, have) =>
    need === 'shroud' && have === 'no' ? 'change' : 'pass',
  ),
  tips!,
];
