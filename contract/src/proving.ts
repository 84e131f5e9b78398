import type { Amount, BleedRecord } from '@radiatrix/core/coolant';
import type { PracticeName } from '@radiatrix/core/practice';
import type { ProofRecord } from '@radiatrix/core/prove';
import type { LibrarySpread, Protocol } from '@radiatrix/core/trial';
import { EVERYONE, type Routes } from './route.ts';

/** What filling and proving a job are worked out from: the vehicle's record, its own figures laid over it. */
export interface ProvingRecord {
  /** With the parts it arrived with; null where no record says. */
  capacity: Amount | null;
  /** What the new radiator holds more than the old; nothing where either is not on record. */
  change: Amount;
  /** Whether that difference is on record where a radiator goes in. */
  changeKnown: boolean;
  drainYieldL: number | null;
  /** % by volume. */
  target: number;
  /** '' where no record says. */
  technology: string;
  capKPa: number;
  capKnown: boolean;
  bottle: 'recovery' | 'pressurised' | null;
  bleedScrew: boolean;
  thermostatOut: boolean;
  bleed: BleedRecord;
  proofs: ProofRecord;
  /** Run-to-run spread of each protocol, from jobs that were closed. */
  library: Record<Protocol, LibrarySpread | null>;
  practice: Partial<Record<PracticeName, number>>;
}

export interface ProvingAnswers {
  jobProving: ProvingRecord;
}
export const provingRoutes = {
  jobProving: { method: 'get', path: '/api/jobs/:id/proving', summary: 'What filling and proving a job are worked out from', roles: EVERYONE },
} as const satisfies Routes; // prettier-ignore
