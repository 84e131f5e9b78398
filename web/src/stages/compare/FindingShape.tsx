import type { FindingWord } from '@radiatrix/core/fitment';
import type { VerdictWord } from '@radiatrix/core/fit';
import { VerdictShape } from '../../ui/Verdict.tsx';

/** Findings are known by the shapes of verdicts. */
const AS_VERDICT: Record<FindingWord, VerdictWord> = {
  clear: 'straight-in',
  work: 'changes',
  open: 'not-proven',
  stop: 'no',
};
export const FindingShape = ({ word, size = 13 }: { word: FindingWord; size?: number }) => (
  <VerdictShape verdict={AS_VERDICT[word]} size={size} />
);
