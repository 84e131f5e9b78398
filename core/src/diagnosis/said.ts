import { FAN_LABELS, USUAL_TABLE } from './table.ts';
import type { FanRole } from './types.ts';

const parts = (id: string): { line: string; fan: string } => {
  const [line, fan] = id.split('@') as [string, string?];
  return { line, fan: fan ? (FAN_LABELS[fan as FanRole['id']] ?? fan) : '' };
};

/** A check and what it showed, in words; of what no table knows its own word. */
export function checkWords(check: string, outcome: string): string {
  const { line, fan } = parts(check);
  const own = USUAL_TABLE.checks.find(({ id }) => id === line);
  const labelOf = (id: string): string => own?.outcomes.find((each) => each.id === id)?.label ?? id;
  return [`${own?.label ?? line}${fan ? ` (${fan})` : ''}`, outcomesIn(outcome, labelOf)].filter(Boolean).join(': ');
} // prettier-ignore

/** What a check showed, without the check. */
export function outcomeWords(check: string, outcome: string): string {
  const own = USUAL_TABLE.checks.find(({ id }) => id === parts(check).line);
  return outcomesIn(outcome, (id) => own?.outcomes.find((each) => each.id === id)?.label ?? id);
}

/** Two outcomes that differ only in which fan is which: what the one does, and what the other. */
function eitherWay(alternatives: readonly string[]): [string, string] | undefined {
  const [first, second] = alternatives.map((one) => one.split('+').map((each) => each.split('@')));
  if (alternatives.length !== 2 || first?.length !== 2 || second?.length !== 2) return undefined;
  const [[a, fanA], [b, fanB]] = first as [[string, string], [string, string]];
  const swapped = second.every(([does, fan]) => (does === a && fan === fanB) || (does === b && fan === fanA));
  return swapped ? [a, b] : undefined;
}

/** An outcome in words: what each of two fans does; of several that are left open what they agree on, else all of them. */
function outcomesIn(outcome: string, labelOf: (id: string) => string): string {
  if (outcome === '') return '';
  const alternatives = outcome.split('|');
  const of = (one: string, fan: string): string => {
    const own = one.split('+').map((each) => each.split('@'));
    return own.find(([, named]) => named === fan)?.[0] ?? (own[0]![1] === undefined ? own[0]![0]! : 'strong');
  };
  const agreed = alternatives.length < 2 || !outcome.includes('@') ? [] : ['ac', 'temperature'].filter((fan) => new Set(alternatives.map((one) => of(one, fan))).size === 1); // prettier-ignore
  if (agreed.length > 0) return agreed.map((fan) => `${FAN_LABELS[fan as FanRole['id']]} ${labelOf(of(alternatives[0]!, fan))}`).join(', '); // prettier-ignore
  const either = eitherWay(alternatives);
  if (either) return `one fan ${labelOf(either[0])}, the other ${labelOf(either[1])}`;
  const words = ({ line, fan }: ReturnType<typeof parts>): string =>
    [fan, labelOf(line)].filter(Boolean).join(' ');
  return alternatives
    .map((one) =>
      one
        .split('+')
        .map((each) => words(parts(each)))
        .join(', '),
    )
    .join(' or ');
}

export function remedyWords(remedy: string): string {
  const { line, fan } = parts(remedy);
  const label = USUAL_TABLE.remedies.find(({ id }) => id === line)?.label ?? line;
  return label.replaceAll('{fan}', fan || 'fan');
}

export function causeWords(cause: string): string {
  const { line, fan } = parts(cause);
  const label = (USUAL_TABLE.causes.find(({ id }) => id === line)?.label ?? line).replaceAll('{fan}', fan || 'fan'); // prettier-ignore
  return label.charAt(0).toUpperCase() + label.slice(1);
}

/** A label within a sentence: its first letter small, but for what is written in capitals. */
export const inSentence = (label: string): string =>
  /^[A-Z](?![A-Z/])/.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label;
