import { useEffect, useRef, useState } from 'react';
import { type ToMeasure } from '@radiatrix/core/fit';
import {
  attributeOf,
  methodOr,
  methodsFor,
  insisted,
  readFigure,
  spelledOut,
  type LentFigure,
  type SubjectKind,
} from '@radiatrix/core/figures';
import { formatQuantity, type Dimension, type Method } from '@radiatrix/core/quantity';
import type { JudgedPart } from '@radiatrix/contract';
import { exampleOf, figureFault } from '@radiatrix/words/faults';
import { methodName } from '@radiatrix/words/methods';
import { choiceName, figureName } from '@radiatrix/words/figures';
import { figureWhere } from '@radiatrix/words/places';
import { listed } from '@radiatrix/words';
import { checkName, measureText } from '@radiatrix/words/fit';
import { matchWords } from '@radiatrix/words/en/match';
import { api, problemOf } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';
import { Jaws } from '../../drawing/Jaws.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { useHappened } from '../job/useHappened.ts';

const SHOWN = 6;

/**
 * What to measure to turn *not proven* into an answer, with the box to type it into. A caliper that types and ends
 * with Enter works through the list by itself: after each figure the box waits for the next.
 */
export function MeasureNext({
  candidate,
  lent,
  vehicleId,
  jobId,
}: {
  candidate: JudgedPart;
  lent: readonly LentFigure[];
  vehicleId: number;
  jobId: number | undefined;
}) {
  const { measure } = candidate.verdict;
  const [picked, setPicked] = useState<string | null>(null);
  const now = measure.find((item) => idOf(item) === picked) ?? measure[0];
  const box = useRef<HTMLInputElement & HTMLSelectElement>(null);
  useHotkeys({ e: () => box.current?.focus() });
  if (!now) return null;
  const most = measure[0]!.bits / measure[0]!.minutes;
  return (
    <section aria-label="Measure next" className="border-copper mt-4 border-l-[5px] pl-4">
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        <Jaws
          subject={now.subject}
          kind={now.key}
          choice={attributeOf(now.subject, now.key)?.type !== 'quantity'}
          where={figureWhere(now.subject, now.key)}
        />
        <div className="min-w-[260px] flex-1">
          <p className="label-text text-copper">
            Measure next, on the {now.subject === 'bay' ? 'vehicle' : 'part'}
          </p>
          <h3 className="text-[22px]">{figureName(now.subject, now.key)}</h3>
          <p className="text-muted text-[14px]">
            {figureWhere(now.subject, now.key)} · <span className="figure">{now.minutes} min</span> · decides{' '}
            {now.decides.map((check) => checkName(check).toLowerCase()).join(', ')}
            {now.together.length > 0 && (
              <>, {matchWords('together', { others: listed(now.together.map(measureText)) })}</>
            )}
          </p>
          <Entry
            key={idOf(now)}
            item={now}
            candidate={candidate}
            lent={now.subject === 'bay' ? lent.find(({ key }) => key === now.key) : undefined}
            vehicleId={vehicleId}
            jobId={jobId}
            boxRef={box}
          />
        </div>
        {measure.length > 1 && (
          <ol className="w-[270px] text-[14px]" aria-label="By what they tell for each minute">
            {measure.slice(0, SHOWN).map((item) => (
              <li key={idOf(item)}>
                <button
                  type="button"
                  aria-current={item === now}
                  className={`border-rule grid w-full grid-cols-[1fr_64px_48px] items-center gap-2 border-b py-1 text-left ${item === now ? 'font-semibold' : 'hover:bg-raised'}`}
                  onClick={() => {
                    setPicked(idOf(item));
                    requestAnimationFrame(() => box.current?.focus());
                  }}
                >
                  <span className="truncate">{figureName(item.subject, item.key)}</span>
                  <span aria-hidden="true" className="bg-rule block h-[6px]">
                    <span
                      className="bg-copper block h-full"
                      style={{ width: `${Math.max(4, (100 * item.bits) / item.minutes / most)}%` }}
                    />
                  </span>
                  <span className="figure text-muted text-right text-[13px]">{item.minutes} min</span>
                </button>
              </li>
            ))}
            {measure.length > SHOWN && <li className="text-muted py-1">and {measure.length - SHOWN} more</li>}
          </ol>
        )}
      </div>
    </section>
  );
}

const idOf = (item: Pick<ToMeasure, 'subject' | 'key'>): string => `${item.subject}.${item.key}`;

