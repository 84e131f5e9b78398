import {
  readFigure,
  type FigureSet,
  type QuantityFigure,
  type Trace,
  type WordFigure,
} from '@radiatrix/core/fit';
import { METHOD_RULES, type Grade } from '@radiatrix/core/quantity';
import type { FieldProblem, JobDocument, JobRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { figuresOfJob, jobRow } from './queries.ts';

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
