import { clausesOf } from '../speech/index.ts';
import { NOISE } from './phrases.ts';
import type { Chip } from './request.ts';

/** Parts of a sentence; what ends one clause ends it here too, words that lead over do not. */
const SENTENCES = /[^.;,!?\n]+[.;,!?\n]*/g;

/**
 * What of a line is the complaint: the line without the clauses that only describe the vehicle or ask for a part. A clause
 * that says anything else is kept as it was said, details included; empty where nothing else was said.
 *
 * @example complaintIn('10 tussock diesel, fan is dead', chips) // 'fan is dead'
 */
export function complaintIn(text: string, chips: readonly Pick<Chip, 'from' | 'to'>[]): string {
  const isBare = (from: number, to: number): boolean => {
    const rest = [...text.slice(from, to)].map((letter, at) => (chips.some((chip) => from + at >= chip.from && from + at < chip.to) ? ' ' : letter)).join('');
    return clausesOf(rest).every(({ text: own }) => own.split(/[^a-z0-9'/.-]+/).every((word) => word === '' || NOISE.has(word) || /^[-/.']+$/.test(word)));
  };
  const kept = [...text.matchAll(SENTENCES)].filter(({ index, 0: part }) => !isBare(index, index + part.length));
  return kept.map(([part]) => part.trim()).join(' ').replace(/[,;]$/, '').trim();
} // prettier-ignore
