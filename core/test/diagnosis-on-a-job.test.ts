import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  USUAL_TABLE,
  causeWords,
  checkWords,
  costsOf,
  diagnose,
  fanClass,
  follow,
  heardIn,
  inSentence,
  nextStep,
  openChecks,
  readWarmUp,
  remedyWords,
  tableFor,
  unconfirmed,
  type DiagnosisStep,
  type DiagnosisVehicle,
} from '../src/diagnosis/index.ts';
import {
  CLOCK_START,
  foldJob,
  tick,
  type EventKind,
  type EventPayloads,
  type JobEvent,
} from '../src/job/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { Draws } from '../src/random/index.ts';

const VAN: DiagnosisVehicle = { fans: 'one', airConditioning: true, withAc: null, module: false, selfShifting: false, highVoltage: false, ageYears: 12 }; // prettier-ignore
const van = tableFor(VAN);

/** Events of one desk, a minute apart. */
function desk() {
  let [clock, seq] = [CLOCK_START, 0];
  return <K extends EventKind>(kind: K, payload: EventPayloads[K]): JobEvent => {
    clock = tick(clock, 1_700_000_000_000 + 60_000 * seq);
    seq += 1;
    return { id: `00000000-0000-4000-8000-${String(seq).padStart(12, '0')}`, kind, device: 'desk', seq, clock, deviceTime: new Date(clock.ms).toISOString(), person: 'Mara', payload } as unknown as JobEvent; // prettier-ignore
  };
}
const checked = (check: string, outcome: string): EventPayloads['checked'] => ({ check, outcome, how: 'hand', said: '', minutes: 2, stream: null, photo: null }); // prettier-ignore

describe('a diagnosis among the events of its job', () => {
  const say = desk();
  const opened = say('opened', {
    vehicleId: 1,
    label: '',
    complaint: 'hot',
    odometerKm: null,
    alterations: [],
  });
  const level = say('checked', checked('level', 'full'));
  const passed = say('check passed over', { check: 'gas', why: 'no tester here' });
  const cap = say('repaired', { remedy: 'cap', minutes: 2, note: '' });
  const ended = say('diagnosed', { causes: ['shroud'], remedy: 'shroud', ends: 'part', chance: 0.95, said: 'Shroud' }); // prettier-ignore

  test('stands at diagnose while it is open, at match once it came to something, and is open again when more is found', () => {
    expect(foldJob([opened]).stage).toBe('match');
    expect(foldJob([opened, level])).toMatchObject({ stage: 'diagnose', diagnosed: null });
    const done = foldJob([opened, level, passed, cap, ended]);
    expect(done).toMatchObject({ stage: 'match', diagnosed: { remedy: 'shroud', by: 'Mara' } });
    expect(done.diagnosis.map(({ kind }) => kind)).toEqual(['found', 'passed over', 'repaired']);
    const more = say('checked', checked('cap-test', 'weak'));
    expect(foldJob([opened, level, ended, more])).toMatchObject({ stage: 'diagnose', diagnosed: null });
    // Taken back, it is what it was.
    expect(foldJob([opened, level, ended, more, say('undone', { event: more.id })]).diagnosed).toMatchObject({ remedy: 'shroud' }); // prettier-ignore
  });

  test('is the same in whatever order its events arrive, and however often', () => {
    const all = [opened, level, passed, cap, ended];
    const state = foldJob(all);
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (mixed) => {
        expect(foldJob([...mixed, ...mixed.slice(0, 3)])).toEqual(state);
      }),
      { numRuns: 50, seed: 3 },
    );
  });
});

describe('words', () => {
  test('every check, cause and remedy of every fan is said in words, with nothing left to be filled in', () => {
    const said = [
      ...van.observations.flatMap(({ id, outcomes }) => outcomes.map((each) => checkWords(id, each.id))),
      ...tableFor({ ...VAN, fans: 'two' }).observations.flatMap(({ id, outcomes }) => outcomes.map((each) => checkWords(id, each.id))), // prettier-ignore
      ...USUAL_TABLE.causes.flatMap(({ id }) => [causeWords(id), causeWords(`${id}@ac`)]),
      ...USUAL_TABLE.remedies.flatMap(({ id }) => [remedyWords(id), remedyWords(`${id}@temperature`)]),
    ];
    for (const each of said) expect(each).not.toMatch(/[{}@]|undefined|^$/);
    expect(checkWords('fans-ac', 'dead@ac')).toBe('Fans with the A/C on: A/C fan dead');
    expect(checkWords('fans-ac', 'dead@ac+slow@temperature')).toBe(
      'Fans with the A/C on: A/C fan dead, temperature fan slow, weak or rough',
    );
    expect(checkWords('fans-hot', 'dead@temperature|dead')).toBe(
      'Fans by temperature: temperature fan does not come on',
    );
    expect(causeWords('backwards@ac')).toBe('A/C fan wired backwards');
    // What a later table has dropped keeps its own word.
    expect(checkWords('old-check', 'odd')).toBe('old-check: odd');
    expect([inSentence('Level, cold'), inSentence('A/C on'), inSentence('LED')]).toEqual(['level, cold', 'A/C on', 'LED']); // prettier-ignore
  });

  test('whatever is said, only what the table knows is heard', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('hot', 'town', 'fan', 'never', 'fuse', 'heater', 'cold', 'A/C', 'weak', 'motorway', 'since', 'new', 'leaks', ',', '.', 'ß', '💧', 'only at'), { maxLength: 14 }), (parts) => {
        for (const { check, outcome } of heardIn(van, parts.join(' '))) expect(van.observations.find(({ id }) => id === check)!.outcomes.map(({ id }) => id)).toEqual(expect.arrayContaining(outcome.split('|')));
      }),
      { numRuns: 400, seed: 11 },
    ); // prettier-ignore
    expect(heardIn(van, '')).toEqual([]);
    // Nobody asks after the A/C of a vehicle that has none.
    expect(heardIn(tableFor({ ...VAN, airConditioning: false }), 'A/C weak at idle')).toEqual([]);
  });
});

