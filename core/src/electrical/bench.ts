import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { benchTest } from './circuit.ts';

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

/** What was read on the bench. */
export interface BenchReading {
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

export interface BenchOutcome {
  word: 'passed' | 'failed' | 'cannot be told';
  because: string;
}

const failed = (because: string): BenchOutcome => ({ word: 'failed', because });
const untold = (because: string): BenchOutcome => ({ word: 'cannot be told', because });
const amps = (value: number): string => `${value.toFixed(1)} A`;

/**
 * A fan on the bench, before it goes in. Judged by what can be judged in its state: on the core against the record, at
 * the record's voltage; with blades in free air, or bare, only too much can be told. A supply that sags at its limit is
 * not a weak motor.
 */
export function judgeBench(reading: BenchReading, practice: Practice = USUAL_PRACTICE): BenchOutcome {
  const { state, volts, turns, rough, label } = reading;
  if (turns === 'backwards') return failed('it turns backwards: feed and ground are changed over, or it is the other hand');
  if (turns === 'does not turn') return failed(reading.amps === 0 ? 'it takes nothing and does not turn: open motor, plug or brushes' : 'it does not turn: seized');
  if (rough) return failed('it is rough: noise, wobble or rubbing only gets worse');
  if (reading.amps === null) return failed('the meter ran over its range: shorted or seized');
  if (!(reading.amps >= 0) || (volts !== null && !(volts > 0))) return untold('that is no reading of volts and amps');
  if (reading.amps === 0) return failed('it takes nothing: open motor, plug or brushes');
  if (volts === null) return untold('volts at the plug were not read; amps alone say nothing');
  if (volts < practice.benchSag) return untold(`the supply gives only ${volts.toFixed(1)} V at the plug: it sags at its limit; a battery tells`);
  if (!label) return untold('no record says what it takes; judge it by ear and by its twin');
  const { verdict, normalA, share } = benchTest({ volts, amps: reading.amps }, label, practice);
  const said = `${amps(normalA)} at ${label.volts} V, where the record has ${amps(label.amps)}`;
  if (verdict === 'draws-much') return failed(`it takes too much: ${said}`);
  if (state === 'in its shroud on the core')
    return verdict === 'healthy' ? { word: 'passed', because: said } : failed(`it takes too little: ${said}`);
  if (state === 'bare motor' && share + 1 > practice.bareMotor)
    return failed(`a bare motor that takes ${said} drags`);
  return untold(`${state === 'bare motor' ? 'a bare motor takes far less' : 'in free air it takes less'} than on the core: nothing wrong is seen, and amps are judged in its shroud on the core`);
} // prettier-ignore
