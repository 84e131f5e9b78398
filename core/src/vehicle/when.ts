import {
  BELOW_100,
  ONE,
  ONES,
  rule,
  spokenNumber,
  TEENS,
  TENS,
  type Context,
  type Detail,
  type Rule,
} from './rule.ts';

/** When a vehicle was built, as it is said: years, months, plates, and spans of them. */

const OLDEST_YEAR = 1950;

/** Two digits mean the latest year not more than one past the present; the other century stays an alternative. */
export function fullYear(text: string, referenceYear: number): number {
  if (/[a-z]/.test(text)) return spokenYear(text);
  const digits = text.replace("'", '');
  if (digits.length === 4) return Number(digits);
  const century = Math.floor(referenceYear / 100) * 100;
  const year = century + Number(digits);
  return year > referenceYear + 1 ? year - 100 : year;
}

/** Ten and more: "twenty one" would be no year. */
const FROM_TEN = `(?:(?:${TENS.join('|')})(?:[\\s-]${ONE})?|${TEENS.join('|')})`;
const OF_LAST = `(?:${TENS.slice(3).join('|')})[\\s-]${ONE}`;
const DIGIT = `(?:oh|o|zero|nought|${ONE})`;
/** A year as it is said: "twenty ten", "two thousand and nine", "oh nine", "nineteen seventy", "sixty-nine". */
const SPOKEN = [
  `(?:nineteen|twenty)[\\s-](?:(?:oh|o)[\\s-]${ONE}|${FROM_TEN})`,
  `two thousand(?: and)?[\\s-]${BELOW_100}`,
  `nineteen hundred(?: and)?[\\s-]${BELOW_100}`,
  `(?:oh|aught|nought)[\\s-](?:${ONE}|${TEENS.join('|')})`,
  OF_LAST,
  `(?:two|one)[\\s-](?:${DIGIT}[\\s-]){2}${DIGIT}`,
].join('|');
function spokenYear(text: string): number {
  const words = text.split(/[\s-]+/);
  // Digit by digit: "two oh one one".
  if (words.length === 4 && words.every((word) => ONES.includes(word) || /^(?:oh?|zero|nought)$/.test(word)))
    return Number(words.map((word) => ONES.indexOf(word) + 1).join(''));
  const number = (pattern: RegExp): number => spokenNumber(text.replace(pattern, ''));
  if (text.startsWith('nineteen'))
    return 1900 + number(/^nineteen[\s-](?:hundred(?: and)?[\s-]|(?:oh|o)[\s-])?/);
  if (text.startsWith('two')) return 2000 + number(/^two thousand(?: and)?[\s-]/);
  if (/^(?:twenty|oh|aught|nought)/.test(text))
    return 2000 + number(/^(?:twenty|oh|aught|nought)[\s-](?:(?:oh|o)[\s-])?/);
  const below = spokenNumber(text);
  return (below < 50 ? 2000 : 1900) + below;
}

const Y_ANY = String.raw`(?:(?:19|20)\d\d|'?\d\d|${SPOKEN})`;
const Y = `(${Y_ANY})`;
/** "2009, 10 and 16 valves": the last is no year. */
const NO_UNIT = String.raw`(?![\s-]*(?:valves?|v|volts?|speeds?|cyl|inch|litres?|mm|cc)\b)`;
/** As the second of two it may be said shorter: "nineteen sixty nine or seventy". */
const SECOND = `(?:${Y}|(${FROM_TEN}))`;
const VAGUE_BEFORE = String.raw`(about |around |circa |roughly |maybe |probably |either side of |give or take |~\s?)?`;
const VAGUE_AFTER = String.raw`(?:[ -]?(ish)|,? (or (?:so|thereabouts|near(?:est)?|close)|give or take(?: a (?:year|bit))?)|\s*((?:±|\+\/?-|plus or minus|give or take)\s*(?:1|one|an?)(?:\s+(?:years?|yr))?))?`;

/** What says that later ones are meant too: "2009 onwards", "2009 or newer", "2009 on" where nothing follows. */
const AND_ON = String.raw`(?:and\s+)?(?:onwards?|upwards?|up(?!\s+to))|(?:and|or)\s+(?:later|newer|younger|after|above|on)|(?:and\s+)?(?:-\s*|(?:up\s+)?to\s+)(?:date|present|now|today)|[\s-]on(?=\s*(?:$|[,;.)]))`;

