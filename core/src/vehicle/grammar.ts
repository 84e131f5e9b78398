import { ELSEWHERE } from './elsewhere.ts';
import { BELOW_100, END, fixed, ONE, ONES, rule, spokenNumber, type Detail, type Rule } from './rule.ts';
import { builds, isYear, MONTH_OF_YEAR, years } from './when.ts';

/**
 * The spoken forms of every detail that is not a name, as sticky patterns tried in this order at each word.
 * Longer and more particular forms stand before shorter ones ("between 08 and 11" before "08").
 */

export const CUBIC_INCH_L = 0.016387064;
export const displacement = (litres: number): Detail[] =>
  litres >= 0.5 && litres <= 9.9
    ? [{ field: 'displacement', value: String(Math.round(litres * 100) / 100) }]
    : [];

/** A letter behind a size, as in "2.4a". */
const LETTER: Record<string, Detail[]> = {
  p: [{ field: 'fuel', value: 'petrol' }],
  h: [{ field: 'fuel', value: 'hybrid' }],
  m: [{ field: 'transmission', value: 'manual' }],
  a: [{ field: 'transmission', value: 'automatic' }],
};

const engines: Rule[] = [
  rule(
    String.raw`(\d(?:[.,]|\s\.\s)\d)(?:([pham])|(?:\s*-?(?:l|lt|ltr|litres?|liters?))?(?:\s*-?(td|tdi|t|d|i))?)`,
    (m) => {
      const fuel: Detail[] = m[3]?.includes('d') ? [{ field: 'fuel', value: 'diesel' }] : [];
      const turbo: Detail[] = m[3]?.startsWith('t') ? [{ field: 'aspiration', value: 'turbo' }] : [];
      return [
        ...displacement(Number(m[1]!.replace(/[\s,.]+/, '.'))),
        ...fuel,
        ...turbo,
        ...(LETTER[m[2] ?? ''] ?? []),
      ];
    },
  ),
  rule(String.raw`(\d)\s*-?(?:l|ltr|litres?|liters?)`, (m) => displacement(Number(m[1]))),
  rule(String.raw`(${ONE})\s+point\s+(oh|zero|${ONE})(?:\s*-?(?:l|litres?|liters?))?`, (m) =>
    displacement(spokenNumber(m[1]!) + (ONES.indexOf(m[2]!) + 1) / 10),
  ),
  rule(String.raw`(\d)\s*(?:1\/2|½)(?:[\s-]*(?:l|litres?|liters?))`, (m) => displacement(Number(m[1]) + 0.5)),
  rule(String.raw`(${ONE}|\d)\s+and\s+a\s+half(?:[\s-](?:l|litres?|liters?))?`, (m) =>
    displacement((/\d/.test(m[1]!) ? Number(m[1]) : spokenNumber(m[1]!)) + 0.5),
  ),
  rule(String.raw`(${ONE})[\s-](?:litres?|liters?)`, (m) => displacement(spokenNumber(m[1]!))),
  rule(String.raw`(${BELOW_100})[\s-]hundred(?:\s*cc)?(?!\s+and\s+${BELOW_100})`, (m) =>
    displacement(spokenNumber(m[1]!) / 10),
  ),
  rule(String.raw`(\d{3,4})\s*cc`, (m) => displacement(Number(m[1]) / 1000)),
  rule(String.raw`(\d{2,3})\s*(?:cu\.?\s*in\.?|cubic[\s-]inch(?:es)?|cubes|cid|ci)`, (m) =>
    displacement(Number(m[1]) * CUBIC_INCH_L),
  ),
  rule(String.raw`(?:v|vee)[\s-]?(4|6|8|10|12|four|six|eight|ten|twelve)`, (m) => [
    { field: 'layout', value: 'vee' },
    { field: 'cylinders', value: digit(m[1]!) },
  ]),
  rule(
    String.raw`(straight|inline|in-line|flat|boxer|i|l)[\s-]?(3|4|5|6|8|three|four|five|six|eight)`,
    (m) => [
      { field: 'layout', value: /flat|boxer/.test(m[1]!) ? 'flat' : 'straight' },
      { field: 'cylinders', value: digit(m[2]!) },
    ],
  ),
  rule(
    String.raw`(2|3|4|5|6|8|10|12|three|four|five|six|eight|twelve)[\s-]?(?:cylinders?|cyls?|pots?)\.?`,
    (m) => [{ field: 'cylinders', value: digit(m[1]!) }],
  ),
  fixed(String.raw`diesel|dsl|derv|oil burner`, { field: 'fuel', value: 'diesel' }),
  fixed(
    String.raw`td|turbo[\s-]?diesel`,
    { field: 'fuel', value: 'diesel' },
    { field: 'aspiration', value: 'turbo' },
  ),
  fixed(String.raw`petrol|gasoline|gasser|gas|unleaded`, { field: 'fuel', value: 'petrol' }),
  fixed(String.raw`hybrid`, { field: 'fuel', value: 'hybrid' }),
  fixed(String.raw`electric|ev`, { field: 'fuel', value: 'electric' }),
  fixed(String.raw`lpg|propane`, { field: 'fuel', value: 'lpg' }),
  fixed(
    String.raw`(?:non|no|with\s?out|w\/o(?:ut)?)[\s-]?(?:an?\s+|the\s+)?turbo|naturally aspirated|n\/?a`,
    {
      field: 'aspiration',
      value: 'natural',
    },
  ),
  fixed(String.raw`turbo(?:charged)?`, { field: 'aspiration', value: 'turbo' }),
  fixed(String.raw`supercharged|blown`, { field: 'aspiration', value: 'supercharged' }),
  rule(String.raw`(\d{4})`, (m, c) =>
    Number(m[1]) % 100 === 0 && !isYear(Number(m[1]), c) ? displacement(Number(m[1]) / 1000) : [],
  ),
];

