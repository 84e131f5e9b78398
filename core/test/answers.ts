import fc from 'fast-check';
import demoVehicles from '../../demo/1-vehicles.json';
import demoParts from '../../demo/2-parts.json';
import smallParts from '../../demo/5-small-parts.json';
import tradeParts from '../../demo/6-trade-parts.json';
import { ATTRIBUTES, PART_KINDS, type Attribute, type FigureSet, type PartKind, type QuantityFigure, type WordFigure } from '../src/figures/index.ts'; // prettier-ignore
import { judgeFit, type FitPart, type FitVehicle, type Verdict } from '../src/fit/index.ts';
import { NO_CHOICES, planOf, sideOf, type PlanPart, type PlanRecord } from '../src/fitment/index.ts';
import { practiceOf, type Work } from '../src/practice/index.ts';
import { figuresOf } from './demo-vehicles.ts';
import { BAY, PLUGS, SOUND, value, word } from './sound.ts';

// The numbers behind every answer, without a word of how they are said: a change of words must not change them.

const short = (amount: number | undefined): number | undefined =>
  amount === undefined || !Number.isFinite(amount) ? undefined : Math.round(amount * 1e6) / 1e6;
const ofWork = (work: readonly Work[]) =>
  work.map((each) => [
    each.code,
    each.effort,
    each.minutes,
    short(each.by),
    short(each.to),
    each.optional ?? false,
  ]);
const side = (shown: { type: string; value?: number } | undefined) =>
  shown?.type === 'quantity' ? short(shown.value) : shown ? 'words' : undefined;
const ofVerdict = (verdict: Verdict) => ({
  verdict: verdict.verdict,
  deciding: verdict.deciding.by === 'check' ? verdict.deciding.check : verdict.deciding.by,
  minutes: verdict.workMinutes,
  work: ofWork(verdict.work),
  measure: verdict.measure.map((each) => [each.subject, each.key, each.minutes]),
  rows: verdict.ledger.map((row) => [
    row.check, row.outcome, side(row.need), side(row.have), short(row.margin?.value), short(row.margin?.u), short(row.chance),
    row.missing.map((each) => `${each.subject}.${each.key}`).join(' '),
  ]), // prettier-ignore
});
const ofPlan = (plan: ReturnType<typeof planOf>) => ({
  verdict: plan.verdict,
  work: ofWork(plan.work),
  spacer: [short(plan.fittedSpacer), plan.hub?.ok ? plan.hub.value.kind : undefined],
  clearances: plan.depth.cleared.map((each) => [
    each.key,
    short(each.nominalMm),
    short(each.wantedMm),
    short(each.chance),
  ]),
  boils: plan.boils.ok ? short(plan.boils.value) : 'not known',
});

/** A short name of an answer: two answers with the same one are the same. */
function digest(answer: unknown): string {
  const text = JSON.stringify(answer);
  // FNV-1a twice with other beginnings (Fowler, Noll and Vo, public domain): 64 bits, no package.
  return [0x811c9dc5, 0x01000193]
    .map((seed) => {
      let hash = seed;
      for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
      return (hash >>> 0).toString(16).padStart(8, '0');
    })
    .join('');
}

const MOVES = ['as is', 'as is', 'as is', 'as is', 'as is', 'as is', 'more', 'less', 'far more', 'coarse', 'other', 'gone'] as const; // prettier-ignore

