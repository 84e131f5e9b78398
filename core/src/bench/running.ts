import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { benchTest } from '../electrical/index.ts';
import { failed, untold, passed, type BenchOutcome } from './outcome.ts';

/** What turned on the bench: expected amps belong to a state. */
export const BENCH_STATES = ['bare motor', 'with blades', 'in its shroud on the core'] as const;
export type BenchState = (typeof BENCH_STATES)[number];
export const TURNS = ['right way', 'backwards', 'does not turn', 'not looked at'] as const;
export type Turns = (typeof TURNS)[number];

/** Whether a fan on the bench is loud. @param level dB(A) at arm's length */
export const isLoud = (level: number, practice: Practice = USUAL_PRACTICE): boolean =>
  level > practice.fanNoise;

/** Whether a fan on the bench wobbles. @param velocity mm/s, r.m.s., at the motor's bracket */
export const wobbles = (velocity: number, practice: Practice = USUAL_PRACTICE): boolean =>
  velocity > practice.fanWobble;

/** Which way a fan turns by a pickup that sees its mark. @param spin 1/min, below 0 backwards; no number is not looked at */
export function turnsBy(spin: number, practice: Practice = USUAL_PRACTICE): Turns {
  if (!Number.isFinite(spin)) return 'not looked at';
  if (Math.abs(spin) < practice.fanStands) return 'does not turn';
  return spin < 0 ? 'backwards' : 'right way';
}

/** A fan or motor that was run on the bench. */
export interface RunningReading {
  /** Readings that were taken before other tests were known carry no name. */
  test?: 'running';
  state: BenchState;
  /** At the plug, under load, V; null where it was not read. */
  volts: number | null;
  /** Taken, A; null where the meter ran over its range. */
  amps: number | null;
  turns: Turns;
  /** Noise, wobble, rubbing. */
  rough: boolean;
  /** What the record says that it takes, whole and on the core; null where no record does. */
  label: { volts: number; amps: number } | null;
}

/**
 * A fan on the bench, before it goes in. Judged by what can be judged in its state: on the core against the record, at
 * the record's voltage; with blades in free air, or bare, only too much can be told. A supply that sags at its limit is
 * not a weak motor.
 */
export function judgeRunning(reading: RunningReading, practice: Practice = USUAL_PRACTICE): BenchOutcome {
  const { state, volts, turns, rough, label } = reading;
  if (turns === 'backwards') return failed({ code: 'backwards' });
  if (turns === 'does not turn') return failed({ code: reading.amps === 0 ? 'open-stands' : 'seized' });
  if (rough) return failed({ code: 'rough' });
  if (reading.amps === null) return failed({ code: 'over-range' });
  if (!(reading.amps >= 0) || (volts !== null && !(volts > 0))) return untold({ code: 'no-reading' });
  if (reading.amps === 0) return failed({ code: 'open' });
  if (volts === null) return untold({ code: 'no-volts' });
  if (volts < practice.benchSag) return untold({ code: 'sags', volts });
  if (!label) return untold({ code: 'no-record' });
  const { verdict, normalA, share } = benchTest({ volts, amps: reading.amps }, label, practice);
  const read = { amps: normalA, atV: label.volts, recordA: label.amps };
  if (verdict === 'draws-much') return failed({ code: 'too-much', ...read });
  if (state === 'in its shroud on the core')
    return verdict === 'healthy' ? passed({ code: 'as-on-record', ...read }) : failed({ code: 'too-little', ...read });
  if (state === 'bare motor' && share + 1 > practice.bareMotor) return failed({ code: 'drags', ...read });
  return untold({ code: state === 'bare motor' ? 'bare' : 'free-air' });
} // prettier-ignore
