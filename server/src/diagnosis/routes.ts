import type { Handler } from '../http/route.ts';
import { changeTable, diagnosisRecord, tableRecord } from './service.ts';

export const jobDiagnosis: Handler<'jobDiagnosis'> = async ({ db, id, person }) => ({
  body: await diagnosisRecord(db, id(), person),
});

export const diagnosisTable: Handler<'diagnosisTable'> = async ({ db }) => ({ body: await tableRecord(db) });

export const changeDiagnosisTable: Handler<'changeDiagnosisTable'> = async ({ db, body, person }) => {
  await changeTable(db, body, person.id);
  return { body: await tableRecord(db) };
};
