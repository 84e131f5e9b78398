import { describe, expect, test } from 'vitest';
import type { FigureSet } from '@radiatrix/core/figures';
import { transferList, type PlanPart, type TransferLine } from '@radiatrix/core/fitment';
import { transferText, transferThing } from '../src/transfer.ts';

const figures = (words: Record<string, string>, quantities: Record<string, number> = {}) =>
  ({
    words: Object.fromEntries(Object.entries(words).map(([key, word]) => [key, { word }])),
    quantities: Object.fromEntries(Object.entries(quantities).map(([key, value]) => [key, { value }])),
  }) as unknown as FigureSet<never>;
const part = (kind: PlanPart['kind'], words: Record<string, string>, inTheBox: PlanPart['inTheBox'] = []): PlanPart => ({ id: 1, number: 'X-1', kind, figures: figures(words), inTheBox }); // prettier-ignore
const bay = (words: Record<string, string>, quantities: Record<string, number> = {}) =>
  figures(words, quantities) as unknown as FigureSet<'bay'>;
const of = (lines: readonly TransferLine[], code: string): [string, string] | undefined => {
  const line = lines.find((each) => each.code === code);
  return line && [line.becomes, transferText(line)];
};

const TANK = { topMount: 'brackets', fillerNeck: 'none', drainSide: 'none', oilCooler: 'none', sensorPort: 'none' }; // prettier-ignore
const BAY = { topMount: 'brackets', oilCooling: 'none', engineOilCooling: 'none', sensorPort: 'none' };

