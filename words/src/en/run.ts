import { catalogue } from '../catalogue.ts';

/** One move at a time on the phone: what comes after the last of them. */
export const runWords = catalogue('run', {
  'cool:title': 'The cool-down ends with what you find',
  'cool:how':
    'Measure the coolant at the upper hose, below {below}; or squeeze the upper hose with a bare hand: soft, and comfortable to hold.',
  'cool:temp': 'Coolant at',
  'cool:measured': 'It is {temp}: cold enough',
  'cool:enter': 'Enter what you measured',
  'cool:hot': '{temp} is too hot to open: wait on, until it is below {below}.',
  'cool:felt': 'Upper hose soft and comfortable to hold',
  'cool:no-skip': 'A cool-down is not skipped. If the engine did not run, measure or feel it: that ends it.',
  'cooled:measured': '{temp}',
  'cooled:felt': 'upper hose soft and comfortable to hold',
  'cooled:by': 'Cold: {found}, {by}',
  'story:ticked': '{phase}{how, select, back {, taken back} clicked {, click checked} other {}}',
  click: 'It clicked, and a pull does not open it',
  'click:first': 'Check the click first',
  figure: 'Figure',
  'figure:no-source':
    'No source for the shop’s own measurements is on record. A specialist records one in the library, then figures can be taken here.',
  finished: 'Every step is done or skipped',
  'dish:empty': 'The dish is empty: everything that came out has gone back, or stays off with its part.',
  'dish:left': 'Something is left in the dish.',
  tray: 'Look into the tray',
  'went-in': 'What went in',
  'went-in:none': 'Nothing was to go in on this job.',
  fit: 'Yes, {number} is fitted',
  fitted: '{number}, {part}: fitted by {by}',
  'not-fitted': '{number} is not in after all',
  'on-bench': '{number} failed on the bench: test another unit, or choose another part.',
  next: 'Next',
  fill: 'Fill and bleed',
  prove: 'Prove',
  job: 'To the job',
});
