import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ATTRIBUTES, type Attribute, type FigureSet, type PartKind } from '../src/figures/index.ts';
import { findSets, judgeFit, type FitPart, type Slot } from '../src/fit/index.ts';
import {
  NO_CHOICES,
  findingsOf,
  fitVehicleOf,
  planOf,
  sideOf,
  transferList,
  type PlanPart,
  type PlanRecord,
} from '../src/fitment/index.ts';
import { USUAL_PRACTICE, needed, practiceOf, workKey, type Work } from '../src/practice/index.ts';
import { assembleSheet, type ProcedureDocument } from '../src/procedure/index.ts';
import { refitMap, refitOf, type AccessMap, type RefitPart } from '../src/access/index.ts';
import { BAY, PLUGS, SOUND, value, word } from './sound.ts';

/**
 * Random vehicles, parts, spacers, fuses and shops' own numbers: Match (one part), Sets (the cheapest of many), Compare
 * (the plan) and the sheet give the same answer and the same list of work.
 */
const KINDS = ['radiator', 'shroud', 'fan'] as const;

/** What a figure of a sound record becomes: as it is, a little or far off, coarse, another word, or nobody looked. */
const move = fc.constantFrom(
  'as is',
  'as is',
  'as is',
  'as is',
  'as is',
  'as is',
  'as is',
  'more',
  'less',
  'far more',
  'coarse',
  'other',
  'gone',
);
const movedFigures = (subject: 'bay' | PartKind, sound: FigureSet<never>): fc.Arbitrary<FigureSet<never>> => {
  const keys = [...Object.keys(sound.quantities), ...Object.keys(sound.words)];
  return fc.array(move, { minLength: keys.length, maxLength: keys.length }).map((moves) => {
    const quantities: Record<string, unknown> = {};
    const words: Record<string, unknown> = {};
    keys.forEach((key, i) => {
      const how = moves[i]!;
      const attribute = (ATTRIBUTES[subject] as Record<string, Attribute>)[key]!;
      if (how === 'gone') return;
      if (attribute.type === 'quantity') {
        const held = (sound.quantities as Record<string, ReturnType<typeof value>>)[key]!;
        const factor = how === 'more' ? 1.03 : how === 'less' ? 0.97 : how === 'far more' ? 1.5 : 1;
        quantities[key] = value(
          Math.min(attribute.hi, held.value * factor),
          how === 'coarse' ? held.u + 6 : held.u,
        );
      } else {
        const held = (sound.words as Record<string, ReturnType<typeof word>>)[key]!;
        const others = attribute.type === 'choice' ? attribute.choices : ['FAN-2B', 'FAN-4M'];
        words[key] = how === 'other' ? word(others.find((each) => each !== held.word)!) : held;
      }
    });
    return { quantities, words } as FigureSet<never>;
  });
};

const parts = fc
  .tuple(
    ...KINDS.flatMap((kind) => [
      movedFigures(kind, SOUND[kind] as never),
      movedFigures(kind, SOUND[kind] as never),
    ]),
  )
  .map((figures) =>
    figures.map((own, i): PlanPart => ({
      id: i + 1,
      number: `P ${i + 1}`,
      kind: KINDS[Math.floor(i / 2)]!,
      figures: i % 3 === 0 ? (SOUND[KINDS[Math.floor(i / 2)]!] as never) : own,
      inTheBox: [],
    })),
  );
const records = fc
  .record({
    bay: fc.oneof(fc.constant(BAY as never), movedFigures('bay', BAY as never)),
    parts,
    selfShifting: fc.boolean(),
    airConditioning: fc.boolean(),
  })
  .map(({ bay, parts: own, selfShifting, airConditioning }): PlanRecord => ({
    vehicle: { configuration: { body: 'van', package: 'standard', airConditioning, steering: 'right' } },
    bay,
    selfShifting,
    parts: own,
    connectors: [...PLUGS.values()].map(({ code, pins }) => ({
      code,
      cavities: pins.map(({ position, function: does, colour, gauge }) => ({
        position,
        function: does,
        colour,
        gauge,
      })),
    })),
    adapters: [],
    thermostats: [],
    fasteners: [],
  }));
const choices = fc
  .record({
    spacer: fc.constantFrom(undefined, undefined, 4, 6, 10, 16),
    fuse: fc.constantFrom(undefined, undefined, 20, 40),
  })
  .map((own) => ({ ...NO_CHOICES, ...own }));