const NUMBER_WORDS: Record<string, string> = {
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
  ten: '10',
  twelve: '12',
};
const digit = (text: string): string => NUMBER_WORDS[text] ?? text;

const KIND_WORDS: [string, string][] = [
  [String.raw`dual[\s-]?clutch|twin[\s-]?clutch|dct`, 'dual-clutch'],
  [String.raw`(?:e-?)?cvt|continuously variable`, 'cvt'],
  [String.raw`automatic|auto(?:matic)?(?:\s+(?:box|gearbox|trans))?|slush ?box|a\/t`, 'automatic'],
  [
    String.raw`manual|m\/?t|stick(?:[\s-]?shift)?|man|standard (?:shift|trans|transmission|gearbox)`,
    'manual',
  ],
];
const ANY_KIND = KIND_WORDS.map(([source]) => `(${source})`).join('|');
const kindOf = (groups: (string | undefined)[]): Detail[] => {
  const hit = groups.findIndex((group) => group !== undefined);
  return hit < 0 ? [] : [{ field: 'transmission', value: KIND_WORDS[hit]![1] }];
};

const SPEED = String.raw`(3|4|5|6|7|8|9|10|three|four|five|six|seven|eight|nine|ten)[\s-]?(?:sp[a-z]{0,2}ee?d|spd|sp)`;
const transmissions: Rule[] = [
  rule(`${SPEED}(?:\\s+(?:${ANY_KIND}))?`, (m) => [
    ...kindOf(m.slice(2, 6)),
    { field: 'gears', value: digit(m[1]!) },
  ]),
  rule(ANY_KIND, (m) => kindOf(m.slice(1, 5))),
  // In a list "at" is no preposition.
  fixed(String.raw`(?<=[,;/]\s*)at(?=\s*[,;/])`, { field: 'transmission', value: 'automatic' }),
  rule(
    String.raw`(3|4|5|6|7|8|9|three|four|five|six|seven|eight|nine)\s+(?:forward\s+)?(?:gears|speeds)`,
    (m) => [{ field: 'gears', value: digit(m[1]!) }],
  ),
  rule(String.raw`(three|four|five|3|4|5)[\s-](?:on|in)[\s-]the[\s-](?:floor|tree|column)`, (m) => [
    { field: 'transmission', value: 'manual' },
    { field: 'gears', value: digit(m[1]!) },
  ]),
  fixed(String.raw`(?:three|3)[\s-]pedals?|(?:with a\s+)?clutch pedal|with a clutch`, {
    field: 'transmission',
    value: 'manual',
  }),
  fixed(String.raw`(?:two|2)[\s-]pedals?|self[\s-]?shift(?:ing|er)?|no clutch(?: pedal)?`, {
    field: 'transmission',
    value: '!manual',
  }),
];

