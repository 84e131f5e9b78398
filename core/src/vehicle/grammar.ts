import type { Field } from './request.ts';

/**
 * The spoken forms of every detail that is not a name, as sticky patterns tried in this order at each word.
 * Longer and more particular forms stand before shorter ones ("between 08 and 11" before "08").
 */

export interface Context {
  referenceYear: number;
}

export interface Detail {
  field: Field;
  value: string;
  alternatives?: string[];
}

export interface Rule {
  pattern: RegExp;
  read: (match: RegExpExecArray, context: Context) => Detail[];
}

const END = String.raw`(?=$|[\s,;()"?!]|[.:](?:\s|$))`;
const rule = (source: string, read: Rule['read']): Rule => ({
  pattern: new RegExp(`(?:${source})${END}`, 'y'),
  read,
});
const fixed = (source: string, ...details: Detail[]): Rule => rule(source, () => details);

export const CUBIC_INCH_L = 0.016387064;
const OLDEST_YEAR = 1950;

/** Two digits mean the latest year not more than one past the present; the other century stays an alternative. */
export function fullYear(text: string, referenceYear: number): number {
  const digits = text.replace("'", '');
  if (digits.length === 4) return Number(digits);
  const century = Math.floor(referenceYear / 100) * 100;
  const year = century + Number(digits);
  return year > referenceYear + 1 ? year - 100 : year;
}

const Y = String.raw`((?:19|20)\d\d|'?\d\d)`;

const ONES = 'one two three four five six seven eight nine'.split(' ');
const TEENS = 'ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' ');
const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');
const ONE = `(?:${ONES.join('|')})`;
const BELOW_100 = `(?:${TEENS.join('|')}|(?:${TENS.join('|')})(?:[\\s-]${ONE})?|${ONE})`;

/** "seventy", "twenty-one", "nine" as a number. */
export function spokenNumber(text: string): number {
  return text.split(/[\s-]+/).reduce((sum, word) => {
    const teen = TEENS.indexOf(word);
    const ten = TENS.indexOf(word);
    return sum + (teen >= 0 ? 10 + teen : ten >= 0 ? 20 + 10 * ten : ONES.indexOf(word) + 1);
  }, 0);
}
const VAGUE_BEFORE = String.raw`(about |around |circa |roughly |maybe |probably )?`;
const VAGUE_AFTER = String.raw`(?:[ -]?(ish)| or (so|thereabouts))?`;

const isYear = (year: number, context: Context): boolean =>
  year >= OLDEST_YEAR && year <= context.referenceYear + 1;

function span(fromText: string, toText: string, context: Context): Detail[] {
  let from = fullYear(fromText, context.referenceYear);
  let to = fullYear(toText, context.referenceYear);
  if (from > to) [from, to] = [to, from];
  return isYear(from, context) && isYear(to, context)
    ? [{ field: 'year', value: from === to ? String(from) : `${from}-${to}` }]
    : [];
}