const practices = fc.constantFrom(
  USUAL_PRACTICE,
  USUAL_PRACTICE,
  practiceOf({ motorToEngine: 30, fuseShare: 0.6 }),
  practiceOf({ passAt: 0.99, bracketSlot: 3 }),
);
const kitWords = ({ figures }: PlanPart) => {
  const { probe, acRequest } = (figures as unknown as FigureSet<'kit'>).words;
  return { probe: probe?.word, acRequest: acRequest?.word };
};
const BARE_MAP: AccessMap = { title: '', notes: [], things: [], fasteners: [], operations: [], steps: [] };
const NONE = { radiator: undefined, fan: undefined, shroud: undefined };
const fitPart = ({ kind, figures }: PlanPart): FitPart => ({ kind, figures }) as unknown as FitPart;
const said = (work: readonly Work[]) =>
  work
    .map((each) => `${workKey(each)} ${each.by?.toFixed(6) ?? ''} ${each.to ?? ''} ${each.optional ?? ''}`)
    .sort();

const EMPTY: ProcedureDocument = {
  title: 'In',
  partKind: 'radiator',
  way: '',
  notes: [],
  fasteners: [],
  steps: [],
};
const onSheet = (work: readonly Work[]) =>
  assembleSheet({
    procedure: EMPTY,
    vehicle: { airConditioning: false, selfShifting: false, highVoltage: false },
    work,
    coolant: undefined,
  }).sections.flatMap(({ steps }) => steps.flatMap((step) => step.work ?? []));

describe('one truth', () => {
  test('one part: Match, the plan and the sheet', () => {
    const verdicts: Record<string, number> = {};
    fc.assert(
      fc.property(
        records,
        choices,
        practices,
        fc.integer({ min: 1, max: 6 }),
        (record, chosen, practice, id) => {
          const part = record.parts.find((each) => each.id === id)!;
          const match = judgeFit(fitVehicleOf(record, chosen), fitPart(part), undefined, practice);
          const plan = planOf(
            record,
            sideOf(record, NONE),
            sideOf(record, { ...NONE, [part.kind]: id }),
            chosen,
            practice,
          );
          expect(plan.verdict).toBe(match.verdict);
          expect(plan.ledger).toEqual(match.ledger);
          if (match.verdict === 'no') expect(plan.work).toEqual([]);
          else {
            expect(said(plan.work.filter(({ code }) => code !== 'hub-spacer'))).toEqual(said(match.work));
            expect(said(onSheet(plan.work))).toEqual(said(plan.work));
          }
          // A verdict of changes has work, and straight in has none that is needed.
          if (match.verdict === 'changes') expect(needed(plan.work).length).toBeGreaterThan(0);
          if (match.verdict === 'straight-in') expect(needed(plan.work)).toEqual([]);
          verdicts[match.verdict] = (verdicts[match.verdict] ?? 0) + 1;
        },
      ),
      { seed: 21, numRuns: 600 },
    );
    // The instances reach every answer.
    expect(Object.keys(verdicts).sort()).toEqual(['changes', 'no', 'not-proven', 'straight-in']);
  });

  test.each([[[]], [['radiator']], [['fan']]] as const)(
    'many parts, %j staying: every set that Sets offers is judged alike by the plan, and none that works is left out',
    (stay) => {
      let offered = 0;
      fc.assert(
        fc.property(records, choices, practices, (record, chosen, practice) => {
          const stays = (kind: string) => (stay as readonly string[]).includes(kind);
          const slots: Slot[] = KINDS.map((kind) => {
            const own = record.parts.filter((each) => each.kind === kind);
            return {
              kind,
              kept: stays(kind),
              choices: (stays(kind) ? own.slice(0, 1) : own).map((each) => ({
                id: each.id,
                part: fitPart(each),
              })),
            };
          });
          const vehicle = fitVehicleOf(record, chosen);
          const { sets } = findSets(slots, vehicle, 50, practice);
          const planFor = (ids: readonly number[]) => {
            const named = (kind: string) =>
              ids.find((id) => record.parts.find((part) => part.id === id)!.kind === kind);
            const fresh = sideOf(record, {
              radiator: named('radiator'),
              fan: named('fan'),
              shroud: named('shroud'),
            });
            const old = sideOf(record, {
              ...NONE,
              ...Object.fromEntries(stay.map((kind) => [kind, named(kind)])),
            });
            return planOf(record, old, fresh, chosen, practice);
          };
          const [first, second, third] = slots.map((slot) => slot.choices.map(({ id }) => id));
          const works = first!
            .flatMap((a) => second!.flatMap((b) => third!.map((c) => [a, b, c])))
            .filter((ids) => planFor(ids).verdict !== 'no');
          expect(sets.map((set) => set.parts.map(({ id }) => id).join()).sort()).toEqual(
            works.map((ids) => ids.join()).sort(),
          );
          for (const set of sets) {
            offered += 1;
            const plan = planFor(set.parts.map(({ id }) => id));
            expect([plan.verdict, said(plan.work.filter(({ code }) => code !== 'hub-spacer'))]).toEqual([
              set.together.verdict,
              said(set.together.work),
            ]);
          }
          // Asked for fewer, the cheapest; what is not known comes after what is.
          expect(sets.map(({ cost }) => cost)).toEqual(sets.map(({ cost }) => cost).sort((a, b) => a - b));
          expect(findSets(slots, vehicle, 2, practice).sets.map(({ cost }) => cost)).toEqual(
            sets.slice(0, 2).map(({ cost }) => cost),
          );
          const ranks = sets.map(({ together }) => (together.verdict === 'not-proven' ? 1 : 0));
          expect(ranks).toEqual([...ranks].sort());
        }),
        { seed: 22, numRuns: 120 },
      );
      expect(offered).toBeGreaterThan(60);
    },
  );
});