const GONE = 'delete|deleted|removed|missing|taken out';
const AIR = String.raw`(?:(?:factory|original)[\s-])?(?:air[\s-]?con(?:d|ditioning|ditioned|ditioner)?|a\/?c|a\.c\.?|a c|air|clim(?:ate)?(?:\s+control)?)`;
const RADIATOR: Detail[] = [{ field: 'part', value: 'radiator' }];
/** Tanks by what they are for. */
const TANK = String.raw`(?:(?:exp(?:ansion|n)?\.?|header|overflow|surge|recovery|degas|coolant)\s+)+(?:tank|bottle|reservoir)s?`;
const ON_FAN = String.raw`(?:(?:cooling|rad(?:iator)?|electric)\s+(?=(?:\w+\s+)?fan))*(?:fan\s+)?`;
const options: Rule[] = [
  fixed(
    String.raw`(?:no|with\s?out|w\/o(?:ut)?|non|minus|less|sans|pre|lacks|lacking|hasn't got|doesn't have)[\s-]?(?:the\s+|any\s+)?${AIR}`,
    {
      field: 'airConditioning',
      value: 'no',
    },
  ),
  fixed(String.raw`(?:with\s+)?${AIR}[\s-]+(?:is\s+|was\s+)?(?:${GONE})`, {
    field: 'airConditioning',
    value: 'no',
  }),
  rule(String.raw`${AIR}\s*(?:[:?=]?\s*(yes|yep|yeah|no|none|nope)|[:=]\s*(?:y|n))(?=[,.;)]|\s*$)`, (m) => [
    { field: 'airConditioning', value: /(?:^|[^a-z])y[a-z]*$/.test(m[0]) ? 'yes' : 'no' },
  ]),
  fixed(String.raw`(?:with\s+|w\/\s*)?${AIR}`, { field: 'airConditioning', value: 'yes' }),
  rule(
    String.raw`(?:(no|not|with\s?out|w\/o(?:ut)?|non)[\s-]+)?(?:the\s+|a\s+)?(?:tow(?:ing)?(?:[\s-]?(?:package|pack|pkg|bar|kit|hitch|hook|equipment)(?:e?s)?)?|tows|hitch)(?:\s*[:=]\s*(?:y(?:es)?|(no?))(?=[,.;)]|\s*$))?`,
    (m) => [{ field: 'package', value: (m[1] ?? m[2]) ? '!towing' : 'towing' }],
  ),
  rule(
    String.raw`(?:(no|not|with\s?out|w\/o(?:ut)?|non)[\s-]+)?(?:the\s+)?(?:heavy[\s-]?duty|hd|h\/d)(?:\s+(?:(?:cooling|package|pack)|(rad(?:iator)?s?)))?`,
    (m) => [{ field: 'package', value: m[1] ? '!heavy-duty' : 'heavy-duty' }, ...(m[2] ? RADIATOR : [])],
  ),
  rule(String.raw`standard[\s-](?:(?:duty|cooling)|(rad(?:iator)?s?))`, (m) => [
    { field: 'package', value: 'standard' },
    ...(m[1] ? RADIATOR : []),
  ]),
  fixed(String.raw`pick[\s-]?up|ute|(?:double|single|crew|d|s|c)[\s\/-]?cab`, {
    field: 'body',
    value: 'pickup',
  }),
  fixed(String.raw`van|minivan|minibus`, { field: 'body', value: 'van' }),
  fixed(String.raw`hatch(?:back)?|h\/?b`, { field: 'body', value: 'hatchback' }),
  fixed(String.raw`saloon|sedan`, { field: 'body', value: 'saloon' }),
  fixed(String.raw`coup[eé]|cpe`, { field: 'body', value: 'coupe' }),
  fixed(String.raw`estate|wagon|station wagon`, { field: 'body', value: 'estate' }),
  fixed(String.raw`convertible|conv|cabrio(?:let)?|soft top|drop top`, {
    field: 'body',
    value: 'convertible',
  }),
  fixed(
    String.raw`4x4|4wd|awd|(?:four|4)[\s-]by[\s-](?:four|4)|all[\s-]wheel(?:[\s-]drive)?|(?:four|4)[\s-]wheel[\s-]drive`,
    {
      field: 'drive',
      value: 'all',
    },
  ),
  fixed(String.raw`2wd|4x2|(?:two|2)[\s-]wheel[\s-]drive`, { field: 'drive', value: '!all' }),
  fixed(String.raw`fwd|front[\s-]wheel[\s-]drive`, { field: 'drive', value: 'front' }),
  fixed(String.raw`rwd|rear[\s-]wheel[\s-]drive`, { field: 'drive', value: 'rear' }),
  fixed(String.raw`rhd|right[\s-]hand[\s-](?:drive|er)|right hooker`, { field: 'steering', value: 'right' }),
  fixed(String.raw`lhd|left[\s-]hand[\s-](?:drive|er)|left hooker`, { field: 'steering', value: 'left' }),
  fixed(String.raw`(?:(?:rad(?:iator)?|pressure|filler|coolant|tank|bottle|reservoir|${TANK})[\s-]?)*caps?`, {
    field: 'part',
    value: 'cap',
  }),
  fixed(String.raw`(?:rad(?:iator)?\s+)?(?:mounts?|mountings?|grommets?|mounting brackets?)`, {
    field: 'part',
    value: 'mount',
  }),
  fixed(
    String.raw`(?:coolant\s+)?re-?route\s+kits?|(?:silicone\s+|coolant\s+|rad(?:iator)?\s+)*hose\s+(?:kits?|sets?)`,
    {
      field: 'part',
      value: 'hosekit',
    },
  ),
  fixed(
    String.raw`(?:(?:top|bottom|upper|lower|rad(?:iator)?|coolant|bypass)(?:\s*(?:and|&|or|\+|\/)\s*|\s+))*hoses?`,
    {
      field: 'part',
      value: 'hose',
    },
  ),
  fixed(TANK, { field: 'part', value: 'tank' }),
  fixed(String.raw`(?:(?:loom|wiring|harness|plug|hose)\s+)?adapt(?:e|o)rs?(?:\s+(?:loom|lead|harness))?`, {
    field: 'part',
    value: 'adapter',
  }),
  fixed(String.raw`(?:(?:fan|screw)\s+)?spacers?(?:\s+(?:kits?|sets?))?|(?:fixing|screw)s?\s+kits?`, {
    field: 'part',
    value: 'fixings',
  }),
  fixed(String.raw`(?:fan\s+)?control(?:ler)?\s+kits?|fan\s+switch\s+kits?`, { field: 'part', value: 'kit' }),
  fixed(String.raw`${ON_FAN}(?:blades?|impellers?)`, { field: 'part', value: 'blade' }),
  fixed(String.raw`(?:belt|engine|mechanical|viscous|clutch)[\s-]+(?:driven\s+)?fans?`, {
    field: 'part',
    value: 'fan',
  }),
  fixed(String.raw`(?:thermo)?stats?`, { field: 'part', value: 'thermostat' }),
  // By itself a motor is the vehicle's engine; on a side, or beside another part of the fan, it is the fan's.
  fixed(
    [
      String.raw`(?:(?:cooling|rad(?:iator)?|electric)\s+)*fan(?:'s)?\s+motors?`,
      String.raw`(?<=\b(?:left|right|hand|both|pair of)\s)motors?`,
      String.raw`motors?(?=\s*(?:and|&|\+|or)\s+(?:an?\s+|the\s+|left\s+|right\s+)*(?:blade|shroud|relay|module|resistor))`,
      String.raw`(?<=\b(?:blade|shroud|relay|module|resistor)s?\s*(?:and|&|\+|or)\s+(?:an?\s+|the\s+|its\s+)?)motors?`,
      String.raw`(?<=\bfan\W+(?:just|only)\s+(?:the|its)\s+)motor`,
    ].join('|'),
    { field: 'part', value: 'motor' },
  ),
  fixed(String.raw`${ON_FAN}(?:motor\s+)?relays?`, { field: 'part', value: 'relay' }),
  fixed(String.raw`${ON_FAN}(?:control\s+)?modules?|fan\s+controllers?|fan\s+mod`, {
    field: 'part',
    value: 'module',
  }),
  fixed(String.raw`${ON_FAN}(?:shrouds?|cowl(?:ing)?)`, { field: 'part', value: 'shroud' }),
  fixed(String.raw`(?:(?:electric|cooling|rad(?:iator)?)\s+)*fans?(?:\s+assembl(?:y|ies))?`, {
    field: 'part',
    value: 'fan',
  }),
  fixed(String.raw`radiators?|rads?`, { field: 'part', value: 'radiator' }),
];

