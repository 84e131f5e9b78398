import { ATTRIBUTES, type PartKind } from '@radiatrix/core/figures';
import { figureName } from '@radiatrix/words/figures';

/** The figures a kind of part has, in the order of their names. */
export const figuresOfKind = (kind: PartKind): string[] =>
  Object.keys(ATTRIBUTES[kind]).sort((a, b) => figureName(kind, a).localeCompare(figureName(kind, b)));
