import { describe, expect, test } from 'vitest';
import { outStep, type AccessMap } from '../src/access/index.ts';
import { differencesOf, hoursText, mapWith, minutesModel, quoteFor, quoteText, weighed, type FilingInput, type SeenMinutes } from '../src/filing/index.ts'; // prettier-ignore
import { minutesText } from '../src/quantity/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { Draws } from '../src/random/index.ts';
import { jobOf, type Happened } from './job-of.ts';

const KEYS = ['undertray', 'header', 'hoses', 'plugs', 'fan', 'brackets', 'radiator', 'lines'];
const MAPPED = new Map(KEYS.map((key, at) => [key, 4 + 3 * at]));

/** Jobs whose operations are truly off the map, that share their pace, and of which some runs go wrong. */
function shop(seed: number, jobs: number) {
  const draws = new Draws(seed);
  const pair = new Float64Array(2);
  const normal = (): number => {
    draws.normals(pair);
    return pair[0]!;
  };
  const off = new Map(KEYS.map((key) => [key, 0.35 * normal()]));
  const job = (): Map<string, number> => {
    const pace = 0.2 * normal();
    return new Map(
      KEYS.map((key) => [key, MAPPED.get(key)! * Math.exp(off.get(key)! + pace + 0.3 * normal())]),
    );
  };
  const seen: SeenMinutes[] = [];
  for (let n = 0; n < jobs; n += 1)
    for (const [operation, minutes] of job())
      // One run in twenty was left running over a cup of tea, and nobody said so.
      seen.push({ job: n, operation, minutes: draws.even() < 0.05 ? 4 * minutes : minutes, delay: null });
  return { seen, next: job, off };
}

describe('minutes', () => {
  test('a quote holds four of five times, whether two jobs were seen or forty', async ({ annotate }) => {
    const told: string[] = [];
    for (const jobs of [0, 2, 8, 40]) {
      let [within, of, width] = [0, 0, 0];
      for (let seed = 1; seed <= 150; seed += 1) {
        const { seen, next } = shop(100 * jobs + seed, jobs);
        const model = minutesModel(MAPPED, seen);
        const { lo, hi } = quoteFor(model, KEYS);
        width += hi / lo / 150;
        for (let n = 0; n < 8; n += 1) {
          const took = [...next().values()].reduce((sum, each) => sum + each, 0);
          of += 1;
          within += Number(lo <= took && took <= hi);
        }
      }
      told.push(`${jobs} jobs ${((100 * within) / of).toFixed(1)} %, hi/lo ${width.toFixed(2)}`);
      expect(within / of, `${jobs} jobs`).toBeGreaterThan(0.74);
      expect(within / of, `${jobs} jobs`).toBeLessThan(0.88);
    }
    await annotate(`within the quote: ${told.join('; ')}`);
  }, 60_000);
  test('few jobs stay near the map, many leave it; rust is set apart; one forgotten timer changes little', () => {
    const seen = (jobs: number, minutes: number): SeenMinutes[] => Array.from({ length: jobs }, (_, job) => ({ job, operation: 'fan', minutes, delay: null })); // prettier-ignore
    const fan = (rows: SeenMinutes[]) => minutesModel(MAPPED, rows).operations.get('fan')!;
    expect(fan([])).toMatchObject({ minutes: 16, jobs: 0 });
    expect(fan(seen(1, 48)).minutes).toBeGreaterThan(17);
    expect(fan(seen(1, 48)).minutes).toBeLessThan(30);
    expect(fan(seen(30, 48)).minutes).toBeGreaterThan(40);
    const rusty = [...seen(4, 16), { job: 9, operation: 'fan', minutes: 90, delay: 'rust' as const }];
    expect(fan(rusty)).toMatchObject({ minutes: fan(seen(4, 16)).minutes, jobs: 4, delayed: 1 });
    const forgotten = [...seen(8, 16), { job: 9, operation: 'fan', minutes: 900, delay: null }];
    expect(fan(forgotten).minutes).toBeLessThan(21);
    // Of one job all operations share the pace: it is not laid at the door of each.
    const slow = minutesModel(MAPPED, KEYS.map((operation) => ({ job: 1, operation, minutes: 1.6 * MAPPED.get(operation)!, delay: null }))); // prettier-ignore
    expect(slow.operations.get('fan')!.minutes).toBeLessThan(16 * 1.5);
    expect(quoteFor(slow, [])).toEqual({ minutes: 0, lo: 0, hi: 0 });
    // Figures that nobody can mean are not learnt from.
    expect(fan([{ job: 1, operation: 'fan', minutes: NaN, delay: null }, { job: 1, operation: 'fan', minutes: -4, delay: null }])).toMatchObject({ minutes: 16 }); // prettier-ignore
  });
  test('said as a shop says it', () => {
    expect([hoursText(3), hoursText(58), hoursText(60), hoursText(101), hoursText(129)]).toEqual(['5 min', '1 h', '1 h', '1 h 40', '2 h 10']); // prettier-ignore
    // What is known to the minute is said to the minute.
    expect([0, 0.4, 59, 59.6, 65, 120].map(minutesText)).toEqual(['0 min', '0 min', '59 min', '1 h', '1 h 05', '2 h']); // prettier-ignore
    expect(quoteText({ minutes: 112, lo: 99, hi: 131 })).toBe('1 h 40 to 2 h 10, four of five times');
  });
});

