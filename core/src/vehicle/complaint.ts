import { clausesOf } from '../speech/index.ts';
import { NOISE } from './phrases.ts';
import type { Chip } from './request.ts';

/** A sentence, or a part of one that commas set apart. */
const STATEMENT = /[^.;,!?\n]+[.;,!?\n]*/g;
/** Words by which people say that something is wrong, or right. */
const SYMPTOM =
  /\b(?:hot|cold|cool|warm|overheat\w*|boil\w*|steam\w*|leak\w*|drip\w*|los(?:es?|ing|t)|puddles?|smell\w*|nois[ey]\w*|rough|rattl\w*|howl\w*|squeal\w*|rub\w*|vibrat\w*|loud|quiet|dead|seized|stuck|fail\w*|slow\w*|weak|crack\w*|broken?|burst|split|blown|blew|blow\w*|blocked|clogged|dirty|never|won't|doesn't|isn't|stops?|stopped|runs?|running|spins?|fuse|gauge|heater|bubbl\w*|sprays?|squirts?|low|empty|full|level|coolant|water|fine|good|again|since|current|amps?|volts?|voltage|power|swapped)\b/;
/** By themselves these say how sure a detail is, and nothing of what is wrong. */
const HEDGES = new Set(['may', 'might', 'could', 'maybe', 'perhaps', 'think', 'guess']);
/** Words that nothing is made of: this many together say something. */
const SAYS_SOMETHING = 3;
/** Once a complaint has begun, fewer words belong to it: what was said is not lost. */
const GOES_WITH_IT = 1;

/**
 * What of a line is the complaint: the statements that say more than which vehicle it is and which part is wanted, as they
 * were said, details included. Empty where nothing was said; a stray word is no complaint, it is handed back as not understood.
 *
 * @example complaintIn('10 tussock diesel, fan is dead', chips) // 'fan is dead'
 */
export function complaintIn(text: string, chips: readonly Pick<Chip, 'from' | 'to' | 'stretches'>[]): string {
  const read = chips.flatMap((chip) => chip.stretches ?? [chip]);
  const isComplaint = (from: number, to: number, least: number): boolean => {
    const rest = [...text.slice(from, to)].map((letter, at) => (read.some((own) => from + at >= own.from && from + at < own.to) ? ' ' : letter)).join('');
    const foreign = clausesOf(rest).flatMap(({ text: own }) => own.split(/[^a-z0-9'/.-]+/).filter((word) => /[a-z]{2}/.test(word) && !NOISE.has(word) && !HEDGES.has(word)));
    return SYMPTOM.test(rest.toLowerCase()) || foreign.length >= least;
  };
  let begun = false;
  const kept = [...text.matchAll(STATEMENT)].filter(({ index, 0: part }) => {
    const own = isComplaint(index, index + part.length, begun ? GOES_WITH_IT : SAYS_SOMETHING);
    begun ||= own;
    return own;
  });
  return kept.map(([part]) => part.trim()).join(' ').replace(/[,;]$/, '').trim();
} // prettier-ignore
