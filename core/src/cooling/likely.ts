import { COOLANT_SPREAD } from '../fluid/index.ts';
import { CORE_CLASSES, type SpreadKey } from './core-classes.ts';
import { LOUVRE_SPREAD } from './louvres.ts';
import { FAN_EFFICIENCY } from './fans.ts';
import { LOAD_SPREAD, type LoadFigure } from './loads.ts';
import { airToBoil, steady, type CoolingInputs, type Steady } from './steady.ts';

/** One thing nobody has measured, by how much it may be off, and how it is moved. */
export interface Doubt {
  key: string;
  label: string;
  relative: number;
  /** The same for old and new: the vehicle's own. */
  shared: boolean;
  /** Factors of its own, where it may be off by more to one side than to the other. */
  reach?: { least: number; most: number };
  move(inputs: CoolingInputs, factor: number): CoolingInputs;
}

const CORE_LABELS: Record<SpreadKey, string> = {
  tubeHeightMm: 'height of the tubes',
  tubePitchMm: 'tube pitch',
  finPitchMm: 'fin pitch',
  louvreAngleDeg: 'louvre angle',
  louvrePitchMm: 'louvre pitch',
  fouling: 'deposits in the tubes',
};
const LOAD_LABELS: Partial<Record<LoadFigure, string>> = {
  massKg: 'mass of the vehicle',
  dragAreaM2: 'drag area',
  rolling: 'rolling resistance',
  driveline: 'driveline losses',
  ratedKW: 'power of the engine',
  heatFactor: 'heat the engine gives its coolant',
  transmissionShare: 'heat of the transmission',
  condenserKW: 'heat of the condenser',
  pumpLMin: 'size of the pump',
  condenserLoss: 'air resistance of the condenser',
  grilleLoss: 'air resistance of the grille',
  exitLoss: 'way out of the engine bay',
  ramShare: 'wind of the road on the core',
  recirculation: 'air that comes round from behind',
};

const onLeeway = (
  key: 'airFilm' | 'airFriction' | 'coolantFilm',
  label: string,
  relative: number,
): Doubt => ({
  key,
  label,
  relative,
  // The same formula serves both: where it is off, it is off for both alike.
  shared: true,
  move: (inputs, factor) => ({ ...inputs, leeway: { ...inputs.leeway, [key]: inputs.leeway[key] * factor } }),
});

/** What the formulas for flow in tubes may be off by where it is known what is in them, relative and expanded. */
const FORMULA_SPREAD = 0.1;

/**
 * Everything the answer rests on without a measurement.
 *
 * @param found what was worked out from the inputs: whether the flow in the tubes is laminar or turbulent hangs on it
 */
export function doubtsOf(
  inputs: CoolingInputs,
  found: Pick<Steady, 'tubeFilmReach'>,
  known: ReadonlySet<string> = new Set(),
): Doubt[] {
  const kind = CORE_CLASSES[inputs.setUp.radiator.coreClass];
  const core: Doubt[] = (Object.entries(kind.spread) as [SpreadKey, number][])
    .filter(([key]) => inputs.setUp.radiator[key] === undefined)
    .map(([key, relative]) => ({
      key,
      label: CORE_LABELS[key],
      relative,
      shared: false,
      move: (at, factor) => ({
        ...at,
        setUp: { ...at.setUp, radiator: { ...at.setUp.radiator, [key]: kind[key] * factor } },
      }),
    }));
  const load: Doubt[] = (Object.entries(LOAD_SPREAD) as [LoadFigure, number][])
    .filter(([key]) => !known.has(key))
    .map(([key, relative]) => ({
      key,
      label: LOAD_LABELS[key] ?? key,
      relative,
      shared: true,
      move: (at, factor) => ({ ...at, load: { ...at.load, [key]: at.load[key] * factor } }),
    }));
  const glycol = inputs.setUp.coolant.base !== 'water' && inputs.setUp.coolant.volumeShare > 0;
  const coolantFilm = Math.hypot(
    inputs.setUp.radiator.tubeInside ? FORMULA_SPREAD : kind.insideSpread,
    glycol ? Math.hypot(COOLANT_SPREAD.conductivity, COOLANT_SPREAD.viscosity / 3) : 0,
  );
  return [
    ...core,
    onLeeway('airFilm', 'the formula for the fins', LOUVRE_SPREAD.heat),
    onLeeway('airFriction', 'the formula for air resistance', LOUVRE_SPREAD.friction),
    onLeeway('coolantFilm', 'the formula for the tubes', coolantFilm),
    ...(found.tubeFilmReach.least < 1 || found.tubeFilmReach.most > 1
      ? [
          {
            ...onLeeway('coolantFilm', 'flow in the tubes, laminar or turbulent', 0),
            key: 'transition',
            // Each set-up has a flow of its own: one may be laminar and the other not.
            shared: false,
            reach: found.tubeFilmReach,
          },
        ]
      : []),
    ...(inputs.setUp.fans && !known.has('fanEfficiency')
      ? [
          {
            key: 'fanEfficiency',
            label: 'efficiency of the fans',
            relative: (FAN_EFFICIENCY.hi - FAN_EFFICIENCY.lo) / 2 / FAN_EFFICIENCY.usual,
            shared: true,
            move: (at: CoolingInputs, factor: number) => ({
              ...at,
              fanEfficiency: (at.fanEfficiency ?? FAN_EFFICIENCY.usual) * factor,
            }),
          },
        ]
      : []),
    ...load,
  ];
}

