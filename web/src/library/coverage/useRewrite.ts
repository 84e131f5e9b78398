import { useState } from 'react';
import type { CoverageClaim, Rewrite } from '@radiatrix/contract';
import { isProposed } from '../../api/api.ts';
import { reviewingApi } from '../../api/reviewing.ts';
import { coverageApi } from '../../api/coverage.ts';

type LineBody = Rewrite['lines'][number];

/** What a line is sent as. */
export const bodyOf = ({ years, built, engineIds, transmissionIds, airConditioning, packages, fits, original, note, exceptions }: CoverageClaim): LineBody => ({
  years: [...years], built: built && [...built], engineIds: engineIds && [...engineIds], transmissionIds: transmissionIds && [...transmissionIds],
  airConditioning, packages: packages && [...packages], fits, original, note,
  exceptions: exceptions.map((each) => ({ ...each }) as LineBody['exceptions'][number]),
}); // prettier-ignore

/** Lines that were replaced, or a replacement that waits for a reviewer. */
type Done = { partId: number; sourceId: number; ids: number[]; before: LineBody[] } | { waits: number };

/** Replaces lines of one part and source, and takes it back. */
export function useRewrite(modelId: number) {
  const [send, { isLoading }] = coverageApi.useRewriteLinesMutation();
  const [takeBack] = reviewingApi.useTakeBackMutation();
  const [done, setDone] = useState<Done[]>([]);
  const [error, setError] = useState<unknown>();
  /** Ids of what is kept instead, or the proposal where a reviewer has to look first; undefined where it was refused. */
  const put = async (partId: number, body: Rewrite): Promise<number[] | { waits: number } | undefined> => {
    setError(undefined);
    try {
      return (await send({ partId, modelId, body, key: crypto.randomUUID() }).unwrap()).ids;
    } catch (problem) {
      if (isProposed(problem)) return { waits: problem.data.id };
      setError(problem);
      return undefined;
    }
  };
  const replace = async (
    partId: number,
    sourceId: number,
    gone: readonly CoverageClaim[],
    lines: LineBody[],
  ): Promise<boolean> => {
    const ids = await put(partId, { sourceId, replaces: gone.map((claim) => claim.id), lines });
    if (!ids) return false;
    setDone((now) => [...now, 'waits' in ids ? ids : { partId, sourceId, ids, before: gone.map(bodyOf) }]);
    return true;
  };
  const undo = async (): Promise<void> => {
    const last = done.at(-1);
    if (!last) return;
    if ('waits' in last) {
      const taken = await takeBack({ id: last.waits, key: crypto.randomUUID() });
      if ('error' in taken) setError(taken.error);
      setDone((now) => now.slice(0, -1));
      return;
    }
    if (await put(last.partId, { sourceId: last.sourceId, replaces: last.ids, lines: last.before }))
      setDone((now) => now.slice(0, -1));
  };
  return { replace, undo, canUndo: done.length > 0, busy: isLoading, error };
}
export type Rewriting = ReturnType<typeof useRewrite>;
