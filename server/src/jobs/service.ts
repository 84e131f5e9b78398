import { readFigure, type FigureSet, type QuantityFigure, type Trace, type WordFigure } from '@radiatrix/core/figures';
import { METHOD_RULES, type Grade } from '@radiatrix/core/quantity';
import type { FieldProblem, JobDocument, JobLine, JobRecord, NewJob } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { configurationsByIds, loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { figuresOfJob, insertJob, jobRow, jobRows, replaceJobFigures, updateJob } from './queries.ts';

export async function jobRecord(db: Db, id: number): Promise<JobRecord> {
  const row = await jobRow(db, id);
  if (!row) throw notFound('That job');
  const [vehicle, vocabulary, figures] = await Promise.all([
    findConfiguration(db, row.configurationId),
    loadVocabulary(db),
    figuresOfJob(db, id),
  ]);
  const { configurationId: _configuration, by, at, ...document } = row;
  return {
    ...document,
    figures: figures.map(({ key, text, method }) => ({ key, text, method })),
    vehicle: vehicleLine(vehicle, vocabulary),
    opened: { by, at },
  };
}

/** Every figure is read before anything is written, and every wrong one is named by its place. */
export function checkFigures(figures: JobDocument['figures']): void {
  const fields = figures.flatMap(({ key, text, method }, at): FieldProblem[] => {
    const read = readFigure('bay', key, text, method);
    return read.ok ? [] : [{ path: `figures.${at}.text`, message: read.message }];
  });
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
}

export interface JobFigures {
  id: number;
  label: string;
  vehicleId: number;
  alterations: string[];
  figures: FigureSet<'bay'>;
}

/** What was measured on the one vehicle in hand, as core's figure set. */
export async function jobFigures(db: Db, id: number): Promise<JobFigures> {
  const row = await jobRow(db, id);
  if (!row) throw notFound('That job');
  const quantities: Record<string, QuantityFigure> = {};
  const words: Record<string, WordFigure> = {};
  for (const { key, text, method, by, at } of await figuresOfJob(db, id)) {
    const read = readFigure('bay', key, text, method);
    if (!read.ok) continue;
    const trace: Trace = {
      figureId: 0,
      method,
      grade: METHOD_RULES[method].grade as Grade,
      source: `this vehicle, job ${id}`,
      text,
      by,
      at,
    };
    if (read.type === 'quantity') quantities[key] = { value: read.value, u: read.u, trace };
    else words[key] = { word: read.word, trace };
  }
  return {
    id,
    label: row.label,
    vehicleId: row.configurationId,
    alterations: row.alterations,
    figures: { quantities, words } as FigureSet<'bay'>,
  };
}

/** Jobs as a list shows them, newest first. */
export async function jobLines(db: Db): Promise<JobLine[]> {
  const [rows, vocabulary] = await Promise.all([jobRows(db), loadVocabulary(db)]);
  const vehicles = await configurationsByIds(
    db,
    rows.map((row) => row.configurationId),
  );
  const titles = new Map(vehicles.map((vehicle) => [vehicle.id, vehicleLine(vehicle, vocabulary).title]));
  return rows.map(({ id, label, complaint, stage, configurationId, by, at }) => ({
    id,
    label,
    complaint,
    stage,
    vehicleId: configurationId,
    title: titles.get(configurationId) ?? '',
    opened: { by, at },
  }));
}

export async function openJob(db: Db, job: NewJob): Promise<number> {
  await findConfiguration(db, job.vehicleId);
  checkFigures(job.figures ?? []);
  const id = await insertJob(db, job);
  await replaceJobFigures(db, id, job.figures ?? []);
  return id;
}

/** Changes a job that still is at the version the save is based on. */
export async function changeJob(db: Db, id: number, version: number, document: JobDocument): Promise<void> {
  checkFigures(document.figures);
  if (!(await updateJob(db, id, version, document)))
    // Not found before it can be stale.
    throw new ProblemError('stale', { current: await jobRecord(db, id) });
  await replaceJobFigures(db, id, document.figures);
}
