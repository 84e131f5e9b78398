import { useState } from 'react';
import type { CoverageClaim, Rewrite } from '@radiatrix/contract';
import { api } from '../../api/api.ts';

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
  const put = async (partId: number, body: Rewrite): Promise<number[] | undefined> => {
    setError(undefined);
    try {
      return (await send({ partId, modelId, body, key: crypto.randomUUID() }).unwrap()).ids;
    } catch (problem) {
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
    setDone((now) => [...now, { partId, sourceId, ids, before: gone.map(bodyOf) }]);
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
