import {
  capability,
  heatAgainst,
  type Capability,
  type FigureDoubts,
  type OnTheBench,
} from '../../cooling/index.ts';
import { chanceClear, type FigureSet, type QuantityFigure } from '../../figures/index.ts';
import { workOf } from '../../practice/index.ts';
import { fanRatingOf, radiatorOf } from '../cooling-figures.ts';
import { beltFan } from '../kinds/belt.ts';
import type { FitVehicle } from '../vehicle.ts';
import type { Check } from './check.ts';
import { advisory, by, rule, rulesOf } from './rule.ts';
import type { Missing } from './shown.ts';

/** The rules of these checks, in the field's terms. */
export const coolingRules = rulesOf({
  coolsAsWell: rule(['radiator', 'fan'], 'cooling', { ...advisory, work: by('cools-less', 'cooling') }),
}); // prettier-ignore

type Kind = 'radiator' | 'fan';
type Cooling = { ok: true; capability: Capability } | { ok: false; missing: Missing[] };

/** Figures of a record that the comparison rests on: a quantity as the bench calls it, or a word. */
const QUANTITIES = {
  radiator: { coreWidth: 'coreWidthMm', coreHeight: 'coreHeightMm', coreThickness: 'coreThicknessMm', tubeDepth: 'tubeDepthMm', tubePitch: 'tubePitchMm', finPitch: 'finPitchMm' },
  fan: { diameter: 'diameterMm', current: 'currentA', airflow: 'airflowM3H' },
} as const; // prettier-ignore
const WORDS = {
  radiator: ['flow', 'coreMaterial', 'tankMaterial', 'tubeInside', 'rows', 'passes'],
  fan: ['fans', 'clutch', 'drivenBy'],
} as const;

type Loose = {
  quantities: Record<string, QuantityFigure | undefined>;
  words: Record<string, { word: string; trace: QuantityFigure['trace'] } | undefined>;
};
const loose = (figures: FigureSet<Kind>): Loose => figures as unknown as Loose;

/** A part as the bench takes it, or the figures it still needs. */
function onTheBench(kind: Kind, figures: FigureSet<Kind>): OnTheBench | { missing: Missing[] } {
  const lacking = (keys: readonly string[]) => ({ missing: keys.map((key) => ({ subject: kind, key })) });
  if (kind === 'radiator') {
    const read = radiatorOf(figures as FigureSet<'radiator'>);
    return read.ok ? { radiator: read.radiator } : lacking(read.missing);
  }
  const fan = figures as FigureSet<'fan'>;
  const fans = fanRatingOf(fan);
  if (!fans) return lacking(['diameter']);
  // A motor’s power or the airflow itself; a size alone says nothing of either.
  const unrated = !beltFan(fan) && !fan.quantities.current && !fan.quantities.airflow;
  return unrated ? lacking(['current']) : { fans };
}

function doubtsOf(kind: Kind, { quantities }: Loose): FigureDoubts {
  const found: Record<string, number> = {};
  for (const [key, own] of Object.entries(QUANTITIES[kind])) {
    const figure = quantities[key];
    if (figure && figure.value > 0) found[own] = figure.u / figure.value;
  }
  return found;
}

/** Parts looked at lately, by what they were worked out from: a list asks for the same originals again and again. */
const lately = new Map<string, Capability | undefined>();
const LATELY_MOST = 4_000;

function capabilityOf(part: OnTheBench, doubts: FigureDoubts): Capability | undefined {
  const key = JSON.stringify([part, doubts]);
  if (lately.has(key)) return lately.get(key);
  let found: Capability | undefined;
  try {
    found = capability(part, doubts);
  } catch (error) {
    // Figures that no such part can have: its row of coherence says which.
    if (!(error instanceof RangeError)) throw error;
  }
  if (lately.size >= LATELY_MOST) lately.clear();
  lately.set(key, found);
  return found;
}

