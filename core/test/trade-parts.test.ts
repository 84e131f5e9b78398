import { describe, expect, test } from 'vitest';
import type { FigureSet } from '../src/figures/index.ts';
import { judgeFit, judgeTogether, type FitPart, type FitVehicle } from '../src/fit/index.ts';
import { kitEnds } from '../src/fitment/index.ts';
import { PLUGS, SOUND, VEHICLE, soundPart, value, vehicleWith, word } from './sound.ts';

/** A vehicle whose engine turns the fan, and a fan that is sound for it. */
const BELT_BAY: FitVehicle = (() => {
  const electric = ['fanConnector', 'fanControl', 'fanThrow', 'fanWire', 'fanStandsOn'];
  const words = Object.fromEntries(Object.entries(VEHICLE.figures.words).filter(([key]) => !electric.includes(key)));
  return {
    ...VEHICLE,
    figures: {
      quantities: {
        ...VEHICLE.figures.quantities,
        fanFuse: undefined,
        hubCircle: value(66.7, 0.1),
        hubPilot: value(25.4, 0.1),
        hubToCore: value(128, 1),
        hubSpacerFitted: value(38, 0.2),
        fanBladeGap: value(44, 1),
      },
      words: { ...words, fanDrivenBy: word('engine'), hubThread: word('bolts'), fanRing: word('shroud') },
    },
  } as FitVehicle;
})(); // prettier-ignore
const beltFan = (quantities: FigureSet<'fan'>['quantities'] = {}, words: Record<string, string | undefined> = {}): FitPart => ({
  kind: 'fan',
  figures: {
    quantities: { hubCircle: value(66.7, 0.1), hubPilot: value(25.45, 0.1), bladeAhead: value(46), diameter: value(380), ...quantities },
    words: Object.fromEntries(
      Object.entries({ drivenBy: 'engine', fans: 'one', clutch: 'thermal', hubThread: 'bolts', rotation: 'clockwise', ...words })
        .flatMap(([key, text]) => (text === undefined ? [] : [[key, word(text)]])),
    ),
  },
}); // prettier-ignore
const outcomes = (vehicle: FitVehicle, part: FitPart): Record<string, string> =>
  Object.fromEntries(judgeFit(vehicle, part).ledger.map((row) => [row.check, row.outcome]));

describe('an engine-driven fan', () => {
  test('goes on the hub it is made for; nothing electric is asked of it', () => {
    const { verdict, ledger } = judgeFit(BELT_BAY, beltFan());
    expect(verdict).toBe('straight-in');
    expect(ledger.map((row) => row.check)).not.toContain('fanConnector');
  });
  test('never green: another bolt circle, pilot, thread, hand, blades that reach too far, or any of them not on record', () => {
    for (const wrong of [
      beltFan({ hubCircle: value(76, 0.1) }), beltFan({ hubCircle: value(58, 0.1) }), beltFan({ hubCircle: undefined }),
      beltFan({ hubPilot: value(22, 0.1) }), beltFan({ hubPilot: value(30, 0.1) }), beltFan({ hubPilot: undefined }),
      beltFan({ bladeAhead: value(78) }), beltFan({ bladeAhead: value(190) }), beltFan({ bladeAhead: undefined }),
      beltFan({ diameter: value(600) }), beltFan({ diameter: undefined }),
      beltFan({}, { hubThread: 'left' }), beltFan({}, { hubThread: 'right' }), beltFan({}, { hubThread: undefined }),
      beltFan({}, { rotation: 'anticlockwise' }), beltFan({}, { rotation: undefined }), beltFan({}, { drivenBy: undefined }),
    ])
      expect(judgeFit(BELT_BAY, wrong).verdict, JSON.stringify(wrong.figures)).not.toBe('straight-in');
  }); // prettier-ignore
  test('25 mm from blade to core (common practice): by hand 128 − 38 − 46 = 44; 78 mm blades want a thinner hub spacer', () => {
    const { ledger, work } = judgeFit(BELT_BAY, beltFan({ bladeAhead: value(78) }));
    const row = ledger.find((each) => each.check === 'drivenBlade')!;
    expect(row.margin!.value).toBeCloseTo(128 - 38 - 78 - 25, 9);
    // 13 mm short: of the 38 mm spacer 25 are left.
    expect(work).toMatchObject([{ code: 'hub-spacer', to: 25 }]);
  });
  test('a thicker radiator comes nearer to its blades; the electric fan’s own checks are not asked', () => {
    const thick = judgeFit(BELT_BAY, soundPart('radiator', { thickness: value(76) }));
    const row = thick.ledger.find((each) => each.check === 'drivenBlade')!;
    expect(row).toMatchObject({ outcome: 'change' });
    expect(row.margin!.value).toBeCloseTo(44 + 48 - 76 - 25, 9);
    expect(thick.ledger.map((each) => each.check)).not.toContain('depthWithFan');
  });
  test('does not go where a motor drives it; a motor in its place is a conversion that wants a kit', () => {
    expect(outcomes(VEHICLE, beltFan()).fanDrive).toBe('fail');
    const electric = soundPart('fan');
    const alone = judgeFit(BELT_BAY, electric);
    expect(alone.verdict).toBe('changes');
    expect(alone.work.map((each) => each.code)).toEqual(expect.arrayContaining(['convert-to-electric', 'fit-controller-kit']));
    const together = judgeTogether(BELT_BAY, [
      { id: 1, part: electric, stays: false },
      { id: 2, part: soundPart('kit'), stays: false },
    ]);
    expect(together.verdict).toBe('changes');
    expect(together.work.map((each) => each.code)).toContain('convert-to-electric');
    // The kit that goes in is the one that is fitted: once, with its minutes.
    expect(together.work.filter((each) => each.code === 'fit-controller-kit')).toHaveLength(1);
  }); // prettier-ignore
});