export const isYear = (year: number, context: Context): boolean =>
  year >= OLDEST_YEAR && year <= context.referenceYear + 1;

function span(fromText: string, toText: string, context: Context): Detail[] {
  let from = fullYear(fromText, context.referenceYear);
  let to = fullYear(toText, context.referenceYear);
  if (from > to) [from, to] = [to, from];
  return isYear(from, context) && isYear(to, context)
    ? [{ field: 'year', value: from === to ? String(from) : `${from}-${to}` }]
    : [];
}

/** Years without a gap between them are a span; "2009 or 2011" leaves 2010 out. */
function anyYear(texts: readonly string[], context: Context): Detail[] {
  const all = texts.map((text) => fullYear(text, context.referenceYear));
  const [from, to] = [Math.min(...all), Math.max(...all)];
  if (!all.every((year) => isYear(year, context)) || new Set(all).size < all.length) return [];
  return [{ field: 'year', value: to - from === all.length - 1 ? `${from}-${to}` : all.join('|') }];
}

/** "The end of 2010" is in 2010. */
const AT = String.raw`(?:(?:the\s+)?(?:end|start|beginning|middle)\s+of\s+|(?:early|mid|late)[\s-]+)?`;
/** Words that open or close a span of time, by what they do with what they name. */
const FROM = String.raw`>=|≥|in\s+or\s+after|after\s+or\s+in|from|since|starting(?:\s+(?:in|from|with))?|beginning(?:\s+(?:in|from|with))?|as\s+of|on\s+or\s+after|at\s+least|min(?:imum)?|(?:not?|none|nothing|never)\s+(?:(?:earlier|older)\s+than|before)`;
const AFTER = String.raw`>|after|post|past|(?:later|newer|younger)\s+than`;
const BEFORE = String.raw`<(?!=)|up\s+to\s+but\s+not\s+including|before|pre|prior\s+to|under|(?:earlier|older)\s+than`;
const UNTIL = String.raw`<=|≤|in\s+or\s+before|before\s+or\s+in|up\s+to(?:\s+and\s+including)?|until|till|to\s+the\s+end\s+of|at\s+most|max(?:imum)?|on\s+or\s+before|(?:not?|none|nothing|never)\s+(?:(?:later|newer|younger)\s+than|after)`;
const BOUND = `(?:(${FROM})|(${AFTER})|(${BEFORE})|(${UNTIL}))`;
type Bound = 'from' | 'after' | 'before' | 'until' | undefined;
const boundOf = (groups: readonly (string | undefined)[]): Bound =>
  (['from', 'after', 'before', 'until'] as const)[groups.findIndex((group) => group !== undefined)];

/** "After" and "before" leave out what they name; "from" and "until" take it in. */
function yearBound(bound: Bound, text: string, context: Context): Detail[] {
  const year = fullYear(text, context.referenceYear);
  if (!isYear(year, context)) return [];
  const value = {
    from: `${year}-`,
    after: `${year + 1}-`,
    before: `-${year - 1}`,
    until: `-${year}`,
  };
  return bound ? [{ field: 'year', value: value[bound] }] : [];
}

