import { useState } from 'react';
import {
  attributeOf,
  attributesOf,
  methodOr,
  insisted,
  methodsFor,
  readFigure,
  spelledOut,
} from '@radiatrix/core/figures';
import { formatQuantity, type Method } from '@radiatrix/core/quantity';
import { exampleOf, figureFault } from '@radiatrix/words/faults';
import { methodName } from '@radiatrix/words/methods';
import { choiceName, figureName } from '@radiatrix/words/figures';
import { figureWhere } from '@radiatrix/words/places';
import { api } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';
import { Failure } from '../../ui/notices.tsx';
import type { JobProps } from './props.ts';
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
      <Add jobId={job.id} />
    </section>
  );
}

function Add({ jobId }: { jobId: number }) {
  const { say, busy, error } = useHappened(jobId);
  const units = useUnits();
  const { data: sources } = api.useSourcesQuery();
  const { data: connectors } = api.useConnectorsQuery();
  const [key, setKey] = useState('bayDepth');
  const [text, setText] = useState('');
  const [method, setMethod] = useState<Method>('tape');
  const attribute = attributeOf('bay', key)!;
  const how = methodOr(attribute, method);
  const meant = spelledOut(text, attribute, units);
  const read = meant === '' ? undefined : readFigure('bay', key, meant, how);
  const sourceId = sources?.find((source) => source.grade === 2)?.id ?? sources?.[0]?.id;
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      aria-label="Add a figure of this vehicle"
      onSubmit={(event) => {
        event.preventDefault();
        if (read?.ok && sourceId)
          void say('figure taken', { key, text: meant, method: how, sourceId })
            .then(() => setText(''))
            .catch(() => {});
      }}
    >
      <label>
        <span className="label-text">Figure</span>
        <select
          className="select !w-[230px]"
          value={key}
          onChange={(event) => {
            setKey(event.target.value);
            setText('');
          }}
        >
          {attributesOf('bay').map(([each]) => (
            <option key={each} value={each}>
              {figureName('bay', each)}
            </option>
          ))}
        </select>
      </label>
      {attribute.type === 'quantity' ? (
        <>
          <label>
            <span className="label-text">Value</span>
            <input
              className="input figure !w-[140px]"
              value={text}
              placeholder={exampleOf(attribute.dimension)}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <label>
            <span className="label-text">Method</span>
            <select
              className="select !w-[150px]"
              value={how}
              onChange={(event) => setMethod(event.target.value as Method)}
            >
              {methodsFor(attribute).map((each) => (
                <option key={each} value={each}>
                  {methodName(each)}
                </option>
              ))}
            </select>
          </label>
        </>
      ) : (
        <label>
          <span className="label-text">Value</span>
          <select
            className="select !w-[230px]"
            value={text}
            onChange={(event) => setText(event.target.value)}
          >
            <option value="">choose</option>
            {attribute.type === 'choice'
              ? attribute.choices.map((value) => (
                  <option key={value} value={value}>
                    {choiceName(attribute, value)}
                  </option>
                ))
              : (connectors ?? []).map(({ code }) => (
                  <option key={code} value={code}>
                    {code}
                  </option>
                ))}
          </select>
        </label>
      )}
      <button type="submit" className="btn" disabled={busy || !read?.ok}>
        Take it down
      </button>
      <p
        className={`basis-full text-[14px] ${read && !read.ok ? 'text-no' : 'text-muted'}`}
        aria-live="polite"
      >
        {read && !read.ok && read.ask && (
          <button type="button" className="text-steel mr-2 underline" onClick={() => setText(insisted(text))}>
            it is so
          </button>
        )}
        {read && !read.ok
          ? figureFault(read.why, units)
          : read?.ok && read.type === 'quantity' && attribute.type === 'quantity'
            ? `= ${formatQuantity(read.value, attribute.dimension, 'both', { uncertainty: read.u })}`
            : figureWhere('bay', key)}
      </p>
      {error !== undefined && <Failure error={error} />}
    </form>
  );
}
