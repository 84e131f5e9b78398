import { stepsStayingOff } from '@radiatrix/core/access';
import { leftInTray, trayOf } from '@radiatrix/core/job';
import { proofStates, proofsFor, type Proved } from '@radiatrix/core/prove';
import type { JobRecord } from '@radiatrix/contract';
import type { Practice } from '@radiatrix/core/practice';
import type { ProofRecord } from '@radiatrix/core/prove';
import { api } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';

/** Every proof of a job with its word; the tray is counted against the sheet of the part that leads, where there is one. */
export function useProofs(job: JobRecord, record: ProofRecord, practice: Practice): Proved[] {
  const units = useUnits();
  const first = job.parts.find(({ role, state }) => role === 'goes in' && state !== 'sent back');
  const { data: sheet } = api.useSheetQuery(
    { vehicleId: job.vehicle.id, partId: first?.partId ?? 0, job: job.id, units },
    { skip: !first },
  );
  const left = sheet
    ? leftInTray(trayOf(sheet.sheet.hardware, job.state, stepsStayingOff(sheet.run?.map)))
    : undefined;
  return proofStates(proofsFor(record, job.state), job.state, left, practice);
}
