import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { judgeBench, turnsBy, wobbles } from '../src/bench/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { BLEED_ENDS, endsFor, judgeBleed, type BleedRecord } from '../src/coolant/index.ts';
import {
  continued,
  gapsOf,
  logRows,
  perSecond,
  probeOut,
  readLine,
  readLog,
  unitFor,
  writeLine,
  type Reading,
} from '../src/instrument/index.ts';
import {
  FAULTS,
  STAND_INS,
  USUAL_RECORD,
  allReadings,
  hiddenVehicle,
  standInRun,
  type StandInFault,
} from '../src/stand-in/index.ts';
import { drawn } from './simulated.ts';

const thermometer = STAND_INS.find(({ id }) => id === 'thermometer')!;
/** As a reader in a vehicle gives it: twice a second. */
const slow = { ...thermometer, hz: 2 };
const record: BleedRecord = { opensC: 83, fullyOpenC: 92, fanOnC: 97, warningC: null };
const still = { air: true, pumpedKPa: 0, pumpedAtS: 0 };
const judged = (readings: readonly Reading[], own: BleedRecord = record) =>
  judgeBleed(
    readings.map(({ ms }) => ms),
    readings.map(({ values }) => values[0]!),
    own,
  );

describe('a curve read by the program, against the stand-in’s truth', () => {
  test('seeded runs with faults: start of opening and fan cycles found in 95 % and more, false alarms under 2 %', async ({ annotate }) => {
    const kinds: readonly (readonly StandInFault[])[] = [[], ['stuck open'], ['stuck shut'], ['late thermostat'], ['air pocket'], ['blocked core'], ['weak fan'], ['seized motor'], ['slow leak'], ['wrong mix']];
    const GRAVE: Partial<Record<StandInFault, string>> = { 'stuck open': 'stuck open', 'stuck shut': 'never opens', 'late thermostat': 'opens late', 'air pocket': 'air' };
    const tally = { breaks: 0, found: 0, falseBreaks: 0, cycles: 0, foundCycles: 0, falseCycles: 0, faults: 0, named: 0, sound: 0, accused: 0 };
    const runs = drawn(200, 500);
    for (let seed = 0; seed < runs; seed += 1) {
      const faults = kinds[seed % kinds.length]!;
      const run = standInRun(hiddenVehicle(1000 + seed, faults), 'bleed');
      const seen = judged(allReadings(slow, run, still));
      const [fault] = faults;
      const lasts = run.coolantC.length;
      const opened = run.events.find(({ kind, at }) => kind === 'starts-opening' && at < lasts);
      const cycled = run.events.some(({ kind, at }) => kind === 'fan-off' && at < lasts);
      // With air past the sensor nobody reads a break; a thermostat that stands open at 42 °C has none worth the name.
      if (fault !== 'air pocket' && fault !== 'stuck open') {
        if (opened) {
          tally.breaks += 1;
          tally.found += Number(seen.opening !== undefined && Math.abs(seen.opening.atS - opened.at) < 30);
        } else tally.falseBreaks += Number(seen.opening !== undefined);
      } else tally.falseBreaks += Number(seen.opening !== undefined);
      if (fault !== 'air pocket') {
        if (cycled) {
          tally.cycles += 1;
          tally.foundCycles += Number(seen.teeth.length > 0);
        } else tally.falseCycles += Number(seen.teeth.length > 0);
      }
      const wanted = fault && GRAVE[fault];
      if (wanted) {
        tally.faults += 1;
        tally.named += Number(seen.findings.some(({ code }) => code === wanted));
      } else if (fault !== 'seized motor') {
        tally.sound += 1;
        tally.accused += Number(seen.findings.some(({ grave }) => grave));
      }
    }
    const percent = (part: number, of: number): string => `${((100 * part) / of).toFixed(1)} %`;
    await annotate(`opening found ${percent(tally.found, tally.breaks)} of ${tally.breaks}, false ${tally.falseBreaks}; fan cycles found ${percent(tally.foundCycles, tally.cycles)} of ${tally.cycles}, false ${tally.falseCycles}; faults named ${percent(tally.named, tally.faults)} of ${tally.faults}; sound ones accused ${percent(tally.accused, tally.sound)} of ${tally.sound}`);
    expect(tally.found / tally.breaks).toBeGreaterThanOrEqual(0.95);
    expect(tally.foundCycles / tally.cycles).toBeGreaterThanOrEqual(0.95);
    expect((tally.falseBreaks + tally.falseCycles) / runs).toBeLessThan(0.02);
    expect(tally.named / tally.faults).toBeGreaterThanOrEqual(0.95);
    expect(tally.accused / tally.sound).toBeLessThan(0.02);
  }, 180_000); // prettier-ignore

  const curve = (seed: number, faults: readonly StandInFault[] = []): Reading[] =>
    allReadings(slow, standInRun(hiddenVehicle(seed, faults), 'bleed'), still);
  test('a run under way says only what has happened: nothing is missing before its temperature has come and gone', () => {
    const whole = curve(31);
    for (const seconds of [5, 120, 300]) {
      const seen = judged(whole.filter(({ ms }) => ms < seconds * 1000));
      expect(seen.met).toEqual([]);
      expect(seen.findings.filter(({ grave }) => grave)).toEqual([]);
    }
    expect(judged([]).findings[0]!.code).toBe('no readings');
    expect(judged(whole).met).toEqual(['thermostat opened', 'fan cycled']);
  });
  test('where no record says where it should open it is said to have opened, and not that it should there', () => {
    const { findings } = judged(curve(31), { opensC: null, fullyOpenC: null, fanOnC: null, warningC: null });
    expect(findings.map(({ code }) => code)).toContain('opened somewhere');
    expect(findings.find(({ code }) => code === 'opened somewhere')!.seen).toMatchObject({ ratedC: null });
  });
  test('a probe that fell out, a stream that stops, a warning lamp’s temperature', () => {
    const whole = curve(33);
    const out = whole.map((reading, i) => (i > 600 ? { ...reading, values: [whole[600]!.values[0]!, null, null] } : reading)); // prettier-ignore
    expect(judged(out).findings[0]!.code).toBe('probe out');
    expect(probeOut(perSecond(whole.map(({ ms }) => ms), whole.map(({ values }) => values[0]!)))).toBeUndefined(); // prettier-ignore
    expect(judged(curve(34, ['stuck shut']), { ...record, warningC: 105 }).findings[0]).toMatchObject({ code: 'overheats', seen: { ratedC: 105 } }); // prettier-ignore
    expect(judged(whole.filter(({ ms }) => ms < 200_000)).findings).toEqual([]);
  });
  test('a run that began warm accuses nobody for a break that it cannot have seen', () => {
    for (const seed of [31, 33, 41]) {
      const warm = curve(seed).filter(({ values }, i, all) => all.slice(0, i + 1).some((each) => (each.values[0] ?? 0) > 90) && values[0] !== null);
      expect(warm.length).toBeGreaterThan(600);
      expect(judged(warm).findings.filter(({ code }) => code === 'stuck open')).toEqual([]);
    }
  }); // prettier-ignore
  test('with the blower off nobody feels the vents', () => {
    expect(endsFor('high')).toEqual([...BLEED_ENDS]);
    expect(endsFor('off')).not.toContain('heat at the vents');
  });
  test('stand-ins are the same each time, and their truth lies within the spread of their record', () => {
    expect(curve(7)).toEqual(curve(7));
    expect(curve(7)).not.toEqual(curve(8));
    for (let seed = 1; seed < 60; seed += 1) {
      const own = hiddenVehicle(seed);
      expect(Math.abs(own.thermostat.opensC - USUAL_RECORD.thermostat.opensC)).toBeLessThan(1.6);
      expect(Math.abs(own.capacityL / USUAL_RECORD.capacityL - 1)).toBeLessThan(0.041);
    }
    // Every fault shows on some instrument, and on no other than it would in a real one.
    const shown = (faults: readonly StandInFault[]): string[] => {
      const run = standInRun(hiddenVehicle(3, faults), 'bleed');
      return STAND_INS.map((head) =>
        JSON.stringify(allReadings({ ...head, hz: 0.2 }, run, { ...still, pumpedKPa: 90 })),
      );
    };
    const sound = shown([]);
    for (const fault of FAULTS) {
      const differ = shown([fault]).flatMap((each, i) => (each === sound[i] ? [] : [STAND_INS[i]!.id]));
      expect(differ, fault).not.toEqual([]);
      if (fault === 'noisy hub') expect(differ).toEqual(['pickup', 'sound']);
      if (fault === 'wrong mix') expect(differ).toEqual(['refractometer']);
    }
  });
});

