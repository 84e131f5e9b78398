import { catalogue } from '../catalogue.ts';

/** Trials: runs of set-ups against each other. */
export const trialWords = catalogue('trial', {
  'broken-off': 'broken off',
  'broken-off-after': 'broken off after {after}',
  'at-least': 'at least {value}',
  between: '{low} to {high}',
  'no-spread': 'spread not known',
  ended: 'The run',
  'ended:end': 'came to its end',
  'ended:off': 'was broken off',
  hottest: 'Hottest read',
  after: 'After (watch)',
  'ran-for': 'Ran for',
  cut: '{n, plural, one {# run was} other {# runs were}} broken off. Every run counts up to {upTo} only, where the first of them ended; above it nothing is known.',
});
