import { useEffect, useState } from 'react';
import { useForm, type DefaultValues, type FieldPath, type FieldValues } from 'react-hook-form';
import { merge } from '@radiatrix/core/revision';
import { problemOf, type Tagged } from '../api/api.ts';
import { useKept } from './useKept.ts';
import { useSaving } from './useSaving.ts';

interface Options<T> {
  /** Names the record in this browser's store of unsaved forms. */
  name: string;
  initial: T;
  etag: string;
  send: (body: T, etag: string, key: string) => Promise<unknown>;
  /** The record as it is on record now; absent for a record that is still to be made. */
  refetch?: () => Promise<Tagged<T>>;
  onDone: () => void;
}

/**
 * A form over a whole document: kept in this browser while it is typed, sent once however often Save is pressed,
 * problems of the server put to their fields, and a save that meets somebody else's shown side by side.
 */
export function useDocumentForm<T extends FieldValues>({
  name,
  initial,
  etag,
  send,
  refetch,
  onDone,
}: Options<T>) {
  const kept = useKept<T>(name, initial, etag);
  const form = useForm<T>({ defaultValues: kept.value as DefaultValues<T> });
  const saving = useSaving<T>(send);
  const [dirty, setDirty] = useState(kept.restoredAt !== undefined);
  const [merged, setMerged] = useState<{ theirs: string[]; both: string[] } | null>(null);

  const { change } = kept;
  useEffect(() => {
    const { unsubscribe } = form.watch((values) => {
      setDirty(true);
      change(structuredClone(values) as T);
    });
    return unsubscribe;
  }, [form, change]);

  useEffect(() => {
    const problem = problemOf(saving.error);
    for (const field of problem?.fields ?? [])
      // A new record is sent inside of an envelope; the form knows only its own fields.
      if (field.path)
        form.setError(field.path.replace(/^document\./, '') as FieldPath<T>, { message: field.message });
  }, [saving.error, form]);

  const store = async (values: T, tag: string): Promise<void> => {
    if (!(await saving.save(values, tag))) return;
    kept.settle(values, tag);
    setDirty(false);
    setMerged(null);
    onDone();
  };
  const startOver = async (): Promise<void> => {
    const now = refetch ? await refetch() : { record: initial, etag };
    saving.clear();
    form.reset(now.record as DefaultValues<T>);
    kept.settle(now.record, now.etag);
    setDirty(false);
    setMerged(null);
  };
  /** What only they changed beside what was typed; the form then is an edit of the record as it is now. */
  const takeBoth = async (): Promise<void> => {
    const now = await refetch?.();
    if (!now || kept.basis === undefined) return;
    const { values, theirs, both } = merge(kept.basis, form.getValues(), now.record);
    saving.clear();
    form.reset(values as DefaultValues<T>);
    kept.rebase(values as T, now.record, now.etag);
    setDirty(true);
    setMerged({ theirs, both });
  };
  return {
    form,
    dirty,
    saving,
    restoredAt: kept.restoredAt,
    /** What the server refused last time is asked again: its word on it must not stand in the way of the next try. */
    submit: (event?: React.BaseSyntheticEvent) => {
      form.clearErrors();
      return form.handleSubmit((values) => store(values, kept.base))(event);
    },
    startOver: () => void startOver(),
    /** Absent where it is not known what the form was begun from. */
    takeBoth: refetch && kept.basis !== undefined ? () => void takeBoth() : undefined,
    merged,
    /** Sends what was typed over what somebody else saved. */
    keepMine: () => void refetch?.().then((now) => store(form.getValues(), now.etag)),
    message: (path: string): string | undefined => {
      const error = form.getFieldState(path as FieldPath<T>, form.formState).error;
      return error
        ? (error.message ?? (error.type === 'required' ? 'This cannot be empty.' : 'Look at this again.'))
        : undefined;
    },
  };
}
