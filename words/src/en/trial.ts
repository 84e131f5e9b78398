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
  log: 'Its log',
  'log:none': 'none',
  'log:off': 'Write it down as broken off: the coolant still falls where the log ends',
  'log:falling': 'The coolant still falls where the log ends, after {after}: taken as broken off.',
  'log:hot':
    'The log ends within {by} of its peak, {peak} after {after}. Was the run broken off? Choose it under “The run”.',
  'log:peak': 'Peak of the log {peak}; the coolant fell back before the log ended, after {after}.',
  'log:no-fall':
    'The coolant never falls in that log: it has no pull-down. Enter the time that the watch shows.',
  'log:nothing': 'That log has no coolant temperature.',
  cut: '{n, plural, one {# run was} other {# runs were}} broken off. Every run counts up to {upTo} only, where the first of them ended; above it nothing is known.',
});
