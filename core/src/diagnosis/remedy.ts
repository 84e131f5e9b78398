import type { PartKind } from '../figures/index.ts';
import { USUAL_TABLE } from './table.ts';

/** The kind of part that a remedy needs, `remedy@fan` included; null where it needs none that Match knows. */
export const partOfRemedy = (remedy: string): PartKind | null =>
  USUAL_TABLE.remedies.find(({ id }) => id === remedy.split('@')[0])?.part ?? null;