const years: Rule[] = [
  rule(
    String.raw`(?:between|from)\s+${Y}\s*(?:and|to|till|until|-|–)\s*${Y}(?: or so| or thereabouts)?`,
    (m, c) => span(m[1]!, m[2]!, c),
  ),
  rule(
    String.raw`(?:an?\s+)?${Y}\s*(?:-|–|\/|to|through|thru)\s*(?:an?\s+)?${Y}(?: or so| or thereabouts)?`,
    (m, c) => span(m[1]!, m[2]!, c),
  ),
  rule(String.raw`${Y}\s*,\s*(?:an?\s+)?${Y},?\s+or\s+(?:an?\s+)?${Y}`, (m, c) => {
    const [first, ...rest] = [m[1]!, m[2]!, m[3]!]
      .map((text) => fullYear(text, c.referenceYear))
      .sort((a, b) => a - b) as [number, number, number];
    if (!isYear(first, c) || !isYear(rest[1]!, c)) return [];
    return rest[1]! - first === 2 && rest[0] === first + 1
      ? [{ field: 'year', value: `${first}-${rest[1]}` }]
      : [{ field: 'year', value: [first, ...rest].join('|') }];
  }),
  rule(
    String.raw`(?:either\s+)?(?:an?\s+)?${Y}\s+or\s+(?:(?:maybe|perhaps|possibly)\s+)?(?:an?\s+)?${Y}`,
    (m, c) => {
      const [from, to] = [m[1]!, m[2]!].map((text) => fullYear(text, c.referenceYear)) as [number, number];
      if (!isYear(from, c) || !isYear(to, c) || from === to) return [];
      // Neighbouring years are a span; "2009 or 2011" leaves 2010 out.
      return to - from === 1 ? span(m[1]!, m[2]!, c) : [{ field: 'year', value: `${from}|${to}` }];
    },
  ),
  rule(String.raw`two thousand(?: and)?[\s-](${BELOW_100})`, (m) => [
    { field: 'year', value: String(2000 + spokenNumber(m[1]!)) },
  ]),
  rule(String.raw`(nineteen|twenty)[\s-](?:(?:oh|o)[\s-])?(${BELOW_100})`, (m, c) => {
    const year = (m[1] === 'twenty' ? 2000 : 1900) + spokenNumber(m[2]!);
    return isYear(year, c) ? [{ field: 'year', value: String(year) }] : [];
  }),
  rule(String.raw`(?:oh|aught|nought)[\s-](${ONE})`, (m) => [
    { field: 'year', value: String(2000 + spokenNumber(m[1]!)) },
  ]),
  rule(
    String.raw`(?:from|since)\s+${Y}(?: on| onwards| up)?|${Y}\s*(?:onwards|and up|and later|or later|or newer|\+)`,
    (m, c) => {
      const year = fullYear(m[1] ?? m[2]!, c.referenceYear);
      return isYear(year, c) ? [{ field: 'year', value: `${year}-` }] : [];
    },
  ),
  rule(String.raw`(not?\s+)?(?:older|earlier)\s+than\s+(?:an?\s+|the\s+)?${Y}`, (m, c) => {
    const year = fullYear(m[2]!, c.referenceYear);
    return isYear(year, c) ? [{ field: 'year', value: m[1] ? `${year}-` : `-${year - 1}` }] : [];
  }),
  rule(String.raw`(not?\s+)?(?:newer|later|younger)\s+than\s+(?:an?\s+|the\s+)?${Y}`, (m, c) => {
    const year = fullYear(m[2]!, c.referenceYear);
    return isYear(year, c) ? [{ field: 'year', value: m[1] ? `-${year}` : `${year + 1}-` }] : [];
  }),
  rule(String.raw`${Y}\s+at\s+the\s+(latest|earliest|oldest|newest)`, (m, c) => {
    const year = fullYear(m[1]!, c.referenceYear);
    if (!isYear(year, c)) return [];
    return [{ field: 'year', value: /latest|newest/.test(m[2]!) ? `-${year}` : `${year}-` }];
  }),
  rule(String.raw`2k(\d\d)`, (m, c) => {
    const year = 2000 + Number(m[1]);
    return isYear(year, c) ? [{ field: 'year', value: String(year) }] : [];
  }),
  rule(String.raw`(?:after|post)[\s-]+(?:the\s+)?${Y}`, (m, c) => [
    { field: 'year', value: `${fullYear(m[1]!, c.referenceYear) + 1}-` },
  ]),
  rule(String.raw`(?:before|pre|under)[\s-]*(?:the\s+)?${Y}`, (m, c) => [
    { field: 'year', value: `-${fullYear(m[1]!, c.referenceYear) - 1}` },
  ]),
  rule(String.raw`(?:up to|until|till)\s+${Y}`, (m, c) => [
    { field: 'year', value: `-${fullYear(m[1]!, c.referenceYear)}` },
  ]),
  rule(String.raw`${VAGUE_BEFORE}(?:my)?${Y}${VAGUE_AFTER}(?:\s*(?:reg|registered))?`, (m, c) => {
    const year = fullYear(m[2]!, c.referenceYear);
    if (!isYear(year, c)) return [];
    if (m[1] ?? m[3] ?? m[4])
      return [{ field: 'year', value: `${year - 1}-${year + 1}`, alternatives: [String(year)] }];
    const other = year >= 2000 ? year - 100 : year + 100;
    return [
      {
        field: 'year',
        value: String(year),
        alternatives: m[2]!.length < 4 && isYear(other, c) ? [String(other)] : [],
      },
    ];
  }),
];

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const MONTH = String.raw`(?:(jan|feb|mar|apr|may|jun|jul|aug|sept?|oct|nov|dec)[a-z]*\.?\s+|(0?[1-9]|1[0-2])\s*[/.-]\s*)(?:of\s+)?${Y}`;

