import { readLine, spokenIds, type Scope } from '../application/index.ts';
import { PACKAGES, type CoolingPackage, type Vocabulary } from '../vehicle/index.ts';
import { readBuilt } from './months.ts';
import { meant, type CellProblem, type ReadingChoices } from './problems.ts';
import { readYears } from './years.ts';

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

const YES = new Set(['yes', 'y', 'true', '1', 'x', 'with', 'ja', 'si', 'sí']);
const NO = new Set(['no', 'n', 'false', '0', 'without', 'does not fit', 'nein', 'sin']);
/** "w/ A/C", "without air con": an answer with what it is about behind it. */
const WITH =
  /^(?:w\/?|with|con|incl\.?|including)\s*(?:a\/?c|air\s*con(?:ditioning)?|aire(?:\s+acondicionado)?)$/i;
const WITHOUT =
  /^(?:w\/o|without|less|no|non|not|sin|excl\.?)[\s-]*(?:a\/?c|air\s*con(?:ditioning)?|aire(?:\s+acondicionado)?)$/i;
const ANY = new Set(['', 'any', 'all', '*', '-', 'n/a', 'n.a.', 'todos', 'todas']);
/** How a cell says that nothing is left out. */
const NO_EXCEPTION = new Set(['none', 'nil', 'no', 'nothing', 'no exceptions', '–', '0']);
const LISTED = /\s*(?:\||\/|;|,|\bor\b)\s*/;
const NO_LIMIT: Scope = { years: null, built: null, engineIds: null, transmissionIds: null, airConditioning: null, packages: null }; // prettier-ignore

/** Looks names up once for a whole file; the vocabulary is searched as maps, not as lists. */
export class ApplicationReader {
  private readonly vocabulary: Vocabulary;
  private readonly models = new Map<string, number[]>();
  private readonly makes: Map<string, number>;
  private readonly engines: Map<string, number>;
  private readonly transmissions: Map<string, number>;
  private readonly lives: Map<number, { makeId: number; name: string; life: readonly [number, number] }>;

  private readonly choices: ReadingChoices;

  constructor(vocabulary: Vocabulary, choices: ReadingChoices = {}) {
    const key = (text: string): string => text.toLowerCase();
    this.vocabulary = vocabulary;
    this.choices = choices;
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
    const wrong: Wrong = (field, code, rest = {}) => void problems.push({ field, code, ...rest });
    const of = (field: string): string => (cells[field] ?? '').trim();
    const part = meant(this.choices, 'part', of('part'));
    if (part === '') wrong('part', 'part-empty');
    const modelId = this.model(of('make'), of('model'), wrong);
    const { years, gaps } = this.years(cells, modelId, wrong);
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
    if (original && !fits) wrong('original', 'original-does-not-fit');
    const exceptions = modelId === undefined ? [] : this.exceptions(of('exceptions'), modelId, wrong);
    if (problems.length > 0 || modelId === undefined) return { problems };
    return {
      row: {
        part,
        modelId,
        scope,
        // Years between those that a list names are left out by name.
        exceptions: [...exceptions, ...gaps.map((year): Scope => ({ ...NO_LIMIT, years: [year, year] }))],
        fits,
        original,
        note: of('note'),
        source: meant(this.choices, 'source', of('source')),
      },
      problems,
    };
  }

  /** The models that a cell names, whatever their make. */
  modelsNamed(name: string): readonly number[] {
    return this.models.get(name.toLowerCase()) ?? [];
  }

  private model(saidMake: string, saidName: string, wrong: Wrong): number | undefined {
    const make = meant(this.choices, 'make', saidMake);
    const name = meant(this.choices, 'model', saidName);
    if (name === '') {
      wrong('model', 'model-empty');
      return undefined;
    }
    const makeId = make === '' ? undefined : this.makes.get(make.toLowerCase());
    if (make !== '' && makeId === undefined) {
      wrong('make', 'make-unknown', { said: make, name: 'make' });
      // Both are asked about at once: a model that comes with its make is not found missing a second time.
      wrong('model', 'model-unknown', { said: name, of: make, name: 'model' });
      return undefined;
    }
    // "Quillon Tussock" in one cell is make and model.
    const [first, ...rest] = name.split(' ');
    const split = this.makes.has(first!.toLowerCase()) && rest.length > 0 ? rest.join(' ') : name;
    const found = [...this.modelsNamed(name), ...(split === name ? [] : this.modelsNamed(split))].filter(
      (id) => makeId === undefined || this.lives.get(id)!.makeId === makeId,
    );
    if (new Set(found).size === 1) return found[0];
    if (found.length === 0) wrong('model', 'model-unknown', { said: name, of: make, name: 'model' });
    else wrong('model', 'model-of-several', { said: name });
    return undefined;
  }