export const years: Rule[] = [
  // "08, 09 or 10", "68/69/70".
  rule(
    `((?:${Y_ANY}\\s*[,/]\\s*(?:or\\s+)?(?:an?\\s+)?)+${Y_ANY}(?:,?\\s+(?:or|and)\\s+(?:maybe\\s+|possibly\\s+|perhaps\\s+)?(?:an?\\s+)?|\\s*[,/]\\s*)${Y_ANY})${NO_UNIT}`,
    (m, c) =>
      anyYear(
        m[1]!
          .split(/\s*[,/]\s*(?:(?:or|and)\s+)?|\s+(?:or|and)\s+/)
          .map((each) => each.replace(/^(?:(?:maybe|possibly|perhaps|an?)\s+)+/, '')),
        c,
      ),
  ),
  rule(
    String.raw`(?:between|from)\s+${AT}${Y}\s*(?:and|&|to|till|until|through|-|–)\s*${AT}${Y}(?: or so| or thereabouts)?`,
    (m, c) => span(m[1]!, m[2]!, c),
  ),
  rule(
    String.raw`${AT}${Y}\s*(?:-+>?|–|→|\.{2,3}|…|\/|to|through|thru)\s*(?:an?\s+)?${AT}${SECOND}${NO_UNIT}(?: or so| or thereabouts)?`,
    (m, c) => span(m[1]!, m[2] ?? m[3]!, c),
  ),
  // "2012 & 2013", "08s and 09s": one or the other, and no "2009 and 16 valves".
  rule(
    String.raw`${Y}(?:'?s)?\s*(?:&|and)\s*(?:an?\s+)?((?:19|20)\d\d|'?\d\d(?=s|'s)|'\d\d|(?<=\b'?\d\d(?:'?s)?\s*(?:&|and)\s*)0\d)(?:'?s)?`,
    (m, c) => anyYear([m[1]!, m[2]!], c),
  ),
  rule(
    String.raw`(?:either\s+|around\s+|about\s+|circa\s+)?(?:an?\s+)?${Y}\s+or\s+(?:(?:maybe|perhaps|possibly)\s+)?(?:an?\s+)?${SECOND}`,
    (m, c) => anyYear([m[1]!, m[2] ?? m[3]!], c),
  ),
  rule(String.raw`((?:19|20)\d)(\d)\s*(?:or|\/)\s*(?:maybe\s+)?(\d)${NO_UNIT}`, (m, c) =>
    anyYear([`${m[1]}${m[2]}`, `${m[1]}${m[3]}`], c),
  ),
  rule(String.raw`(${TEENS.join('|')})\s+(or|to)\s+(${TEENS.join('|')})`, (m, c) =>
    m[2] === 'or' ? anyYear([m[1]!, m[3]!], c) : span(m[1]!, m[3]!, c),
  ),
  rule(String.raw`(nineteen|twenty)[\s-](?:(?:oh|o)[\s-])?(${BELOW_100})`, (m, c) => {
    const year = (m[1] === 'twenty' ? 2000 : 1900) + spokenNumber(m[2]!);
    return isYear(year, c) ? [{ field: 'year', value: String(year) }] : [];
  }),
  // "Not from 2008" is not of 2008; "not from 2008 on" is before it.
  rule(String.raw`(?:not|isn't|wasn't)\s+from\s+${Y}(?!\s*(?:on|up|-|–|to|till|until|and))`, (m, c) => {
    const year = fullYear(m[1]!, c.referenceYear);
    return isYear(year, c) ? [{ field: 'year', value: `!${year}` }] : [];
  }),
  rule(
    // "Before they changed it in 2013", "after the facelift of 2017".
    String.raw`${BOUND}\s+(?:the|they|it)\s+(?:[a-z'-]+\s+){1,3}(?:in|of)\s+${Y}`,
    (m, c) => yearBound(boundOf(m.slice(1, 5)), m[5]!, c),
  ),
  rule(
    String.raw`${BOUND}[\s-]*(?:the\s+|an?\s+)?(?:year\s+)?${Y}(?:\s+(?:and\s+)?(?:on|onwards?|up|upwards))?`,
    (m, c) => yearBound(boundOf(m.slice(1, 5)), m[5]!, c),
  ),
  rule(String.raw`${Y}\s*(?:${AND_ON}|\+|min(?:imum)?|at\s+the\s+(?:earliest|oldest))`, (m, c) =>
    yearBound('from', m[1]!, c),
  ),
  rule(
    String.raw`${Y}\s*(?:(?:and|or)\s+(?:earlier|older|before|below|under)|max(?:imum)?|at\s+the\s+(?:latest|newest))`,
    (m, c) => yearBound('until', m[1]!, c),
  ),
  rule(String.raw`(?:the\s+)?year\s+(before|after)\s+${Y}`, (m, c) => {
    const year = fullYear(m[2]!, c.referenceYear) + (m[1] === 'before' ? -1 : 1);
    return isYear(year, c) ? [{ field: 'year', value: String(year) }] : [];
  }),
  // By its age, to the year either side, as nobody says which birthday.
  rule(
    String.raw`(?:(older than|over|more than|not? (?:newer|younger|less) than)|(newer than|younger than|under|less than|not? (?:older|more) than|not over)|(?:about|around|roughly|nearly|some))?\s*(\d\d?|${BELOW_100})[\s-]years?(?:[\s-](old|of age))?`,
    (m, c) => {
      const year = c.referenceYear - (/\d/.test(m[3]!) ? Number(m[3]) : spokenNumber(m[3]!));
      if (!isYear(year, c) || !(m[1] ?? m[2] ?? m[4])) return [];
      return [{ field: 'year', value: m[1] ? `-${year}` : m[2] ? `${year}-` : `${year - 1}-${year + 1}` }];
    },
  ),
  // "Halberd, seventy, automatic"; "sixteen, maybe seventeen": one that stands by itself is a year.
  rule(String.raw`(${TENS.slice(4).join('|')})(?=\s*(?:$|[,;.)]))`, (m, c) => {
    const year = String(1900 + spokenNumber(m[1]!));
    return span(year, year, c);
  }),
  rule(
    String.raw`(?:an?\s+)?(${TEENS.slice(1).join('|')})(?=\s*(?:$|[,;.)]|-\s|or\b|maybe\b|possibly\b|perhaps\b))`,
    (m, c) => span(String(2000 + spokenNumber(m[1]!)), String(2000 + spokenNumber(m[1]!)), c),
  ),
  // A model that began between two years: "1969½", "2017.5".
  rule(String.raw`((?:19|20)\d\d|'?\d\d)(?:½|(?<=\d{4})\.5)`, (m, c) => span(m[1]!, m[1]!, c)),
  rule(String.raw`(?:2k|(?:2|two)\s+thousand(?:\s+and)?\s+)(\d\d?)`, (m, c) => {
    const year = 2000 + Number(m[1]);
    return isYear(year, c) ? [{ field: 'year', value: String(year) }] : [];
  }),
  rule(
    String.raw`${VAGUE_BEFORE}(?:(?:my|yr|y)\.?\s?)?${Y}(?:\s?my)?${VAGUE_AFTER}(?:\s*(?:reg|registered))?`,
    (m, c) => {
      const year = fullYear(m[2]!, c.referenceYear);
      if (!isYear(year, c)) return [];
      if (m[1] ?? m[3] ?? m[4] ?? m[5])
        return [{ field: 'year', value: `${year - 1}-${year + 1}`, alternatives: [String(year)] }];
      const other = year >= 2000 ? year - 100 : year + 100;
      return [
        {
          field: 'year',
          value: String(year),
          alternatives: m[2]!.length < 4 && /\d/.test(m[2]!) && isYear(other, c) ? [String(other)] : [],
        },
      ];
    },
  ),
];

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const MONTH_NAME = String.raw`(jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)\.?`;
const MONTH = String.raw`(?:${MONTH_NAME}\s*|(0?[1-9]|1[0-2])\s*[/.-]\s*)(?:of\s+)?${Y}`;

