import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { readAsked, writeAsked, type Asked } from './address.ts';

/** What is asked, and how to ask for something else. */
export function useAsked(): { asked: Asked; change: (patch: Partial<Asked>) => void } {
  const [params, setParams] = useSearchParams();
  const asked = useMemo(() => readAsked(params), [params]);
  const change = useCallback(
    (patch: Partial<Asked>) =>
      setParams((now) => writeAsked({ ...readAsked(now), ...patch }), {
        replace: true,
        preventScrollReset: true,
      }),
    [setParams],
  );
  return { asked, change };
}
