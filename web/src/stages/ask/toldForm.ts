import {
  byId,
  engineAgrees,
  transmissionAgrees,
  type Engine,
  type ToldDetails,
  type Transmission,
  type Vocabulary,
} from '@radiatrix/core/vehicle';
import type { ToldVehicle } from '@radiatrix/contract';

/** What stands in the boxes, as typed; `new` where an engine or transmission is described. */
export interface ToldForm {
  make: string;
  model: string;
  year: string;
  body: string;
  drive: string;
  steering: string;
  engineId: string;
  displacement: string;
  fuel: string;
  cylinders: string;
  layout: string;
  aspiration: string;
  engineCode: string;
  transmissionId: string;
  transmission: string;
  gears: string;
  transmissionCode: string;
  airConditioning: string;
  package: string;
}
export const DESCRIBED = 'new';

/** Engines and transmissions on record that contradict nothing that was said. */
export const enginesFor = (told: ToldDetails, { engines }: Vocabulary): Engine[] =>
  (told.displacement ?? told.fuel ?? told.engineCode)
    ? engines.filter((engine) => engineAgrees(engine, told))
    : [...engines];
export const transmissionsFor = (told: ToldDetails, { transmissions }: Vocabulary): Transmission[] =>
  transmissions.filter((each) => transmissionAgrees(each, told));

/** The boxes as the words fill them: what was not said stays empty. */
export function filledFrom(told: ToldDetails, vocabulary: Vocabulary): ToldForm {
  const model = told.model === undefined ? undefined : byId(vocabulary.models, Number(told.model));
  const make = byId(vocabulary.makes, model?.makeId ?? Number(told.make));
  const none = (list: readonly unknown[]): string => (list.length === 0 ? DESCRIBED : '');
  return {
    make: make?.name ?? '',
    model: model?.name ?? '',
    year: told.year ?? '',
    body: told.body ?? '',
    drive: told.drive ?? '',
    steering: told.steering ?? '',
    engineId: none(enginesFor(told, vocabulary)),
    displacement: told.displacement ?? '',
    fuel: told.fuel ?? '',
    cylinders: told.cylinders ?? '',
    layout: told.layout ?? '',
    aspiration: told.aspiration ?? '',
    engineCode: told.engineCode ?? '',
    transmissionId: none(transmissionsFor(told, vocabulary)),
    transmission: told.transmission ?? '',
    gears: told.gears ?? '',
    transmissionCode: told.transmissionCode ?? '',
    airConditioning: told.airConditioning ?? '',
    package: told.package ?? '',
  };
}

const alike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
export const makeOf = ({ make }: ToldForm, { makes }: Vocabulary) =>
  makes.find((each) => alike(each.name, make));
/** The model of that name; of several makes that have one, the make that was said decides. */
export function modelOf(form: ToldForm, vocabulary: Vocabulary) {
  const named = vocabulary.models.filter((each) => alike(each.name, form.model));
  if (form.make.trim() === '') return named.length === 1 ? named[0] : undefined;
  const make = makeOf(form, vocabulary);
  return make && named.find((each) => each.makeId === make.id);
}

/** An empty box is sent as nothing, so that it is asked for by its name. */
const number = (typed: string): number =>
  typed.trim() === '' ? (undefined as never) : Number(typed.replace(',', '.'));
const word = <T extends string>(typed: string): T => (typed === '' ? (undefined as never) : (typed as T));

export function sentFrom(form: ToldForm, said: string, vocabulary: Vocabulary): ToldVehicle {
  const [make, model] = [makeOf(form, vocabulary), modelOf(form, vocabulary)];
  return {
    said,
    makeId: make?.id ?? model?.makeId ?? null,
    makeName: form.make.trim(),
    modelId: model?.id ?? null,
    modelName: form.model.trim(),
    year: number(form.year),
    engineId: form.engineId === DESCRIBED ? null : number(form.engineId),
    engine:
      form.engineId === DESCRIBED
        ? {
            code: form.engineCode.trim(),
            displacementL: number(form.displacement),
            cylinders: number(form.cylinders),
            layout: word(form.layout),
            fuel: word(form.fuel),
            aspiration: word(form.aspiration),
          }
        : null,
    transmissionId: form.transmissionId === DESCRIBED ? null : number(form.transmissionId),
    transmission:
      form.transmissionId === DESCRIBED
        ? { code: form.transmissionCode.trim(), kind: word(form.transmission), gears: number(form.gears) }
        : null,
    airConditioning: form.airConditioning === '' ? (undefined as never) : form.airConditioning === 'yes',
    package: word(form.package),
    body: word(form.body),
    drive: word(form.drive),
    steering: word(form.steering),
  };
}
