import { describe, expect, test } from 'vitest';
import demo from '../../demo/1-vehicles.json';
import first from './descriptions.txt?raw';
import second from './descriptions-2.txt?raw';
import third from './descriptions-3.txt?raw';
import talk from './talk.txt?raw';
import talkSecond from './talk-2.txt?raw';
import talkThird from './talk-3.txt?raw';
import { describeVehicle, type Field, type Vocabulary } from '../src/vehicle/index.ts';

interface Bundle {
  makes: { name: string }[];
  models: { make: string; name: string; nicknames: string[]; years: [number, number] }[];
  engines: Omit<Vocabulary['engines'][number], 'id'>[];
  transmissions: Omit<Vocabulary['transmissions'][number], 'id'>[];
}
const bundle = demo as unknown as Bundle;
const numbered = <T extends object>(rows: T[]): (T & { id: number })[] =>
  rows.map((row, index) => ({ ...row, id: index + 1 }));
const makes = numbered(bundle.makes);
const vocabulary: Vocabulary = {
  makes,
  models: numbered(bundle.models).map(({ make, years, ...model }) => ({
    ...model,
    makeId: makes.find((each) => each.name === make)!.id,
    life: years,
  })),
  engines: numbered(bundle.engines),
  transmissions: numbered(bundle.transmissions),
};
const idByName = (list: readonly { id: number; name: string }[], name: string): string =>
  name.replace(
    /^(!?)(.*)/,
    (_, not: string, said: string) => not + list.find((each) => each.name === said)!.id,
  );

interface Case {
  text: string;
  awkward: boolean;
  details: Record<string, string>;
  leftover: string;
  /** What is said of another vehicle in the same line. */
  others: string[];
}

function readCases(text: string): Case[] {
  return text
    .split('\n')
    .filter((line) => line !== '' && !line.startsWith('#'))
    .map((line) => {
      const [text, details, leftover = ''] = line.replace(/^\* /, '').split(' | ') as [
        string,
        string,
        string?,
      ];
      const pairs = details.split(' ').map((pair): [string, string] => {
        const [field, value] = pair.split('=') as [Field, string];
        const spelled = value.replaceAll('/', '|');
        if (field !== 'make' && field !== 'model') return [field, spelled];
        const list = field === 'make' ? vocabulary.makes : vocabulary.models;
        return [
          field,
          spelled
            .split('|')
            .map((name) => idByName(list, name))
            .join('|'),
        ];
      });
      const [rest = '', ...others] = leftover.split(/\s*&\s*/);
      return {
        text,
        awkward: line.startsWith('*'),
        details: Object.fromEntries(pairs),
        leftover: rest,
        others,
      };
    });
}

/** Read wrongly, and known to be: the figure below counts them as wrong. */
const KNOWN_MISSES = new Set<string>([
  // "From the end of" should open the span and hand back "end".
  'merlet from the end of 2007',
  // Whose vehicle it is, and when another engine was given up, are stories and no details.
  "my neighbour's merlet, not mine, mine's a tussock: 2010 1.4",
  'any merlet made after the diesel was dropped, so 2011 on, petrol',
  // The digits of a plate are taken for a year.
  'two litre diesel haulden reg number ends 13',
  // What would do instead is a second wish.
  'if no rad for the 2.5 then for the 2.2, tussock 2012',
  "it's like the 2010 tussock but a year newer, diesel",
  // How many of each is an order of several vehicles.
  '3 tussocks, 2 diesel 1 petrol, all 2010',
  // What all others have tells what this one has not, by "except" alone.
  'merlet, they all have air except his',
  // Words of another language in the clause make a bare number doubtful: the year is asked.
  'merlet 1,8 benzin schalter 2009',
  // As well a span of years.
  'haulden 03-2014',
  // The same once more is another vehicle.
  'tussock 2010 auto; same again but manual',
  // A radiator and a fan, or a fan of the radiator.
  'everything for a halberd: rad fan shroud cap stat',
  // Three names in a row, one of them mistyped; two letters changed about and one missing.
  'tusock haulden merlit caps',
  'hadlen 2.4 atuo',
  // A hyphen for a point.
  'merlet 1-4',
  // More than two things run together, of which a year may be either of two numbers.
  'haulden20diesel2012',
  // A question about two years: the second is handed back.
  'what fits a 2009 merlet also fits 2010? diesel',
  // What a vehicle had may be what is wanted.
  'need what came off: 2010 tussock 2.2 auto ac, had 2 fans',
  // Two vehicles alike in name: the second year is kept to choose from, not as a second line.
  'a customer with two tussocks, one 2009 one 2011, both diesel',
]);