function moved(
  subject: 'bay' | PartKind,
  sound: FigureSet<never>,
  moves: readonly string[],
): FigureSet<never> {
  const quantities: Record<string, QuantityFigure> = {};
  const words: Record<string, WordFigure> = {};
  [...Object.keys(sound.quantities), ...Object.keys(sound.words)].forEach((key, i) => {
    const how = moves[i % moves.length]!;
    const attribute = (ATTRIBUTES[subject] as Record<string, Attribute>)[key]!;
    if (how === 'gone') return;
    if (attribute.type === 'quantity') {
      const held = (sound.quantities as Record<string, QuantityFigure>)[key]!;
      const factor = how === 'more' ? 1.03 : how === 'less' ? 0.97 : how === 'far more' ? 1.5 : 1;
      quantities[key] = value(
        Math.min(attribute.hi, held.value * factor),
        how === 'coarse' ? held.u + 6 : held.u,
      );
    } else {
      const held = (sound.words as Record<string, WordFigure>)[key]!;
      const others = attribute.type === 'choice' ? attribute.choices : ['FAN-2B', 'FAN-4M'];
      words[key] = how === 'other' ? word(others.find((each) => each !== held.word) ?? held.word) : held;
    }
  });
  return { quantities, words } as FigureSet<never>;
}

const moves = fc.array(fc.constantFrom(...MOVES), { minLength: 60, maxLength: 60 });
const pair = fc.record({
  kind: fc.constantFrom(...PART_KINDS),
  bay: moves,
  part: moves,
  selfShifting: fc.boolean(),
  airConditioning: fc.boolean(),
  spacer: fc.constantFrom(undefined, undefined, 6, 10),
  practice: fc.constantFrom({}, {}, { motorToEngine: 30, fuseShare: 0.6 }, { passAt: 0.99, bracketSlot: 3 }),
});

/** 1,000 vehicles and parts drawn at random over every kind, each with one verdict, and with the plan where there is one. */
function ofRandomPairs(): string[] {
  return fc.sample(pair, { seed: 25, numRuns: 1000 }).map((drawn) => {
    const { kind, selfShifting, airConditioning } = drawn;
    const bay = moved('bay', BAY as never, drawn.bay);
    const figures = moved(kind, SOUND[kind] as never, drawn.part);
    const practice = practiceOf(drawn.practice);
    const vehicle: FitVehicle = { figures: bay, selfShifting, airConditioning, steering: 'right', plugs: PLUGS, choices: { spacerMm: drawn.spacer } }; // prettier-ignore
    const part: PlanPart = { id: 1, number: 'P 1', kind, figures, inTheBox: [] };
    const verdict = ofVerdict(
      judgeFit(vehicle, { kind, figures } as unknown as FitPart, undefined, practice),
    );
    if (!['radiator', 'shroud', 'fan', 'kit'].includes(kind)) return digest(verdict);
    const record: PlanRecord = {
      vehicle: { configuration: { body: 'van', package: 'standard', airConditioning, steering: 'right' } },
      bay, selfShifting, parts: [part], adapters: [], thermostats: [], fasteners: [],
      connectors: [...PLUGS.values()].map(({ code, pins }) => ({
        code,
        cavities: pins.map((pin) => ({ position: pin.position, function: pin.function, colour: pin.colour, gauge: pin.gauge })),
      })),
    }; // prettier-ignore
    const none = { radiator: undefined, fan: undefined, shroud: undefined, kit: undefined };
    const plan = planOf(record, sideOf(record, none), sideOf(record, { ...none, [kind]: 1 }), { ...NO_CHOICES, spacer: drawn.spacer }, practice); // prettier-ignore
    return digest([verdict, ofPlan(plan)]);
  });
}

/** Every part of the demo in every bay of the demo, whether a source names it or not. */
function ofDemo(): Record<string, string> {
  const all = [...demoParts.parts, ...smallParts.parts, ...tradeParts.parts];
  return Object.fromEntries(
    demoVehicles.bays.flatMap((each) =>
      all.map((part) => {
        const vehicle: FitVehicle = { figures: figuresOf('bay', each), selfShifting: true, airConditioning: true, steering: 'right' }; // prettier-ignore
        const fitPart = {
          kind: part.kind,
          figures: figuresOf(part.kind as PartKind, part),
        } as unknown as FitPart;
        return [`${each.name} | ${part.number}`, digest(ofVerdict(judgeFit(vehicle, fitPart)))];
      }),
    ),
  );
}

export const answersNow = () => ({ demo: ofDemo(), random: ofRandomPairs() });
