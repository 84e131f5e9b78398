import { findUnit, recordUnit, toRecord, type Dimension, type Unit } from './units.ts';

export interface Quantity {
  ok: true;
  dimension: Dimension;
  /** In the record unit of the dimension (mm, cm², L, kg, °C, N·m, kPa, m³/h, A, %). */
  value: number;
  /** The smallest step the writing shows, in the record unit: 730 → 1 mm, 28 3/4" → 6.35 mm. */
  resolution: number;
  /** Written as a fraction: what stands below the line is no step of the instrument. */
  fraction: boolean;
  /** One of the unit that was written, in the record unit: 25.4 for inches. */
  unitSize: number;
  /** Expanded uncertainty as written after ±, in the record unit. */
  stated?: number;
  /** Symbol of the unit that was written, or assumed. */
  unit: string;
  unitAssumed: boolean;
  /** What the hand wrote, untouched. */
  text: string;
}

export type QuantityFault =
  | 'empty'
  | 'too-long'
  | 'not-a-number'
  | 'ambiguous-comma'
  | 'zero-denominator'
  | 'unknown-unit'
  | 'wrong-dimension'
  | 'order'
  | 'not-finite'
  | 'below-absolute-zero'
  | 'two-uncertainties'
  | 'bad-uncertainty';

/** Why a text is no quantity; `words` makes the sentence. */
export interface QuantityProblem {
  ok: false;
  fault: QuantityFault;
  dimension: Dimension;
  text: string;
  /** The word behind the number, where that is what is wrong. */
  word?: string | undefined;
  /** The dimension that this word is a unit of. */
  other?: Dimension | undefined;
}

/** Characters that a quantity may have at most. */
export const QUANTITY_LENGTH = 80;
const VULGAR: Record<string, string> = {
  '½': '1/2', '⅓': '1/3', '⅔': '2/3', '¼': '1/4', '¾': '3/4', '⅕': '1/5', '⅙': '1/6', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8',
}; // prettier-ignore

interface NumberRead {
  value: number;
  resolution: number;
  fraction: boolean;
  rest: string;
}

const NUMBER =
  /^(?:(\d+)[\s-]+(\d+)\s*[/⁄]\s*(\d+)|(\d+)\s*[/⁄]\s*(\d+)|(\d{1,3}(?:,\d{3})+\.\d+|\d+[.,]\d+|[.,]\d+|\d{1,3}(?:,\d{3}){2,}|\d+\.?)(?:[eE]([+-]?\d{1,2})(?![a-z]))?)/;

/**
 * Reads one unsigned number at the start of the text, as decimal or as a (mixed) fraction.
 * A lone comma before exactly three digits is refused: it is a thousand to one hand and a decimal to another.
 */
function readNumber(text: string): NumberRead | QuantityFault {
  const hit = NUMBER.exec(text);
  if (!hit) return 'not-a-number';
  const rest = text.slice(hit[0].length);
  const [, whole, mixedTop, mixedBottom, top, bottom, decimal, exponent] = hit;
  if (decimal === undefined) {
    const below = Number(mixedBottom ?? bottom);
    if (below === 0) return 'zero-denominator';
    return {
      value: Number(whole ?? 0) + Number(mixedTop ?? top) / below,
      resolution: 1 / below,
      fraction: true,
      rest,
    };
  }
  if (/^\d{1,3},\d{3}$/.test(decimal)) return 'ambiguous-comma';
  const plain =
    decimal.includes('.') || (decimal.match(/,/g)?.length ?? 0) > 1
      ? decimal.replaceAll(',', '')
      : decimal.replace(',', '.');
  const scale = 10 ** Number(exponent ?? 0);
  const places = /\.(\d+)$/.exec(plain)?.[1]?.length ?? 0;
  return { value: Number(plain) * scale, resolution: 10 ** -places * scale, fraction: false, rest };
}

interface TermsRead {
  value: number;
  resolution: number;
  fraction: boolean;
  unit: Unit;
  assumed: boolean;
}

const UNIT_WORD =
  /^\s*((?:us|imp|uk|imperial|fl|cu|cubic|sq|square|fluid|deg|degrees|lbf|lb|in|ft|foot|inch|newton)\.?\s+)*(?:''|[^\s\d±+~]+(?:[23](?=\/|$|\s))?(?:\/[a-z]+[23²³]?)?)/i;