describe('a fan on the bench, by its instruments', () => {
  const read = (id: string, faults: readonly StandInFault[]) => {
    const head = STAND_INS.find((each) => each.id === id)!;
    const { values } = allReadings(head, standInRun(hiddenVehicle(3, faults), 'idle hold'), still)[0]!;
    return new Map(head.channels.map(({ quantity }, at) => [quantity, values[at]!]));
  };
  const judgedOf = (faults: readonly StandInFault[]) => {
    const [spin, power] = [read('pickup', faults), read('bench', faults)];
    return judgeBench({
      state: 'in its shroud on the core',
      turns: turnsBy(spin.get('spin')!),
      rough: wobbles(spin.get('wobble')!),
      volts: power.get('volts')!,
      amps: power.get('amps')!,
      label: { volts: 13.5, amps: 12 },
    });
  };
  test.each([
    [[], 'passed', 'as-on-record'],
    [['noisy hub'], 'failed', 'rough'],
    [['wired backwards'], 'failed', 'backwards'],
    [['seized motor'], 'failed', 'seized'],
    [['weak fan'], 'failed', 'too-little'],
  ] as const)('with %j it is %s', (faults, word, because) => {
    const outcome = judgedOf(faults);
    expect(outcome.word).toBe(word);
    expect(outcome.because.code).toBe(because);
  });
  test('a draught is no turning, no reading is no direction, the limit is the shop’s', () => {
    expect([turnsBy(30), turnsBy(-30), turnsBy(NaN), turnsBy(-700), turnsBy(9e9)]).toEqual(['does not turn', 'does not turn', 'not looked at', 'backwards', 'right way']);
    expect([wobbles(8.9), wobbles(9.1), wobbles(9.1, practiceOf({ fanWobble: 12 }))]).toEqual([false, true, false]);
    // 1 in/s is 25.4 mm/s by the inch.
    expect(unitFor('wobble', 'in/s')!.factor * 0.5).toBeCloseTo(12.7);
  }); // prettier-ignore
});

