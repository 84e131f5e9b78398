import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  agreement,
  CHECKS,
  createJudge,
  judgeFit,
  measureNext,
  RULES,
  VERDICTS,
  type Evidence,
  type FitPart,
  type FitVehicle,
  type Rule,
} from '../src/fit/index.ts';
import {
  ATTRIBUTES,
  attributeOf,
  PART_KINDS,
  type Attribute,
  type FigureSet,
  type PartKind,
  type SubjectKind,
} from '../src/figures/index.ts';
import { EFFORTS, PRACTICE_TABLE, WORK_TABLE, workKey } from '../src/practice/index.ts';
import { METHOD_RULES } from '../src/quantity/index.ts';
import { VEHICLE, soundPart, value } from './sound.ts';

const trace = {
  figureId: 1,
  method: 'caliper',
  grade: 2,
  source: 'bench',
  text: '',
  by: 'Ada',
  at: '2026-01-01',
} as const;

/** Any figures a subject could have: each known or not, each somewhere in what its attribute allows. */
const figuresOf = (subject: SubjectKind): fc.Arbitrary<FigureSet<SubjectKind>> => {
  const quantities: Record<string, fc.Arbitrary<unknown>> = {};
  const words: Record<string, fc.Arbitrary<unknown>> = {};
  for (const [key, attribute] of Object.entries(ATTRIBUTES[subject] as Record<string, Attribute>)) {
    if (attribute.type === 'quantity')
      quantities[key] = fc.option(
        fc.record({
          value: fc.double({ min: attribute.lo, max: attribute.hi, noNaN: true }),
          u: fc.double({ min: 0, max: 8, noNaN: true }),
          trace: fc.constant(trace),
        }),
        { nil: undefined, freq: 6 },
      );
    else
      words[key] = fc.option(
        fc
          .constantFrom(...(attribute.type === 'choice' ? attribute.choices : ['A-1', 'B-2']))
          .map((word) => ({ word, trace })),
        { nil: undefined, freq: 6 },
      );
  }
  return fc.record({ quantities: fc.record(quantities), words: fc.record(words) }) as never;
};

const vehicles: fc.Arbitrary<FitVehicle> = fc.record({
  figures: figuresOf('bay') as fc.Arbitrary<FigureSet<'bay'>>,
  selfShifting: fc.boolean(),
  airConditioning: fc.boolean(),
  steering: fc.constantFrom('left' as const, 'right' as const),
});
const evidence: fc.Arbitrary<Evidence> = fc.record({
  listings: fc.array(
    fc.record({
      claimId: fc.integer({ min: 1, max: 9 }),
      says: fc.constantFrom('fits' as const, 'does not fit' as const, 'excepts' as const),
      sentence: fc.constant('2008–2012 Haulden'),
      source: fc.constant('list'),
      grade: fc.constantFrom(3 as const, 4 as const, 5 as const),
    }),
    { maxLength: 3 },
  ),
  listedElsewhere: fc.constant([]),
  installed: fc.array(
    fc.record({
      id: fc.integer({ min: 1, max: 9 }),
      result: fc.constantFrom('straight in' as const, 'with changes' as const, 'did not fit' as const),
      sameRevision: fc.boolean(),
      altered: fc.boolean(),
      note: fc.constant(''),
      by: fc.constant('Ada'),
      on: fc.constant('2026-01-01'),
    }),
    { maxLength: 3 },
  ),
});

