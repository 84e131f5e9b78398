import { useEffect, useRef, type FormEvent } from 'react';
import {
  attributesOf,
  methodOr,
  methodsFor,
  insisted,
  readFigure,
  spelledOut,
  type Attribute,
  type SubjectKind,
} from '@radiatrix/core/figures';
import { formatQuantity, METHODS, type Method, type UnitSystem } from '@radiatrix/core/quantity';
import type { FigureEntry, FigureRecord, FiguresChange, SourceLine } from '@radiatrix/contract';
import { besideWords } from '@radiatrix/words/en/beside';
import { exampleOf, figureFault } from '@radiatrix/words/faults';
import { methodName } from '@radiatrix/words/methods';
import { choiceName, figureName } from '@radiatrix/words/figures';
import { figureWhere } from '@radiatrix/words/places';
import { api, type Tagged } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';
import { Field } from '../../ui/fields.tsx';
import { Waiting } from '../../ui/notices.tsx';
import { NewConnectorBeside } from '../connector/NewConnectorBeside.tsx';
import { NewBeside } from '../record/RecordFields.tsx';
import { SaveBar } from '../../ui/SaveBar.tsx';
import { useKept } from '../../ui/useKept.ts';
import { useSaving } from '../../ui/useSaving.ts';

/** What is being typed, by figure; only these are sent, so another person's figures stay whatever they are. */
interface Typed {
  sourceId: number;
  method: Method;
  entries: Record<string, { text: string; method?: Method }>;
}

interface Props {
  kind: SubjectKind;
  /** Names the record in this browser's store of unsaved forms. */
  name: string;
  figures: FigureRecord[];
  etag: string;
  focus: string | null;
  send: (body: FiguresChange, etag: string, key: string) => Promise<Tagged<{ figures: FigureRecord[] }>>;
  /** Figures and tag as they are on record now, for a stale save. */
  refetch: () => Promise<Tagged<{ figures: FigureRecord[] }>>;
  onDone: () => void;
}

/** What a run of figures may be said to be had by; each takes it where it can be. */
const RUN_METHODS = METHODS.filter((method) => method !== 'bench' && method !== 'worked');

/** Records figures from the keyboard: Tab from box to box, Enter saves; every box says what it understood. */
export function FiguresForm(props: Props) {
  const { data: sources } = api.useSourcesQuery();
  const { data: connectors } = api.useConnectorsQuery();
  // Which source is chosen decides what stands in the boxes, so nothing is shown to type into before it is known.
  return sources && connectors ? (
    <Form {...props} sources={sources} connectors={connectors.map((each) => each.code)} />
  ) : (
    <Waiting />
  );
}

