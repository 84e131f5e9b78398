import { catalogue } from '../catalogue.ts';

/** The desk: what needs this reader now. */
export const deskWords = catalogue('desk', {
  say: 'and say the vehicle as it was told to you.',
  'bench:nothing': 'Nothing. Press',
  example: 'For example:',
});
