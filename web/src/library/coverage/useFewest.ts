import { proxy, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Cell, Fewest, Progress } from '@radiatrix/core/application';
import type { FewestApi } from './fewest.worker.ts';

/** The fewest lines, worked out beside the view, with how far it is and a way to stop it. */
export function useFewest() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [result, setResult] = useState<Fewest | null>(null);
  const [problem, setProblem] = useState('');
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  }, []);
  const run = useCallback(
    (cells: Cell[]) => {
      stop();
      setResult(null);
      setProblem('');
      setProgress({ phase: 'boxes', done: 0, best: null });
      const own = new Worker(new URL('./fewest.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      own.onerror = (event) => {
        setProblem(event.message || 'It could not be worked out.');
        stop();
      };
      void wrap<FewestApi>(own)
        .run(
          cells,
          proxy((now: Progress) => worker.current === own && setProgress(now)),
        )
        .then((found) => {
          if (worker.current !== own) return;
          setResult(found);
          stop();
        })
        .catch((error: unknown) => {
          if (worker.current !== own) return;
          setProblem(error instanceof Error ? error.message : 'It could not be worked out.');
          stop();
        });
    },
    [stop],
  );
  useEffect(() => stop, [stop]);
  const clear = useCallback(() => setResult(null), []);
  return { run, stop, clear, progress, result, problem };
}
