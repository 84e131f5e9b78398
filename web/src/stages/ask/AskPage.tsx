import { Fragment, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  Link,
  useLocation,
  useNavigate,
  useNavigationType,
  useOutletContext,
  useSearchParams,
} from 'react-router';
import type { Difference } from '@radiatrix/core/vehicle';
import type { FindResult, FoundChip, Person, VehicleLine } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { matchAddress, toldAddress } from '../../app/addresses.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { askWords } from '@radiatrix/words/en/ask';
import { toldWords } from '@radiatrix/words/en/told';
import { NextQuestion } from './NextQuestion.tsx';
import { OpenJob } from './OpenJob.tsx';
import { useExample } from './useExample.ts';
import { VinPanel } from './VinPanel.tsx';

/** Waits until typing pauses, so that each key is not a question to the server. */
function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}

/** The word of a description that was read as an identification number. */
const VIN_WORD = /[A-Za-z0-9*-]{15,24}/;

/** Which vehicle is this, really? What was typed, how it was understood, and what is left to choose from. */
export function AskPage() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const text = params.get('q') ?? '';
  const fixes = useMemo(() => params.getAll('fix'), [params]);
  const settledText = useSettled(text, 130);
  const skip = settledText.trim() === '' && fixes.length === 0;
  const { data, error, isFetching, refetch } = api.useFindQuery({ text: settledText, fixes }, { skip });
  const current = data?.text === text && !isFetching;

  const setFix = (field: string, value: string | undefined) => {
    const rest = fixes.filter((fix) => !fix.startsWith(`${field}:`));
    const next = new URLSearchParams({ q: text });
    for (const fix of value === undefined ? rest : [...rest, `${field}:${value}`]) next.append('fix', fix);
    setParams(next, { replace: true });
  };

  // Enter in the finder may come before the answer does; it is then kept until the answer is in.
  const { state } = useLocation() as { state: { take?: boolean } | null };
  const arrival = useNavigationType();
  const wantFirst = useRef(arrival !== 'POP' && state?.take === true);
  const take = useCallback(() => {
    if (!wantFirst.current || !current) return;
    wantFirst.current = false;
    const first = data.vehicles[0];
    const part = data.parts[0];
    // While an answer would change which parts go in, the question comes before the first vehicle.
    if (data.question) window.dispatchEvent(new CustomEvent('radiatrix:ask'));
    else if (first) void navigate(`/v/${first.id}/match`);
    else if (part) void navigate(`/parts/${part.id}`);
  }, [current, data, navigate]);
  useEffect(() => {
    const listen = () => {
      wantFirst.current = true;
      take();
    };
    window.addEventListener('radiatrix:take-first', listen);
    return () => window.removeEventListener('radiatrix:take-first', listen);
  }, [take]);
  useEffect(take, [take]);
  useHotkeys({
    m: () => data?.vehicles[0] && void navigate(`/v/${data.vehicles[0].id}/match`),
  });
  const example = useExample();
  const answer = (value: string) => {
    if (!data?.question) return;
    wantFirst.current = true;
    setFix(data.question.field, value);
  };

  if (skip)
    return (
      <div className="mt-6">
        <h1 className="sr-only">Ask</h1>
        <Empty title="Say the vehicle as it was told to you">
          Year, model, engine, transmission, options, in any order
          {example && (
            <>
              : <em>“{example}”</em>
            </>
          )}
          . A part number, or another seller’s number for it, works too. Press <kbd className="key">/</kbd>{' '}
          from anywhere to begin.
        </Empty>
      </div>
    );
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting what="Looking" />;
  return (
    <div className="mt-4">
      <h1 className="sr-only">Ask</h1>
      <Understood
        data={data}
        onFix={setFix}
        fixed={fixes.length > 0}
        onReset={() => setParams({ q: text }, { replace: true })}
      />
      {data.vin && (
        <VinPanel
          vin={data.vin}
          onRepair={(vin) => setParams({ q: text.replace(VIN_WORD, vin) }, { replace: true })}
        />
      )}
      {data.question && (
        <NextQuestion
          key={data.question.field}
          question={data.question}
          onAnswer={answer}
          onUnknown={() => answer('')}
        />
      )}
      <p className="mt-3">
        <OpenJob data={data} />
      </p>
      <Others data={data} />
      <Found data={data} fixes={fixes} onFix={setFix} />
    </div>
  );
}

