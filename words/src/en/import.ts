import { catalogue } from '../catalogue.ts';

/** A table of parts that came in, before its reviewer. */
export const importWords = catalogue('import', {
  title: '{n, plural, one {# part} other {# parts}} of {name}',
  'kinds:new': '{n} new',
  'kinds:changed': '{n} changed',
  odd: '{n, plural, one {# part looks odd} other {# parts look odd}}. Look at them before you release.',
  withdraw: 'Withdraw the parts of an import one by one, on their records.',
  gone: 'None of these parts is in the import any more.',
});
