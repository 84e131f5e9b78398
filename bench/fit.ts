import { createJudge, judgeFit, type FitPart, type FitVehicle } from '@radiatrix/core/fit';
import { type FigureSet, type QuantityFigure, type WordFigure } from '@radiatrix/core/figures';

/** Seeded, so that every run judges the same parts (mulberry32, public domain). */
function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const trace = {
  figureId: 1,
  method: 'caliper',
  grade: 2,
  source: 'synthetic',
  text: '',
  by: '',
  at: '',
} as const;
const figure = (value: number): QuantityFigure => ({ value, u: 0.7, trace });
const word = (text: string): WordFigure => ({ word: text, trace });

const KEYS = ['overallWidth', 'overallHeight', 'thickness', 'pinSpacing', 'pinDiameter', 'topMountSpacing', 'inletDiameter', 'outletDiameter', 'capPressure', 'fanMountWidth', 'fanMountHeight'] as const; // prettier-ignore
const MIDDLES = [698, 460, 52, 548, 14, 520, 38, 38, 110, 600, 392];

export function syntheticParts(count: number): FitPart[] {
  const next = random(20261124);
  const pick = (...words: string[]): WordFigure => word(words[Math.floor(next() * words.length)]!);
  return Array.from({ length: count }, (): FitPart => {
    const quantities: FigureSet<'radiator'>['quantities'] = {};
    KEYS.forEach((key, index) => {
      if (next() > 0.04) quantities[key] = figure(MIDDLES[index]! * (0.97 + 0.06 * next()));
    });
    const words = {
      topMount: pick('pins', 'pins', 'saddle'),
      inletSide: pick('left', 'right'),
      outletSide: pick('left', 'right'),
      oilCooler: pick('none', 'transmission'),
      oilCoolerFitting: pick('m18x1.5', 'm14x1.5'),
      fillerNeck: pick('neck', 'neck', 'none'),
      condenserTabs: pick('yes', 'yes', 'no'),
    };
    return { kind: 'radiator', figures: { quantities, words } };
  });
}

export const vehicle: FitVehicle = {
  figures: {
    quantities: {
      openingWidth: figure(706), openingHeight: figure(470), bayDepth: figure(176), fanDepth: figure(92), pinSpacing: figure(548), pinDiameter: figure(14),
      topMountSpacing: figure(520), inletDiameter: figure(38), outletDiameter: figure(38), capPressure: figure(110), fanMountWidth: figure(600), fanMountHeight: figure(392),
    },
    words: { topMount: word('pins'), inletSide: word('left'), outletSide: word('right'), oilCooling: word('radiator'), oilCoolerFitting: word('m18x1.5'), bottle: word('recovery'), condenserMount: word('radiator') },
  },
  selfShifting: true,
  airConditioning: true,
  steering: 'right',
}; // prettier-ignore

/** Only the comparisons, on the same figures: no chance, no unknowns told apart, no verdict but a yes or no. */
export function rawComparisons(parts: readonly FitPart[]): number {
  const need = vehicle.figures.quantities;
  const words = vehicle.figures.words;
  let fit = 0;
  for (const part of parts) {
    const have = part.figures.quantities as FigureSet<'radiator'>['quantities'];
    const said = part.figures.words as FigureSet<'radiator'>['words'];
    const apart = (
      a: QuantityFigure | undefined,
      b: QuantityFigure | undefined,
      tolerance: number,
    ): number => (Math.abs(a!.value - (b?.value ?? 0)) <= tolerance ? 1 : 0);
    let met = 0;
    met += need.openingWidth!.value - (have.overallWidth?.value ?? 0) >= 4 ? 1 : 0;
    met += need.openingHeight!.value - (have.overallHeight?.value ?? 0) >= 2 ? 1 : 0;
    met += need.bayDepth!.value - need.fanDepth!.value - (have.thickness?.value ?? 0) >= 20 ? 1 : 0;
    met += need.bayDepth!.value - (have.thickness?.value ?? 0) >= 25 ? 1 : 0;
    met += apart(need.pinSpacing, have.pinSpacing, 3);
    met += apart(need.pinDiameter, have.pinDiameter, 1.5);
    met += apart(need.topMountSpacing, have.topMountSpacing, 4);
    met += apart(need.inletDiameter, have.inletDiameter, 1.2);
    met += apart(need.outletDiameter, have.outletDiameter, 1.2);
    met += apart(need.capPressure, have.capPressure, 8);
    met += apart(need.fanMountWidth, have.fanMountWidth, 3);
    met += apart(need.fanMountHeight, have.fanMountHeight, 3);
    met += words.topMount!.word === said.topMount?.word ? 1 : 0;
    met += words.inletSide!.word === said.inletSide?.word ? 1 : 0;
    met += words.outletSide!.word === said.outletSide?.word ? 1 : 0;
    met += said.oilCooler?.word === 'transmission' ? 1 : 0;
    met += words.oilCoolerFitting!.word === said.oilCoolerFitting?.word ? 1 : 0;
    met += said.fillerNeck?.word === 'neck' ? 1 : 0;
    met += said.condenserTabs?.word === 'yes' ? 1 : 0;
    if (met === 19) fit += 1;
  }
  return fit;
}

const median = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
function time(work: () => unknown, rounds = 7): number {
  work();
  return median(
    Array.from({ length: rounds }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );
}

/** One vehicle against many parts, on one core. */
export function measureFit(count = 100_000) {
  const parts = syntheticParts(count);
  const judge = createJudge();
  const judged = time(() => {
    let fit = 0;
    for (const part of parts) if (judge(vehicle, part).verdict === 'straight-in') fit += 1;
    return fit;
  });
  const raw = time(() => rawComparisons(parts));
  const few = parts.slice(0, count / 20);
  const full = time(() => few.map((part) => judgeFit(vehicle, part)), 3);
  return {
    parts: count,
    judgedPerSecond: (count / judged) * 1000,
    rawPerSecond: (count / raw) * 1000,
    ratio: raw / judged,
    withLedgerPerSecond: (few.length / full) * 1000,
  };
}