function Understood({
  data,
  onFix,
  fixed,
  onReset,
}: {
  data: FindResult;
  onFix: (field: string, value: string | undefined) => void;
  fixed: boolean;
  onReset: () => void;
}) {
  if (data.chips.length === 0 && data.parts.length + data.connectors.length > 0) return null;
  // What the job keeps as the complaint is not lost on anybody.
  const leftover = data.leftover.filter(({ text }) => !data.complaint.includes(text));
  return (
    <section aria-label="How it was understood">
      <h2 className="heading">
        Understood as
        {fixed && (
          <button
            type="button"
            className="text-steel font-sans text-[14px] font-normal tracking-normal normal-case underline"
            onClick={onReset}
          >
            back to the words alone
          </button>
        )}
      </h2>
      <ul className="mt-3 flex flex-wrap gap-2">
        {data.chips.map((chip) => (
          <li key={chip.field}>
            <ChipField chip={chip} blamed={data.blamed.includes(chip.field)} onFix={onFix} />
          </li>
        ))}
        {data.chips.length === 0 && <li className="text-muted">No detail of a vehicle was recognised.</li>}
      </ul>
      {data.others.length > 0 && (
        <p className="border-steel mt-3 border-l-[3px] pl-3">
          That line speaks of{' '}
          {data.others.length === 1 ? 'another vehicle' : `${data.others.length} other vehicles`}; one is
          asked for at a time:{' '}
          {data.others.map((other) => (
            <Link key={other} to={`/ask?${new URLSearchParams({ q: other })}`} className="mr-3 font-semibold">
              {other}
            </Link>
          ))}
        </p>
      )}
      {data.complaint && (
        <p className="mt-3">
          <span className="label-text">{askWords('complaint')}</span> “{data.complaint}”
        </p>
      )}
      {leftover.length > 0 && (
        <p className="mt-3">
          Not understood:{' '}
          {leftover.map((rest) => (
            <Fragment key={rest.from}>
              <span className="border-changes border-b-2 border-dashed">{rest.text.slice(0, 60)}</span>{' '}
            </Fragment>
          ))}
        </p>
      )}
    </section>
  );
}

/** "No Tussock on record is both diesel and from 2020." */
function ruledOut({ chips, blamed }: FindResult): string {
  const named = chips.filter(({ field }) => field === 'make' || field === 'model').at(-1);
  const details = chips
    .filter(({ field }) => blamed.includes(field) && field !== named?.field)
    .map(({ label }) => label);
  const what =
    details.length < 2 ? details[0] : `${details.slice(0, -1).join(', ')} and ${details.at(-1)} together`;
  return what
    ? `No ${named ? named.label : 'vehicle'} on record is ${what}.`
    : `No vehicle of ${named?.label ?? 'that kind'} is on record.`;
}

const LEAVE_OUT = ' leave out';

