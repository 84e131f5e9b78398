import { attributeOf, type Attribute, type PartKind, type SubjectKind } from '@radiatrix/core/figures';
import { choiceWords } from './en/choices.ts';
import { figureWords } from './en/figures.ts';
import { kindWords } from './en/kinds.ts';

// Keys of these catalogues follow from core's tables; `test/catalogues.test.ts` holds the two together.
const figure = figureWords as unknown as (key: string) => string;
const choice = choiceWords as unknown as (key: string) => string;

/** The name of a figure. @example figureName('bay', 'openingWidth') // 'Opening width' */
export const figureName = (subject: SubjectKind, key: string): string =>
  attributeOf(subject, key) ? figure(`${subject}.${key}`) : key;

/** A word figure as a reader sees it; a connector's code is its own name. */
export const choiceName = (attribute: Attribute | undefined, word: string): string =>
  attribute?.type === 'choice' && attribute.choices.includes(word)
    ? choice(`${attribute.set}.${word}`)
    : word;

/** The choice that a typed word names, by its code or by its name in the reader's language; undefined where it is none. */
export const choiceNamed = (attribute: Attribute, text: string): string | undefined => {
  const wanted = text.trim().toLowerCase();
  if (attribute.type !== 'choice') return undefined;
  return attribute.choices.find(
    (code) => code === wanted || choiceName(attribute, code).toLowerCase() === wanted,
  );
};

/** A kind of part as it stands in a sentence. @example kindName('fan') // 'fan assembly' */
export const kindName = (kind: PartKind): string => kindWords(kind);
/** The heading of a list of one kind. @example kindHeading('fan') // 'Fan assemblies' */
export const kindHeading = (kind: PartKind): string => kindWords(`${kind}:many`);
