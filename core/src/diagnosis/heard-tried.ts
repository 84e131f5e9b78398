import { isDeniedAt } from '../speech/index.ts';
import type { FanRole, Heard } from './types.ts';

/** What was measured or tried on one fan before anybody asked; the second outcome is what a denial makes of it. */
const TRIED: readonly (readonly [
  check: string,
  heard: RegExp,
  said: string,
  denied: string | undefined,
])[] = [
  ['amps', /\bno (?:current|amps|ampere)\b|\b(?:takes?|draws?|pulls?|taking|drawing|pulling) (?:nothing|no (?:current|amps|power))\b/, 'none', undefined],
  ['volts', /\bno (?:volts?|voltage|feed|12 ?v)\b|\bno power (?:at|to|on|in|reaching|getting to) (?:the |its )?(?:plug|connector|fan|motor|it)\b|\bnothing at (?:the|its) (?:plug|connector)\b/, 'none', undefined],
  ['volts', /\b(?:power|feed|voltage|battery volts|full volts|1[1-4](?:\.\d)? ?v(?:olts?)?)\b.*\b(?:at|on|to|reaches) (?:the |its )?(?:plug|connector|fan|motor|it)\b|\b(?:has|have|gets?|getting|there is|there's) (?:voltage|battery volts|1[1-4](?:\.\d)? ?v(?:olts?)?)\b/, 'full', 'none'],
]; // prettier-ignore

const RELAY = /\brelay\b/;
const WAS_TRIED = /\b(?:swapped|changed|exchanged|replaced|tried|new|another|renewed)\b/;
const NO_HELP =
  /\b(?:no (?:help|change|difference|better|use|good|joy|luck)|did nothing|does nothing|(?:did|does) ?n[o']t help|didn't help|doesn't help|didn't change|still (?:dead|nothing|off|the same|stays off|doesn't)|the same|same (?:thing|again))\b/;
const HELPS = /\b(?:runs? with|ran with|works? with|worked with|cured|fixed|that was it)\b/;

/**
 * Amps, volts and a relay changed for its like, of the one fan that is spoken of. "Relay swapped and no help" is one finding
 * in two statements.
 *
 * @param text  one statement, in lower case
 * @param after the statement that follows it; '' at the end
 * @param own   fans that it can be about
 */
export function triedHeard(text: string, after: string, own: readonly FanRole['id'][]): Heard[] {
  if (own.length !== 1) return [];
  const of = (check: string, outcome: string, words: string): Heard => ({ check: `${check}@${own[0]!}`, outcome, words: words.trim() }); // prettier-ignore
  const heard: Heard[] = [];
  for (const [check, pattern, said, denied] of TRIED) {
    const found = pattern.exec(text);
    if (!found) continue;
    const isDenied = denied !== undefined && isDeniedAt(text, found.index);
    heard.push(of(check, isDenied ? denied : said, text));
    break;
  }
  if (!RELAY.test(text)) return heard;
  if (NO_HELP.test(text)) heard.push(of('relay-swap', 'same', text));
  else if (HELPS.test(text)) heard.push(of('relay-swap', 'runs', text));
  // What follows says how it ended only where this statement says that it was tried.
  else if (NO_HELP.test(after) && WAS_TRIED.test(text))
    heard.push(of('relay-swap', 'same', `${text.trim()}, ${after.trim()}`));
  return heard;
} // prettier-ignore
