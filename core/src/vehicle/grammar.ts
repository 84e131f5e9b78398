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

const CUBIC_INCH_L = 0.016387064;
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
    String.raw`(?:an?\s+)?${Y}\s*(?:-|–|\/|to|through|thru|or)\s*(?:an?\s+)?${Y}(?: or so| or thereabouts)?`,
    (m, c) => span(m[1]!, m[2]!, c),
  ),
  rule(
    String.raw`(?:from|since)\s+${Y}(?: on| onwards| up)?|${Y}\s*(?:onwards|and up|and later|or later|or newer|\+)`,
    (m, c) => {
      const year = fullYear(m[1] ?? m[2]!, c.referenceYear);
      return isYear(year, c) ? [{ field: 'year', value: `${year}-` }] : [];
    },
  ),
  rule(String.raw`(?:after|post)[\s-]+${Y}`, (m, c) => [
    { field: 'year', value: `${fullYear(m[1]!, c.referenceYear) + 1}-` },
  ]),
  rule(String.raw`(?:before|pre)[\s-]*${Y}`, (m, c) => [
    { field: 'year', value: `-${fullYear(m[1]!, c.referenceYear) - 1}` },
  ]),
  rule(String.raw`(?:up to|until|till)\s+${Y}`, (m, c) => [
    { field: 'year', value: `-${fullYear(m[1]!, c.referenceYear)}` },
  ]),
  rule(String.raw`${VAGUE_BEFORE}${Y}${VAGUE_AFTER}`, (m, c) => {
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

const builds: Rule[] = [
  rule(
    String.raw`(?:built|made|produced|build)\s+(?:date\s+)?(after|from|since|before|until|up to|in)?\s*${MONTH}`,
    (m, c) => {
      const at = month(m[2], m[3], m[4]!, c);
      const word = m[1] ?? 'in';
      if (word === 'in') return [{ field: 'built', value: at }];
      return [{ field: 'built', value: /after|from|since/.test(word) ? `${at}..` : `..${at}` }];
    },
  ),
];

const displacement = (litres: number): Detail[] =>
  litres >= 0.5 && litres <= 9.9
    ? [{ field: 'displacement', value: String(Math.round(litres * 10) / 10) }]
    : [];

const engines: Rule[] = [
  rule(String.raw`(\d[.,]\d)\s*-?(?:l|lt|ltr|litres?|liters?)?(td|tdi|d|i)?`, (m) => {
    const fuel: Detail[] = m[2] === 'd' || m[2]?.startsWith('td') ? [{ field: 'fuel', value: 'diesel' }] : [];
    return [...displacement(Number(m[1]!.replace(',', '.'))), ...fuel];
  }),
  rule(String.raw`(\d)\s*-?(?:l|ltr|litres?|liters?)`, (m) => displacement(Number(m[1]))),
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
  fixed(String.raw`(?:non|no|without)[\s-]?(?:a\s+)?turbo|naturally aspirated|n\/?a`, {
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
  [String.raw`automatic|auto(?:matic)?(?:\s+(?:box|gearbox|trans))?|slush ?box`, 'automatic'],
  [String.raw`manual|stick(?:[\s-]?shift)?|man|standard (?:shift|trans|transmission|gearbox)`, 'manual'],
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
];

const AIR = String.raw`(?:air[\s-]?con(?:ditioning|ditioned|ditioner)?|a\/?c|a\.c\.?|air)`;
const options: Rule[] = [
  fixed(String.raw`(?:no|without|w\/o|non|minus)[\s-]?(?:the\s+)?${AIR}`, {
    field: 'airConditioning',
    value: 'no',
  }),
  fixed(String.raw`(?:with\s+)?${AIR}`, { field: 'airConditioning', value: 'yes' }),
  rule(
    String.raw`(?:(no|not|without|non)[\s-]+)?(?:the\s+|a\s+)?(?:tow(?:ing)?(?:[\s-]?(?:package|pack|pkg|bar|kit))?|tows)`,
    (m) => [{ field: 'package', value: m[1] ? '!towing' : 'towing' }],
  ),
  rule(
    String.raw`(?:(no|not|without|non)[\s-]+)?(?:the\s+)?(?:heavy[\s-]?duty|hd|h\/d)(?:\s+(?:cooling|package|pack|radiator))?`,
    (m) => [{ field: 'package', value: m[1] ? '!heavy-duty' : 'heavy-duty' }],
  ),
  fixed(String.raw`standard[\s-](?:duty|cooling|radiator)`, { field: 'package', value: 'standard' }),
  fixed(String.raw`pick[\s-]?up|double cab|single cab|crew cab`, { field: 'body', value: 'pickup' }),
  fixed(String.raw`van|minivan|minibus`, { field: 'body', value: 'van' }),
  fixed(String.raw`hatch(?:back)?`, { field: 'body', value: 'hatchback' }),
  fixed(String.raw`saloon|sedan`, { field: 'body', value: 'saloon' }),
  fixed(String.raw`coup[eé]`, { field: 'body', value: 'coupe' }),
  fixed(String.raw`estate|wagon|station wagon`, { field: 'body', value: 'estate' }),
  fixed(String.raw`convertible|soft top|drop top`, { field: 'body', value: 'convertible' }),
  fixed(String.raw`4x4|4wd|awd|all[\s-]wheel(?:[\s-]drive)?|four[\s-]wheel[\s-]drive`, {
    field: 'drive',
    value: 'all',
  }),
  fixed(String.raw`fwd|front[\s-]wheel[\s-]drive`, { field: 'drive', value: 'front' }),
  fixed(String.raw`rwd|rear[\s-]wheel[\s-]drive`, { field: 'drive', value: 'rear' }),
  fixed(String.raw`rhd|right[\s-]hand[\s-](?:drive|er)`, { field: 'steering', value: 'right' }),
  fixed(String.raw`lhd|left[\s-]hand[\s-](?:drive|er)`, { field: 'steering', value: 'left' }),
  fixed(String.raw`radiators?|rads?`, { field: 'part', value: 'radiator' }),
  fixed(String.raw`(?:fan\s+)?shrouds?|cowl(?:ing)?`, { field: 'part', value: 'shroud' }),
  fixed(String.raw`(?:electric\s+)?fans?(?:\s+assembl(?:y|ies))?`, { field: 'part', value: 'fan' }),
];

export const RULES: readonly Rule[] = [
  ...builds,
  ...transmissions,
  ...options,
  ...engines.slice(0, 4),
  ...years,
  ...engines.slice(4),
];
