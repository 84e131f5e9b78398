import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { CompareApi } from './compare.worker.ts';
import { sentence } from '@radiatrix/core/fitment';
import { Latest } from './latest.ts';

type Work<I, O> = (api: Remote<CompareApi>, input: I) => Promise<O>;

/** A sum worked out in a worker beside the view; the latest input wins. `key` says when the input is another. */
export function useWorker<I, O>(
  work: Work<I, O>,
  input: I | undefined,
  key: string,
): {
  result: O | undefined;
  running: boolean;
  stopped: boolean;
  problem: string;
  stop: () => void;
  again: () => void;
} {
  const [state, setState] = useState<{ result?: O; running: boolean; stopped: boolean; problem: string }>({
    running: false,
    stopped: false,
    problem: '',
  });
  const now = useRef({ work, input });
  useEffect(() => {
    now.current = { work, input };
  });
  const sums = useRef<Latest<I, O> | null>(null);
  useEffect(() => {
    let held: { worker: Worker; api: Remote<CompareApi> } | null = null;
    const own = new Latest<I, O>(
      (asked) => {
        held ??= (() => {
          const worker = new Worker(new URL('./compare.worker.ts', import.meta.url), { type: 'module' });
          return { worker, api: wrap<CompareApi>(worker) };
        })();
        const at = held;
        return {
          result: now.current.work(at.api, asked),
          // A worker cannot be told to stop in the middle of a sum: it is ended, and the next one begins afresh.
          end: () => {
            at.worker.terminate();
            if (held === at) held = null;
          },
        };
      },
      {
        running: () =>
          setState((was) => (was.running && !was.stopped ? was : { ...was, running: true, stopped: false })),
        done: (result) => setState({ result, problem: '', running: false, stopped: false }),
        failed: (message) =>
          setState((was) => ({ ...was, problem: sentence(message), running: false, stopped: false })),
      },
    );
    sums.current = own;
    return () => {
      own.stop();
      held?.worker.terminate();
      held = null;
    };
  }, []);
  useEffect(() => {
    const asked = now.current.input;
    if (asked !== undefined) return sums.current?.ask(asked);
    sums.current?.stop();
    setState({ running: false, stopped: false, problem: '' });
  }, [key]);
  const stop = useCallback(() => {
    sums.current?.stop();
    setState((was) => ({ ...was, running: false, stopped: true }));
  }, []);
  const again = useCallback(() => {
    const asked = now.current.input;
    if (asked !== undefined) sums.current?.ask(asked);
  }, []);
  return {
    result: state.result,
    running: state.running,
    stopped: state.stopped,
    problem: state.problem,
    stop,
    again,
  };
}
