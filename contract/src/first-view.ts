import type { MatchResult } from './match.ts';
import type { SessionState } from './people.ts';
import type { ReviewLine } from './review.ts';
import type { VehicleRecord } from './vehicle.ts';

/** What the first view of a Match is drawn from; the server sends it along with the drawing. */
export interface FirstView {
  /** Without the token of writes, which no page carries. */
  session: SessionState;
  vehicle: { record: VehicleRecord; etag: string };
  match: MatchResult;
  /** What waits for a reviewer, for whom that concerns. */
  review: ReviewLine[] | null;
}
