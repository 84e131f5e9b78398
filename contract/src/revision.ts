export const REVISION_STATES = ['draft', 'checked', 'released'] as const;
export type RevisionState = (typeof REVISION_STATES)[number];

/** Who did it and when, ISO 8601. */
export interface Stamp {
  by: string;
  at: string;
}

/** A revision of a part, a procedure or an access map, the proposed figures of a bay, a vehicle recorded as told, or a change that was proposed of anything else. */
export const REVIEW_KINDS = ['part', 'procedure', 'access', 'bay', 'vehicle', 'proposal'] as const;