/** Reads `2 ft 4 1/2 in`, `1 lb 4 oz`, `730`, `13.5 ft-lb`: number and unit pairs, larger units first. */
function readTerms(
  text: string,
  dimension: Dimension,
  assumed: Unit,
): TermsRead | { fault: QuantityFault; word?: string; other?: Dimension } {
  let rest = text.trim();
  let total: TermsRead | undefined;
  while (rest !== '') {
    const number = readNumber(rest);
    if (typeof number === 'string') return { fault: number };
    const word = UNIT_WORD.exec(number.rest)?.[0] ?? '';
    let unit = assumed;
    if (word.trim() !== '') {
      const found = findUnit(word, dimension);
      if (found.found === 'other')
        return { fault: 'wrong-dimension', word: word.trim(), other: found.dimension };
      if (found.found === 'none') return { fault: 'unknown-unit', word: word.trim() };
      unit = found.unit;
    }
    if (total && (word.trim() === '' || unit.factor >= total.unit.factor || unit.offset))
      return { fault: 'order' };
    total = {
      value: (total?.value ?? 0) + toRecord(number.value, unit),
      resolution: number.resolution * unit.factor,
      fraction: number.fraction,
      unit,
      assumed: word.trim() === '',
    };
    rest = number.rest.slice(word.length).replace(/^\s*(?:,|and)?\s*/, '');
  }
  return total ?? { fault: 'not-a-number' };
}

const ABSOLUTE_ZERO_C = -273.15;

/**
 * Understands a quantity the way a hand writes it: `28 3/4"`, `730`, `73 cm`, `1 1/2 gal`, `13.5 ft-lb`, `180F`,
 * `610 ± 3 mm`, `2' 4 1/2"`. A number without a unit takes `assume` (default: the record unit).
 *
 * Never throws for text; answers with a fault instead. Negative values are read (a temperature may
 * be one); whether they make sense is for the attribute's range to say.
 *
 * @example parseQuantity('28 3/4"', 'length') // { ok: true, value: 730.25, resolution: 6.35, unit: 'in', … }
 * @example parseQuantity('5 L', 'length')     // { ok: false, fault: 'wrong-dimension', … }
 */
export function parseQuantity(text: string, dimension: Dimension, assume?: Unit): Quantity | QuantityProblem {
  const refuse = (fault: QuantityFault, word?: string, other?: Dimension): QuantityProblem => ({
    ok: false,
    fault,
    dimension,
    text,
    ...(word === undefined ? {} : { word }),
    ...(other === undefined ? {} : { other }),
  });
  if (text.length > QUANTITY_LENGTH) return refuse('too-long');
  let body = text
    .replace(/[½⅓⅔¼¾⅕⅙⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .trim()
    .replace(/^(?:ø|⌀|dia\.?|diameter)\s*/i, '');
  if (body === '') return refuse('empty');

  const [before = '', after, ...more] = body.split(/\s*(?:±|\+\/-|\+-)\s*/);
  if (more.length > 0) return refuse('two-uncertainties');
  body = before;
  const negative = /^[-−–]/.test(body);
  body = body.replace(/^[-−–+]\s*/, '');

  const assumed = assume ?? recordUnit(dimension);
  // "610 ± 3 mm": the unit stands once, behind both figures.
  const sharedUnit =
    after === undefined || !/^[\d.,]/.test(after) ? '' : after.replace(/^[\d\s.,/⁄-]+/, '').trim();
  const written = sharedUnit !== '' && /[\d.]$/.test(body) ? `${body} ${sharedUnit}` : body;
  const terms = readTerms(written, dimension, assumed);
  if ('fault' in terms) return refuse(terms.fault, terms.word, terms.other);

  const sign = negative ? -1 : 1;
  const offset = terms.unit.offset ?? 0;
  const value = negative ? toRecord(-(terms.value / terms.unit.factor + offset), terms.unit) : terms.value;
  if (!Number.isFinite(value)) return refuse('not-finite');
  if (dimension === 'temperature' && value < ABSOLUTE_ZERO_C) return refuse('below-absolute-zero');
  const quantity: Quantity = {
    ok: true,
    dimension,
    value: offset === 0 ? sign * Math.abs(value) : value,
    resolution: terms.resolution,
    fraction: terms.fraction,
    unitSize: terms.unit.factor,
    unit: terms.unit.symbol,
    unitAssumed: terms.assumed,
    text,
  };
  if (after !== undefined) {
    // A tolerance is a difference: the zero of the scale (32 °F) plays no part in it.
    const tolerance = readTerms(after, dimension, { ...terms.unit, offset: 0 });
    if ('fault' in tolerance || !Number.isFinite(tolerance.value)) return refuse('bad-uncertainty');
    quantity.stated =
      (tolerance.value / tolerance.unit.factor + (tolerance.unit.offset ?? 0)) * tolerance.unit.factor;
  }
  return quantity;
}
