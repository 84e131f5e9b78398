/** What was looked at, and what was not. */
export const SEEN = ['yes', 'no', 'unseen'] as const;
export type Seen = (typeof SEEN)[number];
