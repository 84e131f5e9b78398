import {
  METHOD_RULES,
  METHODS,
  canMeasure,
  expandedUncertainty,
  formatQuantity,
  parseQuantity,
  readingStep,
  type Method,
} from '../quantity/index.ts';
import { attributeOf, type Attribute, type SubjectKind } from './attributes.ts';

export type ReadFigure =
  | { ok: true; type: 'quantity'; value: number; u: number }
  | { ok: true; type: 'choice' | 'connector'; word: string }
  | { ok: false; message: string };

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
  const quantity = parseQuantity(text, attribute.dimension);
  if (!quantity.ok) return { ok: false, message: quantity.message };
  const { lo, hi, label, dimension } = attribute;
  if (!(quantity.value >= lo && quantity.value <= hi)) {
    const shown = (value: number) => formatQuantity(value, dimension, 'both');
    const sense =
      quantity.value <= 0 && lo > 0
        ? 'must be more than nothing'
        : `is from ${shown(lo)} to ${shown(hi)} on any such record`;
    return {
      ok: false,
      message: `${label} ${sense}; ${shown(quantity.value)} was understood. Check the figure and its unit.`,
    };
  }
  if (!canMeasure(method, dimension)) {
    return {
      ok: false,
      message: `${label} is not had with a ${METHOD_RULES[method].label}; say how: ${methodsFor(attribute)
        .map((each) => METHOD_RULES[each].label)
        .join(', ')}.`,
    };
  }
  if (quantity.stated !== undefined && !(quantity.stated >= 0 && quantity.stated < hi))
    return { ok: false, message: `The ± of ${label.toLowerCase()} is larger than the figure can be.` };
  return {
    ok: true,
    type: 'quantity',
    value: quantity.value,
    u: expandedUncertainty(method, dimension, quantity.value, readingStep(method, quantity), quantity.stated),
  };
}
