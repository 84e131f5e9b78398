import {
  describeVehicle,
  readYearSpan,
  type Chip,
  type Configuration,
  type Vocabulary,
} from '../vehicle/index.ts';
import { readLine, type LineRead } from './line.ts';

/** One line of a sentence that names several models. */
export interface SentenceLine extends LineRead {
  /** The words that it was read from. */
  text: string;
  /** What was said of it that a line has no field for: "small plug". */
  note: string;
}
export interface SentenceRead {
  lines: SentenceLine[];
  /** Words that belong to no line: with any of them the sentence is not kept. */
  refused: { words: string; because: 'not-understood' | 'which-model' }[];
}

/** Where the next vehicle of a list may begin. */
const BETWEEN = /[,;]|\b(?:as well as|and also|also|plus)\b|\band\b|\s&\s/gi;
/** What is excepted belongs to what was said before it. */
const BELONGS = /^\s*(?:but\s+not|not|except|excluding|other\s+than|without)\b/i;

interface Piece {
  text: string;
  chips: Chip[];
  leftover: string[];
  /** Models that it names, by name or by a body that only one model has. */
  models: number[];
  /** A body that several models have. */
  vague: boolean;
  /** Its body says no more than its model: it names it, or all of that model have it. */
  bodyIsModel: boolean;
}

const piecesOf = (text: string): string[] => {
  const pieces: string[] = [];
  let from = 0;
  for (const { index, 0: mark } of text.matchAll(BETWEEN)) {
    pieces.push(text.slice(from, index));
    from = index + mark.length;
  }
  pieces.push(text.slice(from));
  return pieces.map((each) => each.trim()).filter(Boolean);
};

function pieceOf(text: string, vocabulary: Vocabulary, referenceYear: number, built: readonly Configuration[]): Piece {
  const { chips, leftover } = describeVehicle(text, vocabulary, referenceYear);
  const named = chips.filter((chip) => chip.field === 'model' && !chip.value.startsWith('!')).flatMap((chip) => chip.value.split('|').map(Number));
  const bodies = chips.filter((chip) => chip.field === 'body' && !/[!|]/.test(chip.value));
  const withBody = [...new Set(built.filter((vehicle) => bodies.some(({ value }) => value === vehicle.body)).map(({ modelId }) => modelId))];
  const models = named.length > 0 ? named : withBody.length === 1 ? withBody : [];
  return { text, chips, leftover: leftover.map((each) => each.text), models, vague: named.length === 0 && withBody.length > 1, bodyIsModel: bodies.length > 0 && models.length === 1 && built.every((vehicle) => vehicle.modelId !== models[0] || bodies.some(({ value }) => value === vehicle.body)) };
} // prettier-ignore

/** The words of a piece without those that only say which body it is: a line has no field for a body, the model says it. */
const withoutBody = ({ text, chips }: Piece): string =>
  chips
    .filter((chip) => chip.field === 'body')
    .sort((a, b) => b.from - a.from)
    .reduce((rest, { from, to }) => `${rest.slice(0, from)} ${rest.slice(to)}`, text)
    .replace(/\s+/g, ' ')
    .trim();

/** The words of a line without its model: of several models that share one, each is read for itself. */
const withoutModel = ({ chips, models }: Piece, words: string): string =>
  models.length < 2
    ? words
    : chips
        .filter(({ field }) => field === 'model')
        .reduce((rest, { text }) => rest.replace(text, ' '), words);

const BARE = new Set(['model', 'make', 'body']);
/** What is said before the model: "2010 diesel" of "2010 diesel Tussock". What comes after it is of that model alone. */
const leadOf = ({ text, chips }: Piece): string => {
  const name = Math.min(...chips.filter(({ field }) => BARE.has(field)).map(({ from }) => from));
  return chips.some(({ field, to }) => !BARE.has(field) && to <= name) ? text.slice(0, name).trim() : '';
};
/**
 * "The Tussock and the Merlet 2010": a model that is only named shares what is said of the next one; "2010 Tussock and
 * Merlet", at the end of a list what stands in front of the ones before it.
 */
function shared(pieces: readonly Piece[], pieceOf: (text: string) => Piece): Piece[] {
  const out: Piece[] = [];
  let lead = '';
  let waiting: number[] = [];
  pieces.forEach((piece, at) => {
    const own = { ...piece, models: [...waiting, ...piece.models] };
    waiting = [];
    const isBare = piece.leftover.length === 0 && piece.models.length > 0 && piece.chips.every(({ field }) => BARE.has(field));
    const next = pieces[at + 1];
    if (isBare && next && next.models.length > 0) waiting = own.models;
    else out.push(isBare && lead !== '' ? { ...pieceOf(`${lead} ${piece.text}`), models: own.models } : own);
    if (!isBare) lead = piece.models.length > 0 ? leadOf(piece) : '';
  });
  return out;
} // prettier-ignore

