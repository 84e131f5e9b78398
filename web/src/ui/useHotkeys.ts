import { useEffect, useRef } from 'react';
import { useAppSelector } from '../app/store.ts';

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName));

/** Single keys outside of fields, unless switched off; a dialog in front takes no keys for what lies behind it. */
export function useHotkeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  const enabled = useAppSelector((state) => state.settings.keys);
  const latest = useRef(keys);
  useEffect(() => {
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
        inField(event.target) ||
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
