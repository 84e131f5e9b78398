import { capRules } from './cap.ts';
import { ofBay, wordOfBay, type Check } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const tankRules = rulesOf({
  tankSort: rule('tank', 'ports'),
  tankHoles: rule('tank', 'ports', { keep: 'bottleScrews', work: by('bottle-bracket', 'bottle', 'bottleBracket') }),
  tankHose: rule('tank', 'ports', { keep: 'bottleHose', work: by('bottle-reducer', 'bottle', 'bottleReducer') }),
}); // prettier-ignore

/** What an expansion tank or recovery bottle has to meet. */
export const tankChecks: Check[] = [
  // A recovery bottle carries no pressure cap; until it is known which it is, the cap is asked.
  match(capRules.capRating, 'tank', 'capPressure', ofBay('capPressure'), {
    dimension: 'pressure',
    asked: (vehicle) => vehicle.figures.words.bottle?.word !== 'recovery',
  }),
  words(tankRules.tankSort, 'tank', 'sort', wordOfBay('bottle'), same),
  match(tankRules.tankHoles, 'tank', 'holes', ofBay('tankHoles')),
  match(tankRules.tankHose, 'tank', 'hoseBarb', ofBay('tankHose'), { prefix: 'Ø', series: true }),
];
