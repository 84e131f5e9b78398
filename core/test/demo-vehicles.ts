import demoParts from '../../demo/2-parts.json';
import demo from '../../demo/1-vehicles.json';
import type { CoolingInputs, KnownEngine } from '../src/cooling/index.ts';
import { AS_SAID, CASES, type CaseName } from '../src/cooling/index.ts';
import { readFigure, type FigureSet, type SubjectKind } from '../src/figures/index.ts';
import { loadOf, setUpOf } from '../src/fitment/index.ts';
import type { Method } from '../src/quantity/index.ts';

interface Written {
  figures: readonly { key: string; text: string; method: string }[];
}
const { engines, transmissions, bays, vehicles } = demo;
const { parts } = demoParts;

/** Figures of the demo as a record would hold them. */
export function figuresOf<K extends SubjectKind>(subject: K, { figures: written }: Written): FigureSet<K> {
  const set = { quantities: {} as Record<string, unknown>, words: {} as Record<string, unknown> };
  for (const { key, text, method } of written) {
    const figure = readFigure(subject, key, text, method as Method);
    if (!figure.ok) continue;
    const trace = {
      figureId: 1,
      method: method as Method,
      grade: 2 as const,
      source: '',
      text,
      by: '',
      at: '',
    };
    if (figure.type === 'quantity') set.quantities[key] = { value: figure.value, u: figure.u, trace };
    else set.words[key] = { word: figure.word, trace };
  }
  return set as FigureSet<K>;
}
const part = <K extends SubjectKind>(kind: K, number: string): FigureSet<K> =>
  figuresOf(
    kind,
    parts.find((each) => each.number === number)!,
  );

/** The demo's five vehicles as they left the works. */
export const FIVE = {
  'Tussock 2.2 diesel, automatic': ['Tussock', 2010, 'QD22', 'QA5', 'NT-R 4402', 'NT-F 2230', 'NT-S 310'],
  'Haulden 2.0 diesel van, laden': ['Haulden', 2012, 'PD20', 'PM6', 'NT-R 5100', 'NT-F 2310', 'NT-S 325'],
  'Merlet 1.8 petrol, variable': ['Merlet', 2010, 'VP18', 'VCX', 'NT-R 6010', 'NT-F 2120', 'NT-S 305'],
  'Aurelle 2.0 turbo': ['Aurelle', 2016, 'TP20', 'TD7', 'NT-R 7001', 'NT-F 2410', 'NT-S 340'],
  'Halberd 5.0 V8': ['Halberd', 1970, 'CV50', 'CA3', 'OS 1968', 'NT-F 2500', 'OS-S 50'],
} as const;
export type OfFive = keyof typeof FIVE;

/** What is worked out for one of them in a case, from its records alone. */
export function worksInputs(name: OfFive, at: CaseName): CoolingInputs {
  const [model, year, code, gearbox, radiator, fan, shroud] = FIVE[name];
  const vehicle = vehicles.find(
    (each) => each.model === model && each.year === year && each.engine === code && each.transmission === gearbox,
  )!; // prettier-ignore
  const engine = engines.find((each) => each.code === code)!;
  const bay = figuresOf(
    'bay',
    bays.find((each) => each.name === vehicle.bay)!,
  );
  const assembly = {
    radiator: part('radiator', radiator),
    fan: part('fan', fan),
    shroud: part('shroud', shroud),
  };
  const ready = setUpOf(bay, assembly, { base: 'ethylene', volumeShare: 0.5 });
  if (!ready.ok) throw new Error(ready.missing.join());
  const { load } = loadOf(
    {
      vehicle: { configuration: { body: vehicle.body, package: vehicle.package } as never },
      engine: {
        displacementL: engine.displacementL,
        fuel: engine.fuel as KnownEngine['fuel'],
        charged: engine.aspiration !== 'natural',
        year,
        ...('powerKW' in engine && engine.powerKW ? { ratedKW: engine.powerKW } : {}),
      },
      selfShifting: transmissions.find((each) => each.code === gearbox)!.kind !== 'manual',
      bay,
    },
    {},
  );
  return { setUp: ready.setUp, load, leeway: AS_SAID, conditions: CASES[at].conditions };
}
