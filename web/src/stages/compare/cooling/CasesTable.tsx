import { type Likely } from '@radiatrix/core/cooling';
import { airToBoilText, caseName, topTankText, whyHotterText } from '@radiatrix/words/fitment';
import { kelvins } from '@radiatrix/words/temperature';
import { useUnits } from '../../../app/store.ts';
import type { CaseAnswer } from '../background/compare.worker.ts';
import { Table } from '../tabs/parts.tsx';

const SCALE_FROM = 60;
const SCALE_TO = 140;
/** Top tanks of old and new with their whiskers against boiling. */
function CaseBar({ each }: { each: CaseAnswer }) {
  const at = (tempC: number) =>
    ((Math.min(SCALE_TO, Math.max(SCALE_FROM, tempC)) - SCALE_FROM) / (SCALE_TO - SCALE_FROM)) * 196 + 2;
  const line = (likely: Likely, y: number, tone: string, width: number) => (
    <g>
      {likely.u !== undefined && (
        <path
          d={`M${at(likely.steady.topTankC - likely.u)} ${y}H${at(likely.steady.topTankC + likely.u)}`}
          stroke={tone}
          strokeWidth={width}
        />
      )}
      <circle cx={at(likely.steady.topTankC)} cy={y} r="3.500" fill={tone} />
    </g>
  );
  const boils = each.fresh.steady.boilsC;
  return (
    <svg width="200" height="26" viewBox="0 0 200 26" aria-hidden="true" className="block">
      <rect x={at(boils)} y="0" width={200 - at(boils)} height="26" fill="var(--color-no)" opacity="0.13" />
      <path d={`M${at(boils)} 0V26`} stroke="var(--color-no)" strokeWidth="1.4" />
      {each.old && line(each.old, 8, 'var(--color-muted)', 1)}
      {line(each.fresh, 18, each.fresh.steady.marginK > 0 ? 'var(--color-ink)' : 'var(--color-no)', 2)}
    </svg>
  );
}

/** Clear of boiling by more than it may be off by, past it by more, or not to be told. */
const tone = ({ u, steady: { marginK } }: Likely): string =>
  u === undefined || marginK < -u ? 'text-no' : marginK > u ? 'text-straight-in' : 'text-not-proven';

/** Old beside new, case by case, each with what it may be off by. */
export function CasesTable({
  cases,
  chosen,
  onChoose,
}: {
  cases: readonly CaseAnswer[];
  chosen?: number;
  onChoose?: (index: number) => void;
}) {
  const units = useUnits();
  const system = units === 'both' ? 'metric' : units;
  const t = (likely: Likely) => topTankText(likely.steady, system);
  const boilsIn = (likely: Likely | undefined) => (likely ? airToBoilText(likely.airToBoilC, system) : '');
  return (
    <Table
      caption="Cases, old beside new"
      heads={[
        ['Case'],
        ['Old', true],
        ['New top tank', true],
        ['old · new · boiling'],
        ['To boiling', true],
        ['Cooler by', true],
        ['Air to boil, old · new', true],
      ]}
    >
      {cases.map((each, i) => (
        <tr
          key={each.name}
          className={`border-rule border-b ${chosen === i && onChoose ? 'bg-wash-steel' : ''}`}
        >
          <th scope="row" className="py-1 pr-1 text-left font-normal whitespace-nowrap">
            {onChoose ? (
              <button
                type="button"
                className="hover:underline"
                aria-pressed={chosen === i}
                onClick={() => onChoose(i)}
              >
                {caseName(each.name, each.airConditioning)}
              </button>
            ) : (
              caseName(each.name, each.airConditioning)
            )}
          </th>
          <td className="figure text-muted px-1.5 text-right text-[14px]">{each.old && t(each.old)}</td>
          <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
            {t(each.fresh)}{' '}
            {each.fresh.u !== undefined && (
              <span className="text-muted">± {kelvins(each.fresh.u, units)}</span>
            )}
          </td>
          <td className="px-1">
            <CaseBar each={each} />
          </td>
          <td className={`figure px-1.5 text-right text-[14px] ${tone(each.fresh)}`}>
            {each.fresh.steady.settles
              ? kelvins(each.fresh.steady.marginK, units).replace('-', '−')
              : 'past it'}
          </td>
          <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
            {each.cooler &&
              `${kelvins(each.cooler.k, units).replace('-', '−')} ± ${kelvins(each.cooler.u, units)}`}
            {each.why && (
              <span className="text-muted block max-w-[26ch] text-left font-sans text-[13px] leading-tight whitespace-normal">
                {whyHotterText(each.why)}
              </span>
            )}
          </td>
          <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
            {each.old && <span className="text-muted block">{boilsIn(each.old)}</span>}
            {boilsIn(each.fresh)}
          </td>
        </tr>
      ))}
    </Table>
  );
}
