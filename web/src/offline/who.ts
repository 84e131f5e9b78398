import type { Person } from '@radiatrix/contract';

const NAME = 'radiatrix:who';

/** Whoever was signed in here last, so that the application opens for them without signal; gone once they sign out. */
export function keepWho(person: Person | null): void {
  try {
    if (person) localStorage.setItem(NAME, JSON.stringify(person));
    else localStorage.removeItem(NAME);
  } catch {
    // Without storage nothing is kept on this phone either.
  }
}
export function keptWho(): Person | null {
  try {
    const held = JSON.parse(localStorage.getItem(NAME) ?? 'null') as Person | null;
    return held && typeof held.id === 'number' ? held : null;
  } catch {
    return null;
  }
}