describe.each([...PART_KINDS])('a %s, whatever is known of it', (kind) => {
  const parts = figuresOf(kind).map((figures) => ({ kind, figures }) as unknown as FitPart);

  test('the fast judge and the full ledger agree, every statement is whole, and what to measure is on record', () => {
    const judge = createJudge();
    fc.assert(
      fc.property(vehicles, parts, evidence, (vehicle, part, known) => {
        const full = judgeFit(vehicle, part, known);
        expect(judge(vehicle, part, known)).toEqual({ verdict: full.verdict, deciding: full.deciding });
        expect(VERDICTS).toContain(full.verdict);
        const sentences = agreement(full).map((each) => each.text);
        for (const sentence of sentences) {
          expect(sentence).not.toMatch(/NaN|undefined|Infinity|\[object/);
          expect(sentence.length).toBeGreaterThan(8);
        }
        for (const { subject, key, bits, minutes } of full.measure) {
          expect(attributeOf(subject, key)).toBeDefined();
          expect(bits).toBeGreaterThanOrEqual(0);
          expect(minutes).toBeGreaterThan(0);
        }
        // What is counted as rows are made is what the rows hold.
        const deciding = full.ledger.filter((row) => row.decisive);
        expect(full.met).toBe(deciding.filter((row) => row.outcome === 'pass').length);
        expect(full.unmeasured).toBe(full.measure.length);
        expect(full.measureFirst).toEqual(full.measure[0]);
        const worth = full.ledger.flatMap((row) => (row.work ? [workKey(row.work)] : []));
        expect(new Set(full.work.map(workKey))).toEqual(new Set(full.verdict === 'no' ? [] : worth));
        const doubted = deciding.filter((row) => row.outcome === 'unknown' && row.check !== 'listed');
        const asked = new Set(full.measure.map(({ subject, key }) => `${subject}.${key}`));
        if (full.verdict === 'not-proven')
          for (const row of doubted)
            for (const { subject, key } of row.missing)
              if (attributeOf(subject, key)) expect(asked).toContain(`${subject}.${key}`);
        // What tells most for its minutes comes first.
        const rates = full.measure.map((item) => item.bits / item.minutes);
        expect(rates).toEqual([...rates].sort((a, b) => b - a));
      }),
      { seed: 11, numRuns: 60 },
    );
  });

  test('more doubt about a figure never turns a yes into a no or a no into a yes', () => {
    fc.assert(
      fc.property(vehicles, parts, (vehicle, part) => {
        const sure = judgeFit(vehicle, part);
        const hazy = JSON.parse(JSON.stringify(part)) as FitPart;
        for (const figure of Object.values(hazy.figures.quantities) as ({ u: number } | undefined)[])
          if (figure) figure.u += 500;
        const unsure = judgeFit(vehicle, hazy);
        for (const row of unsure.ledger) {
          const before = sure.ledger.find((each) => each.check === row.check);
          if (row.outcome === 'fail' && row.margin) expect(before?.outcome).toBe('fail');
          if (row.outcome === 'pass' && row.margin) expect(before?.outcome).toBe('pass');
        }
      }),
      { seed: 12, numRuns: 40 },
    );
  });

  test('a confirmed misfit of this revision in an unaltered vehicle never leaves it going in', () => {
    fc.assert(
      fc.property(vehicles, parts, (vehicle, part) => {
        const installed = [
          {
            id: 1,
            result: 'did not fit' as const,
            sameRevision: true,
            altered: false,
            note: '',
            by: 'Ada',
            on: '2026-01-01',
          },
        ];
        expect(judgeFit(vehicle, part, { listings: [], listedElsewhere: [], installed }).verdict).toBe('no');
      }),
      { seed: 13, numRuns: 25 },
    );
  });
});

describe('the tables that everything is made from', () => {
  test('every kind has checks, a name for one and for many, and figures to be measured', () => {
    for (const kind of PART_KINDS) {
      // A spacer kit goes between two parts and has nothing of the vehicle to meet.
      if (kind !== 'fixings') expect(CHECKS[kind].length, kind).toBeGreaterThan(1);
      expect(Object.keys(ATTRIBUTES[kind]).length).toBeGreaterThan(1);
    }
  });

  test('a check looks at figures that exist, on both sides', () => {
    for (const kind of PART_KINDS)
      for (const check of CHECKS[kind]) {
        // These look at figures of the part alone, or at what the vehicle's configuration says.
        if (['coherent', 'hoseSpring', 'kitRequest', 'kitByHand', 'coolsAsWell'].includes(check.rule.id))
          continue;
        const keys = check.keys({ kind, figures: { quantities: {}, words: {} } } as unknown as FitPart);
        expect(attributeOf(kind, keys.part), `${kind} ${check.rule.id} ${keys.part}`).toBeDefined();
        expect(attributeOf('bay', keys.vehicle), `${kind} ${check.rule.id} ${keys.vehicle}`).toBeDefined();
      }
  });

  test('every rule belongs to a kind, and names its number and its work in practice', () => {
    for (const [id, rule] of Object.entries(RULES) as [string, Rule][]) {
      expect(rule.kinds.length, id).toBeGreaterThan(0);
      for (const name of [rule.keep, rule.most, rule.work?.reach, rule.smallWork?.reach])
        if (name) expect(PRACTICE_TABLE[name], `${id} ${name}`).toBeDefined();
      for (const remedy of [rule.work, rule.smallWork])
        if (remedy) expect(WORK_TABLE[remedy.code], `${id} ${remedy.code}`).toBeDefined();
    }
    for (const [code, work] of Object.entries(WORK_TABLE)) {
      expect(EFFORTS).toContain(work.effort);
      expect(work.minutes, code).toBeGreaterThan(0);
    }
  });

  test('every figure says how long it takes, and bounds that make sense', () => {
    for (const subject of ['bay', ...PART_KINDS] as SubjectKind[])
      for (const [key, attribute] of Object.entries(ATTRIBUTES[subject] as Record<string, Attribute>)) {
        expect(attribute.minutes, `${subject} ${key}`).toBeGreaterThan(0);
        if (attribute.type === 'quantity') expect(attribute.lo).toBeLessThan(attribute.hi);
        if (attribute.type === 'choice') expect(attribute.choices.length).toBeGreaterThanOrEqual(2);
      }
  });

  test('a way of measuring is worth a grade', () => {
    for (const rule of Object.values(METHOD_RULES)) expect([1, 2, 3, 4, 5]).toContain(rule.grade);
  });
});

describe('evidence that agrees and evidence that does not', () => {
  const cap = (seatDepth: number) => soundPart('cap', { seatDepth: value(seatDepth) });
  const listing = (says: 'fits' | 'does not fit') => ({
    claimId: 1,
    says,
    sentence: '2008–2012 Haulden',
    source: 'list',
    grade: 4 as const,
  });
  const tried = (result: 'straight in' | 'did not fit') => ({
    id: 1,
    result,
    sameRevision: true,
    altered: false,
    note: '',
    by: 'Ada',
    on: '2026-01-01',
  });
  const said = (
    seatDepth: number,
    says: ('fits' | 'does not fit')[],
    results: ('straight in' | 'did not fit')[] = [],
  ) =>
    agreement(
      judgeFit(VEHICLE, cap(seatDepth), {
        listings: says.map(listing),
        listedElsewhere: [],
        installed: results.map(tried),
      }),
    ).map((each) => `${each.agrees ? 'agree' : 'disagree'}: ${each.text}`);

  test('a listing and the figures', () => {
    expect(said(21, ['fits'])).toEqual(['agree: The listing and every deciding figure.']);
    expect(said(27, ['fits'])).toEqual([
      'disagree: It is listed for this vehicle, and the figures say that it does not go in.',
    ]);
    expect(said(21, ['does not fit'])).toEqual([
      'disagree: A source says that it does not fit, and every deciding figure says that it does.',
    ]);
  });
  test('two listings', () => {
    expect(said(21, ['fits', 'does not fit'])[0]).toContain('One source lists it');
  });
  test('a job and the figures, a job and a listing', () => {
    expect(said(21, [], ['straight in'])).toEqual(['agree: The figures and one job, 1 of 1 straight in.']);
    expect(said(27, [], ['straight in'])[0]).toContain('that figure is wrong, or the vehicles differ');
    expect(said(21, ['fits'], ['did not fit']).some((each) => each.includes('the job counts'))).toBe(true);
  });
  test('nothing is said of what is not there', () => {
    expect(said(21, [])).toEqual([]);
  });
});

test('of nothing in doubt there is nothing to measure', () => {
  expect(measureNext([])).toEqual([]);
  expect(measureNext([{ measure: [] }])).toEqual([]);
});

test('kinds are the same words for the caller and for the rules', async () => {
  const { choicesFor } = await import('../src/vehicle/index.ts');
  const spoken = choicesFor('part', { makes: [], models: [], engines: [], transmissions: [] });
  expect(spoken.map((choice) => choice.value as PartKind)).toEqual([...PART_KINDS]);
});
