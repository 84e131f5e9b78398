import { clausesOf, isDeniedAt, type Clause } from '../speech/index.ts';
import { fansHeard } from './heard-fans.ts';
import type { VehicleTable } from './table.ts';
import type { Heard } from './types.ts';

/** What a statement shows, said and denied; '' where that says nothing. Tried in this order: the first of a check counts. */
interface Saying {
  check: string;
  heard: RegExp;
  said: string;
  denied: string;
}
const saying = (check: string, heard: RegExp, said: string, denied = ''): Saying => ({
  check,
  heard,
  said,
  denied,
});

const FINE = String.raw`(?:fine|ok(?:ay)?|good|whole|intact|sound|all ?right|not blown|checked)`;
const AC = String.raw`(?:a\/?c|air ?-?con\w*|air conditioning)`;

/** Said in one statement, so that nothing is taken together that was not said together. */
const SAYINGS: readonly Saying[] = [
  saying('ac', new RegExp(String.raw`\b${AC}\b.*\b(?:weak|warm|poor|no good|useless|cuts out)\b`), 'weak', 'good'),
  saying('ac', new RegExp(String.raw`\b${AC}\b.*\bnot (?:very )?cold\b`), 'weak'),
  saying('ac', new RegExp(String.raw`\b${AC}\b(?! fan).*\b(?:cold|${FINE}|works)\b`), 'good', 'weak'),
  saying('loss', /\b(?:squirts?|sprays?|spraying|shoots?|gush\w*|pours? out|pouring out|pumps? out|steams? out)\b/, 'fast'),
  saying('loss', /\b(?:puddles?|(?:litres?|liters?|bottles?|quarts?|gallons?) (?:a|every|in a) (?:day|trip)|dripp\w* (?:fast|a lot))\b/, 'fast', 'none|slow'),
  saying('loss', /\b(?:(?:loses?|losing|uses?|using|leaks?|leaking) (?:nothing|none|no (?:coolant|water))|no (?:leaks?|coolant lost|water lost))\b/, 'none'),
  saying('loss', /\b(?:loses?|losing|uses?|using|leak\w*|drip\w*|top(?:ping|ped|s)? (?:it )?up|low on (?:coolant|water)|needs? (?:water|coolant))\b/, 'slow', 'none'),
  saying('level', /\b(?:level|coolant|bottle|tank|radiator)\b.*\b(?:empty|dry|hardly any)\b|\bno (?:coolant|water) (?:in|left)\b/, 'empty'),
  saying('level', /\b(?:brown|rusty|oily|milky|sludge|scum|mayonnaise)\b/, 'sludge', 'full|low|empty'),
  saying('level', /\b(?:level|coolant|bottle|tank)\b.*\b(?:full|at the mark|up to the mark|fine|ok(?:ay)?|right|good)\b/, 'full', 'low|empty'),
  saying('level', /\b(?:level|coolant|bottle)\b.*\b(?:low|down|below)\b|\blow on (?:coolant|water)\b/, 'low', 'full'),
  saying('heater', /\bheater\b.*\b(?:cold|nothing|comes and goes|bursts)\b|\bno heat\b/, 'cold', 'hot|lukewarm'),
  saying('heater', /\bheater\b.*\b(?:lukewarm|weak|poor|not (?:very )?(?:hot|warm))\b/, 'lukewarm'),
  saying('heater', new RegExp(String.raw`\bheater\b.*\b(?:hot|warm|${FINE}|works)\b`), 'hot', 'lukewarm|cold'),
  saying('blows', /\bfuses?\b.*\b(?:keeps?|again|twice)\b|\bkeeps? (?:on )?blowing\b/, 'yes', 'no'),
  saying('fuse-look', /\bfuses?\b.*\b(?:blown?|blew|burnt|gone|melted|dead)\b/, 'blown', 'whole'),
  saying('fuse-look', new RegExp(String.raw`\bfuses?\b.*\b(?:${FINE}|new)\b`), 'whole', 'blown'),
  saying('noise', /\b(?:rubs?|rubbing|knock\w*|shak\w*|vibrat\w*|rattl\w*|scrap(?:es|ing))\b/, 'rubs', 'quiet'),
  saying('noise', /\b(?:nois[ey]\w*|howl\w*|rumbl\w*|whin\w*|squeal\w*|loud|roar\w*|rough|racket|grind\w*)\b/, 'howls', 'quiet'),
  saying('noise', /\bquiet\b/, 'quiet'),
  saying('bubbles', /\bbubbl\w*\b/, 'ends|steady', 'none'),
  saying('belt-look', /\bbelt\b.*\b(?:off|torn|snapped|came off|missing)\b/, 'off', 'tight|slips'),
  saying('belt-look', /\bbelt\b.*\b(?:slips?|slack|loose|cracked|glazed)\b/, 'slips', 'tight'),
  saying('belt-look', new RegExp(String.raw`\b(?<!seat )belt\b.*\b(?:tight|${FINE})\b`), 'tight', 'slips|off'),
  saying('shroud-look', /\bshroud\b.*\b(?:missing|gone|not there|off)\b/, 'gone', 'whole|gap'),
  saying('shroud-look', /\bshroud\b.*\b(?:cracked|broken|gap\w*|split|loose)\b/, 'gap', 'whole'),
  saying('shroud-look', new RegExp(String.raw`\bshroud\b.*\b${FINE}\b`), 'whole', 'gap|gone'),
  saying('core-look', /\b(?:radiator|rad|core|fins)\b.*\b(?:crushed|crumbl\w*|fins (?:gone|missing|falling))\b/, 'gone'),
  saying('core-look', /\b(?:radiator|rad|core)\b.*\b(?:dirt\w*|matted|insects|mud|clogged|full of (?:flies|leaves))\b/, 'dirty', 'clean'),
  saying('core-look', /\b(?:radiator|rad|core)\b.*\bclean\b/, 'clean', 'dirty|gone'),
  saying('since', /\b(?:from new|new from the box|since (?:the |a |its )?new|since (?:the )?(?:new )?(?:fan|radiator|thermostat|pump|module|cap) (?:was new|went in|is new)|after (?:a |the )?new|(?:was |were )?(?:replaced|renewed|fitted|changed) (?:last|this|(?:a|two|three|some|\d+) (?:few )?(?:days?|weeks?|months?|years?)))\b/, 'fresh'),
  saying('since', /\bsince\b.*\b(?:repair\w*|work\w*|service\w*|changed|fitted|flush\w*|done|somebody|garage|shop)\b|\bafter (?:the |a )?(?:repair|service|flush|work)\b/, 'worked'),
]; // prettier-ignore

