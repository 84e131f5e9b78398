import { wordOfBay, type Check } from '../checks/check.ts';
import { sameOrChange, words } from '../checks/families.ts';
import { aboveFuse, voltage } from '../checks/current.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const relayRules = rulesOf({
  relayFoot: rule('relay', 'wiring', { work: by('wire-relay-socket', 'relay') }),
  // The fuse must blow before the contacts weld: rated at or above the fuse.
  relayRating: rule('relay', 'wiring'),
}); // prettier-ignore

/** What a fan relay has to meet. */
export const relayChecks: Check[] = [
  voltage('relay', 'coil'),
  words(relayRules.relayFoot, 'relay', 'foot', wordOfBay('relayFoot'), sameOrChange),
  aboveFuse(relayRules.relayRating, 'relay'),
];