function month(name: string | undefined, number: string | undefined, year: string, context: Context): string {
  const index = name ? MONTHS.indexOf(name.slice(0, 3)) + 1 : Number(number);
  return `${fullYear(year, context.referenceYear)}-${String(index).padStart(2, '0')}`;
}

/** A month that cannot be taken for anything else: named, or a number and a whole year. */
const SURE_MONTH = String.raw`(?:(jan|feb|mar|apr|may|jun|jul|aug|sept?|oct|nov|dec)[a-z]*\.?\s+(?:of\s+)?|(0?[1-9]|1[0-2])\s*[/.]\s*)((?:19|20)\d\d)`;

const otherMonth = (text: string, step: 1 | -1): string => {
  const [year, index] = text.split('-').map(Number) as [number, number];
  const count = year * 12 + index - 1 + step;
  return `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, '0')}`;
};

/** "After" and "before" leave out the month they name; "from", "since", "until" take it in. */
function monthSpan(word: string | undefined, at: string): Detail[] {
  switch (word) {
    case 'after':
      return [{ field: 'built', value: `${otherMonth(at, 1)}..` }];
    case 'before':
      return [{ field: 'built', value: `..${otherMonth(at, -1)}` }];
    case 'from':
    case 'since':
      return [{ field: 'built', value: `${at}..` }];
    case 'until':
    case 'till':
    case 'up to':
      return [{ field: 'built', value: `..${at}` }];
    default:
      return [{ field: 'built', value: at }];
  }
}

/**
 * A plate with an age in it, by the half year it was given out in: 02 to 50 from March to August, 51 on from September
 * to February. Whatever carries it was built then or earlier.
 */
function plate(number: number, context: Context): Detail[] {
  const second = number > 50;
  const year = 2000 + (second ? number - 50 : number);
  if (year < 2001 || year > context.referenceYear) return [];
  return [{ field: 'built', value: second ? `..${year + 1}-02` : `..${year}-08` }];
}

const WHEN = 'after|from|since|before|until|till|up to|in';
const BUILT = String.raw`(?:built|made|produced|build|production)(?:\s+date|\s+month)?:?`;

