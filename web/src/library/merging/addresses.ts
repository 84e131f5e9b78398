import type { MergeKind } from '@radiatrix/contract';

/** Where a record of a kind stands. */
export const addressOf = (kind: MergeKind, { id, title }: { id: number; title: string }): string =>
  kind === 'part'
    ? `/parts/${id}`
    : kind === 'vehicle'
      ? `/v/${id}`
      : kind === 'connector'
        ? `/connectors/${title}`
        : `/library/${kind}/${id}`;

/** Where it is said that a record is the same as another. */
export const mergeAddress = (kind: MergeKind, id: number): string => `/merges/${kind}/${id}`;
