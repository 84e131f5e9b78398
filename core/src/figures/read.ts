import {
  METHOD_RULES,
  METHODS,
  canMeasure,
  expandedUncertainty,
  formatQuantity,
  parseQuantity,
  preferredUnit,
  readingStep,
  type Method,
  type UnitSystem,
} from '../quantity/index.ts';
import { attributeOf, type Attribute, type SubjectKind } from './attributes.ts';

export type ReadFigure =
  | { ok: true; type: 'quantity'; value: number; u: number }
  | { ok: true; type: 'choice' | 'connector'; word: string }
  /** With `ask`, the figure is taken once the hand insists: see `insisted`. */
  | { ok: false; message: string; ask?: true };

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

/**
 * Reads a figure as a hand enters it on a record: a quantity in any unit of its dimension, within what its
 * attribute can be, or one of the attribute's words. A connector's code is only checked for form here.
 */
export function readFigure(subject: SubjectKind, key: string, text: string, method: Method): ReadFigure {
  const attribute = attributeOf(subject, key);
  if (!attribute) return { ok: false, message: `There is no figure “${key.slice(0, 40)}” on a ${subject}.` };
  if (attribute.type === 'connector')
    return /^[A-Za-z0-9][A-Za-z0-9-]*$/.test(text)
      ? { ok: true, type: 'connector', word: text }
      : { ok: false, message: 'Give the code of a connector on record.' };
  if (attribute.type === 'choice') {
    const wanted = text.trim().toLowerCase();
    const hit = Object.entries(attribute.choices).find(
      ([choice, label]) => choice === wanted || label.toLowerCase() === wanted,
    );
    return hit
      ? { ok: true, type: 'choice', word: hit[0] }
      : {
          ok: false,
          message: `${attribute.label} is one of: ${Object.values(attribute.choices).join(', ')}.`,
        };
  }
  const quantity = parseQuantity(text.replace(INSISTENCE, ''), attribute.dimension);
  if (!quantity.ok) return { ok: false, message: quantity.message };
  const { lo, hi, label, dimension } = attribute;
  const limits = limitsOf(attribute);
  const can = quantity.value >= limits.lo && quantity.value <= limits.hi;
  if (!(quantity.value >= lo && quantity.value <= hi) && !(can && INSISTENCE.test(text))) {
    const shown = (value: number) => formatQuantity(value, dimension, 'both');
    const sense =
      quantity.value <= 0 && lo > 0
        ? 'must be more than nothing'
        : `is from ${shown(lo)} to ${shown(hi)} on any such record`;
    const understood = `${label} ${sense}; ${shown(quantity.value)} was understood.`;
    return can
      ? { ok: false, message: `Really? ${understood} If it is so, write ! behind it.`, ask: true }
      : { ok: false, message: `${understood} Check the figure and its unit.` };
  }
  if (!canMeasure(method, dimension)) {
    return {
      ok: false,
      message: `${label} is not had with a ${METHOD_RULES[method].label}; say how: ${methodsFor(attribute)
        .map((each) => METHOD_RULES[each].label)
        .join(', ')}.`,
    };
  }
  if (
    quantity.stated !== undefined &&
    !(quantity.stated >= 0 && quantity.stated < Math.max(hi, quantity.value))
  )
    return { ok: false, message: `The ± of ${label.toLowerCase()} is larger than the figure can be.` };
  return {
    ok: true,
    type: 'quantity',
    value: quantity.value,
    u: expandedUncertainty(method, dimension, quantity.value, readingStep(method, quantity), quantity.stated),
  };
}
