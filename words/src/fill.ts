/** Whether a message has cases (plurals), which a parser makes ready; all others are text with names to fill in. */
export const hasCases = (text: string): boolean => /\{\w+, /.test(text);

/** @example fill('{n} of {name}', { n: 2, name: 'X 1' }) // '2 of X 1' */
export const fill = (text: string, given: Readonly<Record<string, string | number>>): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => {
    if (!(name in given)) throw new Error(`no argument ${name} for “${text}”`);
    return String(given[name]);
  });
