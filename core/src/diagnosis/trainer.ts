import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { follow } from './belief.ts';
import { costsNow, costsOf, minutesOfCheck, minutesOfRemedy } from './cost.ts';
import { isWarm } from './possible.ts';
import { hiddenFault, shows, type Hidden } from './hidden.ts';
import { nextStep, openChecks } from './next.ts';
import type { Observation, Remedy, VehicleTable } from './table.ts';
import type { DiagnosisStep, DiagnosisVehicle } from './types.ts';

/** Vehicles that exercises are made on. */
export const TRAINER_VEHICLES: readonly { label: string; vehicle: DiagnosisVehicle }[] = [
  { label: 'a pickup with two electric fans', vehicle: { fans: 'two', airConditioning: true, withAc: 'both', module: false, selfShifting: true, highVoltage: false, ageYears: 16 } },
  { label: 'a saloon with one fan on a module', vehicle: { fans: 'one', airConditioning: true, withAc: 'pressure', module: true, selfShifting: true, highVoltage: false, ageYears: 8 } },
  { label: 'an old coupe with a belt fan', vehicle: { fans: 'engine', airConditioning: false, withAc: null, module: null, selfShifting: true, highVoltage: false, ageYears: 50 } },
]; // prettier-ignore

/** A vehicle with something hidden in it, and what its owner says. */
export interface Exercise {
  hidden: Hidden;
  /** What was written down of a real one, by check: it shows that, whatever the table says. */
  written: ReadonlyMap<string, string>;
  told: DiagnosisStep[];
}

const found = (observation: Observation, outcome: number): DiagnosisStep => ({ kind: 'found', check: observation.id, outcome: observation.outcomes[outcome]!.id }); // prettier-ignore
const toldOf = (table: VehicleTable, hidden: Hidden, written: ReadonlyMap<string, string>): DiagnosisStep[] =>
  table.observations
    .filter(({ line }) => line.told && !line.after)
    .map((each) => {
      const kept = written.get(each.id);
      return kept === undefined ? found(each, shows(hidden, each)) : { kind: 'found', check: each.id, outcome: kept };
    }); // prettier-ignore

/** A simulated vehicle with a hidden fault, the same for the same seed. */
export function exerciseOf(table: VehicleTable, seed: number): Exercise {
  const hidden = hiddenFault(table, seed);
  return { hidden, written: new Map(), told: toldOf(table, hidden, new Map()) };
}

/**
 * A filed diagnosis as an exercise: what was found stays as it was written down; what nobody looked at shows what it would
 * under the cause that was found. Undefined where the table has no such cause.
 */
export function exerciseFrom(
  table: VehicleTable,
  steps: readonly DiagnosisStep[],
  causes: readonly string[],
  seed: number,
): Exercise | undefined {
  const faults = causes.map((id) => table.causes.findIndex((cause) => cause.id === id));
  if (faults.length === 0 || faults.includes(-1)) return undefined;
  // After a repair things show otherwise: only what was found before the first counts for the vehicle as it came.
  const until = steps.findIndex(({ kind }) => kind === 'repaired');
  const written = new Map(
    (until < 0 ? steps : steps.slice(0, until)).flatMap((step): [string, string][] =>
      step.kind === 'found' ? [[step.check, step.outcome]] : [],
    ),
  );
  const hidden: Hidden = { faults, off: 0, seed };
  return { hidden, written, told: toldOf(table, hidden, written) };
}

/** What a check shows on the vehicle of an exercise. @throws RangeError where the table has no such check */
export function looksAt(
  table: VehicleTable,
  { hidden, written }: Exercise,
  check: string,
  look = 0,
): DiagnosisStep {
  const observation = table.observations.find(({ id }) => id === check);
  if (!observation) throw new RangeError(`${check} is no check of this vehicle`);
  const kept = look === 0 ? written.get(check) : undefined;
  return kept === undefined
    ? found(observation, shows(hidden, observation, look))
    : { kind: 'found', check, outcome: kept };
}

