import type { PartKind } from '../figures/index.ts';
import { CHECKS } from './checks/checks.ts';
import type { LedgerRow } from './ledger.ts';
import type { FitPart } from './vehicle.ts';

/**
 * Where a figure of a part counts that no row of its verdict looks at: beside another part, in the cooling cases, in the
 * coolant account, by saying what is asked, as a record only; `not-asked` where this vehicle does not ask for it.
 */
export const COUNTS_IN = ['set', 'cooling', 'coolant', 'selects', 'record', 'not-asked'] as const;
export type CountsIn = (typeof COUNTS_IN)[number];

const ELSEWHERE: Partial<Record<PartKind, Readonly<Record<string, CountsIn>>>> = {
  radiator: {
    insideVolume: 'coolant', bossDepth: 'set', tankMaterial: 'record',
    tubeDepth: 'cooling', tubePitch: 'cooling', finPitch: 'cooling', flow: 'cooling', coreMaterial: 'cooling', passes: 'cooling', rows: 'cooling', tubeInside: 'cooling',
  },
  shroud: { seal: 'record', opening: 'set', pieces: 'record' },
  fan: { edgeDepth: 'set', airflow: 'cooling', spacer: 'set', standsOn: 'set', bladesLeft: 'record', bladesRight: 'record', clutch: 'record', fans: 'not-asked', fanOn: 'not-asked' },
  motor: { side: 'selects' },
  blade: { side: 'selects' },
  kit: { fanOn: 'not-asked' },
  hose: { position: 'selects' },
  hosekit: { does: 'selects' },
  adapter: { bridges: 'selects', fanPlug: 'set', neckEnd: 'set' },
  fixings: { spacer: 'set', reach: 'set' },
}; // prettier-ignore

export interface Elsewhere {
  key: string;
  /** Undefined where nothing at all looks at the figure: a gap of the program. */
  where: CountsIn | undefined;
}

/** Every figure on a part's record that no row of its ledger looked at, and where it counts instead. */
export function countsElsewhere(part: FitPart, ledger: readonly Pick<LedgerRow, 'traces'>[]): Elsewhere[] {
  const { kind, figures } = part;
  const asked = new Set(CHECKS[kind].map((check) => check.keys(part).part));
  const looked = new Set(ledger.flatMap(({ traces }) => traces.flatMap(({ side, trace }) => (side === 'part' ? [trace] : []))));
  const all: Readonly<Record<string, { trace: LedgerRow['traces'][number]['trace'] } | undefined>> = { ...figures.quantities, ...figures.words };
  return Object.entries(all).flatMap(([key, figure]): Elsewhere[] => {
    if (!figure || looked.has(figure.trace)) return [];
    const where = ELSEWHERE[kind]?.[key] ?? (asked.has(key) ? 'not-asked' : undefined);
    return [{ key, where }];
  });
} // prettier-ignore