const operation = (code: string, more: Partial<AccessMap['operations'][number]> = {}): AccessMap['operations'][number] => ({
  code, when: null, text: `Take ${code} off`, detail: '', place: 'above', tools: [], consumables: [], minutes: 10, waiting: false,
  gives: [{ thing: code, state: 'off' }], needs: [], uses: [], breaks: 0, connector: '', connectorWhen: null, coolantL: 0,
  transmissionL: 0, people: 1, lift: 'none', cautions: [], photoId: null, back: null, ...more,
}); // prettier-ignore
const map: AccessMap = {
  title: 'Bay',
  notes: [],
  things: ['fan', 'panel'].map((code) => ({ code, name: code, partKind: null, when: null })),
  fasteners: [{ tray: 'A', name: 'push clip', thread: '8 mm', lengthMm: null, tool: '', expected: 6, torqueNm: null, torqueSource: '', policy: 'reuse', when: null }], // prettier-ignore
  operations: [operation('panel', { uses: [{ tray: 'A', count: 6 }], breaks: 0.1 }), operation('fan')],
  steps: [],
};

describe('the job beside the library', () => {
  const opened = ['opened', { vehicleId: 1, label: 'SM 1', complaint: '', odometerKm: null, alterations: [] }] as const; // prettier-ignore
  const way = ['way chosen', { mapId: 1, revisionId: 1, goals: ['fan'], operations: ['panel', 'fan'], already: [], title: '' }] as const; // prettier-ignore
  const closed = ['closed', { outcome: 'done', note: '', heads: {} }] as const;
  const lay = (input: Partial<FilingInput>, ...said: Happened[]) =>
    differencesOf({
      state: jobOf(opened, ...said), bay: { quantities: {}, words: {} }, filed: {}, account: undefined, proven: true, map, past: [],
      minutes: new Map(), parts: [], ...input,
    }); // prettier-ignore
  const part = { partId: 4, revisionId: 9, number: 'NT-F 9', sentBack: false, work: [] as string[], expected: 'goes straight in' }; // prettier-ignore
  const tick1 = (step: string) => ['step ticked', { step: outStep(step), phase: 'remove' as const, partId: 4, done: true }] as const; // prettier-ignore

  test('what went in is offered only when the job is closed as done and proven; altered settles nothing', () => {
    const outcomes = (input: Partial<FilingInput>, ...said: Happened[]) => lay({ parts: [part], ...input }, ...said).map(({ after, act }) => [after, act.do === 'outcome' && act.altered]); // prettier-ignore
    expect(outcomes({})).toEqual([]);
    expect(outcomes({}, ['closed', { outcome: 'given up', note: '', heads: {} }])).toEqual([]);
    expect(outcomes({ proven: false }, closed)).toEqual([]);
    expect(outcomes({}, closed)).toEqual([['straight in', false]]);
    expect(outcomes({}, ['described', { alterations: ['lifted'] }], closed)).toEqual([['straight in', true]]);
    expect(outcomes({ parts: [{ ...part, work: ['Slot a foot.'] }] }, closed)[0]![0]).toBe('with changes');
    // What was sent back did not fit, proven or not.
    expect(outcomes({ proven: false, parts: [{ ...part, sentBack: true }] }, closed)[0]![0]).toBe('did not fit'); // prettier-ignore
  });

  test('counts, a missing tool, a note, another order: each once, and each lands on the map where it belongs', () => {
    const found = lay(
      {},
      way,
      [
        'fasteners out',
        { tray: 'A', step: outStep('panel'), there: 6, missing: 1, broken: 1, wrong: 0, over: [] },
      ],
      tick1('fan'),
      tick1('panel'),
      ['took longer', { step: outStep('fan'), why: 'missing', note: '10 mm crowfoot' }],
      ['step noted', { step: outStep('fan'), text: 'Lower the left side first.' }],
    );
    expect(found.map(({ id }) => id.replace(/ e\d+/, ''))).toEqual(['count A', 'tool', 'detail', 'order']);
    let next = map;
    for (const { act } of found) next = mapWith(next, act);
    expect(next.fasteners[0]!.expected).toBe(8);
    expect(next.operations[0]!.uses).toEqual([{ tray: 'A', count: 8 }]);
    expect(next.operations[1]).toMatchObject({
      tools: ['10 mm crowfoot'],
      detail: 'Lower the left side first.',
    });
    expect(next.notes[0]!.text).toMatch(/Take fan off; Take panel off/);
    // Laid beside the map that took them, nothing is left to say but what stands in the way of saying it twice.
    const again = differencesOf({ state: jobOf(opened, way, ['fasteners out', { tray: 'A', step: outStep('panel'), there: 6, missing: 1, broken: 1, wrong: 0, over: [] }], tick1('fan'), tick1('panel')), bay: { quantities: {}, words: {} }, filed: {}, account: undefined, proven: true, map: next, past: [], minutes: new Map(), parts: [] }); // prettier-ignore
    expect(again).toEqual([]);
    expect(() => mapWith({ ...map, operations: [] }, found[1]!.act)).toThrow(/not on the map any more/);
  });

  test('a clip that keeps breaking, and minutes that the map has wrong, are said once enough jobs have shown them', () => {
    const breaks = (jobs: number, broken: number) => lay({ past: [{ tray: 'A', jobs, missing: 0, broken }] }).map(({ act }) => act); // prettier-ignore
    expect(breaks(2, 10)).toEqual([]);
    expect(breaks(5, 3)).toEqual([]);
    expect(breaks(5, 15)).toEqual([{ do: 'breaks', operation: 'panel', chance: 0.5 }]);
    const minutes = (jobs: number, likely: number) => {
      const seen = Array.from({ length: jobs }, (_, n) => ({ job: n, operation: outStep('fan'), minutes: likely, delay: null })); // prettier-ignore
      const { operations } = minutesModel(new Map([[outStep('fan'), 10]]), seen);
      return lay({ minutes: operations }, ['minutes put right', { step: outStep('fan'), minutes: likely }]).map(({ act }) => act.do); // prettier-ignore
    };
    expect([minutes(2, 40), minutes(12, 10.5), minutes(12, 40)]).toEqual([[], [], ['minutes']]);
  });

  test('litres are weighed with what was known, never put in its place', () => {
    const held = { value: 8, u: 0.4 };
    expect(weighed(held, { value: 9, u: 0.4 })).toMatchObject({ value: 8.5, u: expect.closeTo(0.2828, 3) as number }); // prettier-ignore
    expect(weighed(held, { value: 9, u: 4 }).value).toBeCloseTo(8.01, 2);
    const drained = (litres: number, filed = {}, tempC: number | null = null) =>
      lay(
        { filed, account: { account: { concentrateL: 0 } } as never },
        ['account opened', { arrival: 'full', lowL: null, capacityL: null, extraL: 0, strength: 50, base: 'ethylene', technology: '', target: 50 }],
        ['coolant moved', { way: 'out', liquid: 'coolant', litres, got: 'jug', tempC, strength: null, lost: false, stage: 'remove', note: '' }],
      ); // prettier-ignore
    expect(drained(5)).toMatchObject([{ before: 'not on record', after: '5.00 ± 0.11 L' }]);
    expect(drained(5, { drainYield: { value: 5.4, u: 0.3 } })[0]!.act).toMatchObject({
      text: '5.05 ± 0.10 L',
    });
    expect(drained(9, { drainYield: { value: 5.4, u: 0.3 } })[0]!.evidence).toMatch(/does not agree/);
    // Hot coolant measures 4 to 5 % more than at 20 °C (common practice).
    const hot = Number.parseFloat(drained(5, {}, 90)[0]!.after);
    expect(hot).toBeGreaterThan(4.72);
    expect(hot).toBeLessThan(4.83);
    // As a shop's jobs agree, there is nothing left to say.
    expect(drained(5, { drainYield: { value: 5, u: 0.01 } })).toEqual([]);
  });

  test('a figure taken on this vehicle stands beside what is on record; the same figure is no difference', () => {
    const figure = [
      'figure taken',
      { key: 'pinSpacing', text: '612 mm', method: 'tape', sourceId: 1 },
    ] as const;
    expect(lay({}, figure)).toMatchObject([
      { id: 'figure pinSpacing', before: 'not on record', after: '612 mm' },
    ]);
    const bay = { quantities: { pinSpacing: { value: 612, u: 0 } }, words: {} } as never;
    expect(lay({ bay }, ['figure taken', { key: 'pinSpacing', text: '612 ± 0 mm', method: 'tape', sourceId: 1 }])).toEqual([]); // prettier-ignore
    expect(practiceOf({ minutesTell: 5 }).minutesTell).toBe(5);
  });
});
