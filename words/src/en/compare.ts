import { catalogue } from '../catalogue.ts';

/** The page that compares old parts with new ones. */
export const compareWords = catalogue('compare', {
  borrowed: 'Assumed to be on the vehicle: {numbers}. Nobody chose it, so no job keeps it.',
  'borrowed:confirm': 'Yes, it is on the vehicle',
  work: '{n, plural, one {# piece} other {# pieces}} of work, {minutes} min',
  'work:optional': '{n, plural, one {# piece} other {# pieces}} of optional work, {minutes} min',
  hub: 'Engine-driven fan',
  'hub:keeps': 'Blades {gap} from the new core, {wanted} wanted. The fitted hub spacer can stay.',
  'hub:short':
    'Blades {gap} from the new core, {wanted} wanted. A thinner hub spacer, another fan or a thinner core is needed.',
  'hub:unknown':
    'The record lacks a figure on the way from hub to core. Measure blade to core and the hub spacer: {wanted} is wanted.',
  'drive:turned': 'The engine turns the fan. It has no switch and no fan temperatures to set.',
  ways: 'Ways to agree that keep one side',
  'ways:take': 'Take this',
  'drive:enter': 'Enter them in Agreement',
  'set:blank': 'not known',
  'drive:fan': 'a fan with its diameter',
  'drive:thermostat': 'a thermostat rating',
  'drive:settings': 'a thermostat rating and fan temperatures',
  'drive:more': 'more figures',
  'small-parts': 'Motors, blades, modules and other parts, figure by figure',
  'new-empty': 'No new part is chosen. Choose one, or take one in hand in Match.',
});
