import { useMemo, useState } from 'react';
import { claimSentence, readLine } from '@radiatrix/core/application';
import type { PartKind } from '@radiatrix/core/figures';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import type { ModelCoverage, NewClaim } from '@radiatrix/contract';
import { api, isProposed } from '../../api/api.ts';
import { recordingApi } from '../../api/recording.ts';
import { Field } from '../../ui/fields.tsx';
import { Failure } from '../../ui/notices.tsx';

/** A line typed as the trade writes it, read back before it is kept. */
export function LineEditor({
  modelId,
  coverage,
  kind,
  partId,
  vocabulary,
  onDone,
}: {
  modelId: number;
  coverage: ModelCoverage;
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
  const read = useMemo(
    () =>
      text.trim() === ''
        ? undefined
        : readLine(text, vocabulary, new Date().getFullYear(), coverage.vehicles, modelId),
    [text, vocabulary, coverage.vehicles, modelId],
  );
  const sourceId = source || (sources?.find((each) => each.grade === 4)?.id ?? 0);
  const ready = read && read.problem === '' && read.modelId === modelId && part > 0 && sourceId > 0;
  const claim = read && {
    ...read.scope,
    exceptions: read.exceptions,
    fits: read.fits,
    id: 0,
    partId: part,
    modelId: read.modelId ?? modelId,
    sourceId,
  };
  const submit = async () => {
    if (!ready || !claim) return;
    const { id: _id, partId: _part, ...body } = claim;
    await send({ id: part, body: { ...body, original: read.fits && original } as unknown as NewClaim, key: crypto.randomUUID() }).unwrap(); // prettier-ignore
    setText('');
  };
  return (
    <form
      aria-label="Write a line"
      className="mt-4 max-w-[900px]"
      onSubmit={(event) => {
        event.preventDefault();
        void submit().catch((failure: unknown) => isProposed(failure) && setText(''));
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
      <p aria-live="polite" className="mt-1 min-h-[22px]">
        {read && claim && (
          <>
            {read.problem === '' && (
              <span className="font-semibold">
                Read as: {claimSentence(claim, vocabulary)}
                {read.modelId !== modelId && ' (another model than the one that is open)'}
              </span>
            )}
            {read.problem !== '' && <span className="text-no">{read.problem}</span>}
            {read.notUnderstood.length > 0 && (
              <span className="text-changes"> Not understood: {read.notUnderstood.join(', ')}.</span>
            )}
          </>
        )}
      </p>
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
          Keep the line
        </button>
        <button type="button" className="btn btn-quiet" onClick={onDone}>
          Close
        </button>
      </div>
      {error && <Failure error={error} />}
    </form>
  );
}
