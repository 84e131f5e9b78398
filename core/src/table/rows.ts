import { readLine, spokenIds, type Scope } from '../application/index.ts';
import { PACKAGES, type CoolingPackage, type Vocabulary } from '../vehicle/index.ts';

/** What is wrong with a cell, and how it is put right. */
export interface CellProblem {
  field: string;
  reason: string;
  fix: string;
}

export type Cells = Readonly<Record<string, string | undefined>>;

export interface ApplicationRow {
  part: string;
  modelId: number;
  scope: Scope & { years: [number, number] };
  exceptions: Scope[];
  fits: boolean;
  original: boolean;
  note: string;
  /** Empty where the file leaves it to the importer. */
  source: string;
}

const YES = new Set(['yes', 'y', 'true', '1', 'x', 'with', 'ja']);
const NO = new Set(['no', 'n', 'false', '0', 'without', 'does not fit', 'nein']);
const ANY = new Set(['', 'any', 'all', '*', '-', 'n/a', 'n.a.']);
/** How a cell says that nothing is left out. */
const NO_EXCEPTION = new Set(['none', 'nil', 'no', 'nothing', 'no exceptions', '–', '0']);
const LISTED = /\s*(?:\||\/|;|,|\bor\b)\s*/;
const MONTHS = /^(\d{4}-\d{2})\s*(?:\.\.|to|–|-|,)\s*(\d{4}-\d{2})$/;

/** Looks names up once for a whole file; the vocabulary is searched as maps, not as lists. */
export class ApplicationReader {
  private readonly vocabulary: Vocabulary;
  private readonly models = new Map<string, number[]>();
  private readonly makes: Map<string, number>;
  private readonly engines: Map<string, number>;
  private readonly transmissions: Map<string, number>;
  private readonly lives: Map<number, { makeId: number; name: string; life: readonly [number, number] }>;

  constructor(vocabulary: Vocabulary) {
    const key = (text: string): string => text.toLowerCase();
    this.vocabulary = vocabulary;
    this.makes = new Map(vocabulary.makes.map((make) => [key(make.name), make.id]));
    this.engines = new Map(vocabulary.engines.map((engine) => [key(engine.code), engine.id]));
    this.transmissions = new Map(vocabulary.transmissions.map((each) => [key(each.code), each.id]));
    this.lives = new Map(vocabulary.models.map((model) => [model.id, model]));
    for (const model of vocabulary.models)
      for (const name of [model.name, ...model.nicknames])
        this.models.set(key(name), [...(this.models.get(key(name)) ?? []), model.id]);
  }

  /**
   * A row of a table of applications. Every wrong cell is named, not the first alone.
   * @param cells trimmed texts by field; absent fields say nothing
   */
  read(cells: Cells): { row?: ApplicationRow; problems: CellProblem[] } {
    const problems: CellProblem[] = [];
    const wrong = (field: string, reason: string, fix: string): void =>
      void problems.push({ field, reason, fix });
    const of = (field: string): string => (cells[field] ?? '').trim();
    if (of('part') === '') wrong('part', 'no part number', 'give the number of a part that is on record');
    const modelId = this.model(of('make'), of('model'), wrong);
    const years = this.years(of('years'), of('yearFrom'), of('yearTo'), modelId, wrong);
    const scope = {
      years,
      built: this.built(of('built'), wrong),
      engineIds: this.ids('engine', of('engine'), wrong),
      transmissionIds: this.ids('transmission', of('transmission'), wrong),
      airConditioning: ANY.has(of('airConditioning').toLowerCase()) ? null : yesNo('airConditioning', of('airConditioning'), true, wrong),
      packages: this.packages(of('package'), wrong),
    }; // prettier-ignore
    const fits = yesNo('fits', of('fits'), true, wrong);
    const original = yesNo('original', of('original'), false, wrong);
    if (original && !fits)
      wrong('original', 'original fit of a part that does not fit', 'leave one of the two out');
    const exceptions = modelId === undefined ? [] : this.exceptions(of('exceptions'), modelId, wrong);
    if (problems.length > 0 || modelId === undefined) return { problems };
    return {
      row: {
        part: of('part'),
        modelId,
        scope,
        exceptions,
        fits,
        original,
        note: of('note'),
        source: of('source'),
      },
      problems,
    };
  }

  private model(make: string, name: string, wrong: Wrong): number | undefined {
    if (name === '') {
      wrong('model', 'no model', 'give the name of a model that is on record');
      return undefined;
    }
    const makeId = make === '' ? undefined : this.makes.get(make.toLowerCase());
    if (make !== '' && makeId === undefined) {
      wrong('make', `no make “${make}” is on record`, 'correct the name, or bring the make in first');
      return undefined;
    }
    // "Quillon Tussock" in one cell is make and model.
    const [first, ...rest] = name.split(' ');
    const split = this.makes.has(first!.toLowerCase()) && rest.length > 0 ? rest.join(' ') : name;
    const found = [
      ...(this.models.get(name.toLowerCase()) ?? this.models.get(split.toLowerCase()) ?? []),
    ].filter((id) => makeId === undefined || this.lives.get(id)!.makeId === makeId);
    if (found.length === 1) return found[0];
    if (found.length === 0)
      wrong(
        'model',
        `no model “${name}”${make === '' ? '' : ` of ${make}`} is on record`,
        'correct the name, or bring the model in first',
      );
    else wrong('model', `“${name}” is a model of several makes`, 'add a column with the make');
    return undefined;
  }

