import { catalogue } from '../catalogue.ts';

/** What a job waits for, and why it cannot be planned. */
export const waitWords = catalogue('waits', {
  late: '{n, plural, one {# entry} other {# entries}}',
  'failed-on-bench': 'it failed on the bench',
  'left:nothing': 'nothing is left to do',
  'left:to-close': 'every step is done: close the job, or say what is left',
});

/** Steps of a sheet that follow from the plan. */
export const stepWords = catalogue('steps', {
  'work:detail': 'For this part in this vehicle ({effort}).',
  'opens-undrained':
    'Work on this sheet opens the cooling system, and no move of this way drains it. Take a way that takes a hose off, or drain to below the place first, and bleed afterwards.',
});

/** What may be said of a job, and what becomes of it. */
export const jobWords = catalogue('jobs', {
  'report-failure': 'Report a failure',
  'takes:specialist': '{label}: that takes a specialist.',
  'takes:desk': '{label}: that is for the desk.',
  'undo:never': '{label}: that cannot be undone.',
  'undo:comparison': 'Only the person who kept a comparison can take it back.',
  'not-in-your-hands': 'This job is not in your hands; the desk hands it to you.',
  'never-in-your-hands': 'This job was never in your hands.',
  'decided-meanwhile': 'Some of these were decided on in the meantime.',
  'of-another-job': 'An event of that id belongs to another job.',
  'nobody-of-that-name': 'nobody of that name works here',
  'part-not-on-record': 'no part of that kind is on record under this number, or it is not released yet',
  'open-already': 'This job is open already. To change its vehicle, put the vehicle right.',
  'clock-stood-ahead': 'the device said {said}: its clock runs ahead, so the time of arrival counts',
  'streams-full': 'Many people follow jobs just now. Ask again in a few seconds.',
  'follows-too-much': 'You follow many jobs at once. Close a window, or ask again in a few seconds.',
});

/** The plan of a job as its page sums it up. */
export const planWords = catalogue('job-plan', {
  others: 'Other parts that go in',
});

/** What a job is called and whose vehicle it is. */
export const jobPageWords = catalogue('job-page', {
  of: 'of {owner}',
  owner: 'Owner or fleet',
  'owner:such': 'a name, a firm',
  'owner:why': 'Failures of one owner count together.',
});
