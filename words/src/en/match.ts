import { catalogue } from '../catalogue.ts';

/** The page that matches parts to a vehicle. */
export const matchWords = catalogue('match', {
  'open-job': 'Open a job',
  none: 'No part on record could concern this vehicle',
  'none:why': 'No source lists one for the model, none was tried in it, and none measures alike.',
  'none:part': 'Record a part',
  'none:list': 'Bring a list',
  'none:bay': 'Measure the bay',
  'none:ask': 'Ask a specialist to record one.',
  'none-of': 'No {kind} is on record',
  'none-of:why': 'No source lists one for this vehicle, and the library has none to try.',
  'none-of:record': 'Record a {kind}',
  unlisted:
    'No source lists one for this model. {tried, plural, one {# of {onRecord} on record is tried by its figures} other {# of {onRecord} on record are tried by their figures}}.',
  'likely:straight-in': 'With figures of {bay} it would go straight in',
  'likely:changes': 'With figures of {bay} it would go in with changes',
  'likely:not-proven': 'Figures of {bay} do not rule it out',
  'likely:no': 'With figures of {bay} it would not go in',
  'lent:model':
    'Borrowed: {bay}, the same model with another engine, has {figure}. It counts once you confirm it here.',
  'lent:both':
    'Borrowed: {bay}, the same model and engine, has {figure}. It counts once you confirm it here.',
  'lent:engine':
    'Borrowed: {bay}, the same engine in another body, has {figure}. It counts once you confirm it here.',
  'lent:fill': 'It measures the same here',
  'lent:same': 'It is the same here',
  together: 'settles nothing alone, measure {others} too',
});
