/** A result, or the sentence that says why there is none: impossible figures are said, not shown as NaN. */
export type Attempt<T> = { ok: true; value: T } | { ok: false; problem: string };

export function attempt<T>(work: () => T): Attempt<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof RangeError || (error instanceof Error && error.name === 'ImpossibleRadiator'))
      return { ok: false, problem: sentence(error.message) };
    throw error;
  }
}

/** A message as a sentence: capital letter in front, full stop behind. */
export const sentence = (text: string): string =>
  `${text.charAt(0).toUpperCase()}${text.slice(1)}${/[.!?]$/.test(text) ? '' : '.'}`;
