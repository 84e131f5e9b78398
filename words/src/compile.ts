import MessageFormat from '@messageformat/core';
import type { Compiled } from './compiled.ts';

const english = new MessageFormat<'string'>('en', { requireAllArguments: true });

/**
 * A message made ready, on the server and in tests. In the browser's build every message is made ready beforehand
 * (`build/compile-messages.ts`), so that no parser is sent.
 */
export const compile = (text: string): Compiled => english.compile(text) as Compiled;