const yearsOf = ({ chips }: Piece): readonly [number, number] | undefined => {
  const year = chips.find((chip) => chip.field === 'year')?.value;
  return year && !/[!|]/.test(year) ? readYearSpan(year) : undefined;
};
const SMALL = /^(?:on|for|of|the|a|an|with|has|have|had|in|its|it)$/i;

const isOf = ({ models }: Piece, { modelId }: SentenceLine): boolean => models.includes(modelId!);
const meets = ({ scope: { years: [from, to] } }: SentenceLine, years: readonly [number, number] | undefined): boolean =>
  !years || (years[0] <= to && years[1] >= from); // prettier-ignore
const SAID_ELSEWHERE = new Set(['model', 'make', 'body', 'year']);
/** What a line has no field for; with more than model and years beside it the words stand as they were said. */
const noteOf = ({ text, chips, leftover }: Piece): string =>
  chips.every(({ field }) => SAID_ELSEWHERE.has(field))
    ? leftover.filter((word) => !SMALL.test(word)).join(' ') || text
    : text;

/** What is said of some years of a line parts it: the note stands only where it was said. */
function noted(line: SentenceLine, note: string, years: readonly [number, number] | undefined): SentenceLine[] {
  const [from, to] = line.scope.years;
  const [first, last] = years ? [Math.max(from, years[0]), Math.min(to, years[1])] : [from, to];
  const said = [line.note, note].filter(Boolean).join('; ');
  if (first > last) return [line];
  const part = (span: readonly [number, number], own: string): SentenceLine => ({ ...line, note: own, scope: { ...line.scope, years: span } });
  return [
    ...(from < first ? [part([from, first - 1], line.note)] : []),
    part([first, last], said),
    ...(last < to ? [part([last + 1, to], line.note)] : []),
  ];
} // prettier-ignore

/**
 * Reads a sentence that may name several models: a line for each. A body stands for a model where only one model has it.
 * What is said of one of them afterwards becomes its note, for the years that were said. What belongs to no line is handed
 * back: nobody keeps the first model alone.
 *
 * @param built the vehicles of the library, of all models
 * @param openModelId the model that is meant where a sentence with a single line names none
 * @example readSentence('08-14 pickup 2.2 diesel, 10-16 van as well as 06-12 hatch; small plug up to 2010 on the hatch', …)
 */
export function readSentence(
  text: string,
  vocabulary: Vocabulary,
  referenceYear: number,
  built: readonly Configuration[],
  openModelId?: number,
): SentenceRead {
  const read = (words: string, modelId?: number): LineRead =>
    readLine(words, vocabulary, referenceYear, built, modelId);
  const reads = (words: string): Piece => pieceOf(words, vocabulary, referenceYear, built);
  const pieces = shared(piecesOf(text).map(reads), reads);
  const models = new Set(pieces.flatMap((piece) => piece.models));
  const strange = models.size > 0 && pieces.some((piece) => piece.models.length === 0 && piece.leftover.length > 0 && !BELONGS.test(piece.text));
  const named = pieces.filter((piece) => piece.models.length > 0).length;
  if (models.size < 2 && named < 2 && !strange && !pieces.some(({ vague }) => vague)) {
    const [only] = models;
    // One model, or none: the whole of it is one line, as it always was.
    const words = pieces.some(({ bodyIsModel }) => bodyIsModel) ? pieces.map(withoutBody).join(', ') : text;
    return { lines: [{ ...read(words, only ?? openModelId), text, note: '' }], refused: [] };
  }
  let lines: SentenceLine[] = [];
  const refused: SentenceRead['refused'] = [];
  for (const piece of pieces) {
    const words = withoutBody(piece);
    const before = lines.at(-1);
    if (piece.vague) refused.push({ words: piece.text, because: 'which-model' });
    else if (before && (BELONGS.test(piece.text) || (piece.models.length === 0 && piece.leftover.length === 0))) {
      // What is added by the way belongs to the line before it.
      const more = `${before.text}, ${words}`;
      lines[lines.length - 1] = { ...read(more, before.modelId), text: more, note: before.note };
    } else if (piece.leftover.length > 0 && lines.some((line) => isOf(piece, line))) {
      // Years that none of its lines has: nobody would read the note.
      if (!lines.some((line) => isOf(piece, line) && meets(line, yearsOf(piece)))) refused.push({ words: piece.text, because: 'not-understood' });
      lines = lines.flatMap((line) => (isOf(piece, line) ? noted(line, noteOf(piece), yearsOf(piece)) : [line]));
    } else if (piece.models.length > 0)
      for (const modelId of piece.models) lines.push({ ...read(withoutModel(piece, words), modelId), text: words, note: '' });
    else refused.push({ words: piece.text, because: 'not-understood' });
  }
  return { lines, refused };
} // prettier-ignore
