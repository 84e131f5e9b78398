import { catalogue } from '../catalogue.ts';

/** The page that compares old parts with new ones. */
export const compareWords = catalogue('compare', {
  borrowed: 'Assumed to be on the vehicle: {numbers}. Nobody chose it, so no job keeps it.',
  'borrowed:confirm': 'Yes, it is on the vehicle',
  work: '{n, plural, one {# piece} other {# pieces}} of work, {minutes} min',
  'work:optional': '{n, plural, one {# piece} other {# pieces}} of optional work, {minutes} min',
  'new-empty': 'No new part is chosen. Choose one, or take one in hand in Match.',
});
