import type { Method } from '@radiatrix/core/quantity';
import { methodWords } from './en/methods.ts';

/** How a figure was got. @example methodName('sheet') // 'data sheet' */
export const methodName = (method: Method): string => methodWords(method);
