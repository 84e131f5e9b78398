import { useEffect, useId, useState, type ReactNode } from 'react';
import { type FindingWord, type Found } from '@radiatrix/core/fitment';
import type { Dimension } from '@radiatrix/core/quantity';
import { findingName, foundText } from '@radiatrix/words/fitment';
import { useUnits } from '../../../app/store.ts';
import { numberAsWritten, quantityAsWritten, type AsWritten } from '../as-written.ts';
import { FindingShape } from '../FindingShape.tsx';

/** The answer of a view: what was found, worst first. */
export function Answer({ found, children }: { found: readonly Found[]; children?: ReactNode }) {
  const units = useUnits();
  const rank: FindingWord[] = ['stop', 'open', 'work', 'clear'];
  const sorted = [...found].sort((a, b) => rank.indexOf(a.word) - rank.indexOf(b.word));
  if (sorted.length === 0) return children ? <div className="my-2">{children}</div> : null;
  return (
    <div className="my-2">
      <ul aria-label="What was found">
        {sorted.map((each, i) => (
          <li key={i} className={`flex gap-2 ${i === 0 ? 'text-[17px]' : ''}`}>
            <span className={`mt-[4px] ${i === 0 ? '' : 'ml-px'}`}>
              <FindingShape word={each.word} size={i === 0 ? 15 : 12} />
            </span>
            <span className="sr-only">{findingName(each.word)}: </span>
            <span className="max-w-[150ch]">{foundText(each, units)}</span>
          </li>
        ))}
      </ul>
      {children}
    </div>
  );
}

interface KnobProps {
  label: string;
  value: number | undefined;
  /** What counts while nothing is written in. */
  usual?: number | undefined;
  onChange: (value: number | undefined) => void;
  /** Shown in an empty box where nothing is on record. */
  blank?: string;
  className?: string;
}

/** A box for a figure: takes it as a hand writes it, says what it understood, empty is what is on record. */
export function Knob({
  dimension,
  range,
  ...props
}: KnobProps & { dimension: Dimension; range?: readonly [number, number] }) {
  const units = useUnits();
  return <TextKnob {...props} {...quantityAsWritten(dimension, units, range)} />;
}

/** The same for what has no dimension of the record: kW, L/min, V. */
export function NumberKnob({
  unit,
  range,
  places = 1,
  ...props
}: KnobProps & { unit: string; range?: readonly [number, number]; places?: number }) {
  return <TextKnob {...props} {...numberAsWritten(unit, places, range)} />;
}

/** Height of the road, which moves boiling and the air. */
export const Altitude = (props: { value: number | undefined; onChange: KnobProps['onChange'] }) => (
  <NumberKnob label="Altitude" unit="m" places={0} range={[-400, 5000]} usual={0} {...props} />
);

function TextKnob({
  label,
  value,
  usual,
  onChange,
  show,
  read,
  blank = 'not on record',
  className = '',
}: KnobProps & AsWritten) {
  const [text, setText] = useState<string | null>(null);
  const own = useId();
  const shown = text ?? (value === undefined ? '' : show(value));
  const result = text === null || text.trim() === '' ? undefined : read(text);
  const problem = typeof result === 'string' ? result : '';
  // What was written stands until the figure is another than it says.
  useEffect(() => {
    setText((now) => (now === null || read(now) === value ? now : null));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a figure from elsewhere takes the text away
  }, [value]);
  return (
    <label className={`block ${className}`}>
      <span className="label-text">{label}</span>
      <input
        className="input figure !h-[30px] !min-h-[30px] !text-[14px]"
        value={shown}
        placeholder={usual === undefined ? blank : show(usual)}
        aria-invalid={problem !== ''}
        aria-describedby={problem ? own : undefined}
        onChange={(event) => {
          const written = event.target.value;
          setText(written);
          if (written.trim() === '') onChange(undefined);
          else {
            const understood = read(written);
            if (typeof understood === 'number') onChange(understood);
          }
        }}
        onBlur={() => !problem && setText(null)}
      />
      {problem && (
        <span id={own} role="alert" className="text-no block text-[13px] leading-tight">
          {problem}
        </span>
      )}
    </label>
  );
}

export function Pick<V extends string>({
  label,
  value,
  options,
  onChange,
  className = '',
}: {
  label: string;
  value: V;
  options: readonly (readonly [V, string])[];
  onChange: (value: V) => void;
  className?: string;
}) {
  return (
    <label className={`block ${className}`}>
      <span className="label-text">{label}</span>
      <select
        className="select !h-[30px] !min-h-[30px] !text-[14px]"
        value={value}
        onChange={(event) => onChange(event.target.value as V)}
      >
        {options.map(([each, words]) => (
          <option key={each} value={each}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A heading over a part of a view. */
export function Block({
  title,
  aside,
  children,
  className = '',
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  className?: string;
}) {
  return (
    <section aria-label={title} className={`print-keep mb-5 ${className}`}>
      <h2 className="heading">
        {title}
        {aside && (
          <span className="font-sans text-[14px] font-normal tracking-normal normal-case">{aside}</span>
        )}
      </h2>
      <div className="mt-2">{children}</div>
    </section>
  );
}

/** A table of the bench: hairlines, figures at the right. */
export function Table({
  caption,
  heads,
  children,
}: {
  caption: string;
  heads: readonly (readonly [text: string, right?: boolean])[];
  children: ReactNode;
}) {
  return (
    // On a phone a wide table is moved under the finger, not the page.
    <div className="overflow-x-auto print:overflow-visible">
      <table className="w-full border-collapse text-[15px]">
        <caption className="sr-only">{caption}</caption>
        <thead>
          <tr className="border-ink font-label border-b text-[14px] tracking-[0.04em] uppercase">
            {heads.map(([text, right], i) => (
              <th
                key={text + i}
                scope="col"
                className={`px-1.5 py-1 font-semibold first:pl-0 ${right ? 'text-right' : 'text-left'}`}
              >
                {text}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}

/** Sum at work, stopped, or not to be worked out. */
export function WorkerState({
  state,
  what,
}: {
  state: { running: boolean; stopped: boolean; problem: string; stop: () => void; again: () => void };
  what: string;
}) {
  if (state.problem)
    return (
      <p role="alert" className="border-no bg-wash-no border-l-4 px-3 py-1.5">
        {state.problem}
      </p>
    );
  if (state.running)
    return (
      <p
        role="status"
        className="text-muted flex animate-[fade_0.3s_0.4s_both] items-center gap-3 text-[14px]"
      >
        <progress aria-label={what} className="w-32" />
        {what}…
        <button type="button" className="text-steel min-h-6 px-1.5 underline" onClick={state.stop}>
          Stop
        </button>
      </p>
    );
  if (state.stopped)
    return (
      <p className="text-muted text-[14px]">
        Stopped.{' '}
        <button type="button" className="text-steel min-h-6 px-1.5 underline" onClick={state.again}>
          Work it out
        </button>
      </p>
    );
  return null;
}

/** Said where a sum cannot be done for want of figures. */
export const Wanting = ({ what, missing }: { what: string; missing: string }) => (
  <p className="border-strong text-muted border border-dashed px-3 py-2">
    {what} waits for {missing}. Record it on the part, or measure it on this vehicle.
  </p>
);
