/** Where one statement ends and the next begins: stops, commas, and words that lead over. */
const EDGE = /[.,;:!?()\n–—]+|\s-\s|\b(?:and|but|while|though|although|yet|only that|so that|then)\b/g;

/** A stretch of what was said that states one thing, in lower case. */
export interface Clause {
  text: string;
  from: number;
}

/** The statements of a text, in order. Positions are those of the text. */
export function clausesOf(text: string): Clause[] {
  const lower = text.toLowerCase().replaceAll('’', "'");
  const clauses: Clause[] = [];
  let from = 0;
  for (const edge of [...lower.matchAll(EDGE), { index: lower.length, 0: '' }]) {
    const own = lower.slice(from, edge.index);
    if (own.trim() !== '') clauses.push({ text: own, from });
    from = edge.index + edge[0].length;
  }
  return clauses;
}
