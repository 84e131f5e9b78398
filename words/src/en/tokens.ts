import { catalogue } from '../catalogue.ts';

/** Tokens by which programs act for a person. */
export const tokenWords = catalogue('tokens', {
  heading: 'Programs',
  about:
    'A program signs in with a token in place of your password. The program can do what you can do, never more. The token ends when your account is switched off.',
  none: 'No program has a token.',
  name: 'What is it for?',
  scope: 'It may',
  read: 'only read',
  write: 'read and change',
  days: 'Ends after',
  'days:choice': '{n, plural, one {# day} other {# days}}',
  make: 'Make a token',
  once: 'Copy the token now. It is not shown again.',
  token: 'Token for {name}',
  copy: 'Copy',
  copied: 'Copied',
  put: 'Hide the token',
  end: 'End',
  'end:which': 'End the token for {name}',
  'line:read': 'only reads, ends {on}',
  'line:write': 'reads and changes, ends {on}',
  'too-many': 'You have {n} tokens. End one that is not used any more.',
  used: 'last used {on}',
  unused: 'never used',
});
