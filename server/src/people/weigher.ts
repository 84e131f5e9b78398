import { setPriority } from 'node:os';
import { hashSync, verifySync } from '@node-rs/argon2';

/** What a password is held against; null makes a new hash of it. */
export interface Weighed {
  password: string;
  kept: string | null;
}

/** Behind everybody who works, and still a tenth of a processor that is wanted everywhere: a right sign-in comes through. */
const NICE = 10;
// On Linux a priority is a thread's own; elsewhere it would be the whole server's.
if (process.platform === 'linux') setPriority(NICE);

/** What the thread does with one password: a hash of it, or whether it is the one. */
export default ({ password, kept }: Weighed): string | boolean =>
  kept === null ? hashSync(password) : verifySync(kept, password);