const fanOf = ({ figures }: PlanPart) => figures as unknown as FigureSet<'fan'>;
const builtWith = ({ bay }: PlanRecord) => (bay as FigureSet<'bay'>).words.fanDrivenBy?.word;
const BELT_FAN = {
  quantities: { diameter: SOUND.fan.quantities.diameter, depth: value(60), hubCircle: value(40) },
  words: { drivenBy: word('engine'), hubThread: word('bolts'), throw: word('puller') },
};

/** Belt or motor, as built and as chosen, with a kit or without: what each view says of wiring, set points and minutes. */
const conversions = fc
  .record({
    record: records,
    kitFigures: fc.oneof(fc.constant(SOUND.kit as never), movedFigures('kit', SOUND.kit as never)),
    withKit: fc.boolean(),
    built: fc.constantFrom('motor', 'engine', undefined),
    chosen: fc.constantFrom('motor', 'motor', 'engine'),
    old: fc.constantFrom(undefined, 5),
    plug: fc.constantFrom(undefined, undefined, undefined, 'FAN-3A', 'FAN-4M'),
    practice: practices,
  })
  .map(({ record, kitFigures, withKit, built, chosen, plug, ...rest }) => {
    const { fanDrivenBy: _, ...words } = (record.bay as FigureSet<'bay'>).words;
    const bay = {
      ...(record.bay as FigureSet<'bay'>),
      words: { ...words, ...(built ? { fanDrivenBy: word(built) } : {}) },
    };
    const own = record.parts.map((part) =>
      part.id !== 6
        ? part
        : { ...part, figures: (chosen === 'motor' ? { ...fanOf(part), words: { ...fanOf(part).words, drivenBy: word('motor'), ...(plug ? { fanConnector: word(plug) } : {}) } } : BELT_FAN) as never }); // prettier-ignore
    const kit: PlanPart = { id: 7, number: 'P 7', kind: 'kit', figures: kitFigures, inTheBox: [] };
    return { ...rest, withKit, record: { ...record, bay: bay as never, parts: [...own, kit] } };
  });

