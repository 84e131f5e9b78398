import { type VerdictWord } from '@radiatrix/core/fit';
import { verdictName } from '@radiatrix/words/fit';

const COLOURS: Record<VerdictWord, string> = {
  'straight-in': 'text-straight-in',
  changes: 'text-changes',
  'not-proven': 'text-not-proven',
  no: 'text-no',
};

/** Disc, lozenge, broken ring, cross: a verdict is known by its shape before its colour. */
export function VerdictShape({ verdict, size = 14 }: { verdict: VerdictWord; size?: number }) {
  const common = { fill: 'none', stroke: 'currentColor', strokeWidth: 2 };
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 14 14"
      aria-hidden="true"
      className={`${COLOURS[verdict]} shrink-0`}
    >
      {verdict === 'straight-in' && <circle cx="7" cy="7" r="5.5" fill="currentColor" />}
      {verdict === 'changes' && <path d="M7 1 13 7 7 13 1 7Z" {...common} />}
      {verdict === 'not-proven' && <circle cx="7" cy="7" r="5.5" {...common} strokeDasharray="3.2 2.6" />}
      {verdict === 'no' && <path d="M2 2 12 12M12 2 2 12" {...common} strokeWidth={2.4} />}
    </svg>
  );
}

export function VerdictMark({ verdict }: { verdict: VerdictWord }) {
  return (
    <span
      className={`font-label inline-flex items-center gap-1.5 text-[16px] font-semibold whitespace-nowrap ${COLOURS[verdict]}`}
    >
      <VerdictShape verdict={verdict} />
      {verdictName(verdict)}
    </span>
  );
}

export const verdictColour = (verdict: VerdictWord): string => COLOURS[verdict];