/** Checks that can be made now on an exercise. */
export const checksLeft = (table: VehicleTable, steps: readonly DiagnosisStep[]): Observation[] =>
  openChecks(table, follow(table, steps)).map((at) => table.observations[at]!);

/** What is tried next after a repair that was not it. */
export const REMAINS: DiagnosisStep = { kind: 'found', check: 'complaint', outcome: 'remains' };

/** Whether everything hidden was put right. */
export const isPutRight = (
  table: VehicleTable,
  { hidden }: Exercise,
  steps: readonly DiagnosisStep[],
): boolean =>
  hidden.faults.every((fault) => {
    const remedy = table.remedies[table.causes[fault]!.remedy]!.id;
    return steps.some((step) => step.kind === 'repaired' && step.remedy === remedy);
  });

export interface Spent {
  minutes: number;
  /** In the shop's own money: hands, parts, and what was bought for nothing. */
  money: number;
  checks: number;
  repairs: number;
}

/** What a way through an exercise has cost. What does not belong to the fault was bought for nothing. */
export function spentOn(
  table: VehicleTable,
  { hidden }: Exercise,
  steps: readonly DiagnosisStep[],
  practice: Practice = USUAL_PRACTICE,
): Spent {
  const costs = costsOf(table, practice);
  const right = new Set(hidden.faults.map((fault) => table.causes[fault]!.remedy));
  const spent: Spent = { minutes: 0, money: 0, checks: 0, repairs: 0 };
  const looked: string[] = [];
  for (const step of steps) {
    if (step.kind === 'found') {
      const at = table.observations.findIndex(({ id }) => id === step.check);
      const observation = table.observations[at];
      if (!observation || observation.line.told) continue;
      const warm = isWarm(table, looked);
      looked.push(step.check);
      const { hands, waits } = minutesOfCheck(observation, undefined, warm ? practice.coolDown : 0);
      spent.checks += 1;
      spent.minutes += hands + waits;
      spent.money += costsNow(costs, table, [], warm, practice).checks[at]!;
    } else if (step.kind === 'repaired') {
      const at = table.remedies.findIndex(({ id }) => id === step.remedy);
      const remedy: Remedy | undefined = table.remedies[at];
      if (!remedy) continue;
      spent.repairs += 1;
      spent.minutes += minutesOfRemedy(remedy) + (remedy.line.ends === 'nothing' ? 0 : practice.repairProved);
      spent.money += costs.remedies[at]! + (right.has(at) ? 0 : costs.wrong[at]!);
    }
  }
  return spent;
}

/** More steps than this no way through takes. */
const MOST_STEPS = 45;

/** The way that the program would have gone on the same vehicle, step by step, until everything is put right. */
export function programsWay(
  table: VehicleTable,
  exercise: Exercise,
  practice: Practice = USUAL_PRACTICE,
): DiagnosisStep[] {
  const costs = costsOf(table, practice);
  const steps = [...exercise.told];
  let look = 0;
  for (let count = 0; count < MOST_STEPS && !isPutRight(table, exercise, steps); count += 1) {
    const next = nextStep(table, follow(table, steps, practice), costs, { practice });
    if (!next) break;
    if (next.step.what.do === 'check') {
      steps.push(looksAt(table, exercise, next.step.what.observation.id, look));
      continue;
    }
    steps.push({ kind: 'repaired', remedy: next.step.what.remedy.id });
    if (isPutRight(table, exercise, steps)) break;
    steps.push(REMAINS);
    look += 1;
  }
  return steps;
}

/** A way through, held against the program's: 100 for as cheap, less in proportion; 0 where nothing was put right. */
export const scoreOf = (own: Spent, programs: Spent, isRight: boolean): number =>
  !isRight || !(own.money > 0) ? 0 : Math.round(100 * Math.min(1, programs.money / own.money));