describe('the open format of readings', () => {
  test('a head and readings come out as they went in', () => {
    expect(readLine(writeLine(thermometer))).toEqual({ kind: 'head', head: thermometer });
    const reading = { seq: 3, ms: 300, values: [88.1, null, 1950] };
    expect(readLine(writeLine(reading), thermometer.channels)).toEqual({ kind: 'reading', reading });
  });
  test.each([
    ['{"seq":1,"ms":1', /cut in the middle/],
    ['42', /neither a head/],
    ['{"seq":1.5,"ms":1,"values":[]}', /seq, ms and values/],
    ['{"seq":1,"ms":-1,"values":[1,2,3]}', /seq, ms and values/],
    ['{"seq":1,"ms":1,"values":[1]}', /1 values for 3 channels/],
    ['{"id":"x","label":"y","channels":[{"name":"a"}]}', /quantity, unit/],
    ['{"channels":[]}', /no id/],
  ])('%s is said to be wrong', (text, problem) => {
    const line = readLine(text, thermometer.channels);
    expect(line.kind === 'wrong' ? line.problem : '').toMatch(problem);
  });
  test('past what can be, an instrument says nothing', () => {
    const line = readLine('{"seq":1,"ms":1,"values":[999,-300,"x"]}', thermometer.channels);
    expect(line.kind === 'reading' && line.reading.values).toEqual([null, null, null]);
  });
  test('lost connections taken up again, doubled and mixed batches: every reading once, what never came is counted', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 1, max: 30 })), { minLength: 1, maxLength: 12 }), (pieces) => {
        let last: number | undefined;
        const heard: number[] = [];
        let lost = 0;
        for (const [from, count] of pieces) {
          const own = continued(last, Array.from({ length: count }, (_, i) => ({ seq: from + count - i, ms: 0, values: [] })));
          heard.push(...own.readings.map(({ seq }) => seq));
          lost += own.lost;
          last = heard.at(-1) ?? last;
        }
        expect(new Set(heard).size).toBe(heard.length);
        expect([...heard].sort((a, b) => a - b)).toEqual(heard);
        expect(heard.length + lost).toBe(heard.at(-1)! - heard[0]! + 1);
      }),
    );
  }); // prettier-ignore
});

