import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { Observation, Remedy, VehicleTable } from './table.ts';

/** What things cost on one vehicle, in the shop's own money. */
export interface Costs {
  /** Of each observation, in the table's order. */
  checks: Float64Array;
  /** Of each remedy: done and tried out. */
  remedies: Float64Array;
  /** Of each remedy, on top, where it was not it. */
  wrong: Float64Array;
}

/** Minutes of hands to get at things, by the vehicle's access map; a thing that it does not name costs what the table says. */
export type Reach = (thing: string) => number | undefined;

/** Minutes of hands and of waiting that a check takes; on a hot engine the cool-down before one that opens the system. */
export function minutesOfCheck({ line }: Observation, reach?: Reach, coolDown = 0): { hands: number; waits: number } {
  // What the table counts for a check that opens something is an ordinary vehicle's.
  const off = line.thing === '' ? undefined : reach?.(line.thing);
  return { hands: off === undefined ? line.minutes : Math.max(line.minutes / 4, 2) + off, waits: line.waits + (line.cold ? coolDown : 0) };
} // prettier-ignore
export function minutesOfRemedy({ line }: Remedy, reach?: Reach): number {
  const off = line.thing === '' ? undefined : reach?.(line.thing);
  return off === undefined ? line.minutes : Math.max(line.minutes / 4, 5) + off;
}

/**
 * Costs as they are now: on a hot engine a check that opens the system waits for the cool-down, and on a cold one a check
 * that runs it carries part of the cool-down that it causes, as long as something is left to be looked at cold.
 */
export function costsNow(costs: Costs, table: VehicleTable, open: readonly number[], warm: boolean, practice: Practice): Costs {
  const wait = (practice.labourHour / 60) * practice.waitingCounts * practice.coolDown;
  const coldLeft = open.some((at) => table.observations[at]!.line.cold);
  const more = ({ line }: Observation): number => (warm ? (line.cold ? wait : 0) : line.runs && !line.cold && coldLeft ? practice.coldLater * wait : 0);
  return { ...costs, checks: costs.checks.map((each, at) => each + more(table.observations[at]!)) };
} // prettier-ignore

/** Costs of everything that can be done on a vehicle. */
export function costsOf(table: VehicleTable, practice: Practice = USUAL_PRACTICE, reach?: Reach): Costs {
  const perMinute = practice.labourHour / 60;
  return {
    checks: Float64Array.from(table.observations, (each) => {
      if (each.line.told) return 0;
      const { hands, waits } = minutesOfCheck(each, reach);
      return perMinute * (hands + practice.waitingCounts * waits);
    }),
    remedies: Float64Array.from(table.remedies, (each) => each.line.money + perMinute * (minutesOfRemedy(each, reach) + (each.line.ends === 'nothing' ? 0 : practice.repairProved))),
    wrong: Float64Array.from(table.remedies, ({ line }) => (line.later ? practice.comesBack : line.ends === 'repair' ? 0 : practice.boughtForNothing)),
  };
} // prettier-ignore
