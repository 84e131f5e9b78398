import {
  METHODS,
  canMeasure,
  expandedUncertainty,
  parseQuantity,
  preferredUnit,
  readingStep,
  type Dimension,
  type Method,
  type QuantityProblem,
  type UnitSystem,
} from '../quantity/index.ts';
import { attributeOf, type Attribute, type QuantityAttribute, type SubjectKind } from './attributes.ts';

/** Why a figure is not taken; `words` makes the sentence. Amounts in the record unit. */
export type FigureFault =
  | { fault: 'no-such-figure'; key: string; subject: SubjectKind }
  | { fault: 'no-connector-code' }
  | { fault: 'not-a-choice'; subject: SubjectKind; key: string }
  | { fault: 'not-a-quantity'; problem: QuantityProblem }
  | { fault: 'out-of-range'; subject: SubjectKind; key: string; value: number; lo: number; hi: number; dimension: Dimension; insist: boolean }
  | { fault: 'wrong-method'; subject: SubjectKind; key: string; method: Method }
  | { fault: 'uncertainty-too-large'; subject: SubjectKind; key: string }; // prettier-ignore

export type ReadFigure =
  | { ok: true; type: 'quantity'; value: number; u: number }
  | { ok: true; type: 'choice' | 'connector'; word: string }
  /** With `ask`, the figure is taken once the hand insists: see `insisted`. */
  | { ok: false; why: FigureFault; ask?: true };

/** A figure with `!` behind it: whoever wrote it was asked whether it is really so, and insists. */
const INSISTENCE = /\s*!\s*$/;
export const insisted = (text: string): string => `${text.replace(INSISTENCE, '')} !`;

/** A figure may lie this many times outside what is usual for its attribute when the hand insists; beyond it, it is a slip. */
const INSISTED_TIMES = 10;

/** What a figure of this attribute can be at all, in the record unit: the database holds it to that. */
export function limitsOf({ lo, hi, dimension }: Extract<Attribute, { type: 'quantity' }>): {
  lo: number;
  hi: number;
} {
  if (dimension === 'share') return { lo, hi };
  return { lo: lo > 0 ? lo / INSISTED_TIMES : lo < 0 ? lo * INSISTED_TIMES : 0, hi: hi * INSISTED_TIMES };
}

/** The text as it is kept: a number without a unit was meant in the reader's own, and says so from here on. */
export function spelledOut(text: string, attribute: Attribute, units: UnitSystem): string {
  const written = text.trim();
  if (attribute.type !== 'quantity' || units !== 'us' || written === '') return written;
  const [bare, end] = [written.replace(INSISTENCE, ''), INSISTENCE.test(written) ? ' !' : ''];
  const read = parseQuantity(bare, attribute.dimension, preferredUnit(attribute.dimension, units));
  return read.ok && read.unitAssumed ? `${bare} ${read.unit}${end}` : written;
}

/** Ways a figure can be had, the likeliest first: an instrument that measures its dimension, or what was seen or said. */
export const methodsFor = (attribute: Attribute): readonly Method[] =>
  attribute.type === 'quantity'
    ? METHODS.filter((each) => each !== 'worked' && canMeasure(each, attribute.dimension))
    : ['bench', 'drawing', 'sheet', 'listing', 'spoken'];

/** The way a hand has chosen where it can be, else the likeliest. */
export const methodOr = (attribute: Attribute, method: Method): Method =>
  methodsFor(attribute).includes(method) ? method : methodsFor(attribute)[0]!;

/** The code among an attribute's choices that a typed word stands for; the codes themselves where nothing else is given. */
export type ChoiceReader = (attribute: Attribute, text: string) => string | undefined;
const byCode: ChoiceReader = (attribute, text) =>
  attribute.type === 'choice'
    ? attribute.choices.find((code) => code === text.trim().toLowerCase())
    : undefined;

const refused = (why: FigureFault): ReadFigure => ({ ok: false, why });

/**
 * Reads a figure as a hand enters it on a record: a quantity in any unit of its dimension, within what its
 * attribute can be, or one of the attribute's words. A connector's code is only checked for form here.
 *
 * @param choiceOf understands a word in the reader's language; without it only codes are words
 */
export function readFigure(subject: SubjectKind, key: string, text: string, method: Method, choiceOf: ChoiceReader = byCode): ReadFigure {
  const attribute = attributeOf(subject, key);
  if (!attribute) return refused({ fault: 'no-such-figure', key: key.slice(0, 40), subject });
  if (attribute.type === 'connector')
    return /^[A-Za-z0-9][A-Za-z0-9-]*$/.test(text)
      ? { ok: true, type: 'connector', word: text }
      : refused({ fault: 'no-connector-code' });
  if (attribute.type === 'choice') {
    const word = choiceOf(attribute, text);
    return word === undefined
      ? refused({ fault: 'not-a-choice', subject, key })
      : { ok: true, type: 'choice', word };
  }
  return readAmount(subject, key, attribute, text, method);
} // prettier-ignore

function readAmount(subject: SubjectKind, key: string, attribute: QuantityAttribute, text: string, method: Method): ReadFigure {
  const quantity = parseQuantity(text.replace(INSISTENCE, ''), attribute.dimension);
  if (!quantity.ok) return refused({ fault: 'not-a-quantity', problem: quantity });
  const { lo, hi, dimension } = attribute;
  const { value } = quantity;
  const limits = limitsOf(attribute);
  const can = value >= limits.lo && value <= limits.hi;
  if (!(value >= lo && value <= hi) && !(can && INSISTENCE.test(text))) {
    const why = { fault: 'out-of-range', subject, key, value, lo, hi, dimension, insist: can } as const;
    return can ? { ok: false, why, ask: true } : refused(why);
  }
  if (!canMeasure(method, dimension)) return refused({ fault: 'wrong-method', subject, key, method });
  if (quantity.stated !== undefined && !(quantity.stated >= 0 && quantity.stated < Math.max(hi, value)))
    return refused({ fault: 'uncertainty-too-large', subject, key });
  return {
    ok: true,
    type: 'quantity',
    value,
    u: expandedUncertainty(method, dimension, value, readingStep(method, quantity), quantity.stated),
  };
} // prettier-ignore
