import {
  airLabel,
  byId,
  configurationTitle,
  driveLabel,
  engineLabel,
  monthLabel,
  packageLabel,
  steeringLabel,
  transmissionLabel,
  type Configuration,
} from '@radiatrix/core/vehicle';
import type { Change, ToldVehicle, VehicleLine } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { toldWords } from '@radiatrix/words/en/told';
import { ProblemError } from '../http/problem.ts';
import { changeOf } from '../proposals/touched.ts';
import { configurationById, configurationMeant, loadVocabulary } from './queries.ts';
import { vehicleLine } from './service.ts';
import {
  broughtAlong,
  engineCoded,
  insertConfiguration,
  makeNamed,
  modelNamed,
  newBay,
  transmissionCoded,
} from './told-queries.ts';

/**
 * The months in which a vehicle of a model year can have been built: common practice, no source. Nobody told the month, so
 * nothing narrower is kept.
 */
const builtFor = (year: number): [string, string] => [`${year - 1}-07`, `${year}-12`];

/** What stands for the code of an engine or transmission that nobody knows the code of: what is known of it. */
const uncoded = (known: string): string => `no code (${known})`;

/** A code that is on record for something else is asked about, not taken. */
const otherCode = (path: string, held: string): ProblemError =>
  new ProblemError('invalid', { fields: [{ path, message: toldWords('code:other', { held }) }] });

async function engineOf(db: Db, { engineId, engine }: ToldVehicle): Promise<number> {
  if (engineId !== null) return engineId;
  const described = engine!;
  const held = (await loadVocabulary(db)).engines.find(({ code }) => code === described.code);
  if (held && engineLabel(held) !== engineLabel({ id: 0, ...described }))
    throw otherCode('engine.code', engineLabel(held));
  return engineCoded(db, {
    ...described,
    code: described.code || uncoded(engineLabel({ id: 0, ...described })),
  });
}

async function transmissionOf(db: Db, { transmissionId, transmission }: ToldVehicle): Promise<number> {
  if (transmissionId !== null) return transmissionId;
  const described = transmission!;
  const held = (await loadVocabulary(db)).transmissions.find(({ code }) => code === described.code);
  if (held && transmissionLabel(held) !== transmissionLabel({ id: 0, ...described }))
    throw otherCode('transmission.code', transmissionLabel(held));
  return transmissionCoded(db, {
    ...described,
    code: described.code || uncoded(transmissionLabel({ id: 0, ...described })),
  });
}

/** A year outside the model's would change the library in passing: the model is put right there first. */
async function assertYear(db: Db, modelId: number, year: number): Promise<void> {
  const { models } = await loadVocabulary(db);
  const model = byId(models, modelId);
  if (!model)
    throw new ProblemError('invalid', {
      fields: [{ path: 'modelId', message: toldWords('model:unknown') }],
    });
  const [from, to] = model.life;
  if (year < from || year > to)
    throw new ProblemError('invalid', {
      fields: [
        {
          path: 'year',
          message: toldWords('year:outside', { model: model.name, from: String(from), to: String(to) }),
        },
      ],
    });
}

/**
 * Records a vehicle as it was told, with every name it brings along and a bay of its own. It is there at once, for the
 * job of the person who called, and waits for a reviewer as one record.
 */
export async function recordTold(
  db: Db,
  told: ToldVehicle,
  personId: number,
): Promise<{ vehicle: VehicleLine; already: boolean }> {
  const { year, airConditioning, body, drive, steering, said } = told;
  const makeId = told.makeId ?? (told.modelId === null ? await makeNamed(db, told.makeName) : null);
  const modelId = told.modelId ?? (await modelNamed(db, makeId!, told.modelName, year));
  await assertYear(db, modelId, year);
  const own: Omit<Configuration, 'id'> = {
    modelId,
    year,
    engineId: await engineOf(db, told),
    transmissionId: await transmissionOf(db, told),
    airConditioning,
    package: told.package,
    body,
    drive,
    steering,
    built: builtFor(year),
  };
  const held = await configurationMeant(db, own);
  const vocabulary = await loadVocabulary(db);
  if (held) return { vehicle: vehicleLine(held, vocabulary), already: true };
  const engine = byId(vocabulary.engines, own.engineId);
  const name = [configurationTitle({ id: 0, ...own }, vocabulary), engine ? engineLabel(engine) : ''];
  const bayId = await newBay(db, name.filter(Boolean).join(', '));
  const id = await insertConfiguration(db, { ...own, bayId, told: said, toldBy: personId });
  return { vehicle: vehicleLine((await configurationById(db, id))!, vocabulary), already: false };
}

/** What a vehicle recorded as told says of itself, and what came in with it: one thing to review. */
export async function toldChanges(
  db: Db,
  id: number,
): Promise<{ title: string; changes: Change[]; remarks: string[] }> {
  const [row, vocabulary, brought] = await Promise.all([
    configurationById(db, id),
    loadVocabulary(db),
    broughtAlong(db, id),
  ]);
  const vehicle = row!;
  const model = byId(vocabulary.models, vehicle.modelId)!;
  const engine = byId(vocabulary.engines, vehicle.engineId)!;
  const transmission = byId(vocabulary.transmissions, vehicle.transmissionId)!;
  const make = byId(vocabulary.makes, model.makeId)!;
  const fresh = (name: string, is: boolean): string => (is ? toldWords('review:new', { name }) : name);
  const line = (label: string, value: string): Change => changeOf(label, '', value);
  return {
    title: configurationTitle(vehicle, vocabulary),
    changes: [
      line(toldWords('make'), fresh(make.name, brought.make)),
      line(toldWords('model'), fresh(model.name, brought.model)),
      line(toldWords('year'), String(vehicle.year)),
      line(toldWords('engine'), fresh(engineLabel(engine), brought.engine)),
      line(toldWords('transmission'), fresh(transmissionLabel(transmission), brought.transmission)),
      line(toldWords('air'), airLabel(vehicle.airConditioning)),
      line(toldWords('package'), packageLabel(vehicle.package)),
      line(toldWords('body'), vehicle.body),
      line(toldWords('drive'), driveLabel(vehicle.drive)),
      line(toldWords('steering'), steeringLabel(vehicle.steering)),
      line(
        toldWords('review:built'),
        toldWords('review:span', { from: monthLabel(vehicle.built[0]), to: monthLabel(vehicle.built[1]) }),
      ),
    ],
    remarks: [
      ...(vehicle.told ? [toldWords('review:words', { said: vehicle.told })] : []),
      toldWords('review:rests'),
    ],
  };
}
