import { catalogue } from '../catalogue.ts';

/** What was put right after jobs had used it, and who was told. */
export const correctionsWords = catalogue('corrections', {
  'title': 'Corrections',
  'empty:title': 'No correction reaches a job',
  'empty': 'When a released figure, claim, map or procedure is put right or withdrawn, the jobs that used it stand here, with the person to tell.',
  'about:part': 'Part',
  'about:bay': 'Vehicle',
  'about:access': 'Access map',
  'about:procedure': 'Procedure',
  'change': '{label}: was {before, select, none {not there} other {{before}}}, now {after, select, none {taken out} other {{after}}}',
  'withdrawn': 'Withdrawn: {why}',
  'reach:chosen': 'chosen for it, nothing taken off yet',
  'reach:sheet': 'on its sheet: work is planned or under way',
  'reach:fitted': 'in the vehicle',
  'job': 'Job {id}{label, select, none {} other {, {label}}}',
  'tell': 'Tell {hands}',
  'told': 'Told by {by}, {day}',
  'tick': '{hands} was told: job {id}',
  'count': '{told} of {n} told',
  'desk:kind': 'Put right since',
  'desk:title': '{n, plural, one {One job} other {# jobs}}',
  'desk:said': 'used a figure, claim, map or procedure that was corrected. Tell the person who has the job.',
  'job:title': 'Put right since this job used it',
  'job:told': 'told by {by}',
  'job:untold': 'not told yet',
  'all': 'All corrections',
}); // prettier-ignore
