import { useMemo, useState } from 'react';
import { claimSentence, readSentence, type SentenceRead } from '@radiatrix/core/application';
import type { PartKind } from '@radiatrix/core/figures';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import type { NewClaim } from '@radiatrix/contract';
import { coverageWords } from '@radiatrix/words/en/coverage';
import { api, isProposed } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';

/** A sentence that names more is a list: it is brought as a table. */
const MOST_LINES = 20;

/** Every line that a sentence was read as, and what belongs to none. */
function ReadBack({ read, modelId, vocabulary }: { read: SentenceRead; modelId: number; vocabulary: Vocabulary }) {
  return (
    <ul>
      {read.lines.map((line, at) => (
        <li key={at}>
          {line.problem === '' ? (
            <span className="font-semibold">
              {coverageWords('read-as', { line: claimSentence({ ...line.scope, exceptions: line.exceptions, fits: line.fits, id: 0, partId: 0, modelId: line.modelId ?? modelId, sourceId: 0 }, vocabulary) })}
              {line.note && <span className="text-changes"> · {line.note}</span>}
              {line.modelId !== modelId && read.lines.length === 1 && ` ${coverageWords('other-model')}`}
            </span>
          ) : (
            <span className="text-no">{line.problem}</span>
          )}
          {line.notUnderstood.length > 0 && <span className="text-changes"> {coverageWords('not-understood', { words: line.notUnderstood.join(', ') })}</span>}
        </li>
      ))}
      {read.refused.map(({ words, because }) => <li key={words} className="text-no">{coverageWords(`refused:${because}`, { words })}</li>)}
    </ul>
  );
} // prettier-ignore

/** A line typed as the trade writes it, read back before it is kept. */
export function LineEditor({
  modelId,
  kind,
  partId,
  vocabulary,
  onDone,
}: {
  modelId: number;
  kind: PartKind;
  partId: number | undefined;
  vocabulary: Vocabulary;
  onDone: () => void;
}) {
  const { data: sources } = api.useSourcesQuery();
  const { data: parts } = api.usePartsQuery('');
  const [text, setText] = useState('');
  const [part, setPart] = useState(partId ?? 0);
  const [source, setSource] = useState(0);
  const [original, setOriginal] = useState(false);
  const [send, { error, isLoading }] = recordingApi.useNewClaimMutation();
  const name = vocabulary.models.find((model) => model.id === modelId)?.name ?? '';
  const { data: vehicles } = api.useVehiclesQuery();
  const read = useMemo(
    () =>
      text.trim() === '' || !vehicles
        ? undefined
        : readSentence(text, vocabulary, new Date().getFullYear(), vehicles.map(({ configuration }) => configuration), modelId),
    [text, vocabulary, vehicles, modelId],
  ); // prettier-ignore
  // One key for each line of this text: sent again after a failure, no line is kept twice.
  const keys = useMemo(() => Array.from({ length: MOST_LINES }, (_, at) => `${at} ${text}`).map(() => crypto.randomUUID()), [text]); // prettier-ignore
  const sourceId = source || (sources?.find((each) => each.grade === 4)?.id ?? 0);
  const lines = read?.lines ?? [];
  const isWhole = read !== undefined && read.refused.length === 0 && lines.length <= MOST_LINES;
  const ready =
    isWhole &&
    lines.every(({ problem, notUnderstood }) => problem === '' && notUnderstood.length === 0) &&
    part > 0 &&
    sourceId > 0;
  const submit = async () => {
    if (!ready) return;
    let proposed: unknown;
    for (const [at, line] of lines.entries()) {
      const body = { ...line.scope, exceptions: line.exceptions, fits: line.fits, modelId: line.modelId ?? modelId, sourceId, note: line.note, original: line.fits && original }; // prettier-ignore
      await send({ id: part, body: body as unknown as NewClaim, key: keys[at]! })
        .unwrap()
        .catch((failure: unknown) => {
          // What waits for a reviewer is said once all of it is sent.
          if (!isProposed(failure)) throw failure;
          proposed = failure;
        });
    }
    setText('');
    if (proposed !== undefined) throw proposed;
  };
  return (
    <form
      aria-label="Write a line"
      className="mt-4 max-w-[900px]"
      onSubmit={(event) => {
        event.preventDefault();
        void submit().catch(() => {});
      }}
      onKeyDown={(event) => event.key === 'Escape' && onDone()}
    >
      <Field label="Line, as it is written">
        <input
          className="input figure"
          autoFocus
          value={text}
          placeholder={`2011-2016 ${name} 2.0 diesel auto, not heavy-duty`}
          onChange={(event) => setText(event.target.value)}
        />
      </Field>
      <div aria-live="polite" className="mt-1 min-h-[22px]">
        {read && <ReadBack read={read} modelId={modelId} vocabulary={vocabulary} />}
      </div>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <Field label="Part" className="w-56">
          <select className="select" value={part} onChange={(event) => setPart(Number(event.target.value))}>
            <option value={0}>choose one</option>
            {parts
              ?.filter((each) => each.kind === kind)
              .map((each) => (
                <option key={each.id} value={each.id}>
                  {each.number}
                </option>
              ))}
          </select>
        </Field>
        <Field label="Who says so" className="w-56">
          <select
            className="select"
            value={sourceId}
            onChange={(event) => setSource(Number(event.target.value))}
          >
            {sources?.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name} (grade {each.grade})
              </option>
            ))}
          </select>
        </Field>
        <label className="flex items-center gap-2 pb-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={original}
            onChange={(event) => setOriginal(event.target.checked)}
          />
          left the works with it
        </label>
        <button type="submit" className="btn btn-primary" disabled={!ready || isLoading}>
          {coverageWords('keep', { n: Math.max(1, lines.length) })}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Close
        </button>
      </div>
      {error && <Failure error={error} />}
    </form>
  );
}
