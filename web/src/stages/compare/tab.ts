import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import type { CaseAnswer } from './compare.worker.ts';
import type { Compared } from './compared.ts';

/** What every part of the comparison is given. */
export interface TabProps {
  bench: Bench;
  compared: Compared;
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
