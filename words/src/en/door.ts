import { catalogue } from '../catalogue.ts';

/** What a request is refused with at the door, before anything is done. */
export const doorWords = catalogue('door', {
  administrator: 'Only an administrator can do this.',
  reload: 'Reload the page and send it again; what you typed is kept.',
  'in-person': 'Sign in to do this; a token is not enough.',
  'read-only': 'This token may only read.',
  'no-version': 'Send If-Match with the ETag of the record.',
  'switched-off': 'This account is switched off; what was done before it was can still be handed in.',
  'key-long': 'Idempotency-Key is longer than 100 characters.',
  'unknown-host': 'Name the host in RADIATRIX_HOSTS if it is this server’s.',
  'token-wrong': 'This token is wrong, or has ended.',
  'token-out': 'End the token; it cannot be signed out.',
});
