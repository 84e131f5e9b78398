import type { Grade } from '../quantity/index.ts';

/** A claim that speaks of the vehicle in hand, already reduced to what it says of it. */
export interface Listing {
  claimId: number;
  says: 'fits' | 'does not fit' | 'excepts';
  sentence: string;
  source: string;
  grade: Grade;
}

/** What happened when this part went to a vehicle of this kind. */
export interface Installed {
  id: number;
  result: 'straight in' | 'with changes' | 'did not fit';
  /** Of the part revision in hand; another revision proves nothing about this one. */
  sameRevision: boolean;
  /** The vehicle had been altered, so that it was not one of its kind any more. */
  altered: boolean;
  note: string;
  by: string;
  /** ISO 8601 date. */
  on: string;
}

export interface Evidence {
  listings: readonly Listing[];
  installed: readonly Installed[];
  /** What this part is listed for on this model when it is not listed for this vehicle. */
  listedElsewhere: readonly string[];
}

export const NO_EVIDENCE: Evidence = { listings: [], installed: [], listedElsewhere: [] };

export interface Confirmed {
  fit: Installed | undefined;
  misfit: Installed | undefined;
  /** How many were tried, and how many of them went straight in: same revision, unaltered vehicle. */
  tried: number;
  straightIn: number;
  misfits: number;
}

/** Only the same revision in an unaltered vehicle of the same kind counts as a confirmation. */
export function confirmed(installed: readonly Installed[]): Confirmed {
  const counting = installed.filter((outcome) => outcome.sameRevision && !outcome.altered);
  return {
    fit: counting.find((outcome) => outcome.result !== 'did not fit'),
    misfit: counting.find((outcome) => outcome.result === 'did not fit'),
    tried: counting.length,
    straightIn: counting.filter((outcome) => outcome.result === 'straight in').length,
    misfits: counting.filter((outcome) => outcome.result === 'did not fit').length,
  };
}
