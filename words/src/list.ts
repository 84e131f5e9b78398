import { language } from './catalogue.ts';

/** Things one after another as the reader's language joins them. @example listed(['width', 'height', 'depth']) // 'width, height and depth' */
export function listed(
  items: readonly string[],
  type: 'conjunction' | 'disjunction' = 'conjunction',
): string {
  const locale = language() === 'es' ? 'es' : 'en-GB';
  return new Intl.ListFormat(locale, { type }).format(items);
}

/** The same word as it begins a sentence. @example capital('overall width') // 'Overall width' */
export const capital = (text: string): string => `${text.charAt(0).toLocaleUpperCase()}${text.slice(1)}`;