const HOT = String.raw`(?:hot|warm|over\s?heat\w*|boil\w*|temperature|needle|gauge|climbs?|cooks?)`;
const TOWN = String.raw`(?:crawl\w*|town|traffic|idle|idling|queue|jam|standing|stop(?:ped)? and go|slow\w*|on the track|ramp|lights)`;
const ROAD = String.raw`(?:motorway|highway|(?:at|with) speed|fast road|open road|uphill|up hills?|hill|climbing|towing|tow|trailer|loaded|under load|long drive)`;
const NOT = String.raw`(?:fine|never|not|ok(?:ay)?|good|normal)`;
/** When it gets hot: said over a whole sentence, "in town, fine on the road"; a part that is fine somewhere is not hot there. */
const HEAT: readonly (readonly [outcome: string, heard: RegExp])[] = [
  ['cool', /(?<!\b(?:to|can't|cannot|won't|not|never|doesn't) )\b(?:runs?|running|stays?|now)\s+(?:too\s+)?(?:cool|cold)\b|\bnever (?:gets|comes) (?:up to )?(?:warm|temperature)|\bwarms? (?:up )?slow|\bslow to warm|\bcool since/],
  ['none', /\b(?:never|does not|doesn.?t|not) (?:get |run )?(?:over\s?heat\w*|hot)\b|\btemperature is (?:fine|normal)/],
  ['crawl', new RegExp(String.raw`${ROAD}[^.]{0,20}\b${NOT}\b[^.]*${HOT}[^.]*\b${TOWN}|\bonly (?:at|in|when|while|on) (?:a |the )?${TOWN}|${HOT}[^.]*\b(?:at|in|on|when|while)[^.]*\b${TOWN}[^.]*\b${NOT}\b[^.]*\b(?:road|speed|motorway|highway|moving)|${TOWN} only`)],
  ['road', new RegExp(String.raw`\bonly (?:at|on|when|while|with|under)? ?(?:a |the )?${ROAD}|${HOT}[^.]*\b(?:on|at|when|while|under|with)? ?(?:the )?${ROAD}[^.]*\b${NOT}\b[^.]*\b(?:town|idle|traffic)|${ROAD} only`)],
  ['both', new RegExp(String.raw`\b(?:${HOT})\b[^.]*\b(?:everywhere|always|all the time|soon|within|after (?:a few|\d+)|no matter)|over\s?heats?\s*(?:$|[.,;])|boils? over\s*(?:$|[.,;])`)],
  ['crawl', new RegExp(String.raw`${HOT}[^.]*\b${TOWN}|\bstruggles? to (?:stay|keep) cool[^.]*\b${TOWN}`)],
  ['road', new RegExp(String.raw`${HOT}[^.]*\b${ROAD}|\bstruggles? to (?:stay|keep) cool[^.]*\b${ROAD}`)],
]; // prettier-ignore
/** "When it gets hot the fan stays off" says when the fan stays off, and not when it gets hot. */
const WHEN_HOT =
  /\b(?:when|once|as|until|till|if) (?:it|the engine|it's)?\s*(?:gets?|is|goes|runs)?\s*(?:hot|warm|up to temperature)\b/g;

const FAN_NAME =
  /\b(?:temperature|temp|radiator|rad|cooling) fan\b(?: (?:is |runs |comes on |turns )?slow\w*)?/g;

function heatHeard(text: string): Heard | undefined {
  const said = text.replace(WHEN_HOT, hidden).replace(FAN_NAME, hidden);
  for (const [outcome, pattern] of HEAT) {
    const found = pattern.exec(said);
    if (found) return { check: 'heat', outcome, words: found[0].trim() };
  }
  // A caller who has seen it hot rules out that it only runs cool.
  const seen = WHEN_HOT.exec(text);
  WHEN_HOT.lastIndex = 0;
  return seen ? { check: 'heat', outcome: 'none|crawl|road|both', words: seen[0].trim() } : undefined;
}

const hidden = (words: string): string => '.'.repeat(words.length);

function sayingIn({ text }: Clause, { check, heard, said, denied }: Saying): Heard | undefined {
  const found = heard.exec(text);
  if (!found) return undefined;
  // What is denied is the last word of the saying, or the whole of it.
  // A saying that begins with a denial says what it says.
  const last = /^(?:no|not|never)\b/.test(found[0])
    ? found.index
    : found.index + Math.max(0, found[0].search(/\S+$/));
  const outcome =
    isDeniedAt(text, found.index) || (last > found.index && isDeniedAt(text, last)) ? denied : said;
  return outcome === '' ? undefined : { check, outcome, words: found[0].trim() };
}

/**
 * Reads what was said of a vehicle, statement by statement. A denial is not heard as its opposite: "there is never a
 * puddle" leaves a slow loss open. What is said of part of a check leaves the rest of it open: `a|b`.
 *
 * @example heardIn(table, 'gets hot in town, fine on the road. A/C weak at idle')
 * // heat: at a crawl or at idle only; A/C: weak at idle
 */
export function heardIn(table: VehicleTable, said: string): Heard[] {
  const clauses = clausesOf(said);
  const heat = heatHeard(said.toLowerCase().replaceAll('’', "'"));
  const all = [
    ...(heat ? [heat] : []),
    ...fansHeard(table, clauses),
    ...SAYINGS.flatMap((each) => clauses.flatMap((clause) => sayingIn(clause, each) ?? [])),
  ];
  const heard = new Map<string, Heard>();
  for (const each of all) {
    const observation = table.observations.find(({ id }) => id === each.check);
    const known = observation && each.outcome.split('|').every((one) => observation.outcomes.some(({ id }) => id === one)); // prettier-ignore
    if (known && !heard.has(each.check)) heard.set(each.check, each);
  }
  return [...heard.values()];
}
