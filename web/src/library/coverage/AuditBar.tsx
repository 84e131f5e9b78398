import { useEffect, useState } from 'react';
import type { ModelLine } from '@radiatrix/contract';
import { coverageApi } from '../../api/coverage.ts';

const ASK_EVERY_MS = 700;

/** The whole catalogue looked through at once: how far it is, what it found, and the models to start with. */
export function AuditBar({
  models,
  onChoose,
}: {
  models: readonly ModelLine[];
  onChoose: (id: number) => void;
}) {
  const [running, setRunning] = useState(false);
  const { data } = coverageApi.useAuditQuery(undefined, {
    pollingInterval: running ? ASK_EVERY_MS : 0,
    refetchOnMountOrArgChange: true,
  });
  const [start] = coverageApi.useStartAuditMutation();
  const [stop] = coverageApi.useStopAuditMutation();
  useEffect(() => setRunning(data?.state === 'running'), [data?.state]);
  if (!data) return null;
  const conflicts = data.counts['says-both'] + data.counts['two-originals'];
  const worst = data.models.filter((each) => each.conflicts > 0).slice(0, 6);
  return (
    <div className="border-rule mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b pb-2 text-[14px]">
      {data.state === 'running' ? (
        <>
          <progress className="progress w-40" max={Math.max(1, data.of)} value={data.done} aria-label="Audit" />
          <span role="status">
            <span className="figure">{data.done}</span> of <span className="figure">{data.of}</span> models,{' '}
            <span className="figure">{data.lines.toLocaleString('en')}</span> lines
          </span>
          <button type="button" className="text-steel underline" onClick={() => void stop({ key: crypto.randomUUID() })}>
            stop
          </button>
        </>
      ) : (
        <button
          type="button"
          className="text-steel underline"
          onClick={() => {
            void start({ key: crypto.randomUUID() });
            setRunning(true);
          }}
        >
          {data.state === 'done' ? 'Look through the whole catalogue again' : 'Look through the whole catalogue'}
        </button>
      )}
      {data.state === 'done' && (
        <span role="status">
          <span className="figure">{data.lines.toLocaleString('en')}</span> lines in{' '}
          <span className="figure">{data.seconds < 0.1 ? 'under 0.1' : data.seconds} s</span>:{' '}
          <strong className={conflicts > 0 ? 'text-no' : ''}>{conflicts} contradictions</strong>,{' '}
          {data.counts.gap} vehicles in gaps, {data.counts['never-built']} lines about vehicles never built
        </span>
      )}
      {data.state === 'stopped' && <span role="status">Stopped; nothing was changed.</span>}
      {data.state === 'failed' && <span className="text-no">{data.message}</span>}
      {worst.map((each) => (
        <button key={each.id} type="button" className="text-steel underline" onClick={() => onChoose(each.id)}>
          {models.find((model) => model.id === each.id)?.name ?? each.id} <span className="figure">{each.conflicts}</span>
        </button>
      ))}
    </div>
  ); // prettier-ignore
}
