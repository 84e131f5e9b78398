import { useState } from 'react';
import {
  attributeOf,
  attributesOf,
  insisted,
  methodOr,
  methodsFor,
  readFigure,
  spelledOut,
} from '@radiatrix/core/figures';
import type { EventPayloads } from '@radiatrix/core/job';
import { formatQuantity, type Method } from '@radiatrix/core/quantity';
import { exampleOf, figureFault } from '@radiatrix/words/faults';
import { methodName } from '@radiatrix/words/methods';
import { choiceName, figureName } from '@radiatrix/words/figures';
import { figureWhere } from '@radiatrix/words/places';
import { runWords } from '@radiatrix/words/en/run';
import { useUnits } from '../../app/store.ts';

interface Props {
  say: (kind: 'figure taken', payload: EventPayloads['figure taken']) => Promise<unknown>;
  busy: boolean;
  /** Where figures of a job come from; null where the shop has no such source. */
  sourceId: number | null;
  /** Plugs on record, for figures that are one; none where they are not at hand. */
  connectors?: readonly { code: string }[] | undefined;
  /** The one figure that is asked for; any, where none is. */
  only?: string;
  /** Sized for a thumb. */
  big?: boolean;
}

/** One figure of the vehicle in hand: what it is, its value, how it was taken. */
export function TakeFigure({ say, busy, sourceId, connectors, only, big = false }: Props) {
  const units = useUnits();
  const [key, setKey] = useState(only ?? 'bayDepth');
  const height = big ? '!h-12' : '';
  const [text, setText] = useState('');
  const [method, setMethod] = useState<Method>('tape');
  const attribute = attributeOf('bay', key)!;
  const how = methodOr(attribute, method);
  const meant = spelledOut(text, attribute, units);
  const read = meant === '' ? undefined : readFigure('bay', key, meant, how);
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      aria-label={only ? figureName('bay', only) : 'Add a figure of this vehicle'}
      onSubmit={(event) => {
        event.preventDefault();
        if (read?.ok && sourceId !== null)
          void say('figure taken', { key, text: meant, method: how, sourceId })
            .then(() => setText(''))
            .catch(() => {});
      }}
    >
      <label>
        <span className="label-text">Figure</span>
        <select
          className={`select !w-[230px] ${height}`}
          value={key}
          onChange={(event) => {
            setKey(event.target.value);
            setText('');
          }}
        >
          {attributesOf('bay')
            .filter(([each]) => !only || each === only)
            .filter(([, each]) => connectors || each.type !== 'connector')
            .map(([each]) => (
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
              className={`input figure !w-[140px] ${height}`}
              value={text}
              placeholder={exampleOf(attribute.dimension)}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <label>
            <span className="label-text">Method</span>
            <select
              className={`select !w-[150px] ${height}`}
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
            className={`select !w-[230px] ${height}`}
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
      <button
        type="submit"
        className={`btn ${big ? '!min-h-12' : ''}`}
        disabled={busy || !read?.ok || sourceId === null}
      >
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
      {sourceId === null && <p className="text-changes basis-full">{runWords('figure:no-source')}</p>}
    </form>
  );
}