/** A year, with or without its month. */
export const MONTH_OF_YEAR = String.raw`(?:${MONTH_NAME.replace('(', '(?:')}\s*(?:of\s+)?)?${Y_ANY}`;

function month(name: string | undefined, number: string | undefined, year: string, context: Context): string {
  const index = name ? MONTHS.indexOf(name.slice(0, 3)) + 1 : Number(number);
  return `${fullYear(year, context.referenceYear)}-${String(index).padStart(2, '0')}`;
}

/** A month that cannot be taken for anything else: named ("it may 10 …" is none), or a number and a whole year. */
const SURE_MONTH = String.raw`(?:(?!may\s*\d\d(?!\d))${MONTH_NAME}\s*(?:of\s+)?|(0?[1-9]|1[0-2])\s*[/.]\s*(?=(?:19|20)\d\d))${Y}`;

/** A month by itself, as `03`; undefined for any other word. */
export const monthNumber = (word: string): string | undefined =>
  new RegExp(`^${MONTH_NAME}$`).test(word)
    ? String(MONTHS.indexOf(word.slice(0, 3)) + 1).padStart(2, '0')
    : undefined;

/** The month so many after this one, as `2010-03`. */
export const otherMonth = (text: string, step: 1 | -1): string => {
  const [year, index] = text.split('-').map(Number) as [number, number];
  const count = year * 12 + index - 1 + step;
  return `${Math.floor(count / 12)}-${String((count % 12) + 1).padStart(2, '0')}`;
};

