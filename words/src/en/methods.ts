import { catalogue } from '../catalogue.ts';

/** Ways a figure was got. */
export const methodWords = catalogue('methods', {
  caliper: 'caliper',
  tape: 'tape',
  contour: 'contour gauge',
  meter: 'meter',
  jug: 'measuring jug',
  bench: 'seen',
  drawing: 'drawing',
  sheet: 'data sheet',
  listing: 'listing',
  spoken: 'told',
  worked: 'calculated',
});