/** Gearboxes as a list writes them, read only where no name is spelled so: "m6", "5at", "dct7". */
export const SHORTHAND: readonly Rule[] = [
  fixed('d', { field: 'fuel', value: 'diesel' }),
  rule(String.raw`(m|a)t?([3-9])|([3-9])(m|a)t?`, (m) => [
    { field: 'transmission', value: (m[1] ?? m[4]) === 'm' ? 'manual' : 'automatic' },
    { field: 'gears', value: (m[2] ?? m[3])! },
  ]),
  rule(String.raw`dct-?([5-9])|([5-9])-?dct`, (m) => [
    { field: 'transmission', value: 'dual-clutch' },
    { field: 'gears', value: (m[1] ?? m[2])! },
  ]),
];

/** Displacements with their unit stand before the years, bare numbers after them. */
const SIZES = 9;
/** Words of the grammar that are often mistyped; a slip is read as the word it is nearest to. */
export const KEYWORDS: readonly string[] = [
  'diesel', 'petrol', 'gasoline', 'hybrid', 'electric', 'turbo', 'supercharged', 'automatic', 'auto', 'manual', 'pickup', 'hatchback', 'saloon', 'sedan',
  'estate', 'wagon', 'coupe', 'convertible', 'van', 'towing', 'aircon', 'radiator', 'shroud', 'thermostat', 'relay', 'module',
]; // prettier-ignore

