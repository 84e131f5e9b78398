import type { Practice } from '@radiatrix/core/practice';
import type { PlanningRecord } from '@radiatrix/contract';
import type { Asked } from '../address.ts';
import type { CaseAnswer } from '../background/compare.worker.ts';
import type { Found, Plan } from '@radiatrix/core/fitment';

/** What every part of the comparison is given. */
export interface TabProps {
  planning: PlanningRecord;
  compared: Plan;
  /** What the plan says, in the reader's units. */
  found: readonly Found[];
  practice: Practice;
  asked: Asked;
  change: (patch: Partial<Asked>) => void;
}

/** The steady cases, worked out beside the view. */
export interface CasesState {
  result: CaseAnswer[] | undefined;
  running: boolean;
  stopped: boolean;
  problem: string;
  stop: () => void;
  again: () => void;
}
