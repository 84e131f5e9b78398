import type { PartKind } from '../figures/index.ts';
import type { JobPart } from './state.ts';

/** Of the parts that go in the radiator leads the work, then the fan, then the shroud; of the rest the one chosen first. */
const LEADS: readonly PartKind[] = ['radiator', 'fan', 'shroud'];

/**
 * Parts that go in, the one whose sheet leads the work first. Everything that follows from a sheet, on the phone, the job,
 * Prepare, labels and the proof, takes the first of these that has one: so all count the same tray.
 */
export const leadingParts = <T extends Pick<JobPart, 'role' | 'state' | 'kind'>>(
  parts: readonly T[],
): T[] => {
  const rank = ({ kind }: T): number => LEADS.indexOf(kind) + 1 || LEADS.length + 1;
  return parts
    .filter(({ role, state }) => role === 'goes in' && state !== 'sent back')
    .sort((a, b) => rank(a) - rank(b));
};
