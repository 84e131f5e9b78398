import type { FigureSet, Trace } from '@radiatrix/core/figures';
import type { PlanningRecord, PlanningPart } from '@radiatrix/contract';
import { readAsked, type Asked } from '../src/stages/compare/address.ts';
import { findingsOf, planOf, sideOf } from '@radiatrix/core/fitment';

/** An old and a new radiator, a fan for the new, and a bay in which it does not clear: for tests of the comparison. */
const trace: Trace = { figureId: 1, method: 'caliper', grade: 2, source: 'bench', text: '', by: '', at: '' };
export const figures = (
  quantities: Record<string, number>,
  words: Record<string, string> = {},
): FigureSet<never> =>
  ({
    quantities: Object.fromEntries(
      Object.entries(quantities).map(([key, value]) => [key, { value, u: 0.6, trace }]),
    ),
    words: Object.fromEntries(Object.entries(words).map(([key, word]) => [key, { word, trace }])),
  }) as FigureSet<never>;
export const part = (
  id: number,
  kind: 'radiator' | 'fan',
  own: FigureSet<never>,
  box: string[] = [],
): PlanningPart =>
  ({
    id,
    number: `P ${id}`,
    kind,
    figures: own,
    inTheBox: box.map((name) => ({ name, quantity: 4 })),
  }) as unknown as PlanningPart;

export const SIZES = {
  inletDiameter: 38,
  outletDiameter: 38,
  overallWidth: 694,
  overallHeight: 461,
  coreWidth: 604,
  coreHeight: 421,
};
export const planning = (parts: PlanningPart[]): PlanningRecord =>
  ({
    vehicle: {
      id: 1,
      configuration: { body: 'pickup', package: 'standard', airConditioning: true, steering: 'right' },
      options: [],
    },
    bay: figures(
      {
        bayDepth: 176,
        inletDiameter: 38,
        outletDiameter: 38,
        upperHoseLength: 430,
        lowerHoseLength: 400,
        openingWidth: 706,
        openingHeight: 470,
        capPressure: 110,
        fanFuse: 30,
        fanFeedLength: 1450,
        fanOn: 96,
        fanOff: 91,
      },
      { fanConnector: 'L', fanWire: '4' },
    ),
    job: null,
    selfShifting: false,
    practice: {},
    parts,
    connectors: [
      {
        code: 'L',
        cavities: [
          { position: '1', function: 'feed', colour: 'blue', gauge: '4 mm²' },
          { position: '2', function: 'ground', colour: 'black', gauge: '4 mm²' },
        ],
      },
      {
        code: 'K',
        cavities: [
          { position: '1', function: 'feed', colour: 'black', gauge: '4 mm²' },
          { position: '2', function: 'ground', colour: 'red', gauge: '4 mm²' },
        ],
      },
    ],
    adapters: [],
    thermostats: [{ id: 9, number: 'T', opensC: 82, fullyOpenC: 95 }],
    fasteners: [
      {
        tray: 'A',
        name: 'Fan feet',
        thread: 'M6 × 16',
        lengthMm: 16,
        torqueNm: 8,
        procedureId: 1,
        procedure: 'out',
      },
      {
        tray: 'A',
        name: 'Undertray',
        thread: 'M6 × 30',
        lengthMm: 30,
        torqueNm: null,
        procedureId: 2,
        procedure: 'other',
      },
    ],
  }) as unknown as PlanningRecord;
export const parts = [
  part(1, 'radiator', figures({ ...SIZES, coreThickness: 32, thickness: 50 }, { flow: 'cross' })),
  part(
    2,
    'radiator',
    figures({ ...SIZES, coreThickness: 42, thickness: 66 }, { flow: 'cross', tankMaterial: 'aluminium' }),
  ),
  part(
    3,
    'fan',
    figures(
      {
        depth: 96,
        spacer: 12,
        bladeGap: 24,
        diameter: 300,
        current: 22.6,
        airflow: 5900,
        fanOn: 85,
        fanOff: 74,
      },
      { fans: 'two', fanConnector: 'K' },
    ),
    ['12 mm spacers', 'M6 × 25 screws'],
  ),
];
export const asked = (query = ''): Asked => readAsked(new URLSearchParams(`or=1&nr=2&nf=3${query}`));
export const look = (query = '', own = parts) => {
  const on = planning(own);
  const what = asked(query);
  const plan = planOf(
    on,
    sideOf(on, { radiator: what.or, fan: what.of, shroud: what.os }),
    sideOf(on, { radiator: what.nr, fan: what.nf, shroud: what.ns }),
    what,
  );
  return { ...plan, findings: findingsOf(plan) };
};