const builds: Rule[] = [
  rule(String.raw`${BUILT}\s+(?:between|from)\s+${MONTH}\s*(?:and|to|till|until|-|–)\s*${MONTH}`, (m, c) => {
    const ends = [month(m[1], m[2], m[3]!, c), month(m[4], m[5], m[6]!, c)].sort();
    return [{ field: 'built', value: ends.join('..') }];
  }),
  rule(
    String.raw`${BUILT}\s+(?:in\s+)?(?:the\s+)?(first|second|1st|2nd|early|late)\s+(?:half|part)?\s*(?:of\s+)?${Y}`,
    (m, c) => {
      const year = fullYear(m[2]!, c.referenceYear);
      return [
        {
          field: 'built',
          value: /first|1st|early/.test(m[1]!) ? `${year}-01..${year}-06` : `${year}-07..${year}-12`,
        },
      ];
    },
  ),
  rule(String.raw`${BUILT}\s+(${WHEN})?\s*((?:19|20)\d\d)-(0[1-9]|1[0-2])`, (m) =>
    monthSpan(m[1], `${m[2]}-${m[3]}`),
  ),
  rule(String.raw`${BUILT}\s+(${WHEN})?\s*(?:the\s+)?${MONTH}(?: or so| or thereabouts)?`, (m, c) =>
    monthSpan(m[1], month(m[2], m[3], m[4]!, c)),
  ),
  rule(
    String.raw`(?:between|from)\s+(?:the\s+)?${SURE_MONTH}\s*(?:and|to|till|until|-|–)\s*(?:the\s+)?${SURE_MONTH}`,
    (m, c) => {
      const ends = [month(m[1], m[2], m[3]!, c), month(m[4], m[5], m[6]!, c)].sort();
      return [{ field: 'built', value: ends.join('..') }];
    },
  ),
  rule(
    String.raw`(?:(${WHEN})\s+)?(?:the\s+)?${SURE_MONTH}(?:\s+(?:on|onwards))?(?: or so| or thereabouts)?`,
    (m, c) => monthSpan(m[1], month(m[2], m[3], m[4]!, c)),
  ),
  // "2012-05" is a month; "2008-12" is a span of years, as the trade writes them.
  rule(String.raw`(?:(${WHEN})\s+)?((?:19|20)(\d\d))-(0[1-9]|1[0-2])`, (m) =>
    Number(m[4]) > Number(m[3]) ? [] : monthSpan(m[1], `${m[2]}-${m[4]}`),
  ),
  rule(
    String.raw`(?:first\s+)?(?:registered\s+)?(?:on\s+)?(?:an?\s+)?(\d\d)[\s-]?(?:plates?|reg(?:istration|istered)?)`,
    (m, c) => plate(Number(m[1]), c),
  ),
];

export const displacement = (litres: number): Detail[] =>
  litres >= 0.5 && litres <= 9.9
    ? [{ field: 'displacement', value: String(Math.round(litres * 100) / 100) }]
    : [];

