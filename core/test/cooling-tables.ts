import {
  AIR_TO_BOIL_MOST_C,
  CASE_NAMES,
  airToBoil,
  likely,
  steady,
  type CaseName,
  type CoolingInputs,
} from '../src/cooling/index.ts';
import { FIVE, worksInputs, type OfFive } from './demo-vehicles.ts';

const each = (change: (inputs: CoolingInputs) => CoolingInputs) => (name: OfFive, at: CaseName) =>
  change(worksInputs(name, at));
/** What is done to each vehicle, a table each. */
export const TABLES: readonly [string, (name: OfFive, at: CaseName) => CoolingInputs][] = [
  ['As they left the works', worksInputs],
  ['Shroud off', each((it) => ({ ...it, setUp: { ...it.setUp, shroud: undefined } }))],
  ['Fan dead', each((it) => ({ ...it, fanSpeeds: Array.from({ length: it.setUp.fans!.count }, () => 0) }))],
  [
    'Core half blocked',
    each((it) => ({ ...it, setUp: { ...it.setUp, radiator: { ...it.setUp.radiator, blockedShare: 0.5 } } })),
  ],
  ['At 2,500 m', each((it) => ({ ...it, conditions: { ...it.conditions, altitudeM: 2500 } }))],
  [
    'Water, no glycol',
    each((it) => ({ ...it, setUp: { ...it.setUp, coolant: { base: 'water', volumeShare: 0 } } })),
  ],
];

const cell = (inputs: CoolingInputs): string => {
  const { steady: found, u } = likely(inputs);
  return u === undefined
    ? 'no balance'
    : `${found.topTankC.toFixed(0)} ± ${u.toFixed(0)}${found.marginK < 0 ? ', boils' : ''}`;
};
const row = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;

/** The tables of docs/cooling.md, worked out: top tank in °C, thermostat fully open. */
export const tables = (): string[] =>
  TABLES.map(([title, inputsOf]) =>
    [
      `### ${title}`,
      '',
      row(['vehicle', 'idle', 'crawl', 'climb', 'motorway', 'boils at', 'air to boil, hardest']),
      row(['---', '---', '---', '---', '---', '---', '---']),
      ...(Object.keys(FIVE) as OfFive[]).map((name) => {
        const cases = CASE_NAMES.map((at) => inputsOf(name, at));
        const boils = steady(cases[0]!).boilsC;
        const air = cases.map((each) => airToBoil(each));
        const least = air.includes(undefined) ? undefined : Math.min(...(air as number[]));
        return row([
          name,
          ...cases.map(cell),
          boils.toFixed(0),
          least === undefined ? 'boils in any' : least >= AIR_TO_BOIL_MOST_C ? 'over 60' : least.toFixed(0), // prettier-ignore
        ]);
      }),
    ].join('\n'),
  );
