import { compile } from '#compile';
import type { Compiled } from './compiled.ts';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Amount, Argument, ArgumentsOf } from './arguments.ts';
import { fill, hasCases } from './fill.ts';
import { quantityText } from './quantity.ts';

/** A message as it is written, or made ready by the build. */
type Message = string | Compiled;
export type Messages = Readonly<Record<string, string>>;

/** What the language of tests makes of English: what is filled in, and the whole. */
interface Disguise {
  given: (plain: Record<string, string | number>) => Record<string, string | number>;
  said: (text: string) => string;
}
let disguise: Disguise | undefined;
export const setDisguise = (to: Disguise | undefined): void => void (disguise = to);

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
  const held: Record<string, Message> = { ...messages };
  const sayIn = (key: string, given: Record<string, string | number>): string => {
    let message = held[key]!;
    if (typeof message === 'string') {
      if (!message.includes('{')) return message;
      if (!hasCases(message)) return fill(message, given);
      message = compile(message);
      held[key] = message;
    }
    return message(given);
  };
  const say = (key: string, given: Readonly<Record<string, Argument>> = {}, units?: UnitSystem): string => {
    if (!(key in held)) throw new Error(`no message ${name}.${key}`);
    const plain = ready(given, units);
    return disguise ? disguise.said(sayIn(key, disguise.given(plain))) : sayIn(key, plain);
  };
  const made = Object.assign(say, { catalogue: name, messages }) as unknown as Catalogue<Name, M>;
  catalogues.set(name, made as unknown as Catalogue<string, Messages>);
  return made;
}

/** The keys of a catalogue, for codes that must each have a message. */
export type KeysOf<C> = C extends Catalogue<string, infer M> ? keyof M & string : never;
