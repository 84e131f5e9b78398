import { describe, expect, test } from 'vitest';
import {
  AWG_WIRES,
  FUSE_HOLDS,
  FUSE_OPENS,
  METRIC_WIRES,
  awgOhmPer1000Ft,
  benchTest,
  checkCircuit,
  currentAt,
  fuseFor,
  plainFunction,
  type Plug,
  wireOf,
  wireOhm,
  wiringPlan,
} from '../src/electrical/index.ts';
import { BLADE_FUSES, LARGE_FUSES, USUAL_PRACTICE } from '../src/practice/index.ts';

describe('wire and fuse', () => {
  test('ASTM B258 (from memory): Ω/1000 ft at 20 °C to 0.2 %; ISO 6722 maxima (from memory) exactly', () => {
    for (const [gauge, ohm] of [
      [18, 6.385],
      [14, 2.525],
      [12, 1.588],
      [10, 0.9989],
    ] as const)
      expect(Math.abs(awgOhmPer1000Ft(gauge) / ohm - 1)).toBeLessThan(0.002);
    for (const [area, ohm] of [
      [1, 18.5],
      [1.5, 12.7],
      [2.5, 7.6],
      [4, 4.71],
      [6, 3.14],
    ] as const)
      expect(wireOf(`${area} mm²`)!.mOhmPerM).toBe(ohm);
    expect(BLADE_FUSES).toEqual([5, 7.5, 10, 15, 20, 25, 30, 40]);
  });
  test('blade fuses, ISO 8820-3 (from memory): ratings, what they hold and where they open', () => {
    const standard = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40];
    for (const fuse of BLADE_FUSES) expect(standard).toContain(fuse);
    expect([FUSE_HOLDS, FUSE_OPENS]).toEqual([1.1, 1.35]);
    // The smallest that runs with margin: the next smaller would not; any holds what is asked of it.
    for (let amps = 1; amps <= 60; amps += 0.5) {
      const fuse = fuseFor(amps)!;
      expect(fuse * USUAL_PRACTICE.fuseShare).toBeGreaterThanOrEqual(amps);
      expect(amps).toBeLessThan(fuse * FUSE_HOLDS);
      const smaller = [...BLADE_FUSES, ...LARGE_FUSES].filter((each) => each < fuse).at(-1);
      if (smaller) expect(smaller * USUAL_PRACTICE.fuseShare).toBeLessThan(amps);
    }
    expect(fuseFor(100)).toBeUndefined();
  });
  test('sizes as they are written on looms', () => {
    expect(wireOf('2.5')).toBe(wireOf('2,5 mm²'));
    expect(wireOf('12 AWG')).toBe(AWG_WIRES.find((wire) => wire.name === '12 AWG'));
    expect(wireOf('thick')).toBeUndefined();
  });
  test('10.1 A at 12.3 V is about 13 A at 14 V, and two of them fill most of a 30 A fuse (common practice)', () => {
    const one = currentAt(10.1, 12.3, 14);
    expect(Math.round(one)).toBe(13);
    expect((2 * one) / 30).toBeGreaterThan(0.85);
    expect(fuseFor(2 * one)).toBe(40);
    expect(fuseFor(one)).toBe(20);
  });
  test('voltage drop by Ohm’s law along the way there and back, copper warm', () => {
    const wire = wireOf('2.5 mm²')!;
    expect(wireOhm(wire, 10)).toBeCloseTo(0.076, 12);
    const answer = checkCircuit({
      currentA: 20,
      systemV: 14,
      feedM: 3,
      groundM: 1,
      wire,
      fuseA: 30,
      relayA: 40,
    });
    expect(answer.dropV).toBeCloseTo(20 * 4 * 0.0076 * (1 + 0.00393 * 65), 9);
    expect(answer.faults.map((fault) => fault.kind).sort()).toEqual(['drop', 'fuse-over-wire']);
    // What is proposed has no fault of its own.
    for (const better of [answer.proposal.metric!, answer.proposal.awg!])
      expect(
        checkCircuit({
          currentA: 20,
          systemV: 14,
          feedM: 3,
          groundM: 1,
          wire: better,
          fuseA: answer.proposal.fuseA,
          relayA: answer.proposal.relayA,
        }).faults,
      ).toEqual([]);
    expect(
      METRIC_WIRES.filter((each) => each.areaMm2 < answer.proposal.metric!.areaMm2).every(
        (each) => each.ampacityA < 25 || each.areaMm2 === 2.5,
      ),
    ).toBe(true);
    expect(() =>
      checkCircuit({ currentA: 200, systemV: 14, feedM: 3, groundM: 1, wire, fuseA: 30, relayA: 40 }),
    ).toThrow(/200 A/);
  });
  test('a fan on the bench is judged at the label’s voltage', () => {
    expect(benchTest({ volts: 12.3, amps: 10.1 }, { volts: 14, amps: 13 }).verdict).toBe('healthy');
    expect(benchTest({ volts: 12.3, amps: 14 }, { volts: 14, amps: 13 }).verdict).toBe('draws-much');
    expect(benchTest({ volts: 12.3, amps: 5 }, { volts: 14, amps: 13 }).verdict).toBe('draws-little');
  });
});