function date(first: number, second: number, year: string, bound: Bound, context: Context): Detail[] {
  const in12 = (each: number): boolean => each >= 1 && each <= 12;
  const [likely, other] = in12(second) ? [second, first] : [first, second];
  if (!in12(likely) || other < 1 || other > 31 || !isYear(fullYear(year, context.referenceYear), context))
    return [];
  const said = (index: number): string => month(undefined, String(index), year, context);
  if (bound) return monthBound(bound, said(likely));
  return [
    {
      field: 'built',
      value: said(likely),
      alternatives: in12(other) && other !== likely ? [said(other)] : [],
    },
  ];
}

function monthBound(bound: Bound, at: string): Detail[] {
  const value = {
    from: `${at}..`,
    after: `${otherMonth(at, 1)}..`,
    before: `..${otherMonth(at, -1)}`,
    until: `..${at}`,
  };
  return [{ field: 'built', value: bound ? value[bound] : at }];
}

/**
 * A plate with an age in it, by the half year it was given out in: 02 to 50 from March to August, 51 on from September
 * to February. Whatever carries it was built then or earlier.
 */
export function plate(number: number, context: Context, bound?: Bound): Detail[] {
  const second = number > 50;
  const year = 2000 + (second ? number - 50 : number);
  if (year < 2001 || year > context.referenceYear) return [];
  const [first, last] = second ? [`${year}-09`, `${year + 1}-02`] : [`${year}-03`, `${year}-08`];
  if (bound === 'from' || bound === 'before') return monthBound(bound, first);
  return monthBound(bound ?? 'until', last);
}

const REGISTERED = String.raw`(?:first\s+)?(?:registered|reg'?d?)(?:\s+on)?(?:\s+the)?:?`;
const WHEN = String.raw`(?:${BOUND}|in)`;
const BUILT = String.raw`(?:built|made|produced|build|production|manufactured|mfd|mfg)(?:\s+date|\s+month)?:?`;