describe('logs as tables', () => {
  const rows = (text: string): string[][] => text.split('\n').map((line) => line.split(';'));
  test('°F, minutes and clock times are read; out and in again it is the same', () => {
    const { log, problems } = readLog(
      rows('Time (min);ECT [°F];Pressure (psi)\n0;68;0\n0.5;212;14.5\n1:30;100;'),
    );
    expect(problems).toEqual([]);
    expect(log!.ms).toEqual([0, 30_000, 90_000]);
    expect(log!.values[0]!.map((each) => Math.round(each! * 10) / 10)).toEqual([20, 100, 37.8]);
    // Exact: 14.5 psi are 99.974 kPa.
    expect(log!.values[1]![1]).toBeCloseTo(99.974, 3);
    expect(log!.values[1]![2]).toBeNull();
    const again = readLog(logRows(log!));
    expect(again.log!.ms).toEqual(log!.ms);
    expect(again.log!.values).toEqual(log!.values);
  });
  test('doubled and falling times, gaps, wrong units, two columns of one quantity, readings past what can be: a sentence each', () => {
    const long = Array.from({ length: 30 }, (_, i) => `${i};${80 + i / 10};1;5`).join('\n');
    const { log, problems } = readLog(rows(`t (s);coolant (°C);coolant (°C);amps (kg)\n${long}\n29;1;1;1\n12;1;1;1\nx;1;1;1\n200;900;81;1\n201;83;82;1`)); // prettier-ignore
    expect(log!.ms).toHaveLength(32);
    expect(log!.channels.map(({ name }) => name)).toEqual(['coolant', 'coolant 2']);
    const said = problems.join(' ');
    for (const part of [/kg is no unit of amps/, /Two columns of coolant/, /stands twice/, /runs backwards/, /has no time/, /past what can be/, /A gap of up to 171 s/]) expect(said).toMatch(part); // prettier-ignore
    expect(log!.values[0]![30]).toBeNull();
    expect(gapsOf([0, 1000, 2000])).toEqual([]);
  });
  test.each([[''], ['time (s);coolant (°C)'], ['coolant (°C)\n80'], ['time (s);colour\n1;2\n2;3'], ['time (s);coolant\n1;80']])('%j is no log', (text) => {
    const { log, problems } = readLog(rows(text));
    expect(log).toBeUndefined();
    expect(problems.length).toBeGreaterThan(0);
  }); // prettier-ignore
  test('units by what they are', () => {
    expect(unitFor('coolant', 'K')).toEqual({ factor: 1, offset: -273.15 });
    expect(unitFor('amps', 'mA')!.factor).toBe(0.001);
    expect(unitFor('volts', 'A')).toBeUndefined();
    expect(unitFor('pressure', 'bar')!.factor).toBe(100);
  });
});
