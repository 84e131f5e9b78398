import { catalogue } from '../catalogue.ts';

/** What covers each year of a model. */
export const coverageWords = catalogue('coverage', {
  none: 'No model is on record',
  'none:do':
    'Each year of a model stands here, with what covers it. Record a vehicle, or bring a list of them.',
  'none:vehicle': 'Record a vehicle',
  'none:list': 'Open a list',
});
