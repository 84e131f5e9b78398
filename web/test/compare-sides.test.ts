import { describe, expect, test } from 'vitest';
import type { Candidate } from '@radiatrix/contract';
import { readAsked } from '../src/stages/compare/address.ts';
import { comparedSides } from '../src/stages/compare/sides.ts';

const candidate = (id: number, kind: string, verdict: string): Candidate => ({ id, kind, number: `P ${id}`, verdict: { verdict } }) as unknown as Candidate; // prettier-ignore
const CANDIDATES = [
  candidate(1, 'radiator', 'straight-in'),
  candidate(2, 'radiator', 'no'),
  candidate(3, 'fan', 'straight-in'),
  candidate(4, 'fan', 'changes'),
  candidate(5, 'shroud', 'straight-in'),
];
const sides = (query: string, job: readonly object[] = []) => {
  const { asked, borrowed } = comparedSides(readAsked(new URLSearchParams(query)), CANDIDATES, job as never);
  return { old: [asked.or, asked.of, asked.os], fresh: [asked.nr, asked.nf, asked.ns], borrowed };
};

describe('what stands on both sides of a comparison', () => {
  test('nothing new was chosen: the new side is empty, never a part that does not go in', () => {
    expect(sides('')).toEqual({ old: [1, 3, 0], fresh: [0, 0, 0], borrowed: ['or', 'of'] });
  });
  test('a part in hand is new; what stays beside it, and what it takes the place of, is borrowed', () => {
    expect(sides('part=2')).toEqual({ old: [1, 3, 0], fresh: [2, 3, 0], borrowed: ['or', 'of', 'nf'] });
    expect(sides('part=4')).toEqual({ old: [1, 3, 0], fresh: [1, 4, 0], borrowed: ['or', 'nr', 'of'] });
  });
  test('what is chosen or what the job knows is not borrowed', () => {
    expect(sides('part=2&or=1&of=3&nf=3').borrowed).toEqual([]);
    const job = [
      { partId: 2, kind: 'radiator', role: 'goes in' },
      { partId: 1, kind: 'radiator', role: 'comes off' },
      { partId: 4, kind: 'fan', role: 'stays' },
    ] as const;
    expect(sides('', job)).toEqual({ old: [1, 4, 0], fresh: [2, 4, 0], borrowed: [] });
    // None on purpose stays none.
    expect(sides('or=0&nr=0&nf=0&of=0', job)).toEqual({ old: [0, 0, 0], fresh: [0, 0, 0], borrowed: [] });
  });
});
