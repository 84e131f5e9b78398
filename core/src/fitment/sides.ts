import type { FigureSet } from '../figures/index.ts';
import type { Assembly } from '../fit/index.ts';
import type { PlanPart, PlanRecord } from './record.ts';

/** One side of a comparison: the parts, and the figures they stand for. */
export interface Side<P extends PlanPart = PlanPart> {
  parts: { radiator?: P; fan?: P; shroud?: P; kit?: P };
  assembly: Assembly;
}

export function sideOf<P extends PlanPart>(
  record: Pick<PlanRecord, never> & { parts: readonly P[] },
  ids: {
    radiator: number | undefined;
    fan: number | undefined;
    shroud: number | undefined;
    kit?: number | undefined;
  },
): Side<P> {
  const parts: Side<P>['parts'] = {};
  for (const kind of ['radiator', 'fan', 'shroud', 'kit'] as const) {
    const part = record.parts.find((each) => each.id === ids[kind] && each.kind === kind);
    if (part) parts[kind] = part;
  }
  return {
    parts,
    assembly: {
      radiator: parts.radiator?.figures as FigureSet<'radiator'> | undefined,
      fan: parts.fan?.figures as FigureSet<'fan'> | undefined,
      shroud: parts.shroud?.figures as FigureSet<'shroud'> | undefined,
    },
  };
}
