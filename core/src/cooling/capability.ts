import { coolant, massShareOf } from '../fluid/index.ts';
import { AS_SAID, coolantFilm } from './exchanger.ts';
import type { FanRating } from './fans.ts';
import { coreGeometry, type RadiatorFigures } from './geometry.ts';
import { doubtsOf, type Doubt } from './likely.ts';
import { vehicleLoad, type Conditions, type LoadFigure } from './loads.ts';
import { airSide, radiatorTakes, type CoolingInputs, type SetUp } from './steady.ts';

/**
 * The one bench on which two radiators, or two fans, are set side by side without a vehicle: the air resistances of a
 * middle-sized car, 50 % glycol. A radiator stands in the wind of the road, a fan at a standstill behind a common core.
 * Common practice, no source.
 */
const BENCH = { coolantC: 95, coolantLMin: 60, mix: 0.5 } as const;
const WIND: Conditions = { ambientC: 35, altitudeM: 0, humidity: 0.4, speedKmh: 60, gradePercent: 0, airConditioning: false, idling: false }; // prettier-ignore
const STANDSTILL: Conditions = { ...WIND, speedKmh: 0, idling: true };
const COMMON_CORE: RadiatorFigures = { coreWidthMm: 600, coreHeightMm: 400, coreThicknessMm: 26, flow: 'cross', passes: 1, coreClass: 'brazed-thin' }; // prettier-ignore
/** What a frame or shroud covers of the common core. */
const COMMON_COVER = 0.9;

/** A part on the bench. */
export type OnTheBench = { radiator: RadiatorFigures } | { fans: FanRating };

/** A figure that was measured, and how far it may be off: relative and expanded. */
export type FigureDoubts = Readonly<Record<string, number>>;

export interface Capability {
  /** Heat given off, W. */
  heatW: number;
  /** Share of it by which each doubt moves it; those that both parts have in common fall out of a comparison. */
  doubts: ReadonlyMap<string, { share: number; shared: boolean }>;
}

/** Doubts of the vehicle stand on no bench. */
const NOT_ON_THE_BENCH: ReadonlySet<string> = new Set<LoadFigure>([
  'massKg', 'dragAreaM2', 'rolling', 'driveline', 'ratedKW', 'heatFactor', 'transmissionShare', 'condenserKW', 'pumpLMin',
  'condenserLoss', 'grilleLoss', 'exitLoss', 'ramShare', 'recirculation',
]); // prettier-ignore

const inputsOf = (part: OnTheBench): CoolingInputs => {
  const setUp: SetUp = {
    radiator: 'radiator' in part ? part.radiator : COMMON_CORE,
    fans: 'fans' in part ? part.fans : undefined,
    shroud: 'fans' in part ? { covered: COMMON_COVER } : undefined,
    capKPa: 100,
    coolant: { base: 'ethylene', volumeShare: BENCH.mix },
    gapMm2: 0,
  };
  return {
    setUp,
    load: vehicleLoad('middle'),
    leeway: AS_SAID,
    conditions: 'radiator' in part ? WIND : STANDSTILL,
  };
};

/** Heat given off on the bench, W: the air takes up next to none before the core, so one pass is enough. */
function heatW(inputs: CoolingInputs): number {
  const side = airSide(inputs, 0);
  const { perDegreeWK } = radiatorTakes(side, inputs.setUp, BENCH.coolantLMin, BENCH.coolantC, inputs.leeway);
  return perDegreeWK * (BENCH.coolantC - inputs.conditions.ambientC);
}

/** Factors that the film in smooth tubes may be off by where its flow may be laminar or turbulent. */
function reachOf(inputs: CoolingInputs): { least: number; most: number } {
  const liquid = coolant('ethylene', massShareOf('ethylene', BENCH.mix), BENCH.coolantC);
  const massFlow = (BENCH.coolantLMin / 60_000) * liquid.densityKgM3;
  return coolantFilm(coreGeometry(inputs.setUp.radiator), liquid, massFlow).reach;
}

const ofFigures = (part: OnTheBench, figures: FigureDoubts): Doubt[] =>
  Object.entries(figures).map(([key, relative]) => ({
    key: `figure ${key}`,
    label: key,
    relative,
    shared: false,
    move: (inputs, factor) => {
      const side = 'radiator' in part ? 'radiator' : 'fans';
      const own = inputs.setUp[side] as unknown as Record<string, number>;
      return { ...inputs, setUp: { ...inputs.setUp, [side]: { ...own, [key]: own[key]! * factor } } };
    },
  }));

/**
 * Heat that a radiator, or a fan through a common core, gives off on the bench, and what it may be off by.
 *
 * @param figures of the part's record, relative expanded uncertainty each, by the key of `RadiatorFigures` or `FanRating`
 * @throws ImpossibleRadiator, RangeError for figures that no such part can have
 */
export function capability(part: OnTheBench, figures: FigureDoubts): Capability {
  const inputs = inputsOf(part);
  const found = heatW(inputs);
  const shareAt = (doubt: Doubt, factor: number): number => heatW(doubt.move(inputs, factor)) / found - 1;
  const core = 'radiator' in part;
  const doubts = [
    // A fan is looked at through one core: what is not known of that core falls out. Its efficiency is its own.
    ...doubtsOf(
      inputs,
      { tubeFilmReach: core ? reachOf(inputs) : { least: 1, most: 1 } },
      NOT_ON_THE_BENCH,
    ).filter(({ key }) => core || key === 'fanEfficiency'),
    ...ofFigures(part, figures),
  ];
  return {
    heatW: found,
    doubts: new Map(
      doubts.map((doubt) => [
        doubt.key,
        {
          shared: doubt.shared && doubt.key !== 'fanEfficiency',
          share: doubt.reach
            ? Math.max(
                Math.abs(shareAt(doubt, doubt.reach.least)),
                Math.abs(shareAt(doubt, doubt.reach.most)),
              )
            : shareAt(doubt, 1 + doubt.relative),
        },
      ]),
    ),
  };
}

/**
 * Heat the second gives off against the first, %, 0 and up, with its expanded uncertainty: what both are off by alike falls
 * out.
 */
export function heatAgainst(built: Capability, fresh: Capability): { percent: number; u: number } {
  const ratio = fresh.heatW / built.heatW;
  let squares = 0;
  for (const key of new Set([...built.doubts.keys(), ...fresh.doubts.keys()])) {
    const [a, b] = [built.doubts.get(key), fresh.doubts.get(key)];
    const [was, is] = [a?.share ?? 0, b?.share ?? 0];
    squares += (a ?? b)!.shared ? (is - was) ** 2 : is * is + was * was;
  }
  return { percent: 100 * ratio, u: 100 * ratio * Math.sqrt(squares) };
}
