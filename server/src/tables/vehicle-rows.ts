import { spokenIds } from '@radiatrix/core/application';
import { ApplicationReader, meant, readBuilt, saidYes, type CellProblem, type Cells, type ReadingChoices } from '@radiatrix/core/table'; // prettier-ignore
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { BUNDLE_FORMAT, bundleSchema, type Bundle } from '@radiatrix/contract/schemas';
import type { Person } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { previewBundle } from '../importing/service.ts';
import { ProblemError } from '../http/problem.ts';
import { uploadWords } from '@radiatrix/words/en/upload';
import { cellsOf, type Reading } from './staging.ts';

/** A table of vehicles comes in as a bundle does, row by row, and is bounded for that. */
export const VEHICLE_ROWS = 20_000;

/** The code of an engine or a transmission, by its code or in the words that Ask reads: "2.2 diesel", "auto". */
function codeOf(
  field: 'engine' | 'transmission',
  text: string,
  vocabulary: Vocabulary,
  choices: ReadingChoices,
): { code: string } | { problem: CellProblem } {
  const said = meant(choices, field, text);
  const all: readonly { id: number; code: string }[] =
    field === 'engine' ? vocabulary.engines : vocabulary.transmissions;
  const own = all.find(({ code }) => code.toLowerCase() === said.toLowerCase());
  if (own) return { code: own.code };
  const ids = spokenIds(`${field}Id`, said, vocabulary);
  const codes = ids.map((id) => all.find((each) => each.id === id)!.code);
  if (codes.length > 1) return { problem: { field, code: `${field}-several`, said, list: codes } };
  if (codes.length === 1) return { code: codes[0]! };
  return { problem: { field, code: `${field}-unknown`, said, name: field } };
}

/** A row of a table of vehicles as a record of a bundle. */
function vehicleOf(
  cells: Cells,
  vocabulary: Vocabulary,
  choices: ReadingChoices,
  reader: ApplicationReader,
): { vehicle?: unknown; problems: CellProblem[] } {
  const problems: CellProblem[] = [];
  const of = (field: string): string => cells[field] ?? '';
  const coded = (field: 'engine' | 'transmission'): string => {
    const found = codeOf(field, of(field), vocabulary, choices);
    if ('code' in found) return found.code;
    problems.push(found.problem);
    return '';
  };
  const [engine, transmission] = [coded('engine'), coded('transmission')];
  const airConditioning = saidYes(of('airConditioning'), false);
  if (airConditioning === undefined)
    problems.push({ field: 'airConditioning', code: 'yes-no', said: of('airConditioning') });
  const built = readBuilt(of('built'));
  if (!built || !('months' in built))
    problems.push({ field: 'built', code: built && 'twoWays' in built ? 'built-two-ways' : 'built-unread', said: of('built'), list: built && 'twoWays' in built ? built.twoWays : [] }); // prettier-ignore
  const model = meant(choices, 'model', of('model'));
  const make = meant(choices, 'make', of('make'));
  if (model !== '' && reader.modelsNamed(model).length === 0)
    problems.push({ field: 'model', code: 'model-unknown', said: model, of: make, name: 'model' });
  if (problems.length > 0) return { problems };
  const vehicle = {
    model,
    year: Number(of('year').replace(/\.0+$/, '')),
    engine,
    transmission,
    airConditioning: airConditioning ?? false,
    package: of('package') || 'standard',
    body: of('body').toLowerCase(),
    drive: of('drive').toLowerCase(),
    steering: of('steering').toLowerCase(),
    built: (built as { months: [string, string] }).months,
    bay: of('bay'),
  };
  const { error } = bundleSchema.validate({ format: BUNDLE_FORMAT, vehicles: [vehicle] }, { abortEarly: false });
  for (const { path, message } of error?.details ?? [])
    problems.push({ field: String(path[2] ?? ''), code: 'record', said: message });
  return error ? { problems } : { vehicle, problems };
} // prettier-ignore

/** Reads a table of vehicles, tries the good rows for real and takes that back; what is left is a bundle of rows that can come in. */
export async function readVehicles(
  db: Db,
  person: Person,
  { mapping, choices, rows, lookups, wrong, samples }: Reading,
): Promise<{ bundle: Bundle; counts: { new: number; changed: number; same: number }; good: number[] }> {
  const reader = new ApplicationReader(lookups.vocabulary, choices);
  let held: { row: number; cells: string[]; vehicle: unknown }[] = [];
  for await (const each of rows) {
    const cells = cellsOf(mapping, each.cells);
    const { vehicle, problems } = vehicleOf(cells, lookups.vocabulary, choices, reader);
    if (!vehicle) await wrong(each, problems, cells);
    else held.push({ ...each, vehicle });
    if (held.length > VEHICLE_ROWS)
      throw new ProblemError('too-large', { detail: uploadWords('too-long', { kind: 'vehicles', n: VEHICLE_ROWS }) });
  } // prettier-ignore
  const bundleOf = (list: typeof held): Bundle =>
    bundleSchema.validate({ format: BUNDLE_FORMAT, vehicles: list.map(({ vehicle }) => vehicle) }).value as Bundle; // prettier-ignore
  const report = await previewBundle(db, bundleOf(held), person);
  const said = new Map<number, string[]>();
  for (const { path, message } of report.wrong) {
    const at = Number(/^vehicles\.(\d+)/.exec(path)?.[1] ?? -1);
    said.set(at, [...(said.get(at) ?? []), message]);
  }
  for (const [at, messages] of said)
    if (held[at])
      await wrong(held[at], messages.map((text) => ({ field: '', code: 'record', said: text })), {}); // prettier-ignore
  held = held.filter((_, at) => !said.has(at));
  for (const { vehicle, ...each } of held)
    samples.add(each, () =>
      Object.values(vehicle as Record<string, unknown>)
        .flat()
        .map(String)
        .join(', '),
    );
  return { bundle: bundleOf(held), counts: report.counts.vehicles, good: held.map(({ row }) => row) };
}
