import { catalogue } from '../catalogue.ts';

/** What covers each year of a model. */
export const coverageWords = catalogue('coverage', {
  none: 'No model is on record',
  'none:do':
    'Each year of a model stands here, with what covers it. Record a vehicle, or bring a list of them.',
  'none:vehicle': 'Record a vehicle',
  'none:list': 'Open a list',
  'read-as': 'Read as: {line}',
  'other-model': '(another model than the one that is open)',
  'not-understood': 'Not understood: {words}.',
  'refused:not-understood': 'This belongs to no line: “{words}”. Say it of a model, or take it out.',
  'refused:which-model': 'Several models have this body: “{words}”. Name the model.',
  keep: '{n, plural, one {Keep the line} other {Keep # lines}}',
});
