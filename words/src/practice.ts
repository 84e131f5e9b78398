import type { PracticeName } from '@radiatrix/core/practice';
import { practiceWords } from './en/practice.ts';

const why = practiceWords.messages as Readonly<Record<string, string>>;

/** The name of a line of practice. @example practiceLabel('coreShare') // 'Minimum share of the opening covered by the core' */
export const practiceLabel = (name: PracticeName): string => practiceWords(name);

/** Why a line matters; empty where its name says enough. */
export const practiceWhy = (name: PracticeName): string =>
  `${name}:why` in why ? (practiceWords as (key: string) => string)(`${name}:why`) : '';
