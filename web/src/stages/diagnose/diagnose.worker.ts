import { expose } from 'comlink';
import { waysIn, type AccessMap } from '@radiatrix/core/access';
import {
  diagnose,
  heardIn,
  tableFor,
  type DiagnosisStep,
  type DiagnosisView,
  type Heard,
  type VehicleTable,
} from '@radiatrix/core/diagnosis';
import { practiceOf } from '@radiatrix/core/practice';
import type { DiagnosisRecord } from '@radiatrix/contract';

export interface Asked {
  record: DiagnosisRecord;
  steps: DiagnosisStep[];
  complaint: string;
  map: AccessMap | null;
}
export interface Diagnosed extends DiagnosisView {
  heard: Heard[];
}

let kept: { key: string; table: VehicleTable } | undefined;
function tableOf({ vehicle, changes, counts, practice }: DiagnosisRecord): VehicleTable {
  const key = JSON.stringify([vehicle, changes, counts, practice]);
  if (kept?.key !== key)
    kept = { key, table: tableFor(vehicle, { changes, counts, practice: practiceOf(practice) }) };
  return kept.table;
}

const reached = new Map<string, number | undefined>();
/** Minutes to get at a thing by the vehicle's map; what the map does not name is the table's to say. */
function minutesTo(map: AccessMap, key: string, thing: string): number | undefined {
  const name = `${key} ${thing}`;
  if (reached.has(name)) return reached.get(name);
  const known = map.things.some(({ code }) => code === thing);
  const ways = known ? waysIn({ map, goal: [{ thing, state: 'off' }] }) : undefined;
  const minutes = ways?.found
    ? Math.min(...ways.ways.map(({ outMinutes, backMinutes }) => outMinutes + backMinutes))
    : undefined;
  reached.set(name, minutes);
  return minutes;
}

const api = {
  diagnose({ record, steps, complaint, map }: Asked): Diagnosed {
    const table = tableOf(record);
    const key = map ? JSON.stringify(map).length.toString() : '';
    const reach = map ? (thing: string) => minutesTo(map, key, thing) : undefined;
    const view = diagnose(table, steps, { practice: practiceOf(record.practice), reach });
    return { ...view, heard: heardIn(table, complaint) };
  },
};
export type DiagnoseApi = typeof api;
expose(api);
