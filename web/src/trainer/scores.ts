import { useCallback, useState } from 'react';

/** What somebody has trained: kept in their own browser, sent nowhere, seen by nobody else. */
export interface Scores {
  /** Percent of each exercise, oldest first. */
  diagnose: number[];
  verdict: boolean[];
  ledger: boolean[];
}
const NONE: Scores = { diagnose: [], verdict: [], ledger: [] };
const KEPT = 200;

const nameOf = (personId: number): string => `radiatrix:trained:${personId}`;
function read(personId: number): Scores {
  try {
    return { ...NONE, ...(JSON.parse(localStorage.getItem(nameOf(personId)) ?? '{}') as Partial<Scores>) };
  } catch {
    return NONE;
  }
}

export function useScores(personId: number) {
  const [scores, setScores] = useState(() => read(personId));
  const write = useCallback(
    (next: Scores): void => {
      setScores(next);
      try {
        localStorage.setItem(nameOf(personId), JSON.stringify(next));
      } catch {
        // Storage full or off: this session still shows them.
      }
    },
    [personId],
  );
  const add = <K extends keyof Scores>(kind: K, result: Scores[K][number]): void =>
    write({ ...scores, [kind]: [...scores[kind], result].slice(-KEPT) });
  return { scores, add, clear: () => write(NONE) };
}
