import type { Compiled } from './compiled.ts';

/** The browser holds messages that were made ready by the build; one that was not is a fault of the build. */
export function compile(text: string): Compiled {
  throw new Error(`message was not compiled by the build: ${text}`);
}
