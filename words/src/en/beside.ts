import { catalogue } from '../catalogue.ts';

/** A record made beside the list that lacks it. */
export const besideWords = catalogue('beside', {
  new: 'New {one}',
  title: 'New {one}',
  connector: 'connector',
  commas: 'separated by commas',
  record: 'Record it',
  close: 'Not now',
  bench: 'Our bench',
  'bench:kind': 'own measurements',
  'no-source': 'Each figure names its source, and none is on record yet. Record where yours come from first.',
});