const FITTED = { code: 'fit-controller-kit' };
describe('a controller kit', () => {
  const beside = (kit: FitPart, current: number) =>
    judgeTogether(BELT_BAY, [
      { id: 1, part: soundPart('fan', { current: value(current, 0.2) }), stays: false },
      { id: 2, part: kit, stays: false },
    ]).members[1]!.verdict;
  test('its fuse and relay carry the fan beside it, at 14 V; by hand 28.2 A at 13.5 V are 30.3 at 14, and 0.75 of 40 is 30', () => {
    const carried = beside(soundPart('kit'), 25);
    // A kit is wired in, whatever else is met.
    expect([carried.verdict, carried.work.map(({ code }) => code)]).toEqual([
      'changes',
      ['fit-controller-kit'],
    ]);
    const row = beside(soundPart('kit'), 28.2).ledger.find((each) => each.check === 'kitFuse')!;
    expect(row.margin!.value).toBeCloseTo(0.75 * 40 - 28.2 * (14 / 13.5) ** 2, 6);
    expect(row.outcome).toBe('fail');
  });
  test('its fuse protects its own feed: 50 A on 6 mm² is turned away, whatever the fan takes; a loom not on record is unknown', () => {
    const thin = { ...VEHICLE, plugs: new Map([...PLUGS, ['KIT-7', { code: 'KIT-7', pins: [{ position: '1', function: 'battery feed', colour: 'red', gauge: '6 mm²' }] }]]) }; // prettier-ignore
    const kit = soundPart('kit', { fuse: value(50, 0, 3, 'sheet'), rating: value(60, 0, 3, 'sheet') });
    expect(outcomes(thin, kit).kitWire).toBe('fail');
    expect(outcomes(VEHICLE, kit).kitWire).toBe('pass');
    expect(outcomes({ ...VEHICLE, plugs: new Map() }, kit).kitWire).toBe('unknown');
  });
  test('without an end for the A/C a vehicle that has it wants one; a hand’s switch is never straight in', () => {
    expect(judgeFit(VEHICLE, soundPart('kit', {}, { acRequest: word('no') })).work).toMatchObject([{ code: 'ac-request' }, FITTED]);
    expect(judgeFit({ ...VEHICLE, airConditioning: false }, soundPart('kit', {}, { acRequest: word('no') })).work).toMatchObject([FITTED]);
    const byHand = soundPart('kit', { fanOn: undefined, fanOff: undefined }, { probe: word('none'), probePort: undefined });
    expect(judgeFit(VEHICLE, byHand)).toMatchObject({ verdict: 'changes', work: [{ code: 'mind-the-switch' }, FITTED] });
    expect(outcomes(vehicleWith({}, { fanControl: word('switch') }), soundPart('fan')).fanControl).toBe('pass');
  }); // prettier-ignore
  test('every end goes somewhere by what it does; what says nothing is not guessed', () => {
    const plug = { code: 'K', pins: ['battery feed', 'ground', 'ignition feed', 'A/C request', 'probe', 'fan feed, switched', 'spare'].map((does, i) => ({ position: String(i + 1), function: does, colour: '', gauge: '' })) }; // prettier-ignore
    const to = kitEnds(plug, true).map((end) => end.to ?? '');
    expect(to[0]).toContain('inline fuse');
    expect(to[1]).toContain('not the radiator');
    expect(to[3]).toContain('diode');
    expect(to[5]).toContain('the fan');
    expect(to[6]).toBe('');
    expect(kitEnds(plug, false)[3]!.to).toContain('tie it back');
  });
});

