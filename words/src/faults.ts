import { attributeOf, methodsFor, type FigureFault, type SubjectKind } from '@radiatrix/core/figures';
import { QUANTITY_LENGTH, type Dimension, type QuantityProblem, type UnitSystem } from '@radiatrix/core/quantity'; // prettier-ignore
import { figureFaults, quantityWords } from './en/quantity.ts';
import { choiceName, figureName, kindName } from './figures.ts';
import { listed } from './list.ts';
import { methodName } from './methods.ts';
import { quantityText } from './quantity.ts';

/** How a quantity of this dimension may be typed. @example exampleOf('length') // '730 mm or 28 3/4"' */
export const exampleOf = (dimension: Dimension): string => quantityWords(`${dimension}:example`);

/** What is wrong with a typed quantity and what to type instead. */
export function quantityProblem(problem: QuantityProblem): string {
  const { fault, dimension, text } = problem;
  const quantity = quantityWords(dimension);
  const example = exampleOf(dimension);
  const typed = text.trim().slice(0, 40);
  const word = problem.word ?? '';
  switch (fault) {
    case 'empty':
      return quantityWords('empty', { quantity, example });
    case 'too-long':
      return quantityWords('too-long', { n: text.length, most: QUANTITY_LENGTH, example });
    case 'wrong-dimension':
      return quantityWords('wrong-dimension', {
        word,
        other: quantityWords(problem.other!),
        quantity,
        example,
      });
    case 'unknown-unit':
      return quantityWords('unknown-unit', { word, quantity, example });
    case 'ambiguous-comma':
      return quantityWords('ambiguous-comma', { typed });
    case 'not-a-number':
      return quantityWords('not-a-number', { typed, quantity, example });
    case 'not-finite':
      return quantityWords('not-finite', { quantity });
    case 'bad-uncertainty':
      return quantityWords('bad-uncertainty', { quantity });
    case 'zero-denominator':
    case 'order':
    case 'below-absolute-zero':
    case 'two-uncertainties':
      return quantityWords(fault);
  }
}

const subjectName = (subject: SubjectKind): string =>
  subject === 'bay' ? figureFaults('bay') : kindName(subject);

/** Why a figure is not taken, with the range in the reader's units. */
export function figureFault(why: FigureFault, units: UnitSystem = 'both'): string {
  if (why.fault === 'not-a-quantity') return quantityProblem(why.problem);
  if (why.fault === 'no-connector-code') return figureFaults('no-connector-code');
  if (why.fault === 'no-such-figure')
    return figureFaults('no-such-figure', { key: why.key, subject: subjectName(why.subject) });
  const figure = figureName(why.subject, why.key);
  const attribute = attributeOf(why.subject, why.key)!;
  switch (why.fault) {
    case 'not-a-choice':
      return figureFaults('not-a-choice', {
        figure,
        choices: attribute.type === 'choice' ? listed(attribute.choices.map((each) => choiceName(attribute, each)), 'disjunction') : '',
      });
    case 'wrong-method':
      return figureFaults('wrong-method', {
        figure,
        method: methodName(why.method),
        methods: listed(methodsFor(attribute).map(methodName), 'disjunction'),
      });
    case 'uncertainty-too-large':
      return figureFaults('uncertainty-too-large', { figure });
    case 'out-of-range': {
      const { value, lo, hi, dimension, insist } = why;
      if (value <= 0 && lo > 0) return figureFaults(insist ? 'not-positive:insist' : 'not-positive', { figure });
      const said = (amount: number): string => quantityText({ value: amount, dimension }, units);
      const given = { figure, value: said(value), lo: said(lo), hi: said(hi) };
      return figureFaults(insist ? 'out-of-range:insist' : 'out-of-range', given);
    }
  }
} // prettier-ignore
