import { Draws } from '../random/index.ts';
import { freezesC, massShareOf } from '../fluid/index.ts';
import type { InstrumentHead, Reading } from '../instrument/index.ts';
import type { StandInRun } from './vehicle.ts';

/** The instruments that ship with the product, each a stand-in. */
export const STAND_INS: readonly InstrumentHead[] = [
  { id: 'thermometer', label: 'Temperature reader in the vehicle', hz: 10, simulated: true, channels: [{ name: 'coolant', quantity: 'coolant', unit: '°C', u: 0.5 }, { name: 'air at the vents', quantity: 'air', unit: '°C', u: 1 }, { name: 'engine speed', quantity: 'speed', unit: '1/min', u: 20 }] },
  { id: 'clamp', label: 'Clamp and volt meter', hz: 10, simulated: true, channels: [{ name: 'fan amps', quantity: 'amps', unit: 'A', u: 0.3 }, { name: 'volts at the plug', quantity: 'volts', unit: 'V', u: 0.1 }] },
  { id: 'ambient', label: 'Thermometer outside', hz: 1, simulated: true, channels: [{ name: 'air outside', quantity: 'ambient', unit: '°C', u: 0.5 }] },
  { id: 'tester', label: 'Pressure tester', hz: 2, simulated: true, channels: [{ name: 'pressure', quantity: 'pressure', unit: 'kPa', u: 0.5 }] },
  { id: 'bench', label: 'Bench supply', hz: 10, simulated: true, channels: [{ name: 'amps', quantity: 'amps', unit: 'A', u: 0.2 }, { name: 'volts', quantity: 'volts', unit: 'V', u: 0.05 }] },
  { id: 'pickup', label: 'Wobble and speed pickup', hz: 2, simulated: true, channels: [{ name: 'fan speed', quantity: 'spin', unit: '1/min', u: 20 }, { name: 'wobble', quantity: 'wobble', unit: 'mm/s', u: 0.5 }] },
  { id: 'refractometer', label: 'Refractometer, ethylene scale', hz: 1, simulated: true, channels: [{ name: 'freezing', quantity: 'freezing', unit: '°C', u: 1 }] },
  { id: 'sound', label: 'Sound level meter', hz: 2, simulated: true, channels: [{ name: 'sound', quantity: 'sound', unit: 'dB(A)', u: 1 }] },
  { id: 'stopwatch', label: 'Stopwatch', hz: 1, simulated: true, channels: [{ name: 'since fan-on', quantity: 'elapsed', unit: 's', u: 0.5 }] },
]; // prettier-ignore

/** What changes about a stand-in while it runs, by what somebody does to the vehicle. */
export interface StandInState {
  /** Air is still in it. */
  air: boolean;
  /** Pressure that was pumped on, kPa, and when, s of the instrument's clock. */
  pumpedKPa: number;
  pumpedAtS: number;
}

const put = (value: number, resolution: number): number => Math.round(value / resolution) * resolution;
/** Tidy digits: what an instrument sends is as long as what it shows. */
const short = (value: number): number => Math.round(value * 1000) / 1000;

const DROPPED = 0.002;
const DROPPED_FOR_S = 3;
/** Gas above the coolant of the stand-in, L, and what its hoses give, L/kPa. */
export const TESTER_GAS_L = 0.6;
export const TESTER_GIVE = 0.0006;

/** Plays a run on one instrument: noise, lag, resolution and drop-outs, the same each time for the same seed. */
export class Player {
  private readonly draws: Draws;
  private readonly pair = new Float64Array(2);
  private lagged: number | undefined;
  private droppedUntil = -1;
  private airUntil = -1;
  private airBy = 0;
  private seq = 0;

  readonly head: InstrumentHead;
  private readonly run: StandInRun;

  constructor(head: InstrumentHead, run: StandInRun) {
    this.head = head;
    this.run = run;
    this.draws = new Draws(run.vehicle.seed * 97 + STAND_INS.findIndex(({ id }) => id === head.id));
  }

  private noise(sd: number): number {
    this.draws.normals(this.pair);
    return sd * this.pair[0]!;
  }

  private coolantAt(s: number): number {
    const { coolantC } = this.run;
    const at = Math.min(Math.max(0, s), coolantC.length - 1);
    const i = Math.floor(at);
    const next = coolantC[Math.min(i + 1, coolantC.length - 1)]!;
    return coolantC[i]! + (next - coolantC[i]!) * (at - i);
  }

  /** Air goes past the sensor in bursts once it is warm: it reads what the steam or the air has. */
  private air(s: number, coolantC: number, step: number, trapped: boolean): number {
    if (!trapped || !this.run.vehicle.faults.includes('air pocket') || coolantC < 70) return 0;
    if (s < this.airUntil) return this.airBy;
    if (this.draws.even() < step / 70) {
      this.airUntil = s + 6 + 10 * this.draws.even();
      this.airBy = (this.draws.even() < 0.75 ? -1 : 1) * (7 + 8 * this.draws.even());
      return this.airBy;
    }
    return 0;
  }