test('random conversions: Match, Wiring, Agreement, work and sheet say the same of plug, set points and minutes', () => {
  const seen: Record<string, number> = {};
  const count = (what: string) => (seen[what] = (seen[what] ?? 0) + 1);
  fc.assert(
    fc.property(conversions, ({ record, withKit, old, practice }) => {
      const fresh = sideOf(record, { ...NONE, fan: 6, kit: withKit ? 7 : undefined });
      const plan = planOf(record, sideOf(record, { ...NONE, fan: old }), fresh, NO_CHOICES, practice);
      const row = (check: string) => plan.ledger.find((each) => each.check === check && each.outcome !== 'not-asked'); // prettier-ignore
      const engine = fresh.assembly.fan!.words.drivenBy?.word === 'engine';
      const says = findingsOf(plan);
      const about = (topic: string) => says.filter((each) => each.about === topic).map(({ word: is }) => is);

      // Wiring: one row for the plug that is joined, and it says what the drawing of the wires says.
      const plugs = ['fanConnector', 'kitPlug'].flatMap((check) => row(check) ?? []);
      expect(plugs.length, 'one plug is joined').toBeLessThanOrEqual(1);
      const keepsBelt = engine && !withKit && builtWith(record) === 'engine';
      if (keepsBelt) expect(about('wiring').filter((each) => each !== 'clear')).toEqual([]);
      else if (!engine && plan.plan && plugs[0]) {
        const same = { pass: ['plugs-in'], change: ['adapter', 're-terminate'], fail: ['cannot'] } as const;
        expect(same[plugs[0].outcome as 'pass']).toContain(plan.plan.verdict);
        count(`wiring ${plan.plan.verdict}`);
      }
      const joins = plan.work.some(({ code }) => code === 're-terminate' || code === 'plug-adapter');
      if (plan.verdict !== 'no' && plan.plan && plugs[0])
        expect(joins).toBe(plan.plan.verdict !== 'plugs-in');

      // Agreement: the row of the set points and the rules, both by the figures as they are.
      // A kit switches the fan; a switch that the fan has besides is a row of its own.
      const switches = plan.together.members.find(({ kind }) => kind === (withKit ? 'kit' : 'fan'));
      const switched = switches?.verdict.ledger.find(({ check, outcome }) => check === 'thermostatAndFan' && outcome !== 'not-asked'); // prettier-ignore
      if (!engine && switched?.margin && plan.settings) {
        const rules = plan.broken.filter(({ mild }) => !mild).map(({ rule }) => rule);
        const breaks = rules.some((rule) => ['off-below-opening', 'on-near-boiling', 'on-near-warning'].includes(rule)); // prettier-ignore
        expect(breaks, JSON.stringify([plan.settings, switched.margin])).toBe(switched.margin.value < -1e-9);
        count(breaks ? 'breaks' : 'agrees');
      }
      if (keepsBelt) expect(about('agreement').filter((each) => each !== 'clear')).toEqual([]);

      // Sheet: steps that mount the parts and work beside them come to the minutes of the plan.
      if (plan.verdict === 'no') return;
      const refit = refitOf(
        [
          { number: 'P 6', kind: 'fan', role: 'goes in', drivenBy: fresh.assembly.fan!.words.drivenBy?.word },
          ...(withKit ? [{ number: 'P 7', kind: 'kit', role: 'goes in', ...kitWords(fresh.parts.kit!) } as RefitPart] : []),
        ],
        { fanDrivenBy: builtWith(record), airConditioning: record.vehicle.configuration.airConditioning },
      ); // prettier-ignore
      const mounts = refitMap(BARE_MAP, refit).steps.filter(({ mount }) => mount?.covers);
      const sheet = assembleSheet({ procedure: { ...EMPTY, steps: mounts }, vehicle: { airConditioning: false, selfShifting: false, highVoltage: false }, work: plan.work, coolant: undefined }); // prettier-ignore
      const onPaper = sheet.sections.flatMap(({ steps }) => steps).reduce((sum, { minutes }) => sum + minutes, 0); // prettier-ignore
      expect(onPaper, said(plan.work).join()).toBe(plan.work.reduce((sum, { minutes }) => sum + minutes, 0));
      if (mounts.length > 0) count('mounted');
    }),
    { seed: 23, numRuns: 1500 },
  );
  for (const each of [
    'wiring plugs-in',
    'wiring re-terminate',
    'wiring cannot',
    'breaks',
    'agrees',
    'mounted',
  ])
    expect(seen[each] ?? 0, JSON.stringify(seen)).toBeGreaterThan(5);
});

