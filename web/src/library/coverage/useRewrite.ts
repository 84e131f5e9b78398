import { useState } from 'react';
import type { CoverageClaim, Rewrite } from '@radiatrix/contract';
import { api, isProposed } from '../../api/api.ts';

type LineBody = Rewrite['lines'][number];

/** What a line is sent as. */
export const bodyOf = ({ years, built, engineIds, transmissionIds, airConditioning, packages, fits, original, exceptions }: CoverageClaim): LineBody => ({
  years: [...years], built: built && [...built], engineIds: engineIds && [...engineIds], transmissionIds: transmissionIds && [...transmissionIds],
  airConditioning, packages: packages && [...packages], fits, original,
  exceptions: exceptions.map((each) => ({ ...each }) as LineBody['exceptions'][number]),
}); // prettier-ignore

interface Done {
  partId: number;
  sourceId: number;
  ids: number[];
  before: LineBody[];
}

/** Replaces lines of one part and source, and takes it back. */
export function useRewrite(modelId: number) {
  const [send, { isLoading }] = api.useRewriteLinesMutation();
  const [done, setDone] = useState<Done[]>([]);
  const [error, setError] = useState<unknown>();
  /** Ids of what is kept instead; `waits` where a reviewer has to look first; undefined where it was refused. */
  const put = async (partId: number, body: Rewrite): Promise<number[] | 'waits' | undefined> => {
    setError(undefined);
    try {
      return (await send({ partId, modelId, body, key: crypto.randomUUID() }).unwrap()).ids;
    } catch (problem) {
      if (isProposed(problem)) return 'waits';
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
    // What only waits is taken back where it waits, not undone here.
    if (ids !== 'waits') setDone((now) => [...now, { partId, sourceId, ids, before: gone.map(bodyOf) }]);
    return true;
  };
  const undo = async (): Promise<void> => {
    const last = done.at(-1);
    if (!last) return;
    if (await put(last.partId, { sourceId: last.sourceId, replaces: last.ids, lines: last.before }))
      setDone((now) => now.slice(0, -1));
  };
  return { replace, undo, canUndo: done.length > 0, busy: isLoading, error };
}
export type Rewriting = ReturnType<typeof useRewrite>;
