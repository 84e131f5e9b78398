import { END } from './rule.ts';

/**
 * Words that look like a detail of the vehicle and belong to something else: a person, a sale, an appointment, another
 * part. A detail that is not taken is asked for; one that is invented shows the wrong vehicles, so doubt leaves it out.
 */

/** What a word names when it stands before another noun: "auto electrician", "air lock", "petrol smell". */
const ADJECTIVE_OF: readonly (readonly [adjective: string, nouns: string])[] = [
  [
    'auto(?:matic)?',
    'electricians?|parts|shop|stores?|spares|factors?|cent(?:re|er)|club|trader|glass|jumble|car wash|wash|belt|chokes?|doors?|lights?|wipers?|headl\\w+|windows?|tensioners?|tailgate|boot|handbrake|hub',
  ],
  [
    'manual',
    'says?|page|book|(?:fan\\s+)?(?:switch|override|control)|choke|windows?|labour|steering|tensioner|pump|gauge|tells?|lists?|gives?|wants?|reads?',
  ],
  [
    'air',
    'in|is in|inside|locks?|locked|filters?|box|bags?|bubbles?|pockets?|leaks?|gap|flow|hoses?|pipes?|rides?|brakes?|lines?|compressor|intake|dam|deflector|horns?|temp(?:erature)?|getting|coming|trapped|comes?|from|out|bleeds?|bled|through|blows?|gun|suspension|spring|mass|meter|tools?',
  ],
  [
    'petrol|diesel|gas|gasoline|electric|hybrid|lpg',
    'smells?|mechanics?|engineer|guy|fitter|specialist|pumps?|stations?|caps?|leaks?|cans?|fumes?|gauge|filters?|bill|prices?|struts?|lights?|heaters?|windows?|seats?|mirrors?|steering|doors?|locks?|batter(?:y|ies)|handbrake|brakes?|shop|kettle|gate|drill|ratchet|impact|line|additive|in the (?:tank|can)',
  ],
  [
    'van|wagon|coupe|estate|saloon|hatch|convertible|pick[\\s-]?up',
    "drivers?|man|men|guy|hire|lines|load|behind|in front|agents?(?:'s?)?|keys?|insurance|hit|ran|door",
  ],
  [
    'heavy[\\s-]?duty|hd|standard',
    'batter(?:y|ies)|tyres?|tires?|springs?|clutch|alternator|suspension|brakes?|shocks?|jack|gloves?|tape|practice|procedure|price|rate|size',
  ],
  ['front', 'axle|wheel bearing'],
];

/** What a word is told by the one before it: "owner's manual", "cold air", "delivery van". */
const NOUN_OF: readonly string[] = [
  "(?:user|users|user's|owners?'?s?|workshop|repair|service|instruction|factory|shop)\\s+manuals?(?:\\s+says\\s+(?:about\\s+)?\\d+(?:[.,]\\d+)?\\s*-?(?:l|ltr|litres?|liters?))?",
  '(?:van|air-?con|air con|a\\/?c|tow|recovery|breakdown|delivery|market)\\s+(?:man|men|guy)',
  '(?:cold|hot|warm|fresh|compressed|trapped|blows?|blowing|let(?:ting)? the|bleed(?:ing)? the|bled the|get(?:ting)? the|got|push(?:es|ing)?|sucks?|sucking)\\s+(?:out\\s+)?(?:the\\s+)?(?:air|aircon air)(?!\\s*-?con)',
  '(?:delivery|white|hire|removal|post|parked|works|another|other)\\s+(?:van|wagon|coupe|estate|saloon)',
  '(?:hit|hits|behind|into|by|from|on)\\s+(?:an?|the)\\s+(?:van|wagon|coupe|estate|saloon)(?=\\s+(?:behind|from|in front|on|at|last|and)\\b|\\s*(?:$|[,.;)]))',
  'tow(?:ing|ed|s)?(?=\\s+(?:it|in|home|truck|lorry|him|me|us|away|to|out|my|his|her|company|man|guy|firm|service|back)\\b)',
  'turbo\\s+(?:hoses?|pipes?|actuator|whistle)',
  'pick(?:s|ed|ing)?\\s+(?:it|them|this|that|one|him|her|me)\\s+up',
  'pick(?:s|ed|ing)?[\\s-]?up(?=\\s+(?:the|my|his|her|your|it|them|this|that|some|one|at|by|tomorrow|today|tonight|later|after|when|time|monday|tuesday|wednesday|thursday|friday|saturday)\\b)',
  'picking\\s+up',
];

