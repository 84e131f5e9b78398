import { nameKey, type NameKind, type ReadingChoices } from '@radiatrix/core/table';
import { engineLabel, transmissionLabel } from '@radiatrix/core/vehicle';
import type { NewNames, Person, Upload } from '@radiatrix/contract';
import { uploadWords } from '@radiatrix/words/en/upload';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { insertRow } from '../library/queries.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { allSources } from './queries.ts';
import { assertIdle, own } from './service.ts';
import { leaveUpload, toldOf } from './uploads-queries.ts';

type Meanings = Record<string, Record<string, string>>;

/** Names on record that are made here, each once however it is written. */
class Made {
  private readonly ids: Map<string, number>;
  constructor(rows: readonly { id: number; name: string }[]) {
    this.ids = new Map(rows.map(({ id, name }) => [nameKey(name), id]));
  }
  get = (name: string): number | undefined => this.ids.get(nameKey(name));
  async made(name: string, make: () => Promise<number>): Promise<number> {
    const held = this.get(name);
    if (held !== undefined) return held;
    const id = await make();
    this.ids.set(nameKey(name), id);
    return id;
  }
}

/**
 * Makes the names that a table gives and nobody has on record, and keeps what the file's own words for them mean. A name that no
 * vehicle and no part has changes no answer, so it waits for nobody; what the table says with it is reviewed as ever.
 */
export async function makeNames(db: Db, id: string, names: NewNames, person: Person): Promise<Upload> {
  const row = await own(db, id, person);
  assertIdle(row);
  const vocabulary = await loadVocabulary(db);
  const meanings: Meanings = {};
  const keep = (kind: NameKind, said: string, name: string): void => {
    if (nameKey(said) !== nameKey(name)) (meanings[kind] ??= {})[nameKey(said)] = name;
  };
  const makes = new Made(vocabulary.makes);
  for (const { said, name } of names.makes) {
    await makes.made(name, () => insertRow(db, 'make', { name }));
    keep('make', said, name);
  }
  await makeModels(db, names.models, makes, keep);
  const engines = new Made(vocabulary.engines.map(({ id: own, code }) => ({ id: own, name: code })));
  const engineLabels = new Map(vocabulary.engines.map((each) => [nameKey(each.code), engineLabel(each)]));
  for (const [at, { said, ...engine }] of names.engines.entries()) {
    assertSame(`engines.${at}.code`, engineLabels, engine.code, engineLabel({ id: 0, ...engine }));
    await engines.made(engine.code, () => insertRow(db, 'engine', engine));
    keep('engine', said, engine.code);
  }
  const transmissions = new Made(vocabulary.transmissions.map(({ id: own, code }) => ({ id: own, name: code }))); // prettier-ignore
  const boxLabels = new Map(vocabulary.transmissions.map((each) => [nameKey(each.code), transmissionLabel(each)])); // prettier-ignore
  for (const [at, { said, ...transmission }] of names.transmissions.entries()) {
    assertSame(`transmissions.${at}.code`, boxLabels, transmission.code, transmissionLabel({ id: 0, ...transmission })); // prettier-ignore
    await transmissions.made(transmission.code, () => insertRow(db, 'transmission', transmission));
    keep('transmission', said, transmission.code);
  }
  const sources = new Made(await allSources(db));
  for (const { said, ...source } of names.sources) {
    await sources.made(source.name, () => insertRow(db, 'source', { ...source, note: '' }));
    keep('source', said, source.name);
  }
  const view: Upload = { ...row.view, choices: withMeanings(row.view.choices, meanings) };
  await leaveUpload(db, id, { view, state: row.partly ? 'applied' : 'mapping' });
  return toldOf({ ...row, view, state: row.partly ? 'applied' : 'mapping' });
}

/** One code is one engine: another one of that code is asked about, not taken for it. */
function assertSame(path: string, labels: Map<string, string>, code: string, label: string): void {
  const held = labels.get(nameKey(code));
  if (held !== undefined && held !== label)
    throw new ProblemError('invalid', {
      fields: [{ path, message: uploadWords('code-of-other', { code, held, label }) }],
    });
  labels.set(nameKey(code), label);
}

async function makeModels(
  db: Db,
  models: NewNames['models'],
  makes: Made,
  keep: (kind: NameKind, said: string, name: string) => void,
): Promise<void> {
  const { models: held } = await loadVocabulary(db);
  const taken = new Set(held.map(({ makeId, name }) => `${makeId} ${nameKey(name)}`));
  for (const [at, { said, make, name, years }] of models.entries()) {
    const makeId = makes.get(make);
    if (makeId === undefined)
      throw new ProblemError('invalid', {
        fields: [{ path: `models.${at}.make`, message: uploadWords('make-first', { make, model: name }) }],
      });
    if (years[0] > years[1])
      throw new ProblemError('invalid', {
        fields: [{ path: `models.${at}.years`, message: uploadWords('years-backwards', { model: name }) }],
      });
    const key = `${makeId} ${nameKey(name)}`;
    if (!taken.has(key)) await insertRow(db, 'model', { makeId, name, nicknames: [], life: years });
    taken.add(key);
    keep('model', said, name);
  }
}

const withMeanings = (choices: ReadingChoices, meanings: Meanings): ReadingChoices => ({
  ...choices,
  values: {
    ...choices.values,
    ...Object.fromEntries(
      Object.entries(meanings).map(([kind, own]) => [
        kind,
        { ...choices.values?.[kind as NameKind], ...own },
      ]),
    ),
  },
});
