import { useMemo } from 'react';
import { accountOfJob, type JobAccount } from '@radiatrix/core/prove';
import { practiceOf, type Practice } from '@radiatrix/core/practice';
import type { JobRecord, ProvingRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { provingApi } from '../../api/proving.ts';
import { useLive } from '../../offline/useLive.ts';

export interface Filling {
  job: JobRecord;
  record: ProvingRecord;
  practice: Practice;
  /** Undefined while nobody opened the account, or nobody knows what the system holds. */
  own: JobAccount | undefined;
}

/** What a job has, and what filling and proving it are worked out from. */
export function useFilling(jobId: number): {
  filling: Filling | undefined;
  error: unknown;
  retry: () => void;
} {
  const job = api.useJobQuery({ id: jobId });
  const proving = provingApi.useJobProvingQuery(jobId);
  // What a phone or another tab writes is here as it happens.
  useLive(jobId, job.data?.record.last, () => {
    if (!job.isFetching) void job.refetch();
  });
  const filling = useMemo((): Filling | undefined => {
    if (!job.data || !proving.data) return undefined;
    const practice = practiceOf(proving.data.practice);
    const { record } = job.data;
    return {
      job: record,
      record: proving.data,
      practice,
      own: accountOfJob(proving.data, record.state, practice),
    };
  }, [job.data, proving.data]);
  return {
    filling,
    error: job.error ?? proving.error,
    retry: () => {
      void job.refetch();
      void proving.refetch();
    },
  };
}
