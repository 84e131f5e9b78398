import distance from 'damerau-levenshtein';
import { KEYWORDS } from './grammar.ts';
import type { Vocabulary } from './types.ts';

export interface Name {
  field: 'make' | 'model' | 'engineCode' | 'transmissionCode';
  value: string;
  spelling: string;
  /** One bit a letter or digit: a quick lower bound of the slips between two words. */
  letters: number;
  /** As it is heard: its first letter and the consonants after it. */
  heard: string;
}

export const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');

export function lettersOf(spelling: string): number {
  let bits = 0;
  for (const character of spelling) bits |= 1 << (character.charCodeAt(0) % 31);
  return bits;
}
export function bitCount(bits: number): number {
  let count = 0;
  for (let rest = bits >>> 0; rest !== 0; rest &= rest - 1) count += 1;
  return count;
}

/** Its first letter and the consonants after it: what people keep of a name that they spell by ear. */
const consonants = (word: string): string =>
  word.slice(0, 1) +
  word
    .slice(1)
    .replace(/[aeiou]/g, '')
    .replace(/z/g, 's')
    .replace(/ck/g, 'k');

/** Letters by which names are looked up that something ran into, or that were broken off. */
export const START = 4;

export interface Names {
  exact: Map<string, Name[]>;
  all: Name[];
  /** By how they begin. */
  byStart: Map<string, Name[]>;
  /** At least two: codes are said in parts, "VD 15". */
  longestWords: number;
}

export const namesCache = new WeakMap<Vocabulary, Names>();

export function namesOf(vocabulary: Vocabulary): Names {
  const held = namesCache.get(vocabulary);
  if (held) return held;
  const names: Names = { exact: new Map(), all: [], byStart: new Map(), longestWords: 2 };
  const add = (field: Name['field'], value: string, text: string): void => {
    const spelling = plain(text);
    if (spelling === '') return;
    const name = { field, value, spelling, letters: lettersOf(spelling), heard: consonants(spelling) };
    names.all.push(name);
    const start = spelling.slice(0, START);
    names.byStart.set(start, [...(names.byStart.get(start) ?? []), name]);
    names.exact.set(spelling, [...(names.exact.get(spelling) ?? []), name]);
    names.longestWords = Math.max(names.longestWords, text.trim().split(/[\s/-]+/).length);
  };
  for (const make of vocabulary.makes) add('make', String(make.id), make.name);
  for (const model of vocabulary.models)
    for (const name of [model.name, ...model.nicknames]) add('model', String(model.id), name);
  for (const engine of vocabulary.engines) add('engineCode', engine.code, engine.code);
  for (const transmission of vocabulary.transmissions)
    add('transmissionCode', transmission.code, transmission.code);
  namesCache.set(vocabulary, names);
  return names;
}

/** Slips of the key a word of this length may hold and still be the name. */
export const slipsAllowed = (length: number): number => (length < 5 ? 0 : length < 7 ? 1 : 2);

const BY_EAR = 6;
/** Names that a mistyped word stands for, by the fewest slips. A code one key away is another engine: codes are exact. */
export function nearNames(key: string, names: Names): { name: Name; slips: number }[] {
  const letters = lettersOf(key);
  const heard = consonants(key);
  const isName = ({ field }: Name): boolean => field === 'make' || field === 'model';
  // "aurel": a name that was broken off.
  const begun =
    key.length > START
      ? (names.byStart.get(key.slice(0, START)) ?? []).filter(({ spelling }) => spelling.startsWith(key))
      : [];
  const hits = begun.filter(isName).map((name) => ({ name, slips: 2 }));
  for (const name of names.all) {
    if (!isName(name) || begun.includes(name)) continue;
    const allowed = slipsAllowed(Math.min(key.length, name.spelling.length));
    const byEar = BY_EAR <= key.length && heard === name.heard ? 2 : allowed;
    if (bitCount(letters ^ name.letters) > 2 * byEar) continue;
    if (Math.abs(name.spelling.length - key.length) > byEar) continue;
    const slips = distance(key, name.spelling).steps;
    if (slips <= byEar) hits.push({ name, slips });
  }
  return hits.sort((a, b) => a.slips - b.slips);
}

/** A word written short: its consonants ("ptrl"), or how it begins, if that is half of it and begins no other. */
function isShort(key: string, word: string): boolean {
  if (key.length < 3 || key.length >= word.length || key[0] !== word[0]) return false;
  return key.length * 2 >= word.length && (word.startsWith(key) || key === consonants(word));
}

/**
 * The word of the grammar that another stands for: one written short, one mistyped (swapped letters in a short word,
 * more in a longer one).
 */
export function nearKeyword(key: string): { word: string; slips: number } | undefined {
  const short = KEYWORDS.filter((word) => isShort(key, word));
  if (short.length === 1 && KEYWORDS.every((word) => word === short[0] || !word.startsWith(key)))
    return { word: short[0]!, slips: 1 };
  let best: { word: string; slips: number } | undefined;
  for (const word of KEYWORDS) {
    if (Math.abs(word.length - key.length) > 2) continue;
    const sameLetters = [...word].sort().join('') === [...key].sort().join('');
    const byEar = consonants(word).length >= 3 && consonants(word) === consonants(key);
    const allowed = byEar ? 2 : word.length < 5 ? (sameLetters ? 1 : 0) : word.length < 8 ? 1 : 2;
    const slips = distance(key, word).steps;
    if (slips <= Math.max(allowed, sameLetters && word.length >= 5 ? 2 : 0) && slips < (best?.slips ?? 9))
      best = { word, slips };
  }
  return best;
}
