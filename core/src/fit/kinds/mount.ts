import { ofBay, ofBeside, type Check } from '../checks/check.ts';
import { match } from '../checks/families.ts';
import { rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const mountRules = rulesOf({
  mountBore: rule('mount', 'face', { keep: 'mountOnPin' }),
  mountHole: rule('mount', 'face', { keep: 'mountInHole' }),
}); // prettier-ignore

/** What a radiator mount has to meet: the pin and the hole in the support. */
export const mountChecks: Check[] = [
  match(mountRules.mountBore, 'mount', 'pinBore', ofBeside('radiator', 'pinDiameter', 'pinDiameter'), {
    prefix: 'Ø',
    beside: ['radiator'],
  }),
  match(mountRules.mountHole, 'mount', 'outer', ofBay('supportHole'), { prefix: 'Ø' }),
];
