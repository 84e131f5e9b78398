import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { diagnosisSteps } from '@radiatrix/core/job';
import type { DiagnosisRecord, JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { diagnosingApi } from '../../api/diagnosing.ts';
import { useLive } from '../../offline/useLive.ts';
import { Latest } from '../compare/background/latest.ts';
import type { Asked, DiagnoseApi, Diagnosed } from './diagnose.worker.ts';

export interface Diagnosis {
  job: JobRecord;
  record: DiagnosisRecord;
  /** Undefined while it is worked out for the first time. */
  view: Diagnosed | undefined;
  /** What is shown belongs to what was found a moment ago: the next is on its way. */
  behind: boolean;
  problem: string;
}

/** A job's diagnosis, worked out in a worker as often as something is found. */
export function useDiagnosis(jobId: number): {
  diagnosis: Diagnosis | undefined;
  error: unknown;
  retry: () => void;
} {
  const job = api.useJobQuery({ id: jobId });
  const record = diagnosingApi.useJobDiagnosisQuery(jobId);
  useLive(jobId, job.data?.record.last, () => {
    if (!job.isFetching) void job.refetch();
  });
  const vehicleId = job.data?.record.vehicle.id;
  const access = api.useVehicleAccessQuery({ id: vehicleId ?? 0, job: jobId }, { skip: vehicleId === undefined }); // prettier-ignore
  const ready = record.data && job.data && !access.isUninitialized && !access.isLoading;
  const asked = useMemo(
    (): Asked | undefined =>
      ready
        ? {
            record: record.data!,
            steps: diagnosisSteps(job.data!.record.state),
            complaint: job.data!.record.state.complaint,
            map: access.data?.map?.document ?? null,
          }
        : undefined,
    [ready, record.data, job.data, access.data],
  );
  const key = asked ? JSON.stringify([asked.steps, asked.complaint, asked.record, asked.map !== null]) : '';
  const [state, setState] = useState<{ view?: Diagnosed; key: string; problem: string }>({ key: '', problem: '' }); // prettier-ignore
  const sums = useRef<Latest<{ key: string; asked: Asked }, { key: string; view: Diagnosed }> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('./diagnose.worker.ts', import.meta.url), { type: 'module' });
    const remote: Remote<DiagnoseApi> = wrap(worker);
    const own = new Latest<{ key: string; asked: Asked }, { key: string; view: Diagnosed }>(
      (input) => ({ result: remote.diagnose(input.asked).then((view) => ({ key: input.key, view })), end: () => {} }), // prettier-ignore
      {
        running: () => {},
        done: ({ key: of, view }) => setState({ view, key: of, problem: '' }),
        failed: (problem) => setState((was) => ({ ...was, problem })),
      },
    );
    sums.current = own;
    return () => {
      own.stop();
      worker.terminate();
    };
  }, []);
  const now = useRef(asked);
  now.current = asked;
  useEffect(() => {
    if (key && now.current) sums.current?.ask({ key, asked: now.current });
  }, [key]);
  return {
    diagnosis:
      record.data && job.data
        ? { job: job.data.record, record: record.data, view: state.view, behind: state.key !== key, problem: state.problem } // prettier-ignore
        : undefined,
    error: job.error ?? record.error,
    retry: () => {
      void job.refetch();
      void record.refetch();
    },
  };
}
