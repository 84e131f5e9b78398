import type { Outcome } from '@radiatrix/core/fit';

/** Record units shown either side of the zero line; what reaches beyond is drawn with an open end. */
const REACH = 24;
const WIDTH = 148;
const ZERO = 74;
const COLOURS: Partial<Record<Outcome, string>> = {
  pass: 'var(--straight-in)',
  change: 'var(--changes)',
  fail: 'var(--no)',
  open: 'var(--not-proven)',
};

/**
 * How much is spare (right) or short (left) around a zero line, with the expanded uncertainty as a whisker.
 * Decorative beside the figure that stands next to it, so hidden from screen readers.
 */
export function MarginBar({
  value,
  u,
  outcome,
  reach = REACH,
}: {
  value: number;
  u: number;
  outcome: Outcome;
  reach?: number;
}) {
  const at = (amount: number): number =>
    ZERO + (Math.max(-reach, Math.min(reach, amount)) / reach) * (ZERO - 6);
  const [from, to] = [at(0), at(value)];
  const colour = COLOURS[outcome] ?? 'var(--muted)';
  const beyond = Math.abs(value) > reach;
  const [low, high] = [at(value - u), at(value + u)];
  return (
    <svg width={WIDTH} height="16" viewBox={`0 0 ${WIDTH} 16`} aria-hidden="true" className="block">
      <line x1={ZERO} x2={ZERO} y1="0" y2="16" stroke="currentColor" strokeWidth="1.2" />
      <rect x={Math.min(from, to)} y="5" width={Math.max(1, Math.abs(to - from))} height="6" fill={colour} />
      {beyond ? (
        <path
          d={value > 0 ? `M${to} 3l5 5-5 5` : `M${to} 3l-5 5 5 5`}
          fill="none"
          stroke={colour}
          strokeWidth="1.5"
        />
      ) : (
        u > 0 && (
          <path
            d={`M${low} 4v8M${high} 4v8M${low} 8H${high}`}
            stroke="currentColor"
            strokeWidth="1"
            fill="none"
          />
        )
      )}
    </svg>
  );
}
