import { useEffect, useState } from 'react';
import type { MappedHeading, ReadingChoices, TableKind } from '@radiatrix/core/table';
import type { NewNames, Upload } from '@radiatrix/contract';
import { importingApi } from '../../api/importing.ts';

const ASK_EVERY_MS = 400;

/** What headings were taken for on this visit: a file put right and sent again is not mapped again. */
const ofThisVisit = new Map<string, MappedHeading[]>();
const shapeOf = (kind: TableKind, mapping: readonly MappedHeading[]): string =>
  [kind, ...mapping.map((each) => each.heading)].join('\n');

/** One table on its way in: how it stands, what was said of it, and the acts that move it on. */
export function useUpload(first: Upload) {
  const [polling, setPolling] = useState(false);
  const { data } = importingApi.useUploadQuery(first.id, { pollingInterval: polling ? ASK_EVERY_MS : 0 });
  const [mapping, setMapping] = useState(ofThisVisit.get(shapeOf(first.kind, first.mapping)) ?? first.mapping);
  const [sourceId, setSourceId] = useState(first.sourceId);
  const [choices, setChoices] = useState<ReadingChoices>(first.choices);
  const [remembered, setRemembered] = useState(first.remembered);
  const [preview, previewing] = importingApi.usePreviewUploadMutation();
  const [apply, applying] = importingApi.useApplyUploadMutation();
  const [stop] = importingApi.useStopUploadMutation();
  const [forget] = importingApi.useForgetMappingMutation();
  const [layOut, layingOut] = importingApi.useLayoutUploadMutation();
  const [makeNames, makingNames] = importingApi.useNewNamesMutation();
  const upload = data ?? first;
  const busy = upload.state === 'reading' || upload.state === 'applying';
  useEffect(() => setPolling(busy), [busy]);
  const taken = (now: Upload): void => {
    setMapping(now.mapping);
    setChoices(now.choices);
    setRemembered(now.remembered);
  };
  const read = (said: { mapping: MappedHeading[]; choices: ReadingChoices; sourceId: number | null }): void => {
    setPolling(true);
    ofThisVisit.set(shapeOf(upload.kind, said.mapping), said.mapping);
    void preview({ id: upload.id, body: said, key: crypto.randomUUID() });
  };
  return {
    upload,
    busy,
    mapping,
    sourceId,
    choices,
    remembered,
    errors: { preview: previewing.error, apply: applying.error, layout: layingOut.error, names: makingNames.error },
    isSending: previewing.isLoading || applying.isLoading || layingOut.isLoading || makingNames.isLoading,
    setMapping,
    setSourceId,
    setChoices,
    read: (changed: { choices?: ReadingChoices } = {}) => {
      if (changed.choices) setChoices(changed.choices);
      read({ mapping, sourceId, choices: changed.choices ?? choices });
    },
    /** Makes names, then reads the file again with what they mean. */
    settle: (names: NewNames | undefined, said: ReadingChoices) => {
      if (!names) {
        setChoices(said);
        return read({ mapping, sourceId, choices: said });
      }
      void makeNames({ id: upload.id, body: names, key: crypto.randomUUID() })
        .unwrap()
        .then((made) => {
          const both: ReadingChoices = { ...said, values: merged(said.values, made.choices.values) };
          setChoices(both);
          read({ mapping, sourceId, choices: both });
        })
        .catch(() => {});
    },
    apply: () => {
      setPolling(true);
      void apply({ id: upload.id, key: crypto.randomUUID() });
    },
    stop: () => void stop({ id: upload.id, key: crypto.randomUUID() }),
    forget: () =>
      void forget({ id: upload.id, key: crypto.randomUUID() })
        .unwrap()
        .then((guessed) => {
          ofThisVisit.delete(shapeOf(upload.kind, mapping));
          taken(guessed);
        })
        .catch(() => {}),
    layOut: (layout: { sheet: number; headingRow: number; headingRows: 1 | 2 }) =>
      void layOut({ id: upload.id, body: layout, key: crypto.randomUUID() }).unwrap().then(taken).catch(() => {}),
  };
} // prettier-ignore

export type UploadState = ReturnType<typeof useUpload>;

type Values = NonNullable<ReadingChoices['values']>;
const merged = (one: Values | undefined, other: Values | undefined): Values =>
  Object.fromEntries(
    [...new Set([...Object.keys(one ?? {}), ...Object.keys(other ?? {})])].map((kind) => [
      kind,
      { ...one?.[kind as keyof Values], ...other?.[kind as keyof Values] },
    ]),
  );
