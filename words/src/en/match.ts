import { catalogue } from '../catalogue.ts';

/** The page that matches parts to a vehicle. */
export const matchWords = catalogue('match', {
  'open-job': 'Open a job',
  together: 'settles nothing alone, measure {others} too',
});
