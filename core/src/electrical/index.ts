export {
  FUSE_HOLDS,
  FUSE_OPENS,
  benchTest,
  checkCircuit,
  currentAt,
  fuseFor,
  type BenchVerdict,
  type Circuit,
  type CircuitAnswer,
  type CircuitFault,
} from './circuit.ts';
export {
  AWG_WIRES,
  METRIC_WIRES,
  awgDiameterMm,
  awgOhmPer1000Ft,
  wireOf,
  wireOhm,
  type Wire,
} from './wires.ts';
export {
  SAFE_SCHOOL,
  TERMINATION_SCHOOLS,
  plainFunction,
  wiringPlan,
  type Joint,
  type Pin,
  type PlanFault,
  type Plug,
  type WireFlag,
  type WiringPlan,
} from './wiring-plan.ts';
export { takesOnRecord } from './take.ts';
