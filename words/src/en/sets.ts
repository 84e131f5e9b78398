import { catalogue } from '../catalogue.ts';

/** Parts that go in together: what stands between two of them, and what breaks a near miss. */
export const setWords = catalogue('sets', {
  'relation:adapterOnFan': 'Adapter between loom and fan',
  'relation:adapterOnNeck': 'Hose adapter on the radiator’s neck',
  'relation:spacerUnderFan': 'Spacers under the fan’s feet',
  'relation:screwsClearCore': 'Screws clear of the core',
  'breaks:part': '{number} does not go into this vehicle. {why}',
  'breaks:pair': '{rule}: {a} and {b} do not suit each other.',
  'breaks:installed': '{a} and {b} were tried together before and did not suit each other.',
});