function coolingOf(kind: Kind, figures: FigureSet<Kind>): Cooling {
  const part = onTheBench(kind, figures);
  if ('missing' in part) return { ok: false, missing: part.missing };
  const found = capabilityOf(part, doubtsOf(kind, loose(figures)));
  return found && found.heatW > 0 ? { ok: true, capability: found } : { ok: false, missing: [] };
}

/** Only fans turned alike stand on one bench: what an engine turns depends on its speed. */
const comparable = (kind: Kind, a: FigureSet<Kind>, b: FigureSet<Kind>): boolean =>
  kind === 'radiator' || beltFan(a as FigureSet<'fan'>) === beltFan(b as FigureSet<'fan'>);

/** Heat given off against the part that comes off, %; undefined where one of the two is not known well enough. */
function against(kind: Kind, vehicle: FitVehicle, figures: FigureSet<Kind>): { percent: number; u: number } | undefined {
  const built = vehicle.replaces?.[kind]?.figures as FigureSet<Kind> | undefined;
  if (!built || !comparable(kind, built, figures)) return undefined;
  const [was, is] = [coolingOf(kind, built), coolingOf(kind, figures)];
  return was.ok && is.ok ? heatAgainst(was.capability, is.capability) : undefined;
} // prettier-ignore

const tracesOf = (kind: Kind, figures: FigureSet<Kind>, side: 'vehicle' | 'part') => {
  const { quantities, words } = loose(figures);
  return [...Object.keys(QUANTITIES[kind]).map((key) => quantities[key]), ...WORDS[kind].map((key) => words[key])].flatMap(
    (figure) => (figure ? [{ side, trace: figure.trace }] : []),
  );
}; // prettier-ignore

/**
 * Cooling against the part it replaces: heat given off at the same wind and coolant flow (a radiator), or at a standstill
 * through the same core (a fan). Less by more than its ± goes in with changes; not known turns no part away.
 */
export const coolsAsWell = (kind: Kind): Check => ({
  rule: coolingRules.coolsAsWell,
  family: 'match',
  costly: true,
  beside: [],
  keys: () => ({ vehicle: '', part: kind === 'radiator' ? 'coreThickness' : 'current' }),
  judge: (vehicle, part: { figures: FigureSet<Kind> }, finding) => {
    const ratio = against(kind, vehicle, part.figures);
    finding.small = false;
    if (!ratio) {
      finding.outcome = 'unknown';
      finding.missing = 'part';
      return;
    }
    finding.missing = 'none';
    finding.margin = ratio.percent - 100;
    finding.u = ratio.u;
    finding.chance = chanceClear(finding.margin, ratio.u);
    finding.outcome = finding.margin < -ratio.u ? 'change' : 'pass';
    finding.chanceWithChange = finding.outcome === 'change' ? 1 : finding.chance;
  },
  show: (vehicle, part) => {
    const figures = part.figures as FigureSet<Kind>;
    const replaced = vehicle.replaces?.[kind];
    const ratio = against(kind, vehicle, figures);
    const own = coolingOf(kind, figures);
    return {
      need: replaced && { type: 'said', codes: [replaced.as], amounts: { number: replaced.number } },
      have: ratio && { type: 'quantity', value: ratio.percent, u: ratio.u, dimension: 'share' },
      traces: replaced && ratio ? [...tracesOf(kind, replaced.figures as FigureSet<Kind>, 'vehicle'), ...tracesOf(kind, figures, 'part')] : [],
      missing: own.ok ? [] : own.missing,
      sum: ratio && [{ sign: 1, what: 'heat-new', value: ratio.percent }, { sign: -1, what: 'heat-replaced', value: 100 }],
    };
  },
  work: (_vehicle, _part, finding) =>
    finding.outcome === 'change' ? workOf('cools-less', 'cooling', { by: Math.round(-finding.margin) }) : undefined,
}); // prettier-ignore
