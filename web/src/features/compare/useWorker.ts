import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { CompareApi } from './compare.worker.ts';
import { sentence } from './attempt.ts';

type Work<I, O> = (api: Remote<CompareApi>, input: I) => Promise<O>;

/** A sum that has run this long when something else is asked is given up, ms; a shorter one is let finish. */
const GIVE_UP_MS = 300;

/**
 * A sum worked out beside the view. The latest input wins: while one is at work the next waits, and only the last of
 * those waiting is taken up. `key` says when the input is another.
 */
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
  const held = useRef<{ worker: Worker; api: Remote<CompareApi> } | null>(null);
  const busySince = useRef<number | null>(null);
  const waiting = useRef<{ input: I } | null>(null);
  const latest = useRef({ work, input });
  useEffect(() => {
    latest.current = { work, input };
  });

  const end = useCallback(() => {
    held.current?.worker.terminate();
    held.current = null;
    busySince.current = null;
    waiting.current = null;
  }, []);
  const start = useCallback((asked: I) => {
    held.current ??= (() => {
      const worker = new Worker(new URL('./compare.worker.ts', import.meta.url), { type: 'module' });
      return { worker, api: wrap<CompareApi>(worker) };
    })();
    const own = held.current;
    busySince.current = performance.now();
    setState((now) => (now.running && !now.stopped ? now : { ...now, running: true, stopped: false }));
    const settle = (outcome: { result: O } | { problem: string }) => {
      if (held.current !== own) return;
      busySince.current = null;
      const next = waiting.current;
      waiting.current = null;
      setState((now) => ({
        result: 'result' in outcome ? outcome.result : now.result,
        problem: 'problem' in outcome ? outcome.problem : '',
        running: next !== null,
        stopped: false,
      }));
      if (next) start(next.input);
    };
    latest.current.work(own.api, asked).then(
      (result) => settle({ result }),
      (error: unknown) =>
        settle({ problem: sentence(error instanceof Error ? error.message : 'It could not be worked out') }),
    );
  }, []);

  useEffect(() => {
    const asked = latest.current.input;
    if (asked === undefined) {
      end();
      setState({ running: false, stopped: false, problem: '' });
      return;
    }
    if (busySince.current !== null) {
      if (performance.now() - busySince.current < GIVE_UP_MS) {
        waiting.current = { input: asked };
        return;
      }
      end();
    }
    start(asked);
  }, [key, start, end]);
  useEffect(() => end, [end]);
  const stop = useCallback(() => {
    end();
    setState((now) => ({ ...now, running: false, stopped: true }));
  }, [end]);
  const again = useCallback(() => {
    const asked = latest.current.input;
    if (asked !== undefined) start(asked);
  }, [start]);
  return {
    result: state.result,
    running: state.running,
    stopped: state.stopped,
    problem: state.problem,
    stop,
    again,
  };
}
