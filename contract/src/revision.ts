export const REVISION_STATES = ['draft', 'checked', 'released'] as const;
export type RevisionState = (typeof REVISION_STATES)[number];

/** Who did it and when, ISO 8601. */
export interface Stamp {
  by: string;
  at: string;
}

/** A revision of a part, a procedure or an access map, the proposed figures of a bay, a vehicle recorded as told, a table of parts that came in, or a change that was proposed of anything else. */
export const REVIEW_KINDS = ['part', 'procedure', 'access', 'bay', 'vehicle', 'import', 'proposal'] as const;

/** What was put right: a part’s figures or what is said of it, a bay’s figures, its access map, a procedure; a connector, a vehicle’s details, an engine. */
export const CORRECTED = [
  'part',
  'bay',
  'access',
  'procedure',
  'connector',
  'configuration',
  'engine',
] as const;
export type Corrected = (typeof CORRECTED)[number];
/** How a job had used it: chosen for it; on its sheet, since a way in was taken; in the vehicle. */
export const REACHES = ['chosen', 'sheet', 'fitted'] as const;
export type Reach = (typeof REACHES)[number];

/** Records of which two may turn out to be of one thing. */
export const MERGED = ['part', 'vehicle', 'make', 'model', 'connector', 'source'] as const;
export type MergeKind = (typeof MERGED)[number];
