import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { readAsked, writeAsked, type Asked } from '../address.ts';

/** What the address asks at this moment: a view that was drawn before the last key was pressed is behind it. */
export const askedNow = (): Asked => readAsked(new URLSearchParams(window.location.search));

/** What is asked, and how to ask for something else. */
export function useAsked(): { asked: Asked; change: (patch: Partial<Asked>) => void } {
  const [params, setParams] = useSearchParams();
  const asked = useMemo(() => readAsked(params), [params]);
  const change = useCallback(
    (patch: Partial<Asked>) =>
      setParams(writeAsked({ ...askedNow(), ...patch }), { replace: true, preventScrollReset: true }),
    [setParams],
  );
  return { asked, change };
}
