import type { Practice } from '../practice/index.ts';

/** Whether the writer of a record may release it: where the shop says that one person is enough. */
export const releasesAlone = ({ releaseTakes }: Pick<Practice, 'releaseTakes'>): boolean => releaseTakes < 2;