  /** Of the fan on the bench, A: a seized one takes what the supply lets through. */
  private benchAmps(): number {
    const { faults } = this.run.vehicle;
    return faults.includes('seized motor') ? 30 : faults.includes('weak fan') ? 5.9 : 10.4;
  }

  /** The fan on the bench, 1/min, below 0 backwards. */
  private benchSpin(): number {
    const { faults } = this.run.vehicle;
    if (faults.includes('seized motor')) return 0;
    return (faults.includes('weak fan') ? 1500 : 2150) * (faults.includes('wired backwards') ? -1 : 1);
  }

  /** Of the fan on the bench, mm/s r.m.s.: a worn hub swings its blades. */
  private benchWobble(): number {
    const { faults } = this.run.vehicle;
    return faults.includes('seized motor') ? 0 : faults.includes('noisy hub') ? 14 : 3.2;
  }

  /** A hand starts the watch when the fan comes on and stops it when it goes off; it stands until the next time. */
  private sinceFanOn(s: number): number {
    const turns = this.run.events.filter(({ kind, at }) => (kind === 'fan-on' || kind === 'fan-off') && at <= s);
    const on = turns.findLast(({ kind }) => kind === 'fan-on');
    if (!on) return 0;
    const off = turns.at(-1)!;
    return (off.kind === 'fan-off' ? off.at : s) - on.at;
  }

  /** The reading at `s` of the run, taken one after the other. @returns undefined past its end */
  next(s: number, state: StandInState): Reading | undefined {
    const { run, head } = this;
    if (s >= run.coolantC.length) return undefined;
    const step = 1 / head.hz;
    const i = Math.floor(s);
    this.seq += 1;
    const truth = this.coolantAt(s);
    const shown = truth + this.air(s, truth, step, state.air);
    // A sensor in its pocket follows in three seconds; air past it shows faster.
    this.lagged = this.lagged === undefined ? shown : this.lagged + (shown - this.lagged) * Math.min(1, step / 1.5);
    if (s >= this.droppedUntil && this.draws.even() < DROPPED * step) this.droppedUntil = s + DROPPED_FOR_S;
    const dropped = s < this.droppedUntil;
    const { vehicle } = run;
    const on = run.amps[i]! > 1;
    const hot = Math.min(1, Math.max(0, (truth - 40) / 45));
    const lost = vehicle.leakLH * Math.max(0, s - state.pumpedAtS) / 3600;
    const values: Record<string, number> = {
      'coolant': put(this.lagged + this.noise(0.12), 0.1),
      'air at the vents': put(run.ambientC[i]! + hot * (state.air && vehicle.faults.includes('air pocket') ? 4 : 42) + this.noise(0.3), 0.1),
      'engine speed': put(1950 + this.noise(25), 1),
      'fan amps': put(Math.max(0, run.amps[i]! * (1 + 0.02 * this.noise(1)) + this.noise(0.1)), 0.1),
      'volts at the plug': put(on ? 13.4 + this.noise(0.05) : 0, 0.01),
      'since fan-on': put(Math.max(0, this.sinceFanOn(s) + this.noise(0.05)), 0.1),
      'air outside': put(run.ambientC[i]! + this.noise(0.15), 0.1),
      'pressure': put(Math.max(0, state.pumpedKPa - lost / (TESTER_GAS_L / (101.3 + state.pumpedKPa) + TESTER_GIVE) + this.noise(0.15)), 0.5),
      'amps': put(Math.max(0, this.benchAmps() + this.noise(0.1)), 0.1),
      'volts': put(12.6 + this.noise(0.03), 0.01),
      'fan speed': put(this.benchSpin() + this.noise(4), 1),
      'wobble': put(Math.max(0, this.benchWobble() + this.noise(0.15)), 0.1),
      'freezing': put(freezesC('ethylene', massShareOf('ethylene', vehicle.strength / 100)) + this.noise(0.4), 1),
      'sound': put((on ? 68 : 61) + (vehicle.faults.includes('noisy hub') && on ? 11 : 0) + this.noise(0.6), 0.1),
    };
    return {
      seq: this.seq,
      ms: Math.round(s * 1000),
      values: head.channels.map(({ name }) => (dropped && name !== 'pressure' ? null : short(values[name]!))),
    };
  }
} // prettier-ignore

/** All readings of a run on one instrument, as fast as they can be worked out. */
export function allReadings(head: InstrumentHead, run: StandInRun, state: StandInState): Reading[] {
  const player = new Player(head, run);
  const readings: Reading[] = [];
  for (let n = 0; ; n += 1) {
    const reading = player.next(n / head.hz, state);
    if (!reading) return readings;
    readings.push(reading);
  }
}
