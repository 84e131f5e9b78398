import type { VehicleTable } from './table.ts';
import type { Finding } from './types.ts';

interface Phrase {
  check: string;
  outcome: string;
  heard: RegExp;
}
const phrase = (check: string, outcome: string, heard: RegExp): Phrase => ({ check, outcome, heard });

const HOT = String.raw`(?:hot|warm|over\s?heat\w*|boil\w*|temperature|needle|gauge|climbs?|cooks?)`;
const TOWN = String.raw`(?:crawl\w*|town|traffic|idle|idling|queue|jam|standing|stop(?:ped)? and go|slow\w*|on the track|ramp|lights)`;
const ROAD = String.raw`(?:motorway|highway|(?:at|with) speed|fast road|open road|uphill|up hills?|hill|climbing|towing|tow|trailer|loaded|under load|long drive)`;
const NOT = String.raw`(?:fine|never|not|ok(?:ay)?|good|normal)`;

/**
 * What people say of a vehicle, as findings. Each line is tried by itself; the first of a check counts. A part that is said
 * to be fine somewhere is not hot there.
 */
const PHRASES: readonly Phrase[] = [
  phrase('heat', 'cool', /\b(?:runs?|running|stays?|now)\s+(?:too\s+)?(?:cool|cold)\b|never (?:gets|comes) (?:up to )?(?:warm|temperature)|warms? (?:up )?slow|slow to warm|cool since/),
  phrase('heat', 'none', /\b(?:never|does not|doesn.?t|not) (?:get |run )?(?:over\s?heat\w*|hot)\b|temperature is (?:fine|normal)/),
  phrase('heat', 'crawl', new RegExp(String.raw`${ROAD}[^.]{0,20}\b${NOT}\b[^.]*${HOT}[^.]*\b${TOWN}|\bonly (?:at|in|when|while|on) (?:a |the )?${TOWN}|${HOT}[^.]*\b(?:at|in|on|when|while)[^.]*\b${TOWN}[^.]*\b${NOT}\b[^.]*\b(?:road|speed|motorway|highway|moving)|${TOWN} only`)),
  phrase('heat', 'road', new RegExp(String.raw`\bonly (?:at|on|when|while|with|under)? ?(?:a |the )?${ROAD}|${HOT}[^.]*\b(?:on|at|when|while|under|with)? ?(?:the )?${ROAD}[^.]*\b${NOT}\b[^.]*\b(?:town|idle|traffic)|${ROAD} only`)),
  phrase('heat', 'both', new RegExp(String.raw`\b(?:${HOT})\b[^.]*\b(?:everywhere|always|all the time|soon|within|after (?:a few|\d+)|no matter)|over\s?heats?\s*(?:$|[.,;])|boils? over`)),
  phrase('heat', 'crawl', new RegExp(String.raw`${HOT}[^.]*\b${TOWN}`)),
  phrase('heat', 'road', new RegExp(String.raw`${HOT}[^.]*\b${ROAD}`)),
  phrase('ac', 'weak', /\b(?:a\/?c|air ?con\w*|air conditioning)\b[^.]*\b(?:weak|warm|poor|no good|not cold|useless|cuts out)\b/),
  phrase('ac', 'good', /\b(?:a\/?c|air ?con\w*|air conditioning)\b[^.]*\b(?:good|cold|fine)\b/),
  phrase('noise', 'rubs', /\b(?:rubs?|rubbing|knock\w*|shak\w*|vibrat\w*|rattl\w*|scrap\w*)\b/),
  phrase('noise', 'howls', /\b(?:noisy|howl\w*|rumbl\w*|whin\w*|squeal\w*|loud|roar\w*)\b/),
  phrase('noise', 'quiet', /\bquiet\b/),
  phrase('loss', 'fast', /\bpuddle|\bpour\w* out|(?:litre|liter|bottle|quart|gallon) (?:a|every) day|dripp\w* (?:fast|a lot)/),
  phrase('loss', 'none', /\b(?:no leaks?|does not (?:leak|lose)|loses? (?:no|none)|no (?:coolant|water) lost)\b/),
  phrase('loss', 'slow', /\b(?:loses?|losing|uses?|using|leak\w*|drip\w*|top(?:ping|ped)? (?:it )?up)\b[^.]*\b(?:coolant|water)?|\blow on coolant/),
  phrase('heater', 'cold', /\bheater\b[^.]*\b(?:cold|nothing|comes and goes|bursts)\b|no heat\b/),
  phrase('heater', 'lukewarm', /\bheater\b[^.]*\b(?:lukewarm|weak|poor|not (?:very )?(?:hot|warm))\b/),
  phrase('heater', 'hot', /\bheater\b[^.]*\b(?:hot|fine|good)\b/),
  phrase('blows', 'yes', /\bfuses?\b[^.]*\b(?:keeps?|again|blow\w*|blown? (?:twice|again))\b|\bkeeps? blowing\b/),
  phrase('stops', 'always', /\bfans?\b[^.]*\b(?:never stops?|runs? all the time|always runs?|runs? on|does not stop|starts? cold)\b/),
  phrase('since', 'fresh', /\b(?:from new|new from the box|since (?:the |a |its )?new|since (?:the )?(?:new )?(?:fan|radiator|thermostat|pump|module|cap) (?:was new|went in|is new)|after (?:a |the )?new)\b/),
  phrase('since', 'worked', /\bsince\b[^.]*\b(?:repair\w*|work\w*|service\w*|changed|fitted|flush\w*|done|somebody|garage|shop)\b|\bafter (?:the |a )?(?:repair|service|flush|work)\b/),
]; // prettier-ignore

/** A finding, and the words that say it. */
export interface Heard extends Finding {
  words: string;
}

/**
 * Reads what was said of a vehicle.
 *
 * @example heardIn(table, 'gets hot in town, fine on the road. A/C weak at idle')
 * // heat: at a crawl or at idle only; A/C: weak at idle
 */
export function heardIn(table: VehicleTable, said: string): Heard[] {
  const text = said.toLowerCase().replaceAll('’', "'");
  const heard = new Map<string, Heard>();
  for (const { check, outcome, heard: pattern } of PHRASES) {
    if (heard.has(check) || !table.observations.some(({ id }) => id === check)) continue;
    const found = pattern.exec(text);
    if (found) heard.set(check, { check, outcome, words: found[0].trim() });
  }
  return [...heard.values()];
}