/** Numbers by what is counted or measured with them. */
const COUNTED_OR_MEASURED: readonly string[] = [
  String.raw`\d[\d.,]*\s*-?(?:ton(?:ne)?s?|deg(?:ree)?s?\.?|°\s*[cf]?|wires?|pins?|bolts?|screws?|holes?|blade[ds]?|fins?|times|days?|weeks?|hours?|hrs?|mins|minutes?|grams?|g|tabs?|clips?|feet|core)`,
  String.raw`\d{2,3}\s*c(?!\s*\/?\s*cab)`,
  // A volume of something, or one that was poured.
  String.raw`\d+(?:[.,]\d+)?\s*-?(?:l|lt|ltr|litres?|liters?|gallons?|pints?|quarts?)\s+(?:of\s+)?(?:the\s+)?(?:coolant|water|anti-?freeze|oil|fluid|mix|fuel|red|blue|green|pink|orange|stuff|capacity|in it|in\b|out\b|left|missing|short|low|over|a (?:day|week|month))`,
  String.raw`(?:holds?|takes?|taking|took|lost|loses?|losing|put|puts|add(?:s|ed|ing)?|pour(?:s|ed|ing)?|drain(?:s|ed)?|drinks?|drank|uses?|used|capacity|(?:manual|book|handbook|label|sticker)\s+says)\s+(?:in|about|around|only|of|is|it|another|nearly|over|almost)*\s*\d+(?:[.,]\d+)?\s*-?(?:l|lt|ltr|litres?|liters?|gallons?|pints?|quarts?)`,
  // A price.
  String.raw`(?:costs?|pays?|paid|paying|charge[sd]?|quoted?|price(?:d| is)?|asking|budget(?: is)?|offered)\s+(?:me|him|us|you|her)?\s*(?:about|around|only|over|under|up to)?\s*[1-9]\d{1,2}(?!\d|[.,]\d|\s*(?:cc|ci|plate))`,
  String.raw`(?:do|take)\s+[1-9]\d{1,2}(?=\s+(?:on|for|each|cash|all in|the lot|delivered|inc)\b)`,
  // A temperature, by what it does.
  String.raw`(?:temp(?:erature)?|needle|gauge|goes\s+(?:up\s+)?to|climbs?\s+to|hits|reache[sd]|gets\s+to|sits\s+at|stays\s+at|settles\s+at|runs\s+at|opens\s+at|comes?\s+on\s+at|cuts?\s+in\s+at|goes\s+off\s+at|drops\s+to)\s+(?:about\s+|around\s+|at\s+)*\d{2,3}(?!\d|[.,]\d)`,
  // A time of day, or of the month.
  String.raw`(?:at|before|by|after|till|until)\s+(?:about\s+|around\s+)?(?:half\s+(?:past\s+)?)?\d{1,2}(?::\d\d)?\s*(?:am|pm|a\.m\.|p\.m\.|o'?clock|ish|sharp)`,
  String.raw`at\s+(?:about\s+|around\s+)?(?:half\s+(?:past\s+)?)?\d{1,2}(?=\s*(?:$|[,.;)]|tomorrow|today|tonight|on|sharp|with|if))`,
];

/** Numbers by what they are the number of: a telephone, a bill, a chassis. */
const NUMBER_OF: readonly string[] = [
  String.raw`(?:\+\d{1,3}|0\d{2,5})[\s-]\d[\d\s-]{4,}\d`,
  String.raw`0\d{9,10}`,
  String.raw`(?:call|ring|phone|text|tel(?:ephone)?|mob(?:ile)?|my number)\s*(?:me|us|him|her|back|on|at|no\.?|number|is|the|:|\.)*\s*\+?\d[\d -]{4,}\d`,
  String.raw`(?:my|his|her|our|the|phone|mobile)\s+number(?:\s+is|'s)?\s+\+?\d[\d -]{2,}\d`,
  String.raw`(?:chassis|frame|invoice|ticket|receipt|postcode)\s*(?:no\.?|number|nr|#|:)*\s*[a-z]{0,3}[-/]?\d[\d/\w-]*`,
  String.raw`(?:order|job|ref(?:erence)?|quote|account|acc|customer|claim|policy|case|po|estimate|booking|bill)\s*(?:no\.?|number|nr\.?|#|:|num)\s*:?\s*[a-z]{0,3}[-/]?\d[\d/\w-]*`,
  String.raw`(?<=\b(?:vin|chassis|number|reg|plate)\s+(?:ends?|ending)\s+(?:in\s+|with\s+)?)\w*\d\w*`,
];

const YEAR = String.raw`(?:(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\s+)?(?:19|20)\d\d`;
/** Years in which something happened. */
const YEAR_OF: readonly string[] = [
  String.raw`(?:fitted|replaced|changed|renewed|done|serviced|bought|flushed|rebuilt|repaired|refitted|installed|recored|new\s+(?:rad(?:iator)?|engine|(?:water\s+)?pump|fan|(?:thermo)?stat|gearbox|clutch|head\s+gasket|battery)|welded|painted|tested|inspected)\s+(?:back\s+)?(?:in|around|about|since)?\s*${YEAR}(?=\s*(?:$|[,.;)]|and|but|so|it|now|still|by)\b|\s*$|\s*[,.;)])`,
  String.raw`(?:fitted|replaced|changed|renewed|done|serviced|bought|flushed|rebuilt|repaired|installed|had)\s+(?:(?!new\b)[a-z']+\s+){1,4}?(?:back\s+)?in\s+${YEAR}`,
  String.raw`since\s+${YEAR}(?=\s+(?:it|it's|he|she|they|we|i|the|its|now|runs?|has)\b)`,
];

/** One pattern, sticky, of everything that belongs to something else than the vehicle. */
export const ELSEWHERE: string = [
  ...NUMBER_OF,
  ...YEAR_OF,
  ...COUNTED_OR_MEASURED,
  ...NOUN_OF,
  ...ADJECTIVE_OF.map(([adjective, nouns]) => `(?:${adjective})(?=\\s+(?:${nouns})${END})`),
].join('|');