export interface Likely {
  steady: Steady;
  airToBoilC: number | undefined;
  /** Expanded uncertainty of the top tank, K; none where it does not settle. */
  u: number | undefined;
  /** What the uncertainty comes from, largest first, K each. */
  from: { key: string; label: string; k: number }[];
}

/**
 * How far the top tank moves, K, when a doubt is moved up and down by what it may be off: half of the way between the two,
 * or the longer of the two ways where it reaches further to one side.
 */
function effect(inputs: CoolingInputs, doubt: Doubt, middleC: number): number {
  const at = (factor: number): number => steady(doubt.move(inputs, factor)).topTankC;
  const swing = doubt.reach
    ? Math.max(...[doubt.reach.least, doubt.reach.most].map((factor) => Math.abs(at(factor) - middleC)))
    : (at(1 + doubt.relative) - at(1 - doubt.relative)) / 2;
  return Number.isFinite(swing) ? swing : 0;
}

/** An answer with what it may be off by: each doubt moved alone, the effects put together as roots of squares. */
export function likely(inputs: CoolingInputs, known: ReadonlySet<string> = new Set()): Likely {
  const found = steady(inputs);
  if (!found.settles) return { steady: found, airToBoilC: airToBoil(inputs), u: undefined, from: [] };
  const from = doubtsOf(inputs, found, known).map((doubt) => ({
    key: doubt.key,
    label: doubt.label,
    k: effect(inputs, doubt, found.topTankC),
  }));
  return {
    steady: found,
    airToBoilC: airToBoil(inputs),
    u: Math.hypot(...from.map((each) => each.k)),
    from: from.map((each) => ({ ...each, k: Math.abs(each.k) })).sort((a, b) => b.k - a.k),
  };
}

/**
 * How much cooler the second runs than the first, K, and what that may be off by: what both share moves both, so most
 * of it falls out. None where one of them does not settle.
 */
export function coolerBy(
  first: CoolingInputs,
  second: CoolingInputs,
  known: ReadonlySet<string> = new Set(),
): { k: number; u: number } | undefined {
  const [was, is] = [steady(first), steady(second)];
  if (!was.settles || !is.settles) return undefined;
  const doubts = (inputs: CoolingInputs, found: Steady) =>
    new Map(doubtsOf(inputs, found, known).map((doubt) => [doubt.key, doubt]));
  const [ones, others] = [doubts(first, was), doubts(second, is)];
  let squares = 0;
  for (const key of new Set([...ones.keys(), ...others.keys()])) {
    const [one, other] = [ones.get(key), others.get(key)];
    const [a, b] = [one ? effect(first, one, was.topTankC) : 0, other ? effect(second, other, is.topTankC) : 0]; // prettier-ignore
    squares += (one ?? other)!.shared ? (a - b) ** 2 : a * a + b * b;
  }
  return { k: was.topTankC - is.topTankC, u: Math.sqrt(squares) };
}