  private years(
    cells: Cells,
    modelId: number | undefined,
    wrong: Wrong,
  ): { years: [number, number]; gaps: number[] } {
    const of = (field: string): string => (cells[field] ?? '').trim();
    const [span, from, to] = [of('years'), of('yearFrom'), of('yearTo')];
    const life = modelId === undefined ? undefined : this.lives.get(modelId);
    const none = { years: [0, 0] as [number, number], gaps: [] };
    const field = span !== '' || (from === '' && to === '') ? 'years' : 'yearFrom';
    if (span === '' && from === '' && to === '') {
      if (life) return { years: [life.life[0], life.life[1]], gaps: [] };
      return none;
    }
    const text = span !== '' ? span : from === to || to === '' ? from : from === '' ? `to ${to}` : `${from}-${to}`;
    const read = readYears(text);
    if (read.read === 'none') wrong(field, 'years-unread', { said: text });
    else if (read.read === 'short') wrong(field, 'years-short', { said: text });
    else if (read.read === 'backwards') wrong(field, 'years-backwards', { said: text });
    if (read.read !== 'span' && read.read !== 'open') return none;
    // A first year beside an empty last one: that year alone, or from then on? The file is asked once.
    const alone = span === '' && to === '' && read.read === 'span' && read.years[0] === read.years[1];
    if (alone && this.choices.openYears === undefined) {
      wrong(cells.yearTo === undefined ? 'yearFrom' : 'yearTo', 'years-open', { from: read.years[0] });
      return none;
    }
    const onwards = alone && this.choices.openYears === 'onwards';
    const open: { from?: number; to?: number } | undefined = read.read === 'open' ? read : onwards ? { from: read.years[0] } : undefined;
    if (open && !life) return none;
    const years: [number, number] = open
      ? [open.from ?? life!.life[0], open.to ?? life!.life[1]]
      : [...(read as { years: readonly [number, number] }).years];
    if (life && (years[0] < life.life[0] || years[1] > life.life[1] || years[0] > years[1]))
      wrong(field, 'years-life', { said: text, of: life.name, from: life.life[0], to: life.life[1] });
    return { years, gaps: read.read === 'span' ? read.gaps : [] };
  } // prettier-ignore

  private built(text: string, wrong: Wrong): [string, string] | null {
    if (ANY.has(text.toLowerCase())) return null;
    const read = readBuilt(text);
    if (read && 'months' in read) return read.months;
    if (!read) wrong('built', 'built-unread', { said: text });
    else if ('backwards' in read) wrong('built', 'built-backwards', { said: text });
    else wrong('built', 'built-two-ways', { said: text, list: read.twoWays });
    return null;
  }

  /** By code, or in the words that Ask reads: "2.2 diesel", "auto". */
  private ids(field: 'engine' | 'transmission', text: string, wrong: Wrong): number[] | null {
    if (ANY.has(text.toLowerCase())) return null;
    const found = new Set<number>();
    const known = field === 'engine' ? this.engines : this.transmissions;
    // A whole cell that was said to be one thing is not taken apart at its commas.
    const whole = meant(this.choices, field, text);
    for (const each of whole !== text ? [whole] : text.split(LISTED)) {
      const said = meant(this.choices, field, each);
      const id = known.get(said.toLowerCase());
      const ids = id !== undefined ? [id] : this.spoken(field, said);
      if (ids.length === 0) wrong(field, `${field}-unknown`, { said, name: field });
      for (const own of ids) found.add(own);
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
    const names = text
      .split(LISTED)
      .map((each) => meant(this.choices, 'package', each).toLowerCase().replace(' ', '-'));
    const strange = names.find((name) => !PACKAGES.includes(name as CoolingPackage));
    if (strange === undefined) return PACKAGES.filter((name) => names.includes(name));
    wrong('package', 'package-unknown', { said: strange, list: PACKAGES, name: 'package' });
    return null;
  }

  private exceptions(text: string, modelId: number, wrong: Wrong): Scope[] {
    if (ANY.has(text.toLowerCase()) || NO_EXCEPTION.has(text.toLowerCase())) return [];
    const model = this.lives.get(modelId)!;
    if (/^\W*na\W*$/i.test(text)) {
      wrong('exceptions', 'exceptions-na', { said: text });
      return [];
    }
    const named = text.replace(/^\s*(?:not|except|without|excludes?)\b[\s:]*/i, '');
    if (!/[a-z0-9]/i.test(named)) {
      wrong('exceptions', 'exceptions-empty', { said: text });
      return [];
    }
    const read = readLine(`${model.name}, not ${named}`, this.vocabulary, 2100, this.everything(modelId));
    if (read.problem === '' && read.notUnderstood.length === 0) return read.exceptions;
    wrong('exceptions', 'exceptions-unread', {
      said: text,
      list: read.notUnderstood.length > 0 ? read.notUnderstood : [read.problem],
    });
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

type Wrong = (field: string, code: CellProblem['code'], rest?: Omit<CellProblem, 'field' | 'code'>) => void;

/** What a cell says to a question of yes or no; `fallback` where it is empty, undefined where it says neither. */
export function saidYes(text: string, fallback: boolean): boolean | undefined {
  const word = text.trim().toLowerCase();
  if (word === '') return fallback;
  if (YES.has(word) || WITH.test(word)) return true;
  return NO.has(word) || WITHOUT.test(word) ? false : undefined;
}

function yesNo(field: string, text: string, fallback: boolean, wrong: Wrong): boolean {
  const said = saidYes(text, fallback);
  if (said === undefined) wrong(field, 'yes-no', { said: text });
  return said ?? false;
}