/** A detail as a chip that is also the way to correct it. */
function ChipField({
  chip,
  blamed,
  onFix,
}: {
  chip: FoundChip;
  blamed: boolean;
  onFix: (field: string, value: string | undefined) => void;
}) {
  const others = [
    ...chip.alternatives,
    ...chip.choices.filter((choice) => !chip.alternatives.some((other) => other.value === choice.value)),
  ].filter((choice) => choice.value !== chip.value);
  const tone = blamed
    ? 'border-no text-no'
    : chip.certainty === 'likely'
      ? 'border-changes border-dashed'
      : chip.certainty === 'set'
        ? 'border-copper'
        : 'border-ink';
  const remark = blamed
    ? 'no such vehicle'
    : chip.certainty === 'likely'
      ? `from “${chip.text}”`
      : chip.certainty === 'set'
        ? 'set by hand'
        : '';
  return (
    <label
      className={`font-label bg-raised inline-flex items-baseline gap-1.5 border px-2.5 py-0.5 text-[18px] ${tone}`}
    >
      <span className="sr-only">{chip.field}: </span>
      <select
        className="cursor-pointer appearance-none bg-transparent pr-1 font-medium outline-offset-4"
        style={{ fieldSizing: 'content' } as React.CSSProperties}
        value={chip.value}
        onChange={(event) => onFix(chip.field, event.target.value === LEAVE_OUT ? '' : event.target.value)}
      >
        <option value={chip.value}>{chip.label}</option>
        {others.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.label}
          </option>
        ))}
        <option value={LEAVE_OUT}>leave this out</option>
      </select>
      {remark && <span className="font-sans text-[13px]">{remark}</span>}
    </label>
  );
}

