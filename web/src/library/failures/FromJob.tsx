import { reportFromJob } from '@radiatrix/core/failure';
import type { FailureBody, FailureRecord, JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { usePractice } from '../../api/usePractice.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { ReportForm } from './ReportForm.tsx';

/** What the job knows of this failure, as the form takes it: dates, odometer, unit, and what was beside it. */
function begunFrom(
  job: JobRecord,
  partId: number,
  practice: ReturnType<typeof usePractice>,
): Partial<FailureBody> {
  const { besideIds, outOn, mode, ...known } = reportFromJob(job.state, partId, practice);
  const beside = job.parts.filter((part) => besideIds.includes(part.partId)).map(({ number }) => number);
  return {
    ...known,
    jobId: job.id,
    vehicle: job.state.label || job.vehicle.title,
    outOn: outOn ?? '',
    beside: beside.join(', ').slice(0, 200),
    ...(mode ? { mode } : {}),
  };
}

/** A report that a job begins: nobody types again what is on the job. */
export function FromJob({
  part,
  jobId,
  onDone,
}: {
  part: FailureRecord['part'];
  jobId: number;
  onDone: () => void;
}) {
  const { data, error, refetch } = api.useJobQuery({ id: jobId });
  const job = data?.record;
  const practice = usePractice();
  if (error && !job) return <Failure error={error} retry={() => void refetch()} />;
  if (!job) return <Waiting what={`Opening job ${jobId}`} />;
  return <ReportForm part={part} begun={begunFrom(job, part.id, practice)} onDone={onDone} />;
}
