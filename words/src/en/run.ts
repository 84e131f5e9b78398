import { catalogue } from '../catalogue.ts';

/** One move at a time on the phone: what comes after the last of them. */
export const runWords = catalogue('run', {
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
