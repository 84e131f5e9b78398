import { catalogue } from '../catalogue.ts';

/** The plate: the vehicle of the page, and its job. */
export const plateWords = catalogue('plate', {
  bench: 'Vehicle on the bench',
  job: 'Vehicle of this job',
  'job:name': 'Job {id}',
  'job:label': 'Job {id}, {label}',
  'job:filed': 'filed',
  'job:stage': 'at {stage}',
  'job:hands': 'with {name}',
  told: 'as told, not reviewed',
  off: 'Take the vehicle off the bench',
});
