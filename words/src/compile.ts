import MessageFormat from '@messageformat/core';
import type { Compiled } from './compiled.ts';

const compilers = new Map<string, MessageFormat<'string'>>();

/**
 * A message made ready, on the server and in tests. In the browser's build every message is made ready beforehand
 * (`build/compile-messages.ts`), so that no parser is sent.
 */
export function compile(text: string, language: string): Compiled {
  let compiler = compilers.get(language);
  if (!compiler) {
    compiler = new MessageFormat(language, { requireAllArguments: true });
    compilers.set(language, compiler);
  }
  return compiler.compile(text) as Compiled;
}
