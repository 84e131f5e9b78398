import { compile } from '#compile';
import type { Compiled } from './compiled.ts';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Amount, Argument, ArgumentsOf } from './arguments.ts';
import { fill, hasCases } from './fill.ts';
import { quantityText } from './quantity.ts';

export const LANGUAGES = ['en', 'es', 'x-pseudo'] as const;
export type Language = (typeof LANGUAGES)[number];

/** A message as it is written, or made ready by the build. */
type Message = string | Compiled;
export type Messages = Readonly<Record<string, string>>;

let reading: Language = 'en';
/** The language everything is said in from now on. English always stands behind it: what is not translated is said in English. */
export function setLanguage(language: Language): void {
  reading = language;
}
export const language = (): Language => reading;

/** What a language of tests makes of English: what is filled in, and the whole. Nothing, in a language that people read. */
interface Disguise {
  given: (plain: Record<string, string | number>) => Record<string, string | number>;
  said: (text: string) => string;
}
let disguise: Disguise | undefined;
export const setDisguise = (to: Disguise | undefined): void => void (disguise = to);

const translations = new Map<string, Record<string, Message>>();
/** Lays the messages of another language beside an English catalogue. */
export function addTranslation(to: Language, name: string, messages: Readonly<Record<string, string>>): void {
  translations.set(`${to} ${name}`, { ...messages });
}

const isAmount = (given: Argument): given is Amount => typeof given === 'object';
function ready(
  given: Readonly<Record<string, Argument>>,
  units: UnitSystem | undefined,
): Record<string, string | number> {
  const plain: Record<string, string | number> = {};
  for (const [name, value] of Object.entries(given)) {
    if (!isAmount(value)) plain[name] = value;
    else if (!units) throw new Error(`no units to say ${name} in`);
    else plain[name] = quantityText(value, units);
  }
  return plain;
}

/** Says a message of one catalogue: its key, its arguments, and the reader's units where an argument is a quantity. */
export interface Catalogue<Name extends string, M extends Messages> {
  <Key extends keyof M & string>(
    key: Key,
    ...given: keyof ArgumentsOf<M[Key]> extends never
      ? [given?: Readonly<Record<string, never>>, units?: UnitSystem]
      : [given: Readonly<ArgumentsOf<M[Key]>>, units?: UnitSystem]
  ): string;
  readonly catalogue: Name;
  readonly messages: M;
}

const catalogues = new Map<string, Catalogue<string, Messages>>();
/** Every catalogue that has been loaded so far, for tests that go through all of them. */
export const loadedCatalogues = (): readonly Catalogue<string, Messages>[] => [...catalogues.values()];

/**
 * The English messages of one part of the product, and the function that says them. One file of `src/en` holds one
 * catalogue, so that a view brings only the words it needs.
 *
 * @param messages ICU messages by key; `’` for an apostrophe, since `'` quotes in ICU
 * @example const greeting = catalogue('greeting', { parts: '{n, plural, one {# part} other {# parts}} of {name}' });
 * greeting('parts', { n: 2, name: 'NT-F 2230' }); // '2 parts of NT-F 2230'
 */
export function catalogue<Name extends string, const M extends Messages>(
  name: Name,
  messages: M,
): Catalogue<Name, M> {
  const english: Record<string, Message> = { ...messages };
  const sayIn = (held: Record<string, Message>, key: string, given: Record<string, string | number>, of: string): string => {
    let message = held[key]!;
    if (typeof message === 'string') {
      if (!message.includes('{')) return message;
      if (!hasCases(message)) return fill(message, given);
      message = compile(message, of);
      held[key] = message;
    }
    return message(given);
  }; // prettier-ignore
  const say = (key: string, given: Readonly<Record<string, Argument>> = {}, units?: UnitSystem): string => {
    if (!(key in english)) throw new Error(`no message ${name}.${key}`);
    const plain = ready(given, units);
    if (reading === 'en') return sayIn(english, key, plain, 'en');
    if (disguise) return disguise.said(sayIn(english, key, disguise.given(plain), 'en'));
    const other = translations.get(`${reading} ${name}`);
    return other && key in other ? sayIn(other, key, plain, reading) : sayIn(english, key, plain, 'en');
  };
  const made = Object.assign(say, { catalogue: name, messages }) as unknown as Catalogue<Name, M>;
  catalogues.set(name, made as unknown as Catalogue<string, Messages>);
  return made;
}

/** The keys of a catalogue, for codes that must each have a message. */
export type KeysOf<C> = C extends Catalogue<string, infer M> ? keyof M & string : never;
/** Messages of another language for a catalogue: any of its keys, each with the arguments of its English. */
export type TranslationOf<C> =
  C extends Catalogue<string, infer M> ? { readonly [Key in keyof M]?: string } : never;
