import { accessOfBay } from '../access/queries.ts';
import {
  airLabel,
  byId,
  configurationTitle,
  driveLabel,
  engineLabel,
  packageLabel,
  steeringLabel,
  transmissionLabel,
  type Vocabulary,
} from '@radiatrix/core/vehicle';
import {
  seesDrafts,
  type BayRecord,
  type Role,
  type VehicleLine,
  type VehicleRecord,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { figureRecord } from '../figures/service.ts';
import { figuresOfBay } from '../figures/queries.ts';
import { notFound } from '../http/problem.ts';
import {
  bayById,
  configurationById,
  configurationsOfBay,
  loadVocabulary,
  photosOf,
  proceduresOfBay,
  type ConfigurationRow,
} from './queries.ts';

export function vehicleLine(row: ConfigurationRow, vocabulary: Vocabulary): VehicleLine {
  const engine = byId(vocabulary.engines, row.engineId);
  const transmission = byId(vocabulary.transmissions, row.transmissionId);
  const { bayId: _bay, told, ...configuration } = row;
  return {
    id: row.id,
    title: configurationTitle(row, vocabulary),
    engine: engine ? engineLabel(engine) : '',
    transmission: transmission ? transmissionLabel(transmission) : '',
    options: [
      airLabel(row.airConditioning),
      ...(row.package === 'standard' ? [] : [packageLabel(row.package)]),
      driveLabel(row.drive),
      steeringLabel(row.steering),
    ],
    configuration,
    told: told !== null,
  };
}

export async function findConfiguration(db: Db, id: number): Promise<ConfigurationRow> {
  const row = await configurationById(db, id);
  if (!row) throw notFound('That vehicle');
  return row;
}

export async function bayRecord(
  db: Db,
  bayId: number,
  vocabulary: Vocabulary,
  role: Role,
): Promise<BayRecord> {
  const bay = await bayById(db, bayId);
  if (!bay) throw notFound('That bay');
  const [figures, shared, photos] = await Promise.all([
    figuresOfBay(db, bayId, seesDrafts(role)),
    configurationsOfBay(db, bayId),
    photosOf(db, 'bayId', bayId),
  ]);
  const newest = figures.reduce<BayRecord['changed']>(
    (latest, { stamp }) => (!latest || stamp.at > latest.at ? stamp : latest),
    null,
  );
  return {
    ...bay,
    figures: figures.map(figureRecord),
    /** Of them, those that wait for a reviewer. */
    waiting: figures.filter((row) => row.standing === 'draft').map((row) => row.id),
    sharedBy: shared.map((row) => {
      const { id, title, engine, transmission } = vehicleLine(row, vocabulary);
      return { id, title, engine, transmission };
    }),
    photos,
    changed: newest,
  };
}

export async function vehicleRecord(db: Db, id: number, role: Role): Promise<VehicleRecord> {
  const [row, vocabulary] = await Promise.all([findConfiguration(db, id), loadVocabulary(db)]);
  const [bay, procedures, access] = await Promise.all([
    bayRecord(db, row.bayId, vocabulary, role),
    proceduresOfBay(db, row.bayId, seesDrafts(role)),
    accessOfBay(db, row.bayId, seesDrafts(role)),
  ]);
  return {
    ...vehicleLine(row, vocabulary),
    bay,
    procedures,
    access: access ? { id: access.id, title: access.title, state: access.state } : null,
  };
}
