import { PACKAGES } from '../vehicle/index.ts';
import type { Condition, ConditionScope } from './condition.ts';

export type ReadCondition = { ok: true; condition: Condition | null } | { ok: false; message: string };

/** Codes that a condition may name. */
export interface ConditionWords {
  engines: readonly string[];
  transmissions: readonly string[];
}

const MONTH = '\\d{4}-(?:0[1-9]|1[0-2])';
const listOf = (text: string): string[] => text.split(/\s+or\s+/i).map((each) => each.trim());
const codesOf = (text: string, known: readonly string[]): string[] | undefined => {
  const found = listOf(text).map((each) => known.find((code) => code.toLowerCase() === each.toLowerCase()));
  return found.every((code): code is string => code !== undefined) ? found : undefined;
};

function readScope(text: string, words: ConditionWords): ConditionScope | string {
  const scope: { -readonly [K in keyof ConditionScope]: ConditionScope[K] } = {};
  for (const piece of text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean)) {
    const years = /^(\d{4})(?:\s*[–-]\s*(\d{4}))?$/.exec(piece);
    const built = new RegExp(`^built\\s+(${MONTH})\\s+to\\s+(${MONTH})$`, 'i').exec(piece);
    const part = /^part with (\w+) (.+)$/i.exec(piece);
    const hand = /^(left|right)(?:-|\s)hand(?:\s+drive)?$/i.exec(piece);
    const air = /^(with|without)\s+air\s*(?:con(?:ditioning)?)?$/i.exec(piece);
    const packages = listOf(piece).map((each) => PACKAGES.find((name) => name === each.toLowerCase()));
    const [engines, transmissions] = [codesOf(piece, words.engines), codesOf(piece, words.transmissions)];
    if (years) {
      const [from, to] = [Number(years[1]), Number(years[2] ?? years[1])];
      if (from > to) return `${piece} runs backwards`;
      scope.years = [from, to];
    } else if (built) scope.built = [built[1]!, built[2]!];
    else if (hand) scope.steering = hand[1]!.toLowerCase() as 'left' | 'right';
    else if (air) scope.airConditioning = air[1]!.toLowerCase() === 'with';
    else if (part) scope.part = { ...scope.part, [part[1]!]: listOf(part[2]!) };
    else if (engines) scope.engines = engines;
    else if (transmissions) scope.transmissions = transmissions;
    else if (packages.every((name) => name !== undefined))
      scope.packages = packages as (typeof PACKAGES)[number][];
    else return `“${piece.slice(0, 40)}” is no year, engine, transmission, option or side that is on record`;
  }
  return scope;
}

/**
 * Reads which vehicles and parts something concerns, as the trade writes it; nothing written means all.
 * @example readCondition('2008–2012, QA5; not 2010', words)
 * @example readCondition('with air conditioning, left-hand drive', words)
 */
export function readCondition(text: string, words: ConditionWords): ReadCondition {
  if (text.trim() === '') return { ok: true, condition: null };
  const [only = '', ...rest] = text.split(';').map((each) => each.trim()).filter(Boolean); // prettier-ignore
  const exceptions = /^not\s/i.test(only) ? [only, ...rest] : rest;
  const main = /^not\s/i.test(only) ? {} : readScope(only, words);
  if (typeof main === 'string')
    return { ok: false, message: `${main}. Write it as 2008–2012, QA5; not 2010.` };
  const except: ConditionScope[] = [];
  for (const each of exceptions) {
    if (!/^not\s/i.test(each)) return { ok: false, message: `What follows “;” begins with “not”: not 2010.` };
    const scope = readScope(each.replace(/^not\s+/i, ''), words);
    if (typeof scope === 'string')
      return { ok: false, message: `${scope}. Write it as 2008–2012, QA5; not 2010.` };
    except.push(scope);
  }
  return { ok: true, condition: { ...main, ...(except.length > 0 ? { except } : {}) } };
}