test('random radiators: what moves over from the old one is what Match, its work and the sheet say of ports and cooler lines', () => {
  const seen = new Set<string>();
  const ports = fc.constantFrom('none', 'm14x1.5', 'm22x1.5', undefined);
  const coolers = fc.constantFrom('none', 'transmission', 'engine', 'both', undefined);
  const lines = fc.constantFrom('none', 'radiator', undefined);
  const fittings = fc.constantFrom('m16x1.5', 'quick-10', undefined);
  const side = fc.record({ sensorPort: ports, oilCooler: coolers, oilCoolerFitting: fittings });
  const worded = (all: Record<string, string | undefined>) => Object.fromEntries(Object.entries(all).flatMap(([key, text]) => (text === undefined ? [] : [[key, word(text)]]))); // prettier-ignore
  const without = (words: object) => Object.fromEntries(Object.entries(words).filter(([key]) => !['sensorPort', 'oilCooler', 'oilCoolerFitting', 'oilCooling', 'engineOilCooling'].includes(key))); // prettier-ignore
  fc.assert(
    fc.property(side, fc.option(side), fc.record({ sensorPort: ports, oilCooling: lines, engineOilCooling: lines, oilCoolerFitting: fittings }), fc.boolean(), (fresh, old, built, selfShifting) => {
      const radiator = (id: number, words: object): PlanPart => ({ id, number: `R ${id}`, kind: 'radiator', figures: { ...SOUND.radiator, words: { ...without(SOUND.radiator.words), ...words } } as never, inTheBox: [] });
      const bay = { ...BAY, words: { ...without(BAY.words), ...worded(built) } };
      const part = radiator(1, worded(fresh));
      const vehicle = fitVehicleOf({ bay: bay as never, selfShifting, connectors: [], vehicle: { configuration: { airConditioning: true, steering: 'right' } } }, NO_CHOICES);
      const { ledger, verdict } = judgeFit(vehicle, fitPart(part));
      const outcome = (check: string) => ledger.find((row) => row.check === check)?.outcome;
      const moves = transferList(part, old ? radiator(2, worded(old)) : undefined, bay as never, selfShifting);
      const becomes = (code: string) => moves.find((each) => each.code === code)?.becomes;
      const work = new Set(judgeFit(vehicle, fitPart(part)).work.map(({ code }) => code));
      seen.add(`${becomes('cooler-fittings')} ${outcome('oilCooler')}`);
      // What does not go in has no sheet.
      if (verdict === 'no') return;
      // Moved over only into what Match lets pass; an adapter, a plug or a cap is never beside “moves over”.
      if (becomes('sensor') === 'moves') expect([outcome('sensorPort'), work.has('sensor-adapter'), work.has('plug-port')]).not.toEqual(expect.arrayContaining(['change', true]));
      if (becomes('cooler-fittings') === 'moves') {
        expect(['pass', 'unknown', 'not-asked', undefined]).toContain(outcome('oilCoolerFitting'));
        for (const check of ['oilCooler', 'engineOilCooler']) expect(outcome(check)).not.toBe('fail');
        expect(work.has('cooler-line-adapters')).toBe(false);
      }
      if (becomes('cooler-fittings') === 'no place' && !work.has('cooler-line-adapters')) expect(verdict).not.toBe('straight-in');
      if (becomes('cooler-fittings') === undefined) expect(['fail', 'change']).not.toContain(outcome('oilCoolerFitting'));
      if (becomes('sensor') === undefined) expect(work.has('sensor-adapter')).toBe(false);
    }),
    { seed: 24, numRuns: 3000 },
  ); // prettier-ignore
  expect(seen.size).toBeGreaterThan(8);
});

test('the shroud out from round a framed fan: what that does is said not to be known, and only then', () => {
  const part = (id: number, kind: 'radiator' | 'shroud' | 'fan'): PlanPart => ({
    id,
    number: `P ${id}`,
    kind,
    figures: SOUND[kind] as never,
    inTheBox: [],
  });
  const record: PlanRecord = {
    vehicle: {
      configuration: { body: 'van', package: 'standard', airConditioning: true, steering: 'right' },
    },
    bay: BAY as never,
    selfShifting: true,
    parts: [part(1, 'radiator'), part(2, 'shroud'), part(3, 'fan')],
    connectors: [],
    adapters: [],
    thermostats: [],
    fasteners: [],
  };
  const said = (was: object, is: object) =>
    findingsOf(
      planOf(record, sideOf(record, { ...NONE, ...was }), sideOf(record, { ...NONE, ...is }), NO_CHOICES),
    )
      .filter((found) => found.about === 'cooling')
      .map((found) => [found.word, found.says.by === 'plain' && found.says.code]);
  const whole = { radiator: 1, shroud: 2, fan: 3 };
  expect(said(whole, { radiator: 1, fan: 3 })).toEqual([['open', 'shroud-unknown']]);
  expect(said(whole, whole)).toEqual([]);
  expect(said({ radiator: 1, fan: 3 }, whole)).toEqual([]);
});