describe('what sits on the old part', () => {
  test.each([
    ['m14x1.5', 'm14x1.5', 'moves', /washer/],
    ['m14x1.5', 'm22x1.5', 'no place', /reducer/],
    ['m14x1.5', 'none', 'no place', /adapter in the hose/],
    ['none', 'm14x1.5', 'new', /plug M14/],
    ['none', 'none', undefined, /x/],
    ['none', undefined, 'look', /look for a port/],
    [undefined, 'm14x1.5', 'look', /no record/],
    ['m14x1.5', undefined, 'look', /look for a port/],
  ])('sensor from %s to %s: %s', (before, now, becomes, said) => {
    const words = (word: string | undefined): Record<string, string> => (word ? { sensorPort: word } : {});
    const line = of(transferList(part('radiator', words(now)), undefined, bay(words(before))), 'sensor');
    expect(line?.[0]).toBe(becomes);
    if (line) expect(line[1]).toMatch(said);
  });

  test('a sensor in the box is not taken from the old tank; where the old part is not what the vehicle’s record says, it is looked at', () => {
    const box = [{ name: 'temperature sensor', quantity: 1 }];
    const lines = transferList(part('radiator', { ...TANK, sensorPort: 'm14x1.5' }, box), undefined, bay({ ...BAY, sensorPort: 'm14x1.5' })); // prettier-ignore
    expect(of(lines, 'sensor')).toEqual(['box', 'temperature sensor']);
    const old = part('radiator', { sensorPort: 'none' });
    expect(of(transferList(part('radiator', TANK), old, bay({ ...BAY, sensorPort: 'm14x1.5' })), 'sensor')).toEqual(['look', expect.stringMatching(/differ/)]); // prettier-ignore
  });

  test('cooler lines keep their fittings, need blind caps or have no place', () => {
    const into = (now: Record<string, string>, before: Record<string, string>, box: PlanPart['inTheBox'] = []) => of(transferList(part('radiator', { ...TANK, ...now }, box), undefined, bay({ ...BAY, ...before })), 'cooler-fittings'); // prettier-ignore
    const [has, lines] = [{ oilCooler: 'transmission', oilCoolerFitting: 'm16x1.5' }, { oilCooling: 'radiator', oilCoolerFitting: 'm16x1.5' }]; // prettier-ignore
    expect(into(has, lines)?.[0]).toBe('moves');
    expect(into({ ...has, oilCoolerFitting: 'quick-10' }, lines)).toEqual(['no place', expect.stringMatching(/M16 × 1.5 flare.*quick coupler/)]); // prettier-ignore
    expect(into({ oilCooler: 'none' }, lines)?.[0]).toBe('no place');
    // An engine oil cooler is none for the transmission.
    expect(into({ ...has, oilCooler: 'engine' }, lines)).toEqual(['no place', expect.stringMatching(/no transmission oil cooler/)]); // prettier-ignore
    expect(into(has, { oilCooling: 'separate' })).toEqual(['new', expect.stringMatching(/blind caps/)]);
    const caps = [{ name: 'blind caps for the cooler fittings', quantity: 2 }];
    expect(into(has, { oilCooling: 'none' }, caps)?.[0]).toBe('box');
    // Blind caps are no fittings.
    expect(into(has, lines, caps)?.[0]).toBe('moves');
    expect(into({ oilCooler: 'none' }, {})).toBeUndefined();
    expect(of(transferList(part('radiator', { oilCooler: 'transmission' }), undefined, bay({})), 'cooler-fittings')?.[0]).toBe('look'); // prettier-ignore
    expect(into({ oilCooler: 'transmission' }, lines)?.[0]).toBe('look');
    // A gearbox shifted by hand has no lines, whatever the bay of its sister says: the fittings are capped.
    expect(of(transferList(part('radiator', { ...TANK, ...has }), undefined, bay({ ...BAY, ...lines }), false), 'cooler-fittings')?.[0]).toBe('new'); // prettier-ignore
  });

  test('nothing on record is nothing to go by: everything that could sit there is looked at', () => {
    const lines = transferList(part('radiator', {}), undefined, bay({}));
    for (const code of ['sensor', 'cooler-fittings', 'top', 'cap', 'drain', 'foam'])
      expect(of(lines, code)?.[0], code).toBe('look');
    for (const code of ['module', 'spacers'])
      expect(of(transferList(part('fan', {}), undefined, bay({})), code)?.[0], code).toBe('look');
  });

  test('module, resistor and spacers by what drives the fan and what it stands on; a belt fan keeps its hub spacer', () => {
    const fan = (words: Record<string, string>, before: Record<string, string>, box: PlanPart['inTheBox'] = []) => transferList(part('fan', words, box), undefined, bay(before)); // prettier-ignore
    expect(of(fan({ standsOn: 'feet' }, { fanControl: 'modulated' }), 'module')?.[0]).toBe('moves');
    expect(of(fan({ standsOn: 'feet' }, { fanControl: 'modulated' }, [{ name: 'module with heat sink', quantity: 1 }]), 'module')?.[0]).toBe('box'); // prettier-ignore
    expect(fan({ standsOn: 'feet' }, { fanControl: 'relay' })).toEqual([]);
    expect(of(fan({ standsOn: 'spacers' }, { fanControl: 'relay', fanStandsOn: 'feet' }), 'spacers')?.[0]).toBe('new'); // prettier-ignore
    expect(of(fan({ standsOn: 'spacers' }, { fanControl: 'relay', fanStandsOn: 'spacers' }), 'spacers')?.[0]).toBe('moves'); // prettier-ignore
    const told = [{ name: 'hub spacer, 38 mm', quantity: 1, fromOld: true as const }];
    const belt = transferList(part('fan', { drivenBy: 'engine', clutch: 'thermal' }, told), undefined, bay({}, { hubSpacerFitted: 38 })); // prettier-ignore
    // Written down and worked out is one line, not two.
    expect(belt.filter((line) => /hub spacer/.test(transferThing(line)))).toHaveLength(1);
    expect(transferThing(belt.find(({ code }) => code === 'hub-spacer')!)).toBe('1 × hub spacer, 38 mm');
    expect(of(transferList(part('fan', { drivenBy: 'engine', clutch: 'none' }), undefined, bay({}, { hubSpacerFitted: 0 })), 'hub-spacer')).toBeUndefined(); // prettier-ignore
  });

  test('what is used once is bought, and what somebody wrote down stays', () => {
    expect(of(transferList(part('thermostat', { seal: 'paper' }), undefined, bay({})), 'seal')).toEqual(['new', 'flat gasket; never reuse it']); // prettier-ignore
    expect(of(transferList(part('module', {}), undefined, bay({})), 'compound')?.[0]).toBe('new');
    const hose = transferList(part('hose', { position: 'lower', spring: 'no' }, [{ name: 'hose clamp', quantity: 2 }]), undefined, bay({})); // prettier-ignore
    expect([of(hose, 'clamps')?.[0], of(hose, 'spring')?.[0]]).toEqual(['box', 'moves']);
    const odd = transferList(part('cap', {}, [{ name: 'tether', quantity: 1, fromOld: true }]), undefined, bay({})); // prettier-ignore
    expect(odd.map((line) => [line.becomes, transferThing(line), transferText(line)])).toEqual([
      ['moves', '1 × tether', ''],
    ]);
  });
});