function Entry({
  item,
  candidate,
  lent,
  vehicleId,
  jobId,
  boxRef,
}: {
  item: ToMeasure;
  candidate: JudgedPart;
  lent: LentFigure | undefined;
  vehicleId: number;
  jobId: number | undefined;
  boxRef: React.RefObject<(HTMLInputElement & HTMLSelectElement) | null>;
}) {
  const attribute = attributeOf(item.subject, item.key)!;
  const { data: sources } = api.useSourcesQuery();
  const { data: connectors } = api.useConnectorsQuery(undefined, { skip: attribute.type !== 'connector' });
  const [text, setText] = useState('');
  const [method, setMethod] = useState<Method>(methodOr(attribute, 'caliper'));
  const { record, busy, problem } = useRecord(item.subject, { partId: candidate.id, vehicleId, jobId });
  const units = useUnits();
  const meant = spelledOut(text, attribute, units);
  const read = meant === '' ? undefined : readFigure(item.subject, item.key, meant, method);
  const sourceId = sources?.find((source) => source.grade === 2)?.id ?? sources?.[0]?.id;
  const wrong = problem ?? (read && !read.ok ? figureFault(read.why, units) : undefined);
  const send = (value: string) => {
    if (sourceId && value !== '') void record({ key: item.key, text: value, method, sourceId });
  };
  // Having worked through one figure, the hand stays at the caliper: the next box takes the caret.
  const went = useRef(false);
  useEffect(() => {
    if (sessionStorage.getItem(GOING_ON) === 'yes' && !went.current) {
      went.current = true;
      sessionStorage.removeItem(GOING_ON);
      boxRef.current?.focus();
    }
  }, [boxRef]);
  return (
    <form
      className="mt-1.5 flex flex-wrap items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (read?.ok) send(meant);
      }}
    >
      {attribute.type === 'quantity' ? (
        <>
          <input
            ref={boxRef}
            className={`input figure !w-[170px] ${wrong ? '!border-no' : ''}`}
            aria-label={figureName(item.subject, item.key)}
            placeholder={exampleOf(attribute.dimension)}
            value={text}
            autoComplete="off"
            onChange={(event) => setText(event.target.value)}
          />
          <select
            className="select !w-[150px]"
            aria-label="Method"
            value={method}
            onChange={(event) => setMethod(event.target.value as Method)}
          >
            {methodsFor(attribute).map((each) => (
              <option key={each} value={each}>
                {methodName(each)}
              </option>
            ))}
          </select>
          <button type="submit" className="btn" disabled={busy || !read?.ok}>
            {busy ? 'Saving…' : 'Record'}
          </button>
        </>
      ) : (
        <select
          ref={boxRef}
          className="select !w-[240px]"
          aria-label={figureName(item.subject, item.key)}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            send(event.target.value);
          }}
        >
          <option value="">not known</option>
          {(attribute.type === 'choice'
            ? attribute.choices
            : (connectors ?? []).map((each) => each.code)
          ).map((each) => (
            <option key={each} value={each}>
              {choiceName(attribute, each)}
            </option>
          ))}
        </select>
      )}
      {lent && (
        <Lent
          lent={lent}
          item={item}
          onSame={(value) => {
            setText(value);
            // A word is recorded as it is chosen; a measured figure still wants its method.
            if (attribute.type === 'quantity') boxRef.current?.focus();
            else send(value);
          }}
        />
      )}
      <p aria-live="polite" className={`basis-full text-[14px] ${wrong ? 'text-no' : 'text-muted'}`}>
        {read && !read.ok && read.ask && (
          <button type="button" className="text-steel mr-2 underline" onClick={() => setText(insisted(text))}>
            it is so
          </button>
        )}
        {wrong ??
          (read?.ok && read.type === 'quantity' && attribute.type === 'quantity'
            ? `= ${formatQuantity(read.value, attribute.dimension, 'both', { uncertainty: read.u })}`
            : `Press e to come here; ${attribute.type === 'quantity' ? 'Enter' : 'choosing'} records it${jobId && item.subject === 'bay' ? ' for this vehicle alone' : ''}.`)}
      </p>
    </form>
  );
}

/** What a related bay has: to be confirmed by looking or measuring here, or to be put right. */
function Lent({
  lent: { bay, why, figure },
  item,
  onSame,
}: {
  lent: LentFigure;
  item: ToMeasure;
  onSame: (text: string) => void;
}) {
  const units = useUnits();
  const attribute = attributeOf(item.subject, item.key)!;
  const { text, value } = 'word' in figure ? { text: choiceName(attribute, figure.word), value: figure.word } : { text: formatQuantity(figure.value, (attribute as { dimension: Dimension }).dimension, units, { uncertainty: figure.u }), value: formatQuantity(figure.value, (attribute as { dimension: Dimension }).dimension, 'metric') };
  return (
    <p className="text-not-proven basis-full text-[15px]">
      {matchWords(`lent:${why}`, { bay, figure: text })}{' '}
      <button type="button" className="text-steel min-h-6 underline" onClick={() => onSame(value)}>
        {matchWords('word' in figure ? 'lent:same' : 'lent:fill')}
      </button>
    </p>
  );
} // prettier-ignore

/** Set while figures are being worked through, so that the next box takes the caret. */
const GOING_ON = 'radiatrix:measuring';

interface NewFigure {
  key: string;
  text: string;
  method: Method;
  sourceId: number;
}

/** Puts a figure where it belongs: on the job's own vehicle, on the bay, or on the part. */
function useRecord(
  subject: SubjectKind,
  { partId, vehicleId, jobId }: { partId: number; vehicleId: number; jobId: number | undefined },
) {
  const [loadVehicle] = api.useLazyVehicleQuery();
  const [loadPart] = api.useLazyPartQuery();
  const [saveBay] = api.useSaveBayMutation();
  const [savePart] = api.useSavePartFiguresMutation();
  const { say } = useHappened(jobId);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const record = async (figure: NewFigure): Promise<void> => {
    setBusy(true);
    setProblem(undefined);
    sessionStorage.setItem(GOING_ON, 'yes');
    const key = crypto.randomUUID();
    const body = { figures: [figure] };
    try {
      if (subject === 'bay' && jobId) {
        await say('figure taken', figure);
      } else if (subject === 'bay') {
        const { record: vehicle } = await loadVehicle(vehicleId).unwrap();
        await saveBay({ id: vehicle.bay.id, body, etag: String(vehicle.bay.version), key }).unwrap();
      } else {
        const { etag } = await loadPart(partId).unwrap();
        await savePart({ id: partId, body, etag, key }).unwrap();
      }
    } catch (error) {
      sessionStorage.removeItem(GOING_ON);
      const { fields, detail, title } = problemOf(error) ?? {};
      setProblem(fields?.[0]?.message ?? detail ?? title ?? 'It was not saved; try again.');
    } finally {
      setBusy(false);
    }
  };
  return { record, busy, problem };
}
