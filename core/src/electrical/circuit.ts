import { FUSES, USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { AWG_WIRES, METRIC_WIRES, wireOhm, type Wire } from './wires.ts';

/** They hold 110 % for at least 100 h, and open at 135 % in 0.75 to 600 s. */
export const FUSE_HOLDS = 1.1;
export const FUSE_OPENS = 1.35;
/** Fan current goes about with the square of voltage: 10.1 A at 12.3 V is 13 A at 14 V. Common practice. */
export function currentAt(
  currentA: number,
  measuredV: number,
  atV: number,
  practice: Practice = USUAL_PRACTICE,
): number {
  assertAmps(currentA, practice);
  if (!(measuredV >= 5 && measuredV <= 60 && atV >= 5 && atV <= 60))
    throw new RangeError('a voltage of 5 to 60 V');
  return currentA * (atV / measuredV) ** 2;
}
const assertAmps = (amps: number, { fanCircuitMost }: Pick<Practice, 'fanCircuitMost'>): void => {
  if (!(amps > 0 && amps <= fanCircuitMost))
    throw new RangeError(`${amps} A is outside 0 to ${fanCircuitMost} A for a fan circuit`);
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

/** The smallest fuse that runs with margin. */
export const fuseFor = (currentA: number, practice: Practice = USUAL_PRACTICE): number | undefined =>
  FUSES.find((fuse) => fuse * practice.fuseShare >= currentA);

const dropOf = (
  wire: Wire,
  circuit: Pick<Circuit, 'currentA' | 'feedM' | 'groundM'>,
  practice: Practice,
): number => circuit.currentA * wireOhm(wire, circuit.feedM + circuit.groundM, practice.bayTemperature);

/**
 * A fan's feed held against fuse, relay and wire. The fuse protects the wire: at or below its ampacity, above running
 * current with margin.
 */
export function checkCircuit(circuit: Circuit, practice: Practice = USUAL_PRACTICE): CircuitAnswer {
  assertAmps(circuit.currentA, practice);
  if (!(circuit.feedM > 0 && circuit.feedM <= 20 && circuit.groundM >= 0 && circuit.groundM <= 20))
    throw new RangeError('a loom of 0 to 20 m');
  const { wire, currentA, fuseA, relayA } = circuit;
  const allowed = practice.wireDrop * circuit.systemV;
  const drop = dropOf(wire, circuit, practice);
  const faults: CircuitFault[] = [];
  if (wire.ampacityA < currentA) faults.push({ kind: 'wire-too-thin', ampacityA: wire.ampacityA, currentA });
  if (drop > allowed) faults.push({ kind: 'drop', dropV: drop, allowedV: allowed });
  if (fuseA !== undefined) {
    if (fuseA > wire.ampacityA) faults.push({ kind: 'fuse-over-wire', fuseA, ampacityA: wire.ampacityA });
    const needs = currentA / practice.fuseShare;
    if (fuseA < needs) faults.push({ kind: 'fuse-too-small', fuseA, needsA: needs });
  }
  const relayNeeds = currentA / practice.relayShare;
  if (relayA !== undefined && relayA < relayNeeds)
    faults.push({ kind: 'relay-too-small', relayA, needsA: relayNeeds });
  const fuse = fuseFor(currentA, practice);
  const carries = (each: Wire): boolean =>
    each.ampacityA >= Math.max(currentA, fuse ?? Infinity) && dropOf(each, circuit, practice) <= allowed;
  const thinnest = (wires: readonly Wire[]): Wire | undefined =>
    [...wires].sort((a, b) => a.areaMm2 - b.areaMm2).find(carries);
  return {
    dropV: drop,
    groundDropV: currentA * wireOhm(wire, circuit.groundM, practice.bayTemperature),
    inrushA: practice.inrush * currentA,
    faults,
    proposal: { metric: thinnest(METRIC_WIRES), awg: thinnest(AWG_WIRES), fuseA: fuse, relayA: relayNeeds },
  };
}

export type BenchVerdict = 'healthy' | 'draws-much' | 'draws-little' | 'draws-nothing';

/**
 * A fan on the bench supply before it goes in: what it would draw at the label's voltage, against the label. Nothing
 * drawn is a finding, not a slip: an open motor, or no feed.
 */
export function benchTest(
  measured: { volts: number; amps: number },
  label: { volts: number; amps: number },
  practice: Practice = USUAL_PRACTICE,
): { verdict: BenchVerdict; normalA: number; share: number } {
  assertAmps(label.amps, practice);
  if (measured.amps === 0) return { verdict: 'draws-nothing', normalA: 0, share: -1 };
  const normal = currentAt(measured.amps, measured.volts, label.volts, practice);
  const share = normal / label.amps - 1;
  const verdict: BenchVerdict =
    share > practice.benchShare ? 'draws-much' : share < -practice.benchShare ? 'draws-little' : 'healthy';
  return { verdict, normalA: normal, share };
}