const words = (text: string): string[] => text.toLowerCase().split(/\s+/).filter(Boolean).sort();

const misreadOf = (cases: readonly Case[]): Case[] =>
  cases.filter(({ text, details, leftover, others }) => {
    const read = describeVehicle(text, vocabulary, 2026);
    const found = Object.fromEntries(read.chips.map((chip) => [chip.field, chip.value]));
    const rest = read.leftover.map((each) => each.text).join(' ');
    const right =
      JSON.stringify(Object.entries(found).sort()) === JSON.stringify(Object.entries(details).sort()) &&
      JSON.stringify(words(rest)) === JSON.stringify(words(leftover)) &&
      JSON.stringify(read.others.map((other) => other.text)) === JSON.stringify(others);
    return !right;
  });

describe.each([
  { name: 'first', cases: readCases(first), count: 200, awkward: 60 },
  { name: 'second', cases: readCases(second), count: 100, awkward: 40 },
  { name: 'third', cases: readCases(third), count: 1639, awkward: 1024 },
])('the $name written set of descriptions', ({ cases, count, awkward }) => {
  const wrong = misreadOf(cases);
  const rate = (of: readonly Case[]): number =>
    1 - of.filter((each) => wrong.includes(each)).length / of.length;

  test(`is ${count} descriptions, at least ${awkward} of them awkward`, () => {
    expect(cases.length).toBe(count);
    expect(cases.filter((each) => each.awkward).length).toBeGreaterThanOrEqual(awkward);
  });
  test('is read right for at least 95 in 100 ordinary and 85 in 100 awkward ones: every stated detail kept, none invented', () => {
    expect(rate(cases.filter((each) => !each.awkward))).toBeGreaterThanOrEqual(0.95);
    expect(rate(cases.filter((each) => each.awkward))).toBeGreaterThanOrEqual(0.85);
  });
  test('has no misses but the ones listed', () => {
    expect(wrong.map((each) => each.text).filter((text) => !KNOWN_MISSES.has(text))).toEqual([]);
  });
});

/** Lines in which most words are about something else: no detail invented is what counts, words handed back do not. */
describe.each([
  // Written before the grammar of talk was touched; 31 of 100 were right then.
  { name: 'first', lines: talk, count: 100, least: 0.98 },
  // Right before: 55 of 100.
  { name: 'second', lines: talkSecond, count: 100, least: 0.85 },
  // Never used to mend anything. Right before: 29 of 65.
  { name: 'third', lines: talkThird, count: 65, least: 0.85 },
])('the $name lines of talk', ({ lines, count, least }) => {
  const cases = readCases(lines);
  const right = cases.filter(({ text, details }) => {
    const found = Object.fromEntries(describeVehicle(text, vocabulary, 2026).chips.map((chip) => [chip.field, chip.value])); // prettier-ignore
    return JSON.stringify(Object.entries(found).sort()) === JSON.stringify(Object.entries(details).sort());
  });
  test(`${count} of them: at least ${least * 100} in 100 keep every detail of the vehicle and invent none`, () => {
    expect(cases.length).toBe(count);
    expect(right.length / cases.length).toBeGreaterThanOrEqual(least);
  });
});
