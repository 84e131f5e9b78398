import { fanRules } from './fan.ts';
import { ofBay, wordOfBay, type Check } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';
import { aboveFuse, plugAgrees } from '../checks/current.ts';
import { joinable } from './fan.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const moduleRules = rulesOf({
  moduleConnector: rule('module', 'wiring', { work: by('re-terminate', 'module plug') }),
  moduleHoles: rule('module', 'wiring', { keep: 'moduleHoles', work: by('drill-module-seat', 'module', 'moduleDrill') }),
  moduleRating: rule('module', 'wiring'),
}); // prettier-ignore

/** What a fan module has to meet. */
export const moduleChecks: Check[] = [
  words(fanRules.fanControl, 'module', 'drives', wordOfBay('fanControl'), same),
  words(
    moduleRules.moduleConnector,
    'module',
    'moduleConnector',
    wordOfBay('moduleConnector'),
    (need, have, vehicle) => plugAgrees(need, have, vehicle, joinable),
  ),
  match(moduleRules.moduleHoles, 'module', 'holes', ofBay('moduleHoles')),
  aboveFuse(moduleRules.moduleRating, 'module'),
];
