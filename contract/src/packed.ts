import type { Trace } from '@radiatrix/core/fit';
import type { Candidate, MatchResult } from './records/part.ts';

type LedgerRow = Candidate['verdict']['ledger'][number];
type PackedRow = Omit<LedgerRow, 'traces'> & { traces: { side: 'vehicle' | 'part'; ref: number }[] };

/**
 * A match as it crosses the wire. Where a figure came from is said once, in `traces`, and the rows of the ledgers
 * point at it: a vehicle's figure stands in the ledger of every candidate.
 */
export interface PackedMatch extends Omit<MatchResult, 'candidates'> {
  candidates: (Omit<Candidate, 'verdict'> & {
    verdict: Omit<Candidate['verdict'], 'ledger'> & { ledger: PackedRow[] };
  })[];
  traces: Trace[];
}

export function packMatch(result: MatchResult): PackedMatch {
  const traces: Trace[] = [];
  const places = new Map<string, number>();
  const place = (trace: Trace): number => {
    const key = trace.figureId > 0 ? String(trace.figureId) : `${trace.method} ${trace.source} ${trace.text}`;
    let at = places.get(key);
    if (at === undefined) {
      at = traces.push(trace) - 1;
      places.set(key, at);
    }
    return at;
  };
  const candidates = result.candidates.map((candidate) => ({
    ...candidate,
    verdict: {
      ...candidate.verdict,
      ledger: candidate.verdict.ledger.map((row) => ({
        ...row,
        traces: row.traces.map(({ side, trace }) => ({ side, ref: place(trace) })),
      })),
    },
  }));
  return { ...result, candidates, traces };
}

export const unpackMatch = ({ traces, ...packed }: PackedMatch): MatchResult => ({
  ...packed,
  candidates: packed.candidates.map((candidate) => ({
    ...candidate,
    verdict: {
      ...candidate.verdict,
      ledger: candidate.verdict.ledger.map((row) => ({
        ...row,
        traces: row.traces.map(({ side, ref }) => ({ side, trace: traces[ref]! })),
      })),
    },
  })),
});
