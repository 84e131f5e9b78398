export const REVISION_STATES = ['draft', 'checked', 'released'] as const;
export type RevisionState = (typeof REVISION_STATES)[number];

/** Who did it and when, ISO 8601. */
export interface Stamp {
  by: string;
  at: string;
}