function Others({ data }: { data: FindResult }) {
  if (data.parts.length + data.connectors.length === 0) return null;
  return (
    <section aria-label="Parts and connectors" className="mt-4">
      <h2 className="heading">By number</h2>
      <ul className="mt-2">
        {data.parts.map((part) => (
          <li key={`${part.id}${part.why}`} className="border-rule border-b py-1">
            <Link to={`/parts/${part.id}`} className="figure">
              {part.number}
            </Link>{' '}
            {part.maker}, {part.kind === 'fan' ? 'fan assembly' : part.kind}
            {part.why && <span className="text-muted"> · {part.why}</span>}
          </li>
        ))}
        {data.connectors.map((connector) => (
          <li key={connector.code} className="border-rule border-b py-1">
            <Link to={`/connectors/${connector.code}`} className="figure">
              {connector.code}
            </Link>{' '}
            {connector.name}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Found({
  data,
  fixes,
  onFix,
}: {
  data: FindResult;
  fixes: readonly string[];
  onFix: (field: string, value: string | undefined) => void;
}) {
  const asked = data.chips.some((chip) => chip.field !== 'part');
  const tells = useOutletContext<Person>().role !== 'installer';
  const told = toldAddress(data.text, fixes);
  if (!asked) {
    if (data.parts.length + data.connectors.length > 0) return null;
    return (
      <div className="mt-5">
        <Empty title={askWords('nothing')}>
          {askWords('nothing:do')}
          {tells && <RecordTold to={told} />}
        </Empty>
      </div>
    );
  }
  if (data.total === 0)
    return (
      <div className="mt-5">
        <Empty title="No vehicle on record agrees with all of that">
          {ruledOut(data)} {askWords(data.blamed.length > 1 ? 'correct:one' : 'correct:it')}
          {tells && <RecordTold to={told} />}
        </Empty>
      </div>
    );
  return (
    <section aria-label="Vehicles that agree" className="mt-5">
      <h2 className="heading">
        <span>{headOf(data)}</span>
        {data.total > data.vehicles.length && (
          <span className="tracking-normal normal-case">
            the first {data.vehicles.length} shown; say more to narrow it
          </span>
        )}
      </h2>
      {data.total > 1 && !data.question && data.considered.parts > 0 && (
        <p className="border-rule border-b py-2 text-[16px]">
          <span className="text-straight-in font-semibold">Nothing more to ask:</span> whichever of these it
          is, the same parts go in. <kbd className="key">Enter</kbd> takes the first to Match.
        </p>
      )}
      {data.differences.length > 0 &&
        (data.question ? (
          <details className="border-rule border-b py-1.5">
            <summary className="text-muted cursor-pointer text-[14px]">
              Everything that tells them apart
            </summary>
            <ToldApart differences={data.differences} onFix={onFix} />
          </details>
        ) : (
          <ToldApart differences={data.differences} onFix={onFix} />
        ))}
      <ol
        className="mt-1"
        onKeyDown={(event) => {
          const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
          if (step === 0) return;
          event.preventDefault();
          const links = [...event.currentTarget.querySelectorAll<HTMLElement>('a')];
          const next = links.indexOf(document.activeElement as HTMLElement) + step;
          if (next < 0) document.querySelector<HTMLElement>('input[type=search]')?.focus();
          else links[next]?.focus();
        }}
      >
        {data.vehicles.map((vehicle, index) => (
          <VehicleRow
            key={vehicle.id}
            vehicle={vehicle}
            said={data.complaint}
            first={index === 0}
            telling={data.differences}
          />
        ))}
      </ol>
      {tells && (
        <p className="mt-3">
          <Link to={told}>{toldWords('none-of-these')}</Link>
        </p>
      )}
    </section>
  );
}

const RecordTold = ({ to }: { to: string }) => (
  <Link to={to} className="btn btn-primary mt-3 flex w-fit no-underline">
    {toldWords('title')}
  </Link>
);

function headOf({ total, capped, considered }: FindResult): string {
  const vehicles = total === 1 ? 'One vehicle' : `${capped ? 'More than ' : ''}${total} vehicles`;
  return considered.parts > 0
    ? `${vehicles} · ${considered.open} of ${considered.parts} parts could go in`
    : vehicles;
}

/** Fields of a difference that a chip can be set to; the others are told apart by choosing from the list. */
const FIXABLE: Record<string, string> = {
  year: 'year',
  model: 'model',
  airConditioning: 'airConditioning',
  package: 'package',
  body: 'body',
  drive: 'drive',
  steering: 'steering',
};
const MANY = 8;

function ToldApart({
  differences,
  onFix,
}: {
  differences: Difference[];
  onFix: (field: string, value: string) => void;
}) {
  return (
    <dl
      aria-label="What tells them apart"
      className="border-rule grid gap-x-4 gap-y-1.5 border-b py-2.5 sm:grid-cols-[150px_1fr]"
    >
      {differences.map((difference) => (
        <div key={difference.field} className="contents">
          <dt className="label-text text-copper">{difference.label}?</dt>
          <dd className="flex flex-wrap gap-x-4 gap-y-1">
            {difference.values.slice(0, MANY).map((value) =>
              FIXABLE[difference.field] ? (
                <button
                  key={value.value}
                  type="button"
                  className="text-steel underline"
                  onClick={() => onFix(FIXABLE[difference.field]!, value.value)}
                >
                  {value.label} <span className="figure text-muted text-[13px]">{value.ids.length}</span>
                </button>
              ) : (
                <span key={value.value}>
                  {value.label} <span className="figure text-muted text-[13px]">{value.ids.length}</span>
                </span>
              ),
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function VehicleRow({
  vehicle,
  said,
  first,
  telling,
}: {
  vehicle: VehicleLine;
  /** What was said besides the vehicle: it goes along until a job keeps it. */
  said: string;
  first: boolean;
  telling: Difference[];
}) {
  const differs = (field: string): string =>
    telling.some((difference) => difference.field === field) ? 'text-ink font-semibold' : 'text-muted';
  return (
    <li className="border-rule border-b">
      <Link
        to={matchAddress(vehicle.id, null, null, { said })}
        data-first-candidate={first ? '' : undefined}
        className="text-ink hover:bg-raised focus:bg-raised grid items-baseline gap-x-4 px-1 md:grid-cols-[minmax(200px,1.2fr)_1fr_1fr_2fr] py-2 no-underline"
      >
        <span className="font-label text-[19px] font-semibold">
          {vehicle.title}
          {vehicle.told && <span className="text-copper block text-[14px]">{toldWords('mark')}</span>}
        </span>
        <span className={differs('engine')}>{vehicle.engine}</span>
        <span className={differs('gearbox')}>{vehicle.transmission}</span>
        <span
          className={
            ['airConditioning', 'package', 'drive', 'steering'].some((field) =>
              telling.some((d) => d.field === field),
            )
              ? 'text-ink font-semibold'
              : 'text-muted'
          }
        >
          {vehicle.options.join(', ')}
        </span>
      </Link>
    </li>
  );
}