function Form({
  kind,
  name,
  figures,
  etag,
  focus,
  send,
  refetch,
  onDone,
  sources,
  connectors,
}: Props & { sources: SourceLine[]; connectors: string[] }) {
  const units = useUnits();
  const kept = useKept<Typed>(`figures:${name}`, { sourceId: 0, method: 'caliper', entries: {} }, etag);
  const saving = useSaving<FiguresChange>((body, tag, key) => send(body, tag, key));
  const form = useRef<HTMLFormElement>(null);
  const { value, change } = kept;
  const sourceId =
    value.sourceId || (sources.find((source) => source.grade === 2)?.id ?? sources[0]?.id ?? 0);
  const keys = Object.keys(value.entries);

  useEffect(() => {
    form.current
      ?.querySelector<HTMLElement>(focus ? `[name="${CSS.escape(focus)}"]` : '[data-figure]')
      ?.focus();
  }, [focus]);

  const attributes = attributesOf(kind);
  const attributeFor = (key: string): Attribute => attributes.find(([each]) => each === key)![1];
  const entryOf = (key: string): FigureEntry => {
    const attribute = attributeFor(key);
    const entry = value.entries[key]!;
    return {
      key,
      text: spelledOut(entry.text, attribute, units),
      method: methodOr(attribute, entry.method ?? value.method),
      sourceId,
    };
  };
  const body = (): FiguresChange => ({ figures: keys.map(entryOf) });
  const submit = async (event?: FormEvent, tag = kept.base) => {
    event?.preventDefault();
    if (keys.length > 0 && sourceId > 0 && (await saving.save(body(), tag))) {
      const now = await refetch();
      kept.settle({ ...value, entries: {} }, now.etag);
      onDone();
    }
  };
  const discard = async () => {
    const now = await refetch();
    saving.clear();
    kept.settle({ ...value, entries: {} }, now.etag);
  };
  const theirs = saving.stale?.current as { figures: FigureRecord[] } | undefined;

  return (
    <form ref={form} onSubmit={(event) => void submit(event)} aria-label="Record figures">
      <div className="border-rule mb-2 flex flex-wrap gap-4 border-b pb-3">
        <Field
          label="Source of what follows"
          className="w-56"
          beside={
            <NewBeside
              table="source"
              start={{
                name: sources.length === 0 ? besideWords('bench') : '',
                kind: besideWords('bench:kind'),
                grade: 2,
              }}
              onMade={({ id }) => change((now) => ({ ...now, sourceId: id }))}
            />
          }
        >
          <select
            className="select"
            value={sourceId}
            onChange={(event) => change({ ...value, sourceId: Number(event.target.value) })}
          >
            {sources.map((source) => (
              <option key={source.id} value={source.id}>
                {source.name} (grade {source.grade})
              </option>
            ))}
          </select>
        </Field>
        <label className="w-40">
          <span className="label-text">Method unless said</span>
          <MethodOptions
            methods={RUN_METHODS}
            value={value.method}
            onChange={(method) => change({ ...value, method })}
          />
        </label>
        <p className="text-muted max-w-md self-end text-[14px]">
          Write as the hand does: 28 3/4", 73 cm, 610 ± 3 mm. Empty a box to take this source’s figure away.
          Tab goes from figure to figure; <kbd className="key">Alt M</kbd> says another method for one of
          them.
        </p>
      </div>
      {sources.length === 0 && (
        <p role="status" className="border-changes mb-2 border-l-[3px] pl-3">
          {besideWords('no-source')}
        </p>
      )}
      <ul>
        {attributes.map(([key, attribute]) => (
          <FigureRow
            key={key}
            id={key}
            kind={kind}
            attribute={attribute}
            units={units}
            connectors={connectors}
            held={figures.find((figure) => figure.key === key && figure.sourceId === sourceId)}
            others={figures.filter((figure) => figure.key === key && figure.sourceId !== sourceId)}
            typed={value.entries[key]}
            method={methodOr(attribute, value.entries[key]?.method ?? value.method)}
            problem={
              keys.includes(key) ? saving.fieldProblem(`figures.${keys.indexOf(key)}.text`) : undefined
            }
            onType={(entry) =>
              change((now) => {
                const entries = { ...now.entries };
                if (entry) entries[key] = entry;
                else delete entries[key];
                return { ...now, sourceId, entries };
              })
            }
          />
        ))}
      </ul>
      <SaveBar
        saving={saving}
        dirty={keys.length > 0}
        label={`Save ${keys.length || ''} ${keys.length === 1 ? 'figure' : 'figures'}`}
        restoredAt={kept.restoredAt}
        onDiscard={() => void discard()}
        onKeepMine={() => void refetch().then((now) => submit(undefined, now.etag))}
        difference={
          theirs && (
            <>
              <p>Their figures stay; yours go beside or over them only where you typed one:</p>
              <ul className="list-disc pl-5">
                {keys.map((key) => {
                  const their = theirs.figures.find(
                    (figure) => figure.key === key && figure.sourceId === sourceId,
                  );
                  return (
                    <li key={key}>
                      {figureName(kind, key)}: yours “{value.entries[key]!.text || 'empty'}”, on record now{' '}
                      {their ? `“${their.text}” by ${their.stamp.by}` : 'nothing from this source'}
                    </li>
                  );
                })}
              </ul>
            </>
          )
        }
      >
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Close, keep what I typed
        </button>
      </SaveBar>
    </form>
  );
}

