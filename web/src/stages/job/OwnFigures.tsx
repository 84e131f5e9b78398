import { attributeOf, readFigure } from '@radiatrix/core/figures';
import { formatQuantity } from '@radiatrix/core/quantity';
import { methodName } from '@radiatrix/words/methods';
import { figureName } from '@radiatrix/words/figures';
import { api } from '../../api/api.ts';
import { Failure } from '../../ui/notices.tsx';
import type { JobProps } from './props.ts';
import { TakeFigure } from './TakeFigure.tsx';
import { useHappened } from './useHappened.ts';

/** Figures of this very vehicle: they count before its type’s, unless they were only told. */
export function OwnFigures({ job, say, busy }: JobProps) {
  const figures = Object.entries(job.state.figures);
  return (
    <section aria-label="Measured on this vehicle">
      <h2 className="heading mt-5">
        Measured on this vehicle
        <span className="font-sans text-[14px] font-normal tracking-normal normal-case">
          counts before its type’s; what was only told weighs as told
        </span>
      </h2>
      {figures.length === 0 && <p className="text-muted mt-2">Nothing yet: its type’s figures are taken.</p>}
      <ul>
        {figures.map(([key, figure]) => {
          const attribute = attributeOf('bay', key);
          const read = readFigure('bay', key, figure.text, figure.method);
          return (
            <li
              key={key}
              className="border-rule grid grid-cols-[1fr_auto_auto] items-baseline gap-x-3 border-b py-1 sm:grid-cols-[220px_1fr_auto_auto]"
            >
              <span>{figureName('bay', key)}</span>
              <span className="figure text-[15px]">
                {read.ok && read.type === 'quantity' && attribute?.type === 'quantity'
                  ? formatQuantity(read.value, attribute.dimension, 'both', { uncertainty: read.u })
                  : figure.text}
              </span>
              <span className="text-muted text-[14px]">
                {methodName(figure.method)}, {figure.by}
              </span>
              <button
                type="button"
                className="text-no text-[14px] underline"
                disabled={busy}
                onClick={() => void say('figure given up', { key, why: '' }).catch(() => {})}
              >
                Give up
              </button>
            </li>
          );
        })}
      </ul>
      <Add job={job} />
    </section>
  );
}

function Add({ job }: { job: JobProps['job'] }) {
  const { say, busy, error } = useHappened(job.id);
  const { data: connectors } = api.useConnectorsQuery();
  return (
    <>
      <TakeFigure say={say} busy={busy} sourceId={job.ownSource} connectors={connectors} />
      {error !== undefined && <Failure error={error} />}
    </>
  );
}
