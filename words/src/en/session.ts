import { catalogue } from '../catalogue.ts';

/** Signing in and out. */
export const sessionWords = catalogue('session', {
  me: 'Your password and where you are signed in',
  'sign-out': 'sign out',
  'unsent:title': '{n, plural, one {# entry is not sent yet} other {# entries are not sent yet}}',
  'unsent:about':
    'What is not sent stays on this device, and is sent when you sign in here again. The jobs that were kept for working without signal are removed.',
  'unsent:stay': 'Stay signed in',
  'unsent:leave': 'Sign out, send later',
  leaving:
    'You are signed out on this device. There is no signal: the server hears of it as soon as there is.',
});
