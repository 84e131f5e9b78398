import { useCallback } from 'react';
import type { EventKind, EventPayloads } from '@radiatrix/core/job';
import type { JobEventDraft, JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { happened } from './device.ts';

/** Tells the server what happened on a job; the same events sent twice are kept once. */
export function useHappened(jobId: number | undefined) {
  const [send, state] = api.useJobEventsMutation();
  const tell = useCallback(
    (events: JobEventDraft[]): Promise<JobRecord> => send({ id: jobId!, body: { events }, key: crypto.randomUUID() }).unwrap(),
    [send, jobId],
  ); // prettier-ignore
  const say = useCallback(
    <K extends EventKind>(kind: K, payload: EventPayloads[K]) => tell([happened(kind, payload)]),
    [tell],
  );
  return { say, tell, busy: state.isLoading, error: state.error };
}

/** Opens a job with its first event, and more that belong to its beginning. */
export function useOpenJob() {
  const [open, state] = api.useNewJobMutation();
  const begin = useCallback(
    (
      vehicleId: number,
      {
        events = [],
        label = '',
        complaint = '',
      }: { events?: JobEventDraft[]; label?: string; complaint?: string } = {},
    ) => {
      const first = happened('opened', {
        vehicleId,
        label,
        complaint,
        odometerKm: null,
        alterations: [],
      });
      return open({ body: { events: [first, ...events] }, key: crypto.randomUUID() }).unwrap();
    },
    [open],
  );
  return { begin, busy: state.isLoading, error: state.error };
}
