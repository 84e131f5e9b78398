import {
  USUAL_TABLE,
  type DiagnosisVehicle,
  type TableChange,
  type TableCounts,
} from '@radiatrix/core/diagnosis';
import type { PartKind } from '@radiatrix/core/figures';
import type { BleedRecord } from '@radiatrix/core/coolant';
import type { PracticeName } from '@radiatrix/core/practice';
import Joi from 'joi';
import { line } from './common.ts';
import type { Stamp } from './revision.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

/** What a shop has put in the place of a line of the table, with its reason. */
export interface ShopTableLine extends TableChange {
  reason: string;
  stamp: Stamp;
}

/** How often the first check of a filed diagnosis was the right one. */
export interface FirstChecks {
  right: number;
  of: number;
}

/** What a diagnosis of one job is worked out from. */
export interface DiagnosisRecord {
  vehicle: DiagnosisVehicle;
  changes: TableChange[];
  counts: TableCounts;
  /** How many filed diagnoses those are, on vehicles whose fans are driven alike. */
  filed: number;
  firstChecks: FirstChecks;
  /** What the fans of the vehicle take by the record; null where no record says. */
  label: { volts: number; amps: number } | null;
  /** Parts on the vehicle now: by the job, else by the record of what it left the works with. */
  onVehicle: { partId: number; number: string; kind: PartKind }[];
  capKPa: number | null;
  bleed: BleedRecord;
  /** What the engine is stopped at, °C. */
  stopC: number;
  practice: Partial<Record<PracticeName, number>>;
}

/** The shop's table beside the trade's. */
export interface DiagnosisTableRecord {
  lines: ShopTableLine[];
  /** By how fans are driven. */
  filed: { fans: 'engine' | 'one' | 'two'; counts: TableCounts; cases: number; firstChecks: FirstChecks }[];
}

export interface TableChangeBody {
  cause: string;
  check: string | null;
  /** null takes the trade's back. */
  values: number[] | null;
  reason: string;
}
const named = (ids: readonly { id: string }[]) => Joi.string().valid(...ids.map(({ id }) => id));
export const tableChangeSchema = Joi.object<TableChangeBody>({
  cause: named(USUAL_TABLE.causes).required(),
  check: named(USUAL_TABLE.checks).allow(null).required(),
  values: Joi.array().items(Joi.number().min(0).max(1000)).min(1).max(8).allow(null).required(),
  reason: line(400).min(5).required(),
});

export interface DiagnosisAnswers {
  jobDiagnosis: DiagnosisRecord;
  diagnosisTable: DiagnosisTableRecord;
  changeDiagnosisTable: DiagnosisTableRecord;
}
export const diagnosisRoutes = {
  jobDiagnosis: { method: 'get', path: '/api/jobs/:id/diagnosis', summary: 'What a diagnosis of a job is worked out from', roles: EVERYONE },
  diagnosisTable: { method: 'get', path: '/api/diagnosis-table', summary: 'What the shop has put in the place of the trade’s diagnosis table, and what filed jobs have shown', roles: EVERYONE },
  changeDiagnosisTable: { method: 'post', path: '/api/diagnosis-table', summary: 'Put a number in the place of the table’s, or take the trade’s back', roles: EDITORS, body: tableChangeSchema, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
