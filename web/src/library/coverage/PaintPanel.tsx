import { useState } from 'react';
import { claimSentence, type Cell } from '@radiatrix/core/application';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import type { ModelCoverage, Rewrite } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { Field } from '../../ui/fields.tsx';
import type { Rewriting } from './useRewrite.ts';
import { useFewest } from './useFewest.ts';

const PHASES = {
  boxes: 'gathering boxes',
  exceptions: 'weighing exceptions',
  choosing: 'choosing lines',
} as const;

/** From what was painted to the fewest lines that say it, and from there to the record. */
export function PaintPanel({
  partId,
  coverage,
  paint,
  vocabulary,
  rewriting,
  onDone,
}: {
  partId: number;
  coverage: ModelCoverage;
  paint: Record<number, 'must' | 'never'>;
  vocabulary: Vocabulary;
  rewriting: Rewriting;
  onDone: () => void;
}) {
  const own = coverage.claims.filter((claim) => claim.partId === partId && claim.fits);
  const sources = [...new Map(own.map((claim) => [claim.sourceId, claim.source])).entries()];
  const { data: all } = api.useSourcesQuery();
  const [chosen, setChosen] = useState(sources[0]?.[0] ?? 0);
  const { run, stop, clear, progress, result, problem } = useFewest();
  const [of, setOf] = useState<typeof paint | null>(null);
  const sourceId = chosen || (all?.[0]?.id ?? 0);
  const replaced = own.filter((claim) => claim.sourceId === sourceId);
  const before = replaced.reduce((sum, claim) => sum + 1 + claim.exceptions.length, 0);
  const work = () => {
    setOf(paint);
    run(
      coverage.vehicles.map((vehicle): Cell => {
        const { year, engineId, transmissionId, airConditioning, package: pack, built } = vehicle;
        return { year, engineId, transmissionId, airConditioning, package: pack, built, state: paint[vehicle.id] ?? 'never' };
      }),
    ); // prettier-ignore
  };
  const fresh = result && of === paint ? result : null;
  const keep = async () => {
    if (!fresh) return;
    const original = replaced.length > 0 && replaced.every((claim) => claim.original);
    const lines = fresh.lines.map(
      (line) => ({ ...line.scope, exceptions: line.exceptions, fits: true, original }) as unknown as Rewrite['lines'][number],
    ); // prettier-ignore
    if (await rewriting.replace(partId, sourceId, replaced, lines)) {
      clear();
      onDone();
    }
  };
  return (
    <section aria-label="Fewest lines" className="mt-4">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Lines of" className="w-80">
          <select className="select" value={sourceId} onChange={(event) => setChosen(Number(event.target.value))}>
            {(all ?? []).map((source) => (
              <option key={source.id} value={source.id}>
                {source.name} ({own.filter((claim) => claim.sourceId === source.id).length} lines now)
              </option>
            ))}
          </select>
        </Field>
        <button type="button" className="btn btn-primary" onClick={work} disabled={progress !== null}>
          Fewest lines that say this
        </button>
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Close
        </button>
        {progress && (
          <p role="status" className="flex items-center gap-3">
            <progress className="progress w-32" aria-label="Working out lines" />
            {PHASES[progress.phase]}, <span className="figure">{progress.done}</span>
            {progress.best !== null && <span>best so far {progress.best}</span>}
            <button type="button" className="text-steel underline" onClick={stop}>
              stop
            </button>
          </p>
        )}
        {problem && <p className="text-no">{problem}</p>}
      </div>
      {fresh && (
        <>
          <p className="mt-3 text-[17px]">
            <strong>
              {fresh.cost} {fresh.cost === 1 ? 'statement' : 'statements'}
            </strong>{' '}
            (a line counts 1, each exception 1); {before > 0 ? `${before} before` : 'none before'}.{' '}
            <span className="text-muted">
              {fresh.exact ? 'No correct set is smaller.' : `None smaller than ${fresh.bound} is possible; this is the best found.`}
            </span>
          </p>
          <ol className="mt-1 list-decimal pl-6">
            {fresh.lines.map((line, index) => (
              <li key={index} className="border-rule border-b py-1">
                {claimSentence({ ...line.scope, exceptions: line.exceptions, id: index, partId, modelId: coverage.modelId, fits: true, sourceId }, vocabulary)}
              </li>
            ))}
            {fresh.lines.length === 0 && <li className="text-muted list-none">Nothing fits, so nothing is said.</li>}
          </ol>
          <button type="button" className="btn btn-primary mt-3" disabled={rewriting.busy} onClick={() => void keep()}>
            Put them in place of the {replaced.length} of this source
          </button>
        </>
      )}
    </section>
  ); // prettier-ignore
}
