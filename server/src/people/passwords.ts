import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { ProblemError } from '../http/problem.ts';
import type { Weighed } from './weigher.ts';

/**
 * Weighing a password takes a processor for some hundredths of a second and 19 MB: one at a time, with a short queue, in a
 * thread that stands behind everything else, so that thirty who try passwords hardly hold up those who work.
 */
const thread = new Piscina({
  filename: new URL('./weigher.ts', import.meta.url).href,
  minThreads: 1,
  maxThreads: 1,
  // The server runs from source, whoever started it.
  execArgv: ['--import', 'tsx'],
});
const weigh = (weighed: Weighed): Promise<string | boolean> => thread.run(weighed) as Promise<string | boolean>; // prettier-ignore
const weighing = pLimit(1);
const QUEUE = 60;

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (weighing.pendingCount >= QUEUE)
    throw new ProblemError('busy', { detail: 'Many are signing in just now; try again in a few seconds.' });
  return weighing(work);
}

export const hashPassword = (password: string): Promise<string> =>
  inTurn(async () => (await weigh({ password, kept: null })) as string);

/** Compared against when the name is unknown, so that the answer takes as long as for a known one. */
const NOBODY = (await weigh({ password: 'nobody signs in with this', kept: null })) as string;

/** Whether a password is the one; `before` is asked when its turn has come. */
export const verifyPassword = (
  kept: string | undefined,
  password: string,
  before: () => Promise<void> = () => Promise.resolve(),
): Promise<boolean> =>
  inTurn(async () => {
    await before();
    const right = await weigh({ password, kept: kept ?? NOBODY });
    return right === true && kept !== undefined;
  });

zxcvbnOptions.setOptions({ dictionary: { ...dictionary }, graphs: adjacencyGraphs });
/** Of 0 to 4: from here on, a guess that knows how people choose takes more than 10^8 tries. */
const STRONG_ENOUGH = 3;
const LOOKED_AT = 72;

/** Refuses a password that is guessed too easily, whatever signs it is made of. */
export function checkStrength(password: string, about: readonly string[]): void {
  const { score } = zxcvbn(password.slice(0, LOOKED_AT), [...about, 'radiatrix', 'radiator']);
  if (score < STRONG_ENOUGH)
    throw new ProblemError('weak-password', {
      detail: 'Use a few words that do not belong together, or let a password manager make one.',
      fields: [{ path: 'password', message: 'guessed too easily' }],
    });
}
