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
});
