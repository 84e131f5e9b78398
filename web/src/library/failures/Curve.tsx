import type { LifeCurve } from '@radiatrix/contract';

const [W, H, L, B, R] = [720, 270, 46, 30, 150] as const;

/** Share at work as a stair, its band, and the others of its kind as a thin stair. */
export function Curve({ curve, unit, number }: { curve: LifeCurve; unit: 'days' | 'km'; number: string }) {
  const end = Math.max(unit === 'days' ? 30 : 1000, curve.longest, Math.min(curve.othersLongest, 2 * curve.longest));
  const othersTo = Math.min(end, curve.othersLongest);
  const low = Math.min(0.9, ...curve.own.map(({ lo, share }) => lo ?? share), ...curve.others.map(({ share }) => share));
  const floor = Math.max(0, Math.floor(low * 10) / 10);
  const x = (time: number): number => L + (Math.min(time, end) / end) * (W - L - R);
  const y = (share: number): number => 8 + ((1 - share) / (1 - floor)) * (H - 8 - B);
  const stair = (steps: readonly { time: number; share: number }[], to: number): string =>
    steps.filter(({ time }) => time <= end).reduce((path, { time, share }) => `${path}H${x(time)}V${y(share)}`, `M${x(0)} ${y(1)}`) + `H${x(to)}`;
  const banded = curve.own.filter(({ lo }) => lo !== null);
  const to = (i: number): number => x(banded[i + 1]?.time ?? curve.longest);
  const ticks = [0, 0.25, 0.5, 0.75, 1].map((part) => Math.round(part * end));
  const shares = Array.from({ length: 11 }, (_, i) => i / 10).filter((share) => share >= floor - 1e-9 && (floor > 0.55 || (share * 10) % 2 === 0));
  const ownEnd = curve.own.at(-1)?.share ?? 1;
  const othersEnd = curve.others.filter(({ time }) => time <= end).at(-1)?.share ?? 1;
  const apart = Math.abs(y(ownEnd) - y(othersEnd)) < 18;
  const said = `${number}: ${Math.round(100 * ownEnd)} % of ${curve.units} still at work after ${Math.round(curve.longest)} ${unit}; others of its kind ${Math.round(100 * othersEnd)} % of ${curve.othersUnits}`;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="mt-2 w-full" role="img" aria-label={said}>
      {shares.map((share) => <g key={share}><path d={`M${L} ${y(share)}H${W - R}`} stroke="var(--color-base-300)" /><text x={L - 7} y={y(share) + 4} fontSize="12" textAnchor="end" fill="var(--muted)">{Math.round(100 * share)}</text></g>)}
      {ticks.map((time) => <g key={time}><path d={`M${x(time)} ${H - B}v5`} stroke="var(--strong-rule)" /><text x={x(time)} y={H - B + 18} fontSize="12" textAnchor="middle" fill="var(--muted)">{time.toLocaleString('en')}</text></g>)}
      <text x={4} y={H - 12} fontSize="12" fill="var(--muted)">%</text>
      <text x={W - R + 22} y={H - 12} fontSize="12" fill="var(--muted)">{unit} since it went in</text>
      {banded.map(({ time, lo, hi }, i) => <path key={time} d={`M${x(time)} ${y(hi!)}H${to(i)}V${y(lo!)}H${x(time)}Z`} fill="var(--color-primary)" opacity="0.13" />)}
      {curve.othersUnits > 0 && <path d={stair(curve.others, othersTo)} fill="none" stroke="var(--color-info)" strokeWidth="1.5" strokeDasharray="6 3" />}
      {curve.units > 0 && <path d={stair(curve.own, curve.longest)} fill="none" stroke="var(--color-primary)" strokeWidth="2.5" />}
      {curve.units > 0 && <text x={W - R + 8} y={y(ownEnd) + (apart && ownEnd <= othersEnd ? 14 : apart ? -4 : 4)} fontSize="13" fill="var(--color-primary)">{number}</text>}
      {curve.othersUnits > 0 && <text x={W - R + 8} y={y(othersEnd) + (apart && ownEnd <= othersEnd ? -4 : apart ? 14 : 4)} fontSize="13" fill="var(--color-info)">others of its kind</text>}
    </svg>
  );
} // prettier-ignore
