/** What can be wrong with a row of a table; its words stand with the other words, under the same code. */
export const CELL_CODES = [
  'width', 'part-empty', 'part-unknown', 'part-alike', 'number-empty', 'maker-empty', 'source-empty', 'source-unknown', 'model-empty', 'make-unknown', 'model-unknown',
  'model-of-several', 'engine-unknown', 'transmission-unknown', 'engine-several', 'transmission-several', 'years-unread', 'years-short', 'years-backwards', 'years-life',
  'years-open', 'built-unread', 'built-two-ways', 'built-backwards', 'package-unknown', 'yes-no', 'original-does-not-fit', 'exceptions-na', 'exceptions-empty', 'exceptions-unread',
  'kind-unknown', 'method-unknown', 'figure-not-of-kind', 'figure-unread', 'figure-twice', 'connector-unknown', 'supersedes-unknown', 'supersedes-itself', 'supersedes-ring',
  'other-kind', 'other-maker', 'said-twice', 'contradicts-row', 'contradicts-record', 'record',
] as const; // prettier-ignore
export type CellCode = (typeof CELL_CODES)[number];

/** Kinds of name that a table may give and nobody has on record. */
export const NAME_KINDS = ['make', 'model', 'engine', 'transmission', 'source', 'kind', 'package', 'method', 'part'] as const; // prettier-ignore
export type NameKind = (typeof NAME_KINDS)[number];

/** What is wrong with a cell, as a code with what its words need. */
export interface CellProblem {
  /** Field of the cell; empty where the whole row is meant. */
  field: string;
  code: CellCode;
  /** What the cell says. */
  said?: string;
  /** What it is held against: a make, a model, a kind of part, a row. */
  of?: string;
  /** What it may be instead. */
  list?: readonly string[];
  from?: number;
  to?: number;
  /** The name that nobody has on record, where that is what is wrong. */
  name?: NameKind;
}

/** How a name is looked up: case and runs of blanks make no difference. */
export const nameKey = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** What a person said of the cells of one file, once for all of its rows. */
export interface ReadingChoices {
  /** What a first year without a last one means. */
  openYears?: 'only' | 'onwards' | undefined;
  /** Part numbers that differ from one on record in blanks and dashes alone are that one. */
  numbersAlike?: boolean | undefined;
  /** By kind of name, then by `nameKey` of what the file says: the name on record that is meant. */
  values?: Readonly<Partial<Record<NameKind, Readonly<Record<string, string>>>>> | undefined;
}

/** The name on record that a cell means, as it was said once for the file. */
export const meant = (choices: ReadingChoices, kind: NameKind, said: string): string =>
  choices.values?.[kind]?.[nameKey(said)] ?? said;
