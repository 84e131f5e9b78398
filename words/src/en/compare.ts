import { catalogue } from '../catalogue.ts';

/** The page that compares old parts with new ones. */
export const compareWords = catalogue('compare', {
  borrowed: 'Assumed to be on the vehicle: {numbers}. Nobody chose it, so no job keeps it.',
  'borrowed:confirm': 'Yes, it is on the vehicle',
  'new-empty': 'No new part is chosen. Choose one, or take one in hand in Match.',
});