  private years(
    span: string,
    from: string,
    to: string,
    modelId: number | undefined,
    wrong: Wrong,
  ): [number, number] {
    const model = modelId === undefined ? undefined : this.lives.get(modelId);
    const field = span !== '' || (from === '' && to === '') ? 'years' : 'yearFrom';
    const text = span !== '' ? span : from === to || to === '' ? from : `${from}-${to}`;
    if (text === '' && model) return [model.life[0], model.life[1]];
    const match = /^(\d{4})(?:\s*(?:-|–|\.\.|to|\/)\s*(\d{4}))?$/.exec(text);
    if (!match) {
      wrong(field, `“${text}” is not a span of model years`, 'write 2008-2012, or 2010');
      return [0, 0];
    }
    const years: [number, number] = [Number(match[1]), Number(match[2] ?? match[1])];
    if (years[0] > years[1]) wrong(field, `${text} runs backwards`, 'put the earlier year first');
    else if (model && (years[0] < model.life[0] || years[1] > model.life[1]))
      wrong(
        field,
        `the ${model.name} was built for ${model.life[0]} to ${model.life[1]}`,
        'a claim about a vehicle that never was is not kept: shorten the years',
      );
    return years;
  }

  private built(text: string, wrong: Wrong): [string, string] | null {
    if (ANY.has(text.toLowerCase())) return null;
    const match = MONTHS.exec(text);
    if (match && match[1]! <= match[2]!) return [match[1]!, match[2]!];
    wrong('built', `“${text}” is not a span of build months`, 'write 2010-03 to 2011-02');
    return null;
  }

  /** By code, or in the words that Ask reads: "2.2 diesel", "auto". */
  private ids(field: 'engine' | 'transmission', text: string, wrong: Wrong): number[] | null {
    if (ANY.has(text.toLowerCase())) return null;
    const found = new Set<number>();
    for (const said of text.split(LISTED)) {
      const id = (field === 'engine' ? this.engines : this.transmissions).get(said.toLowerCase());
      const meant = id !== undefined ? [id] : this.spoken(field, said);
      if (meant.length === 0)
        wrong(field, `no ${field} “${said}” is on record`, 'correct the code, or bring it in first');
      for (const each of meant) found.add(each);
    }
    return [...found].sort((a, b) => a - b);
  }

  private readonly heard = new Map<string, readonly number[]>();
  private spoken(field: 'engine' | 'transmission', said: string): readonly number[] {
    const key = `${field} ${said.toLowerCase()}`;
    const meant = this.heard.get(key) ?? spokenIds(`${field}Id`, said, this.vocabulary);
    this.heard.set(key, meant);
    return meant;
  }

  private packages(text: string, wrong: Wrong): CoolingPackage[] | null {
    if (ANY.has(text.toLowerCase())) return null;
    const names = text.toLowerCase().split(LISTED).map((each) => each.replace(' ', '-')); // prettier-ignore
    const strange = names.find((name) => !PACKAGES.includes(name as CoolingPackage));
    if (strange === undefined) return PACKAGES.filter((name) => names.includes(name));
    wrong('package', `“${strange}” is no cooling package`, `one of ${PACKAGES.join(', ')}`);
    return null;
  }

  private exceptions(text: string, modelId: number, wrong: Wrong): Scope[] {
    if (ANY.has(text.toLowerCase()) || NO_EXCEPTION.has(text.toLowerCase())) return [];
    const model = this.lives.get(modelId)!;
    if (/^\W*na\W*$/i.test(text)) {
      wrong(
        'exceptions',
        `“${text}” is read by some as not applicable, by others as naturally aspirated`,
        'leave the cell empty, or write not naturally aspirated',
      );
      return [];
    }
    const named = text.replace(/^\s*(?:not|except|without|excludes?)\b[\s:]*/i, '');
    if (!/[a-z0-9]/i.test(named)) {
      wrong(
        'exceptions',
        `“${text}” does not say what is left out`,
        'write not 2010; not QA5; or leave the cell empty',
      );
      return [];
    }
    const read = readLine(`${model.name}, not ${named}`, this.vocabulary, 2100, this.everything(modelId));
    if (read.problem === '' && read.notUnderstood.length === 0) return read.exceptions;
    wrong(
      'exceptions',
      read.notUnderstood.length > 0 ? `not understood: ${read.notUnderstood.join(', ')}` : read.problem,
      'write not 2010; not QA5; not heavy-duty',
    );
    return [];
  }

  /** Exceptions name engines and transmissions by code: any of the vocabulary will do. */
  private everything(modelId: number): Parameters<typeof readLine>[3] {
    const longest = Math.max(this.vocabulary.engines.length, this.vocabulary.transmissions.length);
    this.all ??= Array.from({ length: longest }, (_, at) => ({
      engineId: (this.vocabulary.engines[at] ?? this.vocabulary.engines[0]!).id,
      transmissionId: (this.vocabulary.transmissions[at] ?? this.vocabulary.transmissions[0]!).id,
    }));
    return this.all.map((each) => ({ ...each, modelId })) as unknown as Parameters<typeof readLine>[3];
  }
  private all: { engineId: number; transmissionId: number }[] | undefined;
}

type Wrong = (field: string, reason: string, fix: string) => void;

/** What a cell says to a question of yes or no; `fallback` where it is empty, undefined where it says neither. */
export function saidYes(text: string, fallback: boolean): boolean | undefined {
  const word = text.toLowerCase();
  if (word === '') return fallback;
  return YES.has(word) ? true : NO.has(word) ? false : undefined;
}

function yesNo(field: string, text: string, fallback: boolean, wrong: Wrong): boolean {
  const said = saidYes(text, fallback);
  if (said === undefined) wrong(field, `“${text}” is neither yes nor no`, 'write yes or no');
  return said ?? false;
}
