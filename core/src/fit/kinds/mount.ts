import { ofBay, ofBeside, type Check } from '../checks/check.ts';
import { match } from '../checks/families.ts';

/** What a radiator mount has to meet: the pin and the hole in the support. */
export const mountChecks: Check[] = [
  match('mountBore', 'mount', 'pinBore', ofBeside('radiator', 'pinDiameter', 'pinDiameter'), {
    prefix: 'Ø',
    beside: ['radiator'],
  }),
  match('mountHole', 'mount', 'outer', ofBay('supportHole'), { prefix: 'Ø' }),
];