export const RULES: readonly Rule[] = [
  ...builds,
  ...transmissions,
  ...options,
  ...engines.slice(0, SIZES),
  ...years,
  ...engines.slice(SIZES),
];

/** What happened to a vehicle in some year says nothing of when it was built: "overheated in August 2024". */
const EVENT = String.raw`(?:sold|bought|overheat(?:ed|ing)|boiled|sitting|sat|parked|serviced|replaced|repaired|crashed|failed|leaked|broke|broken|changed|imported|restored|rebuilt|resprayed|mot'?d|off the road|laid up|died|done)(?:(?:\s+[a-z']+){0,4}?\s+(?:(?:back\s+)?in|since|around|about|during)|(?<=done))\s+${MONTH_OF_YEAR}(?=\s*(?:$|[,.;)]|(?:and|for|but|so|it|now|with)\b))`;

/** Figures that are told of a vehicle, a part or a sale, by their unit, and tell no vehicle from another here. */
const UNIT_OF_ANOTHER = [
  String.raw`\d[\d.,]*\s*(?:k\s+)?(?:miles?|mi|kms?|kilometres?|kilometers?|bhp|hp|ps|kw|nm|mm|cm|kgs?|psi|bar|kpa|amps?|watts?|degrees|doors?|dr|seats?|seater|rows?|quid|pounds|euros?|dollars|inch(?:es)?\s+(?:wide|high|deep|thick|tall|core)|barrel)(?:\s+(?:wide|high|deep|thick|tall|long|apart))?`,
  String.raw`[£$€]\s*\d[\d.,]*`,
].join('|');

/** Numbers that belong to something else than a year or an engine, and other things said of a vehicle that nobody keeps. */
export const NOT_KEPT = new RegExp(
  `(?:${[
    // "24 volt? No, 12."
    String.raw`(?:(?:8|12|16|20|24|30|32|36|40|48)[\s-]?(?:valves?|v)|(?:6|12|24|48)[\s-]?(?:volts?|v))(?:(?:\?|,)?\s*(?:or|not|no,?(?:\s+it'?s)?)\s+(?:the\s+|an?\s+)?(?:6|8|12|16|24|48)(?![\d.]))?`,
    UNIT_OF_ANOTHER,
    String.raw`(?:week|wk)\s*\d\d?`,
    String.raw`(?:not?\s+)?(?:more|less|fewer)\s+than\s+\w+\s+(?:gears|speeds|cylinders|doors|seats)`,
    String.raw`(?:small|big)[\s-]block`,
    EVENT,
    ELSEWHERE,
    String.raw`(?:trans(?:mission)?|gearbox|engine oil|oil)\s+coolers?`,
    String.raw`first\s+(?:model\s+)?year|(?:first|last)\s+(?:two|three|few|couple of)\s+(?:model\s+)?years?`,
    String.raw`(?:two|twin|dual|single|2|1)[\s-]fan\s+(?:set[\s-]?up|version|model|frame|arrangement)`,
  ].join('|')})${END}`,
  'y',
);
