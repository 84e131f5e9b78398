import type { BenchFinding } from '../bench/index.ts';

/** How parts of the trade fail; any kind of part may fail in any of them. */
export const FAILURE_MODES = {
  leaks: 'leaks',
  'tank-split': 'plastic tank split',
  'blocked-inside': 'blocked inside',
  'fins-gone': 'fins gone',
  seized: 'motor seized or burnt out',
  slow: 'motor slow',
  noisy: 'noisy or rough',
  'blade-shed': 'blade shed or hub broken',
  'ring-flexed': 'fan ring flexed',
  cracked: 'cracked',
  cooked: 'cooked',
  'no-output': 'dead',
  stuck: 'stuck open or shut',
  'off-its-mark': 'opens or holds off its mark',
  backwards: 'turns backwards',
  'does-not-belong': 'belongs to another vehicle',
  'on-the-bench': 'failed its bench test',
  other: 'other',
} as const;
export type FailureMode = keyof typeof FAILURE_MODES;
export const FAILURE_MODE_NAMES = Object.keys(FAILURE_MODES) as FailureMode[];

/** Which way a unit failed on the bench, by what the test found; the rest failed `on-the-bench`. */
const MODE_OF_FINDING: Partial<Record<BenchFinding['code'], FailureMode>> = {
  'backwards': 'backwards',
  'rough': 'noisy',
  'seized': 'seized',
  'over-range': 'seized',
  'open': 'no-output',
  'open-stands': 'no-output',
  'too-little': 'slow',
  'stays-shut': 'stuck',
  'stands-open': 'stuck',
  'opens-early': 'off-its-mark',
  'opens-late': 'off-its-mark',
  'not-full': 'off-its-mark',
  'lets-go-low': 'off-its-mark',
  'lets-go-high': 'off-its-mark',
  'vacuum-stuck': 'stuck',
  'set-point-off': 'off-its-mark',
  'switches-nothing': 'no-output',
  'gets-hot': 'cooked',
}; // prettier-ignore
export const modeOfFinding = ({ code }: BenchFinding): FailureMode => MODE_OF_FINDING[code] ?? 'on-the-bench';

/** Which way a part failed, by the cause of the diagnosis table that it put an end to; the rest is `other`. */
const MODE_OF_CAUSE: Readonly<Record<string, FailureMode>> = {
  'leak-hose': 'leaks',
  'leak-radiator': 'leaks',
  'leak-pump': 'leaks',
  cap: 'off-its-mark',
  'blocked-inside': 'blocked-inside',
  'fins-gone': 'fins-gone',
  'hose-collapsed': 'other',
  'thermostat-shut': 'stuck',
  'thermostat-open': 'stuck',
  'thermostat-late': 'off-its-mark',
  'motor-seized': 'seized',
  'motor-worn': 'slow',
  'motor-rough': 'noisy',
  hub: 'blade-shed',
  blade: 'blade-shed',
  module: 'cooked',
  relay: 'no-output',
  shroud: 'cracked',
  'wrong-part': 'does-not-belong',
};
/** @param cause of the diagnosis table, with or without its fan (`motor-worn@left`) */
export const modeOfCause = (cause: string): FailureMode => MODE_OF_CAUSE[cause.split('@')[0]!] ?? 'other';

/** Modes that say nothing against the part: it did what it was made for, in another vehicle. */
export const NOT_THE_PART: ReadonlySet<FailureMode> = new Set(['does-not-belong']);

/** What became of a part that failed. */
export const SETTLEMENTS = ['kept', 'returned', 'refunded', 'replaced by its maker'] as const;
export type Settlement = (typeof SETTLEMENTS)[number];