describe('the wiring plan', () => {
  const pin = (position: string, does: string, colour: string, gauge = '2.5 mm²') => ({
    position,
    function: does,
    colour,
    gauge,
  });
  const loom: Plug = {
    code: 'L1',
    pins: [pin('1', 'fan feed, switched', 'blue with white'), pin('2', 'ground', 'black')],
  };

  test('by function, never by colour: a black feed on a kit whose red is ground is a trap on both wires (common practice)', () => {
    const kit: Plug = { code: 'K1', pins: [pin('1', 'ground', 'red'), pin('2', 'fan feed', 'black')] };
    const plan = wiringPlan(loom, kit);
    expect(plan.verdict).toBe('re-terminate');
    const feed = plan.joints.find((joint) => joint.function === 'fan feed')!;
    expect(feed.loom.position).toBe('1');
    expect(feed.flags).toContainEqual({ kind: 'colour-changes' });
    expect(feed.flags).toContainEqual({ kind: 'means-something-else', there: 'ground', colour: 'black' });
    const ground = plan.joints.find((joint) => joint.function === 'ground')!;
    expect(ground.flags).toContainEqual({ kind: 'means-something-else', there: 'fan feed', colour: 'black' });
  });
  test('the same plug plugs in, one with an adapter on record takes it, twin fans share a feed', () => {
    expect(wiringPlan(loom, loom)).toMatchObject({ verdict: 'plugs-in', faults: [] });
    expect(wiringPlan(loom, { ...loom, code: 'L2' }, [{ loom: 'L1', fan: 'L2' }]).verdict).toBe('adapter');
    const twin: Plug = {
      code: 'T',
      pins: [
        pin('1', 'left fan feed', 'yellow'),
        pin('2', 'left fan ground', 'black'),
        pin('3', 'right fan feed', 'yellow with blue'),
        pin('4', 'right fan ground', 'black'),
      ],
    };
    const plan = wiringPlan(loom, twin);
    expect(plan.verdict).toBe('re-terminate');
    expect(plan.joints.map((joint) => joint.loom.position)).toEqual(['1', '2', '1', '2']);
  });
  test('a function that is missing or doubled and two wires in one cavity are errors; a thin loom is flagged', () => {
    const modulated: Plug = {
      code: 'M',
      pins: [
        pin('1', 'feed', 'red', '6 mm²'),
        pin('2', 'ground', 'black', '6 mm²'),
        pin('3', 'speed command', 'violet', '0.75 mm²'),
      ],
    };
    const plan = wiringPlan(loom, modulated);
    expect(plan.verdict).toBe('cannot');
    expect(plan.faults).toContainEqual({ kind: 'missing', side: 'loom', function: 'speed command' });
    expect(plan.joints[0]!.flags).toContainEqual({ kind: 'thinner', from: '6 mm²', to: '2.5 mm²' });
    const twice: Plug = {
      code: 'D',
      pins: [pin('1', 'fan feed', 'red'), pin('1', 'fan supply', 'white'), pin('2', 'ground', 'black')],
    };
    expect(wiringPlan(loom, twice).faults.map((fault) => fault.kind)).toEqual(['two-in-one', 'doubled']);
    expect(plainFunction('Fan supply (switched)')).toBe(plainFunction('feed'));
  });
});
