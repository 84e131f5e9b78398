import { useRef, useState } from 'react';
import type { Problem } from '@radiatrix/contract';
import { isProposed, problemOf } from '../api/api.ts';

/** One key a content: pressing Save twice, or again after a lost answer, is done once by the server. */
export function useSaving<B>(send: (body: B, etag: string, key: string) => Promise<unknown>) {
  const [state, setState] = useState<{ busy: boolean; error?: unknown; saved?: boolean }>({ busy: false });
  const last = useRef({ content: '', key: '' });
  const busy = useRef(false);

  const save = async (body: B, etag: string): Promise<boolean> => {
    if (busy.current) return false;
    busy.current = true;
    const content = JSON.stringify([body, etag]);
    if (last.current.content !== content) last.current = { content, key: crypto.randomUUID() };
    setState({ busy: true });
    try {
      await send(body, etag, last.current.key);
      setState({ busy: false, saved: true });
      last.current = { content: '', key: '' };
      return true;
    } catch (error) {
      if (isProposed(error)) {
        setState({ busy: false });
        last.current = { content: '', key: '' };
        return true;
      }
      setState({ busy: false, error });
      return false;
    } finally {
      busy.current = false;
    }
  };
  const problem: Problem | undefined = problemOf(state.error);
  return {
    save,
    busy: state.busy,
    saved: state.saved ?? false,
    error: state.error,
    stale: problem?.code === 'stale' ? problem : undefined,
    fieldProblem: (path: string): string | undefined =>
      problem?.fields?.find((field) => field.path === path)?.message,
    clear: () => setState({ busy: false }),
  };
}