export const builds: Rule[] = [
  rule(
    String.raw`${BUILT}\s+(?:(?:between|from)\s+)?${MONTH}\s*(?:and|to|till|until|-|–)\s*${MONTH}`,
    (m, c) => {
      const ends = [month(m[1], m[2], m[3]!, c), month(m[4], m[5], m[6]!, c)].sort();
      return [{ field: 'built', value: ends.join('..') }];
    },
  ),
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
  rule(String.raw`${BUILT}\s+${WHEN}?\s*((?:19|20)\d\d)-(0[1-9]|1[0-2])`, (m) =>
    monthBound(boundOf(m.slice(1, 5)), `${m[5]}-${m[6]}`),
  ),
  rule(String.raw`${BUILT}\s+${WHEN}?\s*(?:the\s+)?${MONTH}(?: or so| or thereabouts)?`, (m, c) =>
    monthBound(boundOf(m.slice(1, 5)), month(m[5], m[6], m[7]!, c)),
  ),
  rule(
    String.raw`(?:(?:between|from)\s+)?(?:the\s+)?${SURE_MONTH}\s*(?:and|to|till|until|-|–)\s*(?:the\s+)?${SURE_MONTH}`,
    (m, c) => {
      const ends = [month(m[1], m[2], m[3]!, c), month(m[4], m[5], m[6]!, c)].sort();
      return [{ field: 'built', value: ends.join('..') }];
    },
  ),
  rule(
    String.raw`(first\s+registered\s+|registered\s+|reg'?d?\s+)?(?:${WHEN}\s+)?(?:the\s+)?${SURE_MONTH}(?:\s*(${AND_ON})|\s+((?:and|or)\s+(?:earlier|older|before)))?(?: or so| or thereabouts)?`,
    // Built then or before it was registered.
    (m, c) =>
      monthBound(
        boundOf(m.slice(2, 6)) ?? (m[1] || m[10] ? 'until' : m[9] ? 'from' : undefined),
        month(m[6], m[7], m[8]!, c),
      ),
  ),
  // "Jan to Jun 2016"; "2008 (March)", but not "2010, March 2011".
  rule(
    String.raw`(?:(?:between|from)\s+)?${MONTH_NAME}(?:\s*(?:and|or|to|till|until|through|-|–|\/)\s*|\s+)${MONTH_NAME}\s+(?:of\s+)?${Y}`,
    (m, c) => {
      const ends = [month(m[1], undefined, m[3]!, c), month(m[2], undefined, m[3]!, c)].sort();
      return [{ field: 'built', value: ends.join('..') }];
    },
  ),
  // A year and a month as the ends of one span: the year from its first month or to its last.
  rule(
    String.raw`(?:${BUILT}\s+)?(?:between|from)\s+${AT}(?:${MONTH_NAME}\s*(?:of\s+)?)?${Y}\s*(?:and|to|till|until|through|-|–)\s*${AT}(?:${MONTH_NAME}\s*(?:of\s+)?)?${Y}`,
    (m, c) => {
      if ((m[1] === undefined) === (m[3] === undefined)) return [];
      const ends = [month(m[1], '1', m[2]!, c), month(m[3], '12', m[4]!, c)];
      return ends[0]! <= ends[1]! ? [{ field: 'built', value: ends.join('..') }] : [];
    },
  ),
  rule(
    String.raw`((?:19|20)\d\d|'\d\d(?=\s*\())\s*[,(]?\s*(?!may\s+be\b)${MONTH_NAME}(?!\s*(?:of\s+)?'?\d)\)?`,
    (m, c) => monthBound(undefined, month(m[2], undefined, m[1]!, c)),
  ),
  // Whole dates: the day first, unless it can only be the month; of the two the other stays to choose from.
  rule(String.raw`(${REGISTERED}\s+)?(\d\d?)[/.-](\d\d?)[/.-]${Y}`, (m, c) =>
    date(Number(m[2]), Number(m[3]), m[4]!, m[1] ? 'until' : undefined, c),
  ),
  rule(String.raw`((?:19|20)\d\d)-(0[1-9]|1[0-2])-[0-3]\d`, (m) => monthBound(undefined, `${m[1]}-${m[2]}`)),
  rule(String.raw`\d\d?(?:st|nd|rd|th)\s+(?:of\s+)?${MONTH_NAME}\s*(?:of\s+)?${Y}`, (m, c) =>
    monthBound(undefined, month(m[1], undefined, m[2]!, c)),
  ),
  // "10/10": nobody writes a span of years that way.
  rule(String.raw`(0[1-9]|1[0-2])[/.](\d\d)`, (m, c) =>
    m[1] === m[2] ? monthBound(undefined, month(undefined, m[1], m[2]!, c)) : [],
  ),
  // "2012-05" is a month; "2008-12" is a span of years, as the trade writes them.
  rule(String.raw`(?:${WHEN}\s+)?((?:19|20)(\d\d))[-/](0[1-9]|1[0-2])`, (m) =>
    Number(m[7]) > Number(m[6]) ? [] : monthBound(boundOf(m.slice(1, 5)), `${m[5]}-${m[7]}`),
  ),
  rule(String.raw`plate(?:'s|\s+is|\s+(?:starts|begins)(?:\s+with)?)?:?\s+(?:an?\s+)?(\d\d)`, (m, c) =>
    plate(Number(m[1]), c),
  ),
  // Of two plates the later one holds.
  rule(
    String.raw`(?:an?\s+)?((?:'?\d\d\s*(?:,|or|to|\/|-)\s*(?:an?\s+)?)+'?\d\d)[\s-]?(?:plates?|reg(?:istration|istered)?)`,
    (m, c) =>
      m[1]!
        .match(/\d\d/g)!
        .flatMap((each) => plate(Number(each), c))
        .sort((a, b) => (a.value < b.value ? 1 : -1))
        .slice(0, 1),
  ),
  rule(
    String.raw`(?:${BOUND}\s+(?:the\s+)?)?(?:first\s+)?(?:registered\s+)?(?:on\s+)?(?:an?\s+)?'?(\d\d|${BELOW_100}|(?:oh|o)[\s-]${ONE})[\s-]?(?:plates?|reg(?:istration|istered)?)`,
    (m, c) =>
      plate(
        /^\d/.test(m[5]!) ? Number(m[5]) : spokenNumber(m[5]!.replace(/^oh?[\s-]/, '')),
        c,
        boundOf(m.slice(1, 5)),
      ),
  ),
  rule(String.raw`(?:first\s+)?(?:registered|reg'?d)\s+(?:in\s+)?${Y}`, (m, c) => {
    const year = fullYear(m[1]!, c.referenceYear);
    return isYear(year, c) ? [{ field: 'built', value: `..${year}-12` }] : [];
  }),
];
