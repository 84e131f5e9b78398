/** Tests of one unit on the bench, before it goes in. */
export { BENCH_STATES, TURNS, isLoud, turnsBy, wobbles, type BenchState, type RunningReading, type Turns } from './running.ts'; // prettier-ignore
export { type HotWaterReading } from './hot-water.ts';
export { type PressureReading } from './pressure.ts';
export { SWITCHED, type Switched, type SwitchingReading } from './switching.ts';
export { SEEN, type Seen } from './seen.ts';
export { type BenchFinding, type BenchOutcome } from './outcome.ts';
export { ASKED_ON_BENCH, BENCH_TESTS, benchRecord, heardRough, judgeBench, type BenchReading, type BenchRecord, type BenchTest } from './tests.ts'; // prettier-ignore
