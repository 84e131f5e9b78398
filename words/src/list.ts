/** Things one after another as a sentence joins them. @example listed(['width', 'height', 'depth']) // 'width, height and depth' */
export function listed(
  items: readonly string[],
  type: 'conjunction' | 'disjunction' = 'conjunction',
): string {
  return new Intl.ListFormat('en-GB', { type }).format(items);
}

/** The same word as it begins a sentence. @example capital('overall width') // 'Overall width' */
export const capital = (text: string): string => `${text.charAt(0).toLocaleUpperCase()}${text.slice(1)}`;

/** The same inside a sentence; what is written in capitals stays so. @example small('Fan with the A/C on') // 'fan with the A/C on' */
export const small = (text: string): string =>
  /^\p{Lu}[\p{Lu}/]/u.test(text) ? text : `${text.charAt(0).toLocaleLowerCase()}${text.slice(1)}`;
