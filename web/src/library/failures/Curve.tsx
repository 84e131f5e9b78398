import type { LifeCurve, LifeStep } from '@radiatrix/contract';
import { failureWords } from '@radiatrix/words/en/failures';

const [W, H, L, B, R] = [720, 270, 46, 30, 150] as const;
type Step = { time: number; share: number };
const lastOf = (steps: readonly Step[], end: number): number =>
  steps.findLast(({ time }) => time <= end)?.share ?? 1;

/**
 * Share at work: the floor and the ceiling as two stairs with the ground between them filled, their outer limits paler,
 * the likely course as a thick stair where it is known, and the others of its kind dashed.
 */
export function Curve({ curve, unit, number }: { curve: LifeCurve; unit: 'days' | 'km'; number: string }) {
  const ceiling: readonly LifeStep[] = curve.runOn ?? curve.own;
  const ran = Math.max(curve.longest, curve.longestRunOn);
  const end = Math.max(unit === 'days' ? 30 : 1000, ran, Math.min(curve.othersLongest, 2 * ran));
  const low = Math.min(0.9, ...curve.own.map(({ lo, share }) => lo ?? share), ...curve.others.flat().map(({ share }) => share));
  const floor = Math.max(0, Math.floor(low * 10) / 10);
  const x = (time: number): number => L + (Math.min(time, end) / end) * (W - L - R);
  const y = (share: number): number => 8 + ((1 - share) / (1 - floor)) * (H - 8 - B);
  const run = (steps: readonly Step[], to: number): string =>
    steps.filter(({ time }) => time <= end).reduce((path, { time, share }) => `${path}H${x(time)}V${y(share)}`, '') + `H${x(to)}`;
  const stair = (steps: readonly Step[], to: number): string => `M${x(0)} ${y(1)}${run(steps, to)}`;
  // There along the upper stair, back along the lower one.
  const between = (upper: readonly Step[], lower: readonly Step[]): string => {
    const back = [...lower].filter(({ time }) => time <= end).reverse().reduce((path, { time }, at, all) => `${path}H${x(time)}V${y(all[at + 1]?.share ?? 1)}`, `V${y(lastOf(lower, end))}`);
    return `${stair(upper, ran)}${back}H${x(0)}Z`;
  };
  const limit = (steps: readonly LifeStep[], side: 'lo' | 'hi'): Step[] => steps.map((step) => ({ time: step.time, share: step[side] ?? step.share }));
  const ticks = [0, 0.25, 0.5, 0.75, 1].map((part) => Math.round(part * end));
  const shares = Array.from({ length: 11 }, (_, i) => i / 10).filter((share) => share >= floor - 1e-9 && (floor > 0.55 || (share * 10) % 2 === 0));
  const ends = { floor: lastOf(curve.own, end), ceiling: lastOf(ceiling, end), others: lastOf(curve.others[0] ?? [], end) };
  const ownEnd = curve.likely ? lastOf(curve.likely, end) : (ends.floor + ends.ceiling) / 2;
  const apart = Math.abs(y(ownEnd) - y(ends.others)) < 18;
  const percent = (share: number): string => `${Math.round(100 * share)} %`;
  const label = failureWords('curve:img', { number, floor: percent(ends.floor), ceiling: percent(ends.ceiling), units: curve.units, end: Math.round(ran), unit: failureWords(unit), others: percent(ends.others), othersUnits: curve.othersUnits });
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="mt-2 w-full" role="img" aria-label={label}>
      {shares.map((share) => <g key={share}><path d={`M${L} ${y(share)}H${W - R}`} stroke="var(--color-base-300)" /><text x={L - 7} y={y(share) + 4} fontSize="12" textAnchor="end" fill="var(--muted)">{Math.round(100 * share)}</text></g>)}
      {ticks.map((time) => <g key={time}><path d={`M${x(time)} ${H - B}v5`} stroke="var(--strong-rule)" /><text x={x(time)} y={H - B + 18} fontSize="12" textAnchor="middle" fill="var(--muted)">{time.toLocaleString('en')}</text></g>)}
      <text x={4} y={H - 12} fontSize="12" fill="var(--muted)">%</text>
      <text x={W - R + 22} y={H - 12} fontSize="12" fill="var(--muted)">{failureWords('axis:since', { unit: failureWords(unit) })}</text>
      {curve.units > 0 && <path d={between(limit(ceiling, 'hi'), limit(curve.own, 'lo'))} fill="var(--color-primary)" opacity="0.08" />}
      {curve.units > 0 && curve.runOn && <path d={between(ceiling, curve.own)} fill="var(--color-primary)" opacity="0.16" />}
      {curve.othersUnits > 0 && curve.others.map((steps, at) => <path key={at} d={stair(steps, Math.min(end, curve.othersLongest))} fill="none" stroke="var(--color-info)" strokeWidth="1.5" strokeDasharray="6 3" />)}
      {curve.units > 0 && <path d={stair(curve.own, ran)} fill="none" stroke="var(--color-primary)" strokeWidth={curve.runOn ? 1.25 : 2.5} />}
      {curve.units > 0 && curve.runOn && <path d={stair(curve.runOn, ran)} fill="none" stroke="var(--color-primary)" strokeWidth="1.25" />}
      {curve.units > 0 && curve.likely && <path d={stair(curve.likely, ran)} fill="none" stroke="var(--color-primary)" strokeWidth="2.75" />}
      {curve.units > 0 && <text x={W - R + 8} y={y(ownEnd) + (apart && ownEnd <= ends.others ? 14 : apart ? -4 : 4)} fontSize="13" fill="var(--color-primary)">{number}</text>}
      {curve.othersUnits > 0 && <text x={W - R + 8} y={y(ends.others) + (apart && ownEnd <= ends.others ? -4 : apart ? 14 : 4)} fontSize="13" fill="var(--color-info)">{failureWords('others')}</text>}
    </svg>
  );
} // prettier-ignore
