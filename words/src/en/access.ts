import { catalogue } from '../catalogue.ts';

/** Recording the access map of a bay. */
export const accessWords = catalogue('access', {
  'ways:table': 'Ways, column by column',
  'labels:paper': 'Sheet of labels, at its size',
  'part-of': 'Part of',
  'part-of:none': 'nothing: it stands alone',
  'only-after': 'Only after moves, by code',
  measures: 'Figures to take first, by key',
  'measures:unknown': 'A vehicle has no figure {key}.',
  'only-with': 'Only where one of these goes in',
  'only-after:unknown': 'No move {code} is on this map.',
});