const engines: Rule[] = [
  rule(String.raw`(\d[.,]\d)\s*-?(?:l|lt|ltr|litres?|liters?)?(td|tdi|t|d|i)?`, (m) => {
    const fuel: Detail[] = m[2]?.includes('d') ? [{ field: 'fuel', value: 'diesel' }] : [];
    const turbo: Detail[] = m[2]?.startsWith('t') ? [{ field: 'aspiration', value: 'turbo' }] : [];
    return [...displacement(Number(m[1]!.replace(',', '.'))), ...fuel, ...turbo];
  }),
  rule(String.raw`(\d)\s*-?(?:l|ltr|litres?|liters?)`, (m) => displacement(Number(m[1]))),
  rule(String.raw`(${ONE})\s+point\s+(oh|zero|${ONE})(?:\s*-?(?:l|litres?|liters?))?`, (m) =>
    displacement(spokenNumber(m[1]!) + (ONES.indexOf(m[2]!) + 1) / 10),
  ),
  rule(String.raw`(${ONE})[\s-](?:litres?|liters?)`, (m) => displacement(spokenNumber(m[1]!))),
  rule(String.raw`(${BELOW_100})[\s-]hundred(?:\s*cc)?`, (m) => displacement(spokenNumber(m[1]!) / 10)),
  rule(String.raw`(\d{3,4})\s*cc`, (m) => displacement(Number(m[1]) / 1000)),
  rule(String.raw`(\d{2,3})\s*(?:cu\.?\s*in\.?|cubic[\s-]inch(?:es)?|cubes|cid|ci)`, (m) =>
    displacement(Number(m[1]) * CUBIC_INCH_L),
  ),
  rule(String.raw`(?:v|vee)[\s-]?(4|6|8|10|12)`, (m) => [
    { field: 'layout', value: 'vee' },
    { field: 'cylinders', value: m[1]! },
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
  fixed(String.raw`(?:non|no|without)[\s-]?(?:an?\s+|the\s+)?turbo|naturally aspirated|n\/?a`, {
    field: 'aspiration',
    value: 'natural',
  }),
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
  [String.raw`cvt|continuously variable`, 'cvt'],
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

const SPEED = String.raw`(3|4|5|6|7|8|9|10|three|four|five|six|seven|eight|nine|ten)[\s-]?(?:speed|spd|sp)`;
const transmissions: Rule[] = [
  rule(`${SPEED}(?:\\s+(?:${ANY_KIND}))?`, (m) => [
    ...kindOf(m.slice(2, 6)),
    { field: 'gears', value: digit(m[1]!) },
  ]),
  rule(ANY_KIND, (m) => kindOf(m.slice(1, 5))),
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
const AIR = String.raw`(?:air[\s-]?con(?:ditioning|ditioned|ditioner)?|a\/?c|a\.c\.?|air)`;
const options: Rule[] = [
  fixed(
    String.raw`(?:no|without|w\/o(?:ut)?|non|minus|lacks|hasn't got|doesn't have)[\s-]?(?:the\s+|any\s+)?${AIR}`,
    {
      field: 'airConditioning',
      value: 'no',
    },
  ),
  fixed(String.raw`${AIR}[\s-]+(?:is\s+|was\s+)?(?:${GONE})`, { field: 'airConditioning', value: 'no' }),
  rule(String.raw`${AIR}\s*[:?=]?\s*(yes|yep|yeah|no|none|nope)(?=[,.;)]|\s*$)`, (m) => [
    { field: 'airConditioning', value: m[1]!.startsWith('y') ? 'yes' : 'no' },
  ]),
  fixed(String.raw`(?:with\s+|w\/\s*)?${AIR}`, { field: 'airConditioning', value: 'yes' }),
  rule(
    String.raw`(?:(no|not|without|non)[\s-]+)?(?:the\s+|a\s+)?(?:tow(?:ing)?(?:[\s-]?(?:package|pack|pkg|bar|kit)s?)?|tows)`,
    (m) => [{ field: 'package', value: m[1] ? '!towing' : 'towing' }],
  ),
  rule(
    String.raw`(?:(no|not|without|non)[\s-]+)?(?:the\s+)?(?:heavy[\s-]?duty|hd|h\/d)(?:\s+(?:cooling|package|pack|radiator))?`,
    (m) => [{ field: 'package', value: m[1] ? '!heavy-duty' : 'heavy-duty' }],
  ),
  fixed(String.raw`standard[\s-](?:duty|cooling|radiator)`, { field: 'package', value: 'standard' }),
  fixed(String.raw`pick[\s-]?up|ute|(?:double|single|crew)[\s-]cab`, { field: 'body', value: 'pickup' }),
  fixed(String.raw`van|minivan|minibus`, { field: 'body', value: 'van' }),
  fixed(String.raw`hatch(?:back)?`, { field: 'body', value: 'hatchback' }),
  fixed(String.raw`saloon|sedan`, { field: 'body', value: 'saloon' }),
  fixed(String.raw`coup[eé]`, { field: 'body', value: 'coupe' }),
  fixed(String.raw`estate|wagon|station wagon`, { field: 'body', value: 'estate' }),
  fixed(String.raw`convertible|soft top|drop top`, { field: 'body', value: 'convertible' }),
  fixed(
    String.raw`4x4|4wd|awd|(?:four|4)[\s-]by[\s-](?:four|4)|all[\s-]wheel(?:[\s-]drive)?|four[\s-]wheel[\s-]drive`,
    {
      field: 'drive',
      value: 'all',
    },
  ),
  fixed(String.raw`2wd|4x2|two[\s-]wheel[\s-]drive`, { field: 'drive', value: '!all' }),
  fixed(String.raw`fwd|front[\s-]wheel[\s-]drive`, { field: 'drive', value: 'front' }),
  fixed(String.raw`rwd|rear[\s-]wheel[\s-]drive`, { field: 'drive', value: 'rear' }),
  fixed(String.raw`rhd|right[\s-]hand[\s-](?:drive|er)|right hooker`, { field: 'steering', value: 'right' }),
  fixed(String.raw`lhd|left[\s-]hand[\s-](?:drive|er)|left hooker`, { field: 'steering', value: 'left' }),
  fixed(String.raw`(?:rad(?:iator)?|pressure|filler|coolant)[\s-]?caps?|caps?`, {
    field: 'part',
    value: 'cap',
  }),
  fixed(String.raw`(?:rad(?:iator)?\s+)?(?:mounts?|mountings?|grommets?|mounting brackets?)`, {
    field: 'part',
    value: 'mount',
  }),
  fixed(String.raw`(?:(?:top|bottom|upper|lower|rad(?:iator)?|coolant|bypass)\s+)*hoses?`, {
    field: 'part',
    value: 'hose',
  }),
  fixed(
    String.raw`(?:(?:expansion|header|overflow|surge|recovery|degas|coolant)\s+)(?:tank|bottle|reservoir)s?`,
    { field: 'part', value: 'tank' },
  ),
  fixed(String.raw`(?:(?:loom|wiring|harness|plug|hose)\s+)?adapt(?:e|o)rs?(?:\s+(?:loom|lead|harness))?`, {
    field: 'part',
    value: 'adapter',
  }),
  fixed(String.raw`(?:(?:fan|screw)\s+)?spacers?(?:\s+(?:kits?|sets?))?|(?:fixing|screw)s?\s+kits?`, {
    field: 'part',
    value: 'fixings',
  }),
  fixed(String.raw`(?:fan\s+)?control(?:ler)?\s+kits?|fan\s+switch\s+kits?`, { field: 'part', value: 'kit' }),
  fixed(String.raw`(?:coolant\s+)?re-?route\s+kits?|(?:silicone\s+)?hose\s+(?:kits?|sets?)`, {
    field: 'part',
    value: 'hosekit',
  }),
  fixed(String.raw`fan\s+blades?|(?:fan\s+)?impellers?`, { field: 'part', value: 'blade' }),
  fixed(String.raw`(?:belt|engine|mechanical|viscous|clutch)[\s-]+(?:driven\s+)?fans?`, {
    field: 'part',
    value: 'fan',
  }),
  fixed(String.raw`(?:thermo)?stats?`, { field: 'part', value: 'thermostat' }),
  fixed(String.raw`(?:cooling\s+|radiator\s+|electric\s+)?fan\s+motors?`, { field: 'part', value: 'motor' }),
  fixed(String.raw`(?:cooling\s+)?(?:fan\s+)?relays?`, { field: 'part', value: 'relay' }),
  fixed(String.raw`(?:cooling\s+)?(?:fan\s+)?(?:control\s+)?modules?|fan\s+controllers?`, {
    field: 'part',
    value: 'module',
  }),
  fixed(String.raw`(?:fan\s+)?shrouds?|cowl(?:ing)?`, { field: 'part', value: 'shroud' }),
  fixed(String.raw`radiators?|rads?`, { field: 'part', value: 'radiator' }),
  fixed(String.raw`(?:electric\s+|cooling\s+|radiator\s+)*fans?(?:\s+assembl(?:y|ies))?`, {
    field: 'part',
    value: 'fan',
  }),
];

/** Displacements with their unit stand before the years, bare numbers after them. */
const SIZES = 7;
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

/** Numbers that belong to something else than a year or an engine, and are kept by nobody. */
export const NOT_KEPT = new RegExp(
  String.raw`(?:(?:8|12|16|20|24|30|32|36|40|48)[\s-]?(?:valves?|v)|(?:6|12|24|48)[\s-]?(?:volts?|v))${END}`,
  'y',
);
