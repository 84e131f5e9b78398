import { AWG_WIRES, METRIC_WIRES, wireOhm, type Wire } from './wires.ts';

/** Blade fuses, A: ISO 8820-3, from memory. */
export const BLADE_FUSES = [5, 7.5, 10, 15, 20, 25, 30, 40] as const;
/** They hold 110 % for at least 100 h, and open at 135 % in 0.75 to 600 s. */
export const FUSE_HOLDS = 1.1;
export const FUSE_OPENS = 1.35;
/** Cartridge and bolt-down fuses above them. */
export const LARGE_FUSES = [50, 60, 70, 80] as const;

/** Rules of practice, no source. */
export const CIRCUIT_PRACTICE = {
  /** A fuse runs at no more than this share of its rating, the engine bay being warm. */
  fuseShare: 0.8,
  /** Voltage lost on the way there and back, as a share of the system's. */
  dropShare: 0.04,
  /** A motor at rest takes this many times its running current for a moment. */
  inrush: 3,
  /** Contacts of a relay against running current. */
  relayShare: 0.8,
  engineBayC: 85,
  /** Charging voltage that a current is carried over to. */
  chargingV: { '12': 14, '24': 28 },
  mostCurrentA: 120,
} as const;

/** Fan current goes about with the square of voltage: 10.1 A at 12.3 V is 13 A at 14 V. Common practice. */
export function currentAt(currentA: number, measuredV: number, atV: number): number {
  assertAmps(currentA);
  if (!(measuredV >= 5 && measuredV <= 60 && atV >= 5 && atV <= 60))
    throw new RangeError('a voltage of 5 to 60 V');
  return currentA * (atV / measuredV) ** 2;
}
const assertAmps = (amps: number): void => {
  if (!(amps > 0 && amps <= CIRCUIT_PRACTICE.mostCurrentA))
    throw new RangeError(`${amps} A is outside 0 to ${CIRCUIT_PRACTICE.mostCurrentA} A for a fan circuit`);
};

export interface Circuit {
  /** Running current at the charging voltage. */
  currentA: number;
  systemV: number;
  /** Battery to fan and back along the loom; the ground path by itself. */
  feedM: number;
  groundM: number;
  wire: Wire;
  fuseA: number | undefined;
  relayA: number | undefined;
}

export type CircuitFault =
  | { kind: 'fuse-over-wire'; fuseA: number; ampacityA: number }
  | { kind: 'fuse-too-small'; fuseA: number; needsA: number }
  | { kind: 'wire-too-thin'; ampacityA: number; currentA: number }
  | { kind: 'drop'; dropV: number; allowedV: number }
  | { kind: 'relay-too-small'; relayA: number; needsA: number };

export interface CircuitAnswer {
  dropV: number;
  /** Of it on the way back. */
  groundDropV: number;
  inrushA: number;
  faults: CircuitFault[];
  /** The thinnest wire of each kind that carries current and fuse and keeps the drop, and the fuse for it. */
  proposal: { metric: Wire | undefined; awg: Wire | undefined; fuseA: number | undefined; relayA: number };
}

const allFuses = [...BLADE_FUSES, ...LARGE_FUSES];
/** The smallest fuse that runs with margin. */
export const fuseFor = (currentA: number): number | undefined =>
  allFuses.find((fuse) => fuse * CIRCUIT_PRACTICE.fuseShare >= currentA);

const dropOf = (wire: Wire, circuit: Pick<Circuit, 'currentA' | 'feedM' | 'groundM'>): number =>
  circuit.currentA * wireOhm(wire, circuit.feedM + circuit.groundM, CIRCUIT_PRACTICE.engineBayC);

/**
 * A fan's feed held against fuse, relay and wire. The fuse protects the wire: at or below its ampacity, above running
 * current with margin.
 */
export function checkCircuit(circuit: Circuit): CircuitAnswer {
  assertAmps(circuit.currentA);
  if (!(circuit.feedM > 0 && circuit.feedM <= 20 && circuit.groundM >= 0 && circuit.groundM <= 20))
    throw new RangeError('a loom of 0 to 20 m');
  const { wire, currentA, fuseA, relayA } = circuit;
  const allowed = CIRCUIT_PRACTICE.dropShare * circuit.systemV;
  const drop = dropOf(wire, circuit);
  const faults: CircuitFault[] = [];
  if (wire.ampacityA < currentA) faults.push({ kind: 'wire-too-thin', ampacityA: wire.ampacityA, currentA });
  if (drop > allowed) faults.push({ kind: 'drop', dropV: drop, allowedV: allowed });
  if (fuseA !== undefined) {
    if (fuseA > wire.ampacityA) faults.push({ kind: 'fuse-over-wire', fuseA, ampacityA: wire.ampacityA });
    const needs = currentA / CIRCUIT_PRACTICE.fuseShare;
    if (fuseA < needs) faults.push({ kind: 'fuse-too-small', fuseA, needsA: needs });
  }
  const relayNeeds = currentA / CIRCUIT_PRACTICE.relayShare;
  if (relayA !== undefined && relayA < relayNeeds)
    faults.push({ kind: 'relay-too-small', relayA, needsA: relayNeeds });
  const fuse = fuseFor(currentA);
  const carries = (each: Wire): boolean =>
    each.ampacityA >= Math.max(currentA, fuse ?? Infinity) && dropOf(each, circuit) <= allowed;
  const thinnest = (wires: readonly Wire[]): Wire | undefined =>
    [...wires].sort((a, b) => a.areaMm2 - b.areaMm2).find(carries);
  return {
    dropV: drop,
    groundDropV: currentA * wireOhm(wire, circuit.groundM, CIRCUIT_PRACTICE.engineBayC),
    inrushA: CIRCUIT_PRACTICE.inrush * currentA,
    faults,
    proposal: { metric: thinnest(METRIC_WIRES), awg: thinnest(AWG_WIRES), fuseA: fuse, relayA: relayNeeds },
  };
}

export type BenchVerdict = 'healthy' | 'draws-much' | 'draws-little';
/** A new fan may differ from its label by this share; common practice. */
const BENCH_SHARE = 0.2;

/** A fan on the bench supply before it goes in: what it would draw at the label's voltage, against the label. */
export function benchTest(measured: { volts: number; amps: number }, label: { volts: number; amps: number }) {
  assertAmps(label.amps);
  const normal = currentAt(measured.amps, measured.volts, label.volts);
  const share = normal / label.amps - 1;
  const verdict: BenchVerdict =
    share > BENCH_SHARE ? 'draws-much' : share < -BENCH_SHARE ? 'draws-little' : 'healthy';
  return { verdict, normalA: normal, share };
}
