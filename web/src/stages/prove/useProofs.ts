import { stepsStayingOff } from '@radiatrix/core/access';
import { leftInTray, trayOf } from '@radiatrix/core/job';
import { proofStates, proofsFor, type Proved } from '@radiatrix/core/prove';
import type { JobRecord } from '@radiatrix/contract';
import type { Practice } from '@radiatrix/core/practice';
import type { ProofRecord } from '@radiatrix/core/prove';
import { useLeadingSheet } from '../job/useLeadingSheet.ts';

/** Every proof of a job with its word; the tray is counted against the sheet of the part that leads, where there is one. */
export function useProofs(job: JobRecord, record: ProofRecord, practice: Practice): Proved[] {
  const { sheet } = useLeadingSheet(job);
  const left = sheet
    ? leftInTray(trayOf(sheet.sheet.hardware, job.state, stepsStayingOff(sheet.run?.map)))
    : undefined;
  return proofStates(proofsFor(record, job.state), job.state, left, practice);
}
