import { isDeepStrictEqual } from 'node:util';
import { contradicts, type Scope } from '@radiatrix/core/application';
import { PACKAGES } from '@radiatrix/core/vehicle';
import { BUNDLE_LISTS, type Bundle, type BundleList, type BundleScope } from '@radiatrix/contract/schemas';
import type { FigureEntry, ImportReport, Person, RecordValues, ScopeEntry } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import {
  connectorsByCode,
  connectorRecord,
  insertConnector,
  updateConnector,
} from '../connectors/queries.ts';
import { figuresOfBay, figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { storeFigures } from '../figures/service.ts';
import { tried } from '../db/transaction.ts';
import { ProblemError, problemOf } from '../http/problem.ts';
import {
  boxOf,
  claims,
  insertClaim,
  insertOutcome,
  interchangeOf,
  lockPart,
  partIdByNumber,
  partLines,
  successionOf,
} from '../parts/queries.ts';
import { claimTouch, createPart, partDraft, storeDetails } from '../parts/service.ts';
import { accessOfBay, mapOf } from '../access/queries.ts';
import { createAccess, storeAccess } from '../access/service.ts';
import { documentOf } from '../procedures/queries.ts';
import { withIdentity } from '@radiatrix/core/procedure';
import { createProcedure, procedureDraft, storeDocument } from '../procedures/service.ts';
import { headOf } from '../revisions/queries.ts';
import { tagOf } from '../revisions/service.ts';
import { connectorTouch } from '../connectors/service.ts';
import { insertRow, rowById, updateRow } from '../library/queries.ts';
import { createRecord, recordTouch } from '../library/service.ts';
import { everybodySees } from '../proposals/queries.ts';
import { changeOf, isGathering, touches } from '../proposals/touched.ts';
import { insertVinPattern, loadVinPatterns, updateVinPattern } from '../vins/queries.ts';
import { patternTouch } from '../vins/service.ts';
import {
  advanceBay,
  bayById,
  configurationAlike,
  loadVocabulary,
  proceduresOfBay,
} from '../vehicles/queries.ts';
import { namesOnRecord } from './queries.ts';

type Result = 'new' | 'changed' | 'same';

/** A row of the bundle that cannot be brought in, and why. */
class Wrong extends Error {
  readonly at: string;
  constructor(message: string, at = '') {
    super(message);
    this.at = at;
  }
}

/** Names of the bundle to ids of the library, kept up as rows come in. */
class Names {
  private readonly maps = new Map<string, Map<string, number>>();
  set(kind: string, name: string, id: number): void {
    let names = this.maps.get(kind);
    if (!names) this.maps.set(kind, (names = new Map()));
    names.set(name, id);
  }
  find(kind: string, name: string): number | undefined {
    return this.maps.get(kind)?.get(name);
  }
  get(kind: string, name: string, at = ''): number {
    const id = this.find(kind, name);
    if (id === undefined) throw new Wrong(`No ${kind} “${name}” is in this file or on record.`, at);
    return id;
  }
}

async function knownNames(db: Db): Promise<Names> {
  const names = new Names();
  for (const [kind, rows] of Object.entries(await namesOnRecord(db)))
    for (const row of rows) names.set(kind, row.name, row.id);
  return names;
}

/** Inserts a plain row, or changes the one of the same name where it differs. */
async function putPlain(
  db: Db,
  table: 'source' | 'make' | 'model' | 'engine' | 'transmission',
  id: number | undefined,
  values: RecordValues,
): Promise<[Result, number]> {
  if (id === undefined) return ['new', await insertRow(db, table, values)];
  const held = (await rowById(db, table, id))!;
  if (Object.entries(values).every(([key, value]) => isDeepStrictEqual(held[key], value)))
    return ['same', id];
  await recordTouch(db, table, id, held, values);
  await updateRow(db, table, id, values);
  return ['changed', id];
}

const figureEntries = (figures: Bundle['bays'][number]['figures'], names: Names): FigureEntry[] =>
  figures.map((figure, index) => ({
    key: figure.key,
    text: figure.text,
    method: figure.method,
    sourceId: names.get('source', figure.source, `figures.${index}.source`),
  }));

/** The entries that say something new; figures the bundle does not mention stay. */
const fresh = (entries: readonly FigureEntry[], held: readonly FigureRow[]): FigureEntry[] =>
  entries.filter(
    (entry) =>
      !held.some(
        (row) =>
          row.key === entry.key &&
          row.sourceId === entry.sourceId &&
          row.text === entry.text &&
          row.method === entry.method,
      ),
  );

function scopeOf<T extends BundleScope>(
  { engines, transmissions, ...rest }: T,
  names: Names,
  at = '',
): Omit<T, 'engines' | 'transmissions'> & ScopeEntry {
  return {
    ...rest,
    engineIds: engines?.map((code) => names.get('engine', code, `${at}engines`)) ?? null,
    transmissionIds:
      transmissions?.map((code) => names.get('transmission', code, `${at}transmissions`)) ?? null,
  };
}

type Putters = {
  [L in BundleList]: (db: Db, row: Bundle[L][number], names: Names, person: Person) => Promise<Result>;
};

const PUT: Putters = {
  sources: async (db, row, names) => {
    const [result, id] = await putPlain(db, 'source', names.find('source', row.name), { ...row });
    names.set('source', row.name, id);
    return result;
  },
  makes: async (db, row, names) => {
    const [result, id] = await putPlain(db, 'make', names.find('make', row.name), { ...row });
    names.set('make', row.name, id);
    return result;
  },
  models: async (db, row, names) => {
    const values = {
      makeId: names.get('make', row.make, 'make'),
      name: row.name,
      nicknames: row.nicknames,
      life: row.years,
    };
    const known = names.find('model', row.name);
    if (known !== undefined) {
      const held = await rowById(db, 'model', known);
      // A name alone does not say that a vehicle's maker has changed.
      if (held && held.makeId !== values.makeId)
        throw new Wrong(
          `“${row.name}” is on record as a model of another make; brought in as ${row.make}’s it would move with all its vehicles and lines. Give one of the two another name.`,
          'make',
        );
    }
    const [result, id] = await putPlain(db, 'model', known, values);
    names.set('model', row.name, id);
    return result;
  },
  engines: async (db, row, names) => {
    const [result, id] = await putPlain(db, 'engine', names.find('engine', row.code), { ...row });
    names.set('engine', row.code, id);
    return result;
  },
  transmissions: async (db, row, names) => {
    const [result, id] = await putPlain(db, 'transmission', names.find('transmission', row.code), { ...row });
    names.set('transmission', row.code, id);
    return result;
  },
  connectors: async (db, row) => {
    const [held] = await connectorsByCode(db, [row.code]);
    if (!held) {
      await insertConnector(db, row);
      return 'new';
    }
    if (
      isDeepStrictEqual(held, {
        code: row.code,
        name: row.name,
        description: row.description,
        cavities: row.cavities,
      })
    )
      return 'same';
    const record = (await connectorRecord(db, row.code))!;
    await connectorTouch(db, record, row);
    await updateConnector(db, record.id, record.version, row);
    return 'changed';
  },
  bays: async (db, row, names, person) => {
    let id = names.find('bay', row.name);
    const isNew = id === undefined;
    if (id === undefined) {
      id = await insertRow(db, 'bay', { name: row.name });
      names.set('bay', row.name, id);
    }
    const entries = fresh(figureEntries(row.figures, names), await figuresOfBay(db, id, true));
    if (entries.length === 0) return isNew ? 'new' : 'same';
    if (!isNew) {
      await advanceBay(db, id, (await bayById(db, id))!.version);
    }
    await storeFigures(db, { kind: 'bay', id }, entries, 'figures', person.id);
    return isNew ? 'new' : 'changed';
  },
  vehicles: async (db, row, names) => {
    const {
      model: modelName,
      engine: engineCode,
      transmission: transmissionCode,
      bay: bayName,
      ...rest
    } = row;
    const key = {
      modelId: names.get('model', modelName, 'model'),
      engineId: names.get('engine', engineCode, 'engine'),
      transmissionId: names.get('transmission', transmissionCode, 'transmission'),
    };
    const bayId = names.get('bay', bayName, 'bay');
    const held = await configurationAlike(db, { ...rest, ...key });
    if (!held) {
      await createRecord(db, 'configuration', { ...rest, ...key, bayId });
      return 'new';
    }
    if (held.bayId !== bayId)
      throw new Wrong(
        'This vehicle is on record with another bay; brought in, it would take on other figures and procedures. Change its bay on its record if that is meant.',
        'bay',
      );
    if (isDeepStrictEqual(held.built, rest.built)) return 'same';
    await recordTouch(db, 'configuration', held.id, { built: held.built }, { built: rest.built });
    await updateRow(db, 'configuration', held.id, { built: rest.built });
    return 'changed';
  },
  parts: async (db, row, names, person) => {
    const { number, maker, kind, figures, ...details } = row;
    let id = await partIdByNumber(db, number);
    const isNew = id === undefined;
    id ??= await createPart(db, { number, maker, kind, description: details.description }, person);
    const [held] = await partLines(db, { ids: [id] }, true);
    if (held!.kind !== kind) throw new Wrong(`${number} is on record as a ${held!.kind}.`, 'kind');
    if (held!.maker !== maker)
      throw new Wrong(`${number} is on record as a part of ${held!.maker}, not of ${maker}.`, 'maker');
    const [box, numbers, { supersedes }, rows] = await Promise.all([
      boxOf(db, held!.revisionId),
      interchangeOf(db, held!.revisionId),
      successionOf(db, held!, true),
      figuresOfRevisions(db, [held!.revisionId]),
    ]);
    const heldDetails = {
      description: held!.description,
      notes: held!.notes,
      inTheBox: box,
      interchange: numbers,
      supersedes,
    };
    const sorted = {
      ...details,
      interchange: [...details.interchange].sort((a, b) =>
        `${a.seller} ${a.number}` < `${b.seller} ${b.number}` ? -1 : 1,
      ),
    };
    const entries = fresh(figureEntries(figures, names), rows);
    const detailsDiffer = !isDeepStrictEqual(heldDetails, sorted);
    if (!detailsDiffer && entries.length === 0) return isNew ? 'new' : 'same';
    const revisionId = await partDraft(
      db,
      id,
      person,
      tagOf({ id: held!.revisionId, version: held!.version }),
    );
    if (detailsDiffer) await storeDetails(db, id, revisionId, sorted);
    if (entries.length > 0) await storeFigures(db, { kind, id: revisionId }, entries);
    return isNew ? 'new' : 'changed';
  },
  claims: async (db, row, names) => {
    const { part: number, model: modelName, source: sourceName, exceptions, ...rest } = row;
    const partId = await partIdByNumber(db, number);
    if (partId === undefined) throw new Wrong(`No part “${number}” is in this file or on record.`, 'part');
    const claim = {
      ...scopeOf(rest, names),
      modelId: names.get('model', modelName, 'model'),
      sourceId: names.get('source', sourceName, 'source'),
      exceptions: exceptions.map((exception, index) => scopeOf(exception, names, `exceptions.${index}.`)),
    };
    await lockPart(db, partId);
    const held = await claims(db, { partIds: [partId], modelId: claim.modelId, sourceId: claim.sourceId });
    const statement = (each: Scope & { fits: boolean; original?: boolean; note?: string; exceptions: readonly Scope[] }) =>
      JSON.stringify([
        each.fits,
        each.original ?? false,
        each.note ?? '',
        ...[each, ...each.exceptions].map((scope) => [scope.years, scope.built, scope.engineIds?.toSorted(), scope.transmissionIds?.toSorted(), scope.airConditioning, scope.packages && PACKAGES.filter((name) => scope.packages!.includes(name))]),
      ]); // prettier-ignore
    if (held.some((other) => statement(other) === statement(claim))) return 'same';
    const against = held.find((other) => contradicts({ ...claim, id: 0, partId }, other));
    if (against)
      throw new Wrong(
        'This source says the opposite of the same vehicles elsewhere; one source does not contradict itself.',
      );
    if (isGathering())
      await claimTouch(db, partId, undefined, { ...claim, id: 0, partId }, await loadVocabulary(db));
    await insertClaim(db, partId, claim);
    return 'new';
  },
  procedures: async (db, row, names, person) => {
    const { bay: bayName, ...given } = row;
    let document = given;
    const bayId = names.get('bay', bayName, 'bay');
    const held = (await proceduresOfBay(db, bayId, true)).find(
      (each) => each.partKind === document.partKind && each.title === document.title,
    );
    if (!held) {
      await createProcedure(db, bayId, document, person);
      return 'new';
    }
    const head = (await headOf(db, 'procedure', held.id, true))!;
    const now = await documentOf(db, head.id);
    // Steps that come without an identity are the ones on record that read the same.
    document = { ...document, steps: withIdentity(document.steps, now?.steps ?? [], () => '') };
    if (isDeepStrictEqual(JSON.parse(JSON.stringify(now)), sortedDocument(document))) return 'same';
    await storeDocument(
      db,
      await procedureDraft(db, held.id, person, tagOf(head), document.title),
      document,
      now?.steps,
    );
    return 'changed';
  },
  accessMaps: async (db, row, names, person) => {
    const { bay: bayName, ...document } = row;
    const bayId = names.get('bay', bayName, 'bay');
    const held = await accessOfBay(db, bayId, true);
    if (!held) {
      await createAccess(db, bayId, document, person);
      return 'new';
    }
    if (isDeepStrictEqual(await mapOf(db, held.revisionId), JSON.parse(JSON.stringify(document))))
      return 'same';
    await storeAccess(db, held.id, document, person, tagOf((await headOf(db, 'access', held.id, true))!));
    return 'changed';
  },
  outcomes: async (db, row, names) => {
    const partId = await partIdByNumber(db, row.part);
    const head = partId === undefined ? undefined : await headOf(db, 'part', partId, true);
    if (!head) throw new Wrong(`No part “${row.part}” is in this file or on record.`, 'part');
    const { part: _part, bay: bayName, ...rest } = row;
    await touches(async () =>
      (await everybodySees(db, 'part', partId!))
        ? {
            title: `What happened with ${row.part}`,
            about: 'part',
            id: partId!,
            changes: [changeOf(row.vehicle, '', `${row.result}${row.note ? `: ${row.note}` : ''}`)],
          }
        : undefined,
    );
    const isNew = await insertOutcome(db, {
      ...rest,
      partRevisionId: head.id,
      bayId: names.get('bay', bayName, 'bay'),
    });
    return isNew ? 'new' : 'same';
  },
  vinPatterns: async (db, row) => {
    const held = await loadVinPatterns(db);
    const same = held.find(
      (each) =>
        each.prefix === row.prefix &&
        each.position === row.position &&
        each.codes === row.codes &&
        each.field === row.field,
    );
    if (same?.value === row.value) return 'same';
    await patternTouch(same, row);
    if (same) await updateVinPattern(db, same.id, row.value);
    else await insertVinPattern(db, row);
    return same ? 'changed' : 'new';
  },
};

/** Key order and the order of sets as the database hands them back, so that a comparison sees contents only. */
function sortedDocument(document: Omit<Bundle['procedures'][number], 'bay'>): unknown {
  const steps = document.steps.map((step) => ({
    ...step,
    cautions: step.cautions.toSorted(),
    uses: step.uses.toSorted((a, b) => (a.tray < b.tray ? -1 : 1)),
  }));
  return JSON.parse(JSON.stringify({ ...document, steps }));
}

/** Brings a bundle into a transaction row by row; rows that cannot be brought in are listed, and then nothing is kept. */
async function bringIn(db: Db, bundle: Bundle, person: Person): Promise<ImportReport> {
  const names = await knownNames(db);
  const counts = Object.fromEntries(
    BUNDLE_LISTS.map((list) => [list, { new: 0, changed: 0, same: 0 }]),
  ) as ImportReport['counts'];
  const wrong: ImportReport['wrong'] = [];
  for (const list of BUNDLE_LISTS) {
    const put = PUT[list] as (db: Db, row: unknown, names: Names, person: Person) => Promise<Result>;
    for (const [index, row] of bundle[list].entries()) {
      try {
        // A savepoint each: one wrong row must not hide what is wrong with the rest.
        counts[list][await db.transaction((inner) => put(inner, row, names, person))] += 1;
      } catch (error) {
        wrong.push(...explain(error, `${list}.${index}`));
      }
    }
  }
  return { applied: wrong.length === 0, counts, wrong };
}

function explain(error: unknown, path: string): ImportReport['wrong'] {
  if (error instanceof Wrong)
    return [{ path: error.at ? `${path}.${error.at}` : path, message: error.message }];
  const problem = problemOf(error);
  if (problem.code === 'internal' || problem.code === 'unavailable') throw error;
  const fields = problem.extra.fields ?? [];
  return fields.length > 0
    ? fields.map((field) => ({ path: `${path}.${field.path}`, message: field.message }))
    : [{ path, message: problem.message }];
}

/** What a bundle would change. */
export const previewBundle = async (db: Db, bundle: Bundle, person: Person): Promise<ImportReport> => ({
  ...(await tried(db, (inner) => bringIn(inner, bundle, person))),
  applied: false,
});

/** Brings a bundle in, all or nothing. */
export async function applyBundle(db: Db, bundle: Bundle, person: Person): Promise<ImportReport> {
  const report = await bringIn(db, bundle, person);
  if (!report.applied)
    throw new ProblemError('invalid', {
      detail: `Nothing was brought in: ${report.wrong.length} rows are wrong.`,
      fields: report.wrong,
    });
  return report;
}
