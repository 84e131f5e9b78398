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
  const shown = parts(outcome);
  const label = own?.outcomes.find(({ id }) => id === shown.line)?.label ?? shown.line;
  const about = [fan, shown.fan].filter(Boolean).join(', ');
  return [`${own?.label ?? line}${about ? ` (${about})` : ''}`, label].filter(Boolean).join(': ');
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
