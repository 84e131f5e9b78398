import { catalogue } from '../catalogue.ts';

/** Looking at what somebody else wrote, and releasing it. */
export const reviewWords = catalogue('review', {
  told: 'recorded as told',
  'takes:reviewer': 'Only a reviewer can change how many people a release takes.',
  own: 'You wrote on this revision, so somebody else checks and releases it.',
  alone: 'You wrote this yourself. This shop lets one person do both, and the release is marked.',
  release: 'Release revision {revision} to installers',
  'release:bay': 'Release these figures',
  'release:vehicle': 'Take this vehicle into the library',
  'release:proposal': 'Let it through',
});
