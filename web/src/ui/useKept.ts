import { useCallback, useEffect, useRef, useState } from 'react';

interface Kept<T> {
  value: T;
  etag: string;
  /** The record as it was when the form was begun, to tell what was changed in it. */
  basis?: T;
  at: string;
}

const nameOf = (key: string): string => `radiatrix:kept:${key}`;

function read<T>(key: string): Kept<T> | undefined {
  try {
    const text = localStorage.getItem(nameOf(key));
    return text ? (JSON.parse(text) as Kept<T>) : undefined;
  } catch {
    return undefined;
  }
}

/**
 * The state of a form that outlives a reload, a lost connection and an expired session: every change is kept in this
 * browser together with the version it is based on, until it was saved or is thrown away.
 */
export function useKept<T>(key: string, initial: T, etag: string) {
  const [found] = useState(() => read<T>(key));
  const [value, setValue] = useState<T>(found?.value ?? initial);
  const [base, setBase] = useState(found?.etag ?? etag);
  const [basis, setBasis] = useState<T | undefined>(found ? found.basis : initial);
  const [restoredAt, setRestoredAt] = useState(found?.at);
  const touched = useRef(found !== undefined);

  const change = useCallback((next: T | ((now: T) => T)) => {
    touched.current = true;
    setValue(next);
  }, []);
  useEffect(() => {
    if (!touched.current) return;
    try {
      localStorage.setItem(
        nameOf(key),
        JSON.stringify({ value, etag: base, basis, at: new Date().toISOString() } satisfies Kept<T>),
      );
    } catch {
      // Storage full or off: the form itself still holds everything.
    }
  }, [key, value, base, basis]);

  /** Starts over from a saved or fetched record. */
  const settle = useCallback(
    (next: T, nextEtag: string) => {
      touched.current = false;
      localStorage.removeItem(nameOf(key));
      setValue(next);
      setBase(nextEtag);
      setBasis(next);
      setRestoredAt(undefined);
    },
    [key],
  );
  /** Goes on with what was typed, as an edit of the record as it is now. */
  const rebase = useCallback((next: T, nextRecord: T, nextEtag: string) => {
    touched.current = true;
    setValue(next);
    setBase(nextEtag);
    setBasis(nextRecord);
  }, []);
  return { value, change, base, basis, rebase, settle, restoredAt };
}