describe('left and right, ports and kits of hoses', () => {
  test('motors and blades go on the side they turn for', () => {
    const motor = (side: string, rotation: string) => judgeFit(VEHICLE, soundPart('motor', {}, { side: word(side), rotation: word(rotation) })).verdict; // prettier-ignore
    expect([motor('left', 'clockwise'), motor('right', 'anticlockwise')]).toEqual([
      'straight-in',
      'straight-in',
    ]);
    expect([motor('right', 'clockwise'), motor('left', 'anticlockwise')]).toEqual(['no', 'no']);
    // Beside a motor the blade is made for that motor's hand, whatever the vehicle was built with.
    const blade = judgeTogether(VEHICLE, [
      {
        id: 1,
        part: soundPart('motor', {}, { side: word('right'), rotation: word('anticlockwise') }),
        stays: false,
      },
      {
        id: 2,
        part: soundPart('blade', {}, { side: word('right'), rotation: word('clockwise') }),
        stays: false,
      },
    ]);
    expect(blade.verdict).toBe('no');
  });
  test('a single-wire sender in a port between rubber wants a ground of its own (common practice)', () => {
    const port = (lug: string): FitPart => ({
      kind: 'adapter',
      figures: { quantities: { hoseEnd: value(38) }, words: { bridges: word('sensor-upper'), port: word('m14x1.5'), groundLug: word(lug) } },
    }); // prettier-ignore
    const one = vehicleWith({}, { senderWires: word('one') });
    expect(judgeFit(one, port('no'))).toMatchObject({ verdict: 'changes', work: [{ code: 'ground-strap' }] });
    expect(judgeFit(one, port('yes')).verdict).toBe('straight-in');
    expect(judgeFit(VEHICLE, port('no')).verdict).toBe('straight-in');
    expect(judgeFit(vehicleWith({}, { senderWires: undefined }), port('no')).verdict).toBe('not-proven');
  });
  test('a reroute kit meets the head, the thermostat and the sensor; a kit of hoses four necks and two ways', () => {
    const reroute = (words: Record<string, string>, bolts = 64): FitPart => ({
      kind: 'hosekit',
      figures: {
        quantities: { upperRadiatorBore: value(38), plateBolts: value(bolts, 0.2), flange: value(54, 0.1) },
        words: { does: word('reroute'), ...Object.fromEntries(Object.entries(words).map(([key, text]) => [key, word(text)])) },
      },
    }); // prettier-ignore
    expect(judgeFit(VEHICLE, reroute({ port: 'm14x1.5' })).verdict).toBe('straight-in');
    expect(judgeFit(VEHICLE, reroute({ port: 'm10x1' })).work).toMatchObject([{ code: 'sensor-bush' }]);
    expect(judgeFit(VEHICLE, reroute({ port: 'none' })).verdict).toBe('no');
    expect(judgeFit(VEHICLE, reroute({ port: 'm14x1.5' }, 70)).verdict).toBe('no');
    expect(judgeFit(VEHICLE, soundPart('hosekit', {}, { does: undefined })).verdict).toBe('not-proven');
    expect(judgeFit(VEHICLE, soundPart('hosekit', { upperLength: value(380, 3) })).verdict).toBe('no');
    expect(PLUGS.size).toBeGreaterThan(0);
    expect(SOUND.hosekit.words.does!.word).toBe('set');
  });
});
