import type { Assembly } from '@radiatrix/core/compare';
import type { FigureSet } from '@radiatrix/core/fit';
import type { Bench, BenchPart } from '@radiatrix/contract';

/** One side of a comparison: the parts, and the figures they stand for. */
export interface Side {
  parts: { radiator?: BenchPart; fan?: BenchPart; shroud?: BenchPart };
  assembly: Assembly;
}

export function sideOf(
  bench: Bench,
  ids: { radiator: number | undefined; fan: number | undefined; shroud: number | undefined },
): Side {
  const parts: Side['parts'] = {};
  for (const kind of ['radiator', 'fan', 'shroud'] as const) {
    const part = bench.parts.find((each) => each.id === ids[kind] && each.kind === kind);
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
