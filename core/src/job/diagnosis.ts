import type { DiagnosisStep } from '../diagnosis/index.ts';
import { stillIn } from './holds.ts';
import type { JobState } from './state.ts';

/** Checks and repairs of a job's diagnosis as they are followed, in order. */
export const diagnosisSteps = ({
  diagnosis,
  holds,
}: Pick<JobState, 'diagnosis' | 'holds'>): DiagnosisStep[] => [
  ...diagnosis.map((each): DiagnosisStep =>
    each.kind === 'found'
      ? {
          kind: 'found',
          check: each.check,
          outcome: each.outcome,
          ...(each.how === 'told' ? { told: true } : {}),
        }
      : each.kind === 'repaired'
        ? { kind: 'repaired', remedy: each.remedy }
        : { kind: 'passed over', check: each.check },
  ),
  ...(stillIn(holds).length > 0 ? [{ kind: 'still in' } as const] : []),
];