describe('what was told and nobody has looked at', () => {
  test('is listed for the shop to confirm; a finding that was seen since, an answer that only a customer can give, and anything before a repair is not', () => {
    const told = (check: string, outcome: string) => ({ kind: 'found' as const, check, outcome, how: 'told' });
    const lines = [told('heat', 'crawl'), told('fuse-look', 'whole'), told('fans-hot', 'dead@temperature|dead')];
    expect(unconfirmed(lines).map(({ check, hands, waits }) => [check, hands, waits])).toEqual([['fuse-look', 2, 0], ['fans-hot', 6, 10]]);
    expect(unconfirmed([...lines, { ...told('fuse-look', 'whole'), how: 'hand' }]).map(({ check }) => check)).toEqual(['fans-hot']);
    expect(unconfirmed([...lines, { kind: 'repaired' }])).toEqual([]);
  }); // prettier-ignore
});

describe('what a page shows', () => {
  test('after any findings and repairs: chances are chances, what is asked is open, and all of it crosses to a page as it is', () => {
    for (let seed = 1; seed <= 30; seed += 1) {
      const draws = new Draws(seed * 37);
      const pick = <T>(list: readonly T[]): T => list[Math.floor(draws.even() * list.length)]!;
      const steps: DiagnosisStep[] = Array.from(
        { length: 1 + Math.floor(draws.even() * 9) },
        (): DiagnosisStep => {
          const observation = pick(van.observations);
          if (draws.even() < 0.1) return { kind: 'repaired', remedy: pick(van.remedies).id };
          if (draws.even() < 0.1) return { kind: 'passed over', check: observation.id };
          return { kind: 'found', check: observation.id, outcome: pick(observation.outcomes).id };
        },
      );
      const view = diagnose(van, steps, { ahead: 0 });
      for (const { chance } of view.suspects) expect(chance >= 0 && chance <= 1 + 1e-9).toBe(true);
      const followed = follow(van, steps);
      if (view.next?.do === 'check') {
        const { id } = view.next;
        expect(openChecks(van, followed).map((at) => van.observations[at]!.id)).toContain(id);
        expect(followed.found.has(id) || followed.passedOver.has(id)).toBe(false);
      }
      expect(view.cost!.expected).toBeGreaterThanOrEqual(view.cost!.known - 1e-6);
      expect(JSON.parse(JSON.stringify(view))).toEqual(view);
    }
  });

  test('with everything looked at or passed over there is still something to do', () => {
    const all: DiagnosisStep[] = van.observations.map(({ id }) => ({ kind: 'passed over', check: id }));
    const next = nextStep(van, follow(van, all), costsOf(van))!;
    expect(next.step.what.do).toBe('repair');
    expect(next.settled).toBe(true);
  });

  test('the shop’s own practice is what it is reckoned by; fans that no record names are taken for one', () => {
    const dear = practiceOf({ labourHour: 600 });
    const level = van.observations.findIndex(({ id }) => id === 'level');
    expect(costsOf(van, dear).checks[level]).toBeCloseTo(10 * costsOf(van).checks[level]!, 9);
    const patient = practiceOf({ sureOf: 0.999 });
    const steps: DiagnosisStep[] = [{ kind: 'found', check: 'heat', outcome: 'crawl' }, { kind: 'found', check: 'shroud-look', outcome: 'gone' }]; // prettier-ignore
    expect(diagnose(van, steps, { practice: patient, ahead: 0 }).standing.word).not.toBe('found');
    expect(fanClass({ fans: null })).toBe('one');
    expect(tableFor({ ...VAN, fans: null }).causes.some(({ id }) => id === 'relay@fan')).toBe(true);
  });

  test('a warm-up that was logged is read as an answer: at the rating, never, open from the start; a probe that fell out tells nothing', () => {
    const record = { opensC: 82, fullyOpenC: 90, fanOnC: null, warningC: 112 };
    const ms = Array.from({ length: 900 }, (_, at) => at * 1000);
    const rise = (at: (s: number) => number) => readWarmUp(ms, ms.map((each) => at(each / 1000)), record); // prettier-ignore
    expect(rise((s) => (s < 500 ? 20 + 0.125 * s : 82.5 + 0.004 * (s - 500)))).toMatchObject({
      outcome: 'right',
    });
    expect(rise((s) => 20 + 0.11 * s)).toMatchObject({ outcome: 'never' });
    expect(rise((s) => 55 - 35 * Math.exp(-s / 150))).toMatchObject({ outcome: 'early' });
    expect(rise(() => 20).outcome).toBeUndefined();
    expect(readWarmUp([], [], record).outcome).toBeUndefined();
  });
});
