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

let reached: { map: string; minutes: Map<string, number | undefined> } | undefined;
/** Minutes to get at a thing by the vehicle's map, kept while it is that map; what it does not name is the table's to say. */
function reachOf(map: AccessMap): (thing: string) => number | undefined {
  const text = JSON.stringify(map);
  if (reached?.map !== text) reached = { map: text, minutes: new Map() };
  const { minutes } = reached;
  return (thing) => {
    if (!minutes.has(thing)) {
      const known = map.things.some(({ code }) => code === thing);
      const ways = known ? waysIn({ map, goal: [{ thing, state: 'off' }] }) : undefined;
      minutes.set(thing, ways?.found ? Math.min(...ways.ways.map(({ outMinutes, backMinutes }) => outMinutes + backMinutes)) : undefined); // prettier-ignore
    }
    return minutes.get(thing);
  };
}

const api = {
  diagnose({ record, steps, complaint, map }: Asked): Diagnosed {
    const table = tableOf(record);
    const reach = map ? reachOf(map) : undefined;
    const view = diagnose(table, steps, { practice: practiceOf(record.practice), reach });
    return { ...view, heard: heardIn(table, complaint) };
  },
};
export type DiagnoseApi = typeof api;
expose(api);
