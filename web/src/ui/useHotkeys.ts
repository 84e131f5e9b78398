import { useEffect, useLayoutEffect, useRef } from 'react';
import { useAppSelector } from '../app/store.ts';

/** Whether a key typed here belongs to the field: in a text all do, in a list all but the finder's own. */
function belongsToField(target: EventTarget | null, key: string): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !/^(?:checkbox|radio|file|button|submit)$/.test(target.type);
  if (target instanceof HTMLSelectElement) return key !== '/';
  return target.isContentEditable || target instanceof HTMLTextAreaElement;
}

/** Single keys outside of fields, unless switched off; a dialog in front takes no keys for what lies behind it. */
export function useHotkeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  const enabled = useAppSelector((state) => state.settings.keys);
  const latest = useRef(keys);
  // Before the view is painted: a key pressed at the first sight of it acts on what is seen.
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!enabled) return;
    const listen = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        belongsToField(event.target, event.key) ||
        document.querySelector('dialog[open]')
      )
        return;
      const act = latest.current[event.key];
      if (!act) return;
      event.preventDefault();
      act(event);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [enabled]);
}
