import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  heardIn,
  outcomeWords,
  tableFor,
  type DiagnosisVehicle,
  type VehicleTable,
} from '../src/diagnosis/index.ts';
import { clausesOf, isDeniedAt } from '../src/speech/index.ts';

const TWO: DiagnosisVehicle = { fans: 'two', airConditioning: true, withAc: 'both', module: false, selfShifting: true, highVoltage: false, ageYears: 16 }; // prettier-ignore
const two = tableFor(TWO);
const one = tableFor({ ...TWO, fans: 'one' });
const belt = tableFor({ ...TWO, fans: 'engine', airConditioning: false });
const read = (table: VehicleTable, said: string): Record<string, string> =>
  Object.fromEntries(heardIn(table, said).map(({ check, outcome }) => [check, outcome]));

describe('statements and denials', () => {
  test('a text falls into statements at stops, commas and words that lead over', () => {
    expect(
      clausesOf('Gets hot in town, fine on the road but the fan runs').map(({ text }) => text.trim()),
    ).toEqual(['gets hot in town', 'fine on the road', 'the fan runs']);
  });
  test.each([
    ['there is never a puddle', 'puddle', true],
    ["the fan doesn't come on", 'come on', true],
    ['no leaks', 'leaks', true],
    ['it is not very noisy', 'noisy', true],
    ['not sure if it leaks', 'leaks', false],
    ['it leaks', 'leaks', false],
    ['the fan is dead', 'dead', false],
  ])('“%s”: %s', (clause, word, denied) => expect(isDeniedAt(clause, clause.indexOf(word))).toBe(denied));
});

/** What callers said of one electric fan, and what of it stands in the table; nothing else may be heard. */
const ONE: [said: string, heard: Record<string, string>][] = [
  ['overheats in traffic, ok on the motorway', { heat: 'crawl' }],
  ['boils over going uphill with a trailer', { heat: 'road' }],
  ['it never gets warm', { heat: 'cool' }],
  ['temperature is normal', { heat: 'none' }],
  ['fan does not come on when it gets hot', { heat: 'none|crawl|road|both', 'fans-hot': 'dead' }],
  ['fan comes on late but runs strong when hot', { heat: 'none|crawl|road|both', 'fans-hot': 'strong' }],
  ['the fan is slow with the air con on', { 'fans-ac': 'slow' }],
  ['the fan never stops', { stops: 'always' }],
  ['no coolant lost, heater hot', { loss: 'none', heater: 'hot' }],
  ['loses a bottle a day', { loss: 'fast' }],
  ['coolant sprays everywhere', { loss: 'fast' }],
  ['I top it up every month', { loss: 'slow' }],
  ['level was low this morning', { level: 'low' }],
  ['coolant is brown and oily', { level: 'sludge' }],
  ['no water left in it', { level: 'empty' }],
  ['heater goes cold at idle', { heater: 'cold' }],
  ['fuse blew twice', { blows: 'yes', 'fuse-look': 'blown' }],
  ['the fuse is burnt', { 'fuse-look': 'blown' }],
  ['the fuse is not blown', { 'fuse-look': 'whole' }],
  ['a blade is missing', { 'spin@fan': 'short' }],
  ['the fan is stuck', { 'spin@fan': 'stuck' }],
  ['it rattles at the front', { noise: 'rubs' }],
  [
    'fan dead with the air con on, no current, fuse is whole, relay swapped and no help',
    { 'fans-ac': 'dead', 'amps@fan': 'none', 'fuse-look': 'whole', 'relay-swap@fan': 'same' },
  ],
  ['swapped the relay, still dead', { 'relay-swap@fan': 'same' }],
  ['changed the relay and now it runs fine', {}],
  ['12 volts at the plug', { 'volts@fan': 'full' }],
  ['no power at the plug', { 'volts@fan': 'none' }],
  ['there is no power steering fluid', {}],
  ['it has no power on hills', {}],
  ['the relay clicks', {}],
  ['current price of a fan?', {}],
  ['no noise at all', { noise: 'quiet' }],
  ['belt slips when cold', { 'belt-look': 'slips' }],
  ['shroud is cracked on one side', { 'shroud-look': 'gap' }],
  ['radiator is full of flies', { 'core-look': 'dirty' }],
  ['bubbles in the tank', { bubbles: 'ends|steady' }],
  ['no bubbles', { bubbles: 'none' }],
  ['since the garage fitted a radiator it runs cool', { heat: 'cool', since: 'worked' }],
  ['customer is waiting, please hurry', {}],
  ['he paid for a new battery', {}],
  ['', {}],
];
describe('what is heard of a complaint', () => {
  test.each(ONE)('“%s”', (said, heard) => {
    expect(read(one, said)).toEqual(heard);
  });
  test('the same words concern the fans that a vehicle has', () => {
    expect(read(two, 'radiator fan is dead, air con fan works with the a/c')).toEqual({ 'fans-hot': 'dead@temperature|dead@temperature+slow@ac|dead', 'fans-ac': 'strong|slow@temperature|dead@temperature' }); // prettier-ignore
    expect(read(two, 'a blade is missing')).toEqual({});
    // Which fan is "one" nobody said: either may be.
    const eitherWay = 'dead@ac+slow@temperature|dead@temperature+slow@ac';
    for (const said of ['one fan is seized and the other one turns slowly', 'one fan seized, the other slow', 'the fans: one is dead, the other runs slow']) expect(read(two, said)).toEqual({ 'fans-hot': eitherWay }); // prettier-ignore
    expect(outcomeWords('fans-hot', eitherWay)).toBe(
      'one fan does not come on, the other comes on slow, weak or rough',
    );
    expect(read(two, 'with the air con on one fan is dead')).toEqual({ 'fans-ac': 'dead@ac|dead@temperature|dead@ac+slow@temperature|dead@temperature+slow@ac' }); // prettier-ignore
    expect(read(one, 'one fan is dead and the other one turns slowly')).toEqual({ 'fans-hot': 'dead' });
    expect(read(belt, 'half the blades are off')).toEqual({ 'spin-driven': 'short' });
    // Nobody asks after the A/C, or an electric fan, of a vehicle that has none.
    expect(read(belt, 'A/C weak at idle, fan does not come on when hot')).toEqual({
      heat: 'none|crawl|road|both',
    });
  });
  test('a statement is heard the same wherever it stands, and nothing is heard twice', () => {
    const statements = ['fuse is fine', 'heater is hot', 'loses nothing', 'it rattles', 'level is low'];
    const all = { 'fuse-look': 'whole', heater: 'hot', loss: 'none', noise: 'rubs', level: 'low' };
    fc.assert(
      fc.property(fc.shuffledSubarray(statements, { minLength: 5 }), fc.constantFrom('. ', ', ', ' and ', ' but '), (order, between) => {
        const heard = heardIn(one, order.join(between));
        expect(Object.fromEntries(heard.map(({ check, outcome }) => [check, outcome]))).toEqual(all);
        expect(new Set(heard.map(({ check }) => check)).size).toBe(heard.length);
      }),
      { numRuns: 120, seed: 27 },
    ); // prettier-ignore
  });
});
