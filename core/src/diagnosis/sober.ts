import type { Observation, VehicleTable } from './table.ts';

const SOBER = new WeakMap<VehicleTable, Map<number, VehicleTable>>();

/**
 * The same table with every row drawn towards even. Vehicles show what no table knows, so chances that take each line at
 * its word end too sure. What to do next is still worked out from the table as it is; what is said to be how likely, from
 * this one.
 *
 * @param trust power that each chance is raised to before its row is brought to 1 again, above 0, 1 at most
 */
export function soberOf(table: VehicleTable, trust: number): VehicleTable {
  if (trust === 1) return table;
  let own = SOBER.get(table);
  if (!own) SOBER.set(table, (own = new Map()));
  let found = own.get(trust);
  if (!found) own.set(trust, (found = { ...table, observations: table.observations.map((each) => softened(each, trust)) }));
  return found;
} // prettier-ignore

function softened(observation: Observation, trust: number): Observation {
  const row = (own: readonly number[]): number[] => {
    const raised = own.map((chance) => chance ** trust);
    const all = raised.reduce((sum, each) => sum + each, 0);
    return raised.map((each) => each / all);
  };
  const { byFan, line } = observation;
  return {
    ...observation,
    line: { ...line, base: row(line.base) },
    rows: observation.rows.map(row),
    ...(byFan && { byFan: [byFan[0].map(row), byFan[1].map(row)] }),
  };
}