function MethodOptions({
  methods,
  value,
  onChange,
  label,
  id,
}: {
  methods: readonly Method[];
  value: Method;
  onChange: (method: Method) => void;
  label?: string;
  /** Of one figure alone: it is passed by when going from figure to figure. */
  id?: string;
}) {
  return (
    <select
      id={id}
      tabIndex={id ? -1 : undefined}
      className="select"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as Method)}
    >
      {methods.map((method) => (
        <option key={method} value={method}>
          {methodName(method)}
        </option>
      ))}
    </select>
  );
}

interface RowProps {
  id: string;
  kind: SubjectKind;
  attribute: Attribute;
  units: UnitSystem;
  connectors: string[];
  held: FigureRecord | undefined;
  others: FigureRecord[];
  typed: { text: string; method?: Method } | undefined;
  method: Method;
  problem: string | undefined;
  onType: (entry: { text: string; method?: Method } | undefined) => void;
}

function FigureRow({
  id,
  kind,
  attribute,
  units,
  connectors,
  held,
  others,
  typed,
  method,
  problem,
  onType,
}: RowProps) {
  const text = typed?.text ?? held?.text ?? '';
  const word = typed?.text ?? held?.word ?? '';
  const read =
    typed && typed.text.trim() !== ''
      ? readFigure(kind, id, spelledOut(typed.text, attribute, units), method)
      : undefined;
  const wrong = problem ?? (read && !read.ok ? figureFault(read.why, units) : undefined);
  const echo =
    read?.ok && read.type === 'quantity' && attribute.type === 'quantity'
      ? `= ${formatQuantity(read.value, attribute.dimension, 'both', { uncertainty: read.u })}`
      : undefined;
  const set = (next: string) =>
    onType(
      held && next === (attribute.type === 'quantity' ? held.text : held.word)
        ? undefined
        : { text: next, method: typed?.method },
    );
  return (
    <li className="border-rule grid grid-cols-[190px_minmax(150px,210px)_140px_1fr] items-center gap-3 border-b py-1">
      <label htmlFor={`figure-${id}`}>
        {figureName(kind, id)}
        <span className="text-muted block text-[13px]">{figureWhere(kind, id)}</span>
      </label>
      {attribute.type === 'quantity' ? (
        <input
          id={`figure-${id}`}
          name={id}
          data-figure
          onKeyDown={(event) => {
            if (!event.altKey || event.key.toLowerCase() !== 'm') return;
            event.preventDefault();
            document.getElementById(`method-${id}`)?.focus();
          }}
          className={`input figure ${wrong ? '!border-no' : ''}`}
          value={text}
          placeholder={exampleOf(attribute.dimension)}
          aria-invalid={wrong ? true : undefined}
          aria-describedby={`echo-${id}`}
          autoComplete="off"
          onChange={(event) => set(event.target.value)}
        />
      ) : (
        <select
          id={`figure-${id}`}
          name={id}
          data-figure
          className="select"
          value={word}
          aria-describedby={`echo-${id}`}
          onChange={(event) => set(event.target.value)}
        >
          <option value="">not known</option>
          {(attribute.type === 'choice' ? attribute.choices : connectors).map((each) => (
            <option key={each} value={each}>
              {choiceName(attribute, each)}
            </option>
          ))}
        </select>
      )}
      {typed ? (
        <MethodOptions
          id={`method-${id}`}
          label={`Method for ${figureName(kind, id)}`}
          methods={methodsFor(attribute)}
          value={method}
          onChange={(next) => onType({ text: typed.text, method: next })}
        />
      ) : (
        <span className="text-muted text-[14px]">{held ? methodName(held.method) : ''}</span>
      )}
      <span
        id={`echo-${id}`}
        aria-live="polite"
        className={`text-[14px] ${wrong ? 'text-no' : 'text-muted'}`}
      >
        {read && !read.ok && read.ask && (
          <button type="button" className="text-steel mr-2 underline" onClick={() => set(insisted(text))}>
            it is so
          </button>
        )}
        {attribute.type === 'connector' && !wrong && (
          <span className="mr-3">
            <NewConnectorBeside onMade={({ code }) => set(code)} />
          </span>
        )}
        {wrong ?? echo ?? others.map((figure) => `${figure.source}: ${figure.text}`).join(' · ')}
      </span>
    </li>
  );
}
