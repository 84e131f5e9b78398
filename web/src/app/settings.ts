import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { UnitSystem } from '@radiatrix/core/quantity';

/** What is the interface's own: how this reader wants it, and which vehicle is on the bench. Kept in this browser. */
export interface Settings {
  units: UnitSystem;
  theme: 'sheet' | 'bay';
  /** Single keys act outside of fields. */
  keys: boolean;
  bench: number | null;
}

const read = <T>(name: string, fallback: T, allowed: (value: unknown) => value is T): T => {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(`radiatrix:${name}`) ?? 'null');
    return allowed(value) ? value : fallback;
  } catch {
    return fallback;
  }
};
const oneOf =
  <T extends string>(...words: T[]) =>
  (value: unknown): value is T =>
    words.includes(value as T);

const isUnits = oneOf<UnitSystem>('metric', 'us', 'both');

const initialState = (): Settings => ({
  units: read('units', 'metric', isUnits),
  theme: typeof document === 'object' && document.documentElement.dataset.theme === 'bay' ? 'bay' : 'sheet',
  keys: read('keys', true, (value): value is boolean => typeof value === 'boolean'),
  bench: read<number | null>('bench', null, (value): value is number => typeof value === 'number'),
});

const slice = createSlice({
  name: 'settings',
  initialState,
  reducers: {
    setUnits: (state, action: PayloadAction<UnitSystem>) => void (state.units = action.payload),
    setTheme: (state, action: PayloadAction<'sheet' | 'bay'>) => void (state.theme = action.payload),
    setKeys: (state, action: PayloadAction<boolean>) => void (state.keys = action.payload),
    putOnBench: (state, action: PayloadAction<number | null>) => void (state.bench = action.payload),
  },
});

export const { setUnits, setTheme, setKeys, putOnBench } = slice.actions;
export const settings = slice.reducer;

/** Of the settings, those that a first view hangs on, as one word: the server reads it with the page that is asked for. */
export const shownWord = ({ units, theme }: Pick<Settings, 'units' | 'theme'>): string => `${units}.${theme}`;
const COOKIE = 'radiatrix-shown';
const YEAR_S = 365 * 24 * 3600;
export function keepShown(now: Settings): void {
  document.cookie = `${COOKIE}=${shownWord(now)}; path=/; max-age=${YEAR_S}; samesite=lax`;
}
/** That word among the cookies of a request; empty where none came along. */
export const shownAmong = (cookies: string): string =>
  new RegExp(`(?:^|;\\s*)${COOKIE}=([^;]*)`).exec(cookies)?.[1] ?? '';

/** Settings as such a word has them; what it does not say is as it is for everybody. */
export function shownAs(word: string): Settings {
  const [units, theme] = word.split('.');
  return {
    units: isUnits(units) ? units : 'metric',
    theme: theme === 'bay' ? 'bay' : 'sheet',
    keys: true,
    bench: null,
  };
}

/** Writes settings through to this browser's storage; the theme stands bare because `theme.js` reads it before any code. */
export function keepSettings(now: Settings): void {
  try {
    localStorage.setItem('radiatrix:units', JSON.stringify(now.units));
    localStorage.setItem('radiatrix:keys', JSON.stringify(now.keys));
    localStorage.setItem('radiatrix:bench', JSON.stringify(now.bench));
    localStorage.setItem('radiatrix:theme', now.theme);
  } catch {
    // Storage switched off: settings last until the page is closed.
  }
  keepShown(now);
  document.documentElement.dataset.theme = now.theme;
}
