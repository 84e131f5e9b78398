import { useState } from 'react';
import type { Cleared } from '@radiatrix/core/fit';
import type { Drawn, LayerId } from '@radiatrix/core/fitment';
import { FOOT_SPACERS_MM } from '@radiatrix/core/practice';
import { formatQuantity, preferredUnit } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { MarginBar } from '../../../ui/MarginBar.tsx';
import { BETWEEN, DepthDrawing } from '../drawings/DepthDrawing.tsx';
import { Answer, Block, Pick, Table, WorkerState } from './parts.tsx';
import type { TabProps } from './tab.ts';
import { useWorker } from '../background/useWorker.ts';

const RUNS = 200_000;
const SEED = 20_261;

/** Condenser to engine, one thing behind the other, and what is left between. */
export function DepthTab({ planning, compared, found, asked, change }: TabProps) {
  const units = useUnits();
  const [lit, setLit] = useState<readonly LayerId[]>([]);
  const { depth, choice, fittedSpacer } = compared;
  const { clearances } = depth.stack;
  const drawn = useWorker(
    (api, input: typeof clearances) => api.draw(input, RUNS, SEED),
    clearances.length > 0 ? clearances : undefined,
    JSON.stringify(clearances),
  );
  const mm = (value: number) => formatQuantity(value, 'length', units);
  const stock = [
    ...new Set([...FOOT_SPACERS_MM, ...(fittedSpacer === undefined ? [] : [fittedSpacer])]),
  ].sort((a, b) => a - b);
  return (
    <>
      <Answer found={found.filter((each) => each.about === 'depth')} />
      {compared.depthProblem && (
        <p role="alert" className="text-no">
          {compared.depthProblem}
        </p>
      )}
      <div className="grid gap-x-6 lg:grid-cols-[1fr_540px]">
        <div>
          <DepthDrawing compared={compared} bay={planning.bay} lit={lit} onLit={setLit} />
          <p className="text-muted mt-1 text-[14px]">
            Side view, to scale. Bands are what a figure may be off by; the dotted line is how far the engine
            rocks; broken lines are not on record.
          </p>
        </div>
        <div>
          <Block title="Clearances of the new">
            <ClearanceTable cleared={depth.cleared} drawn={drawn.result} lit={lit} onLit={setLit} />
            <p className="text-muted mt-1.5 text-[14px]">
              {drawn.result && clearances.length > 1
                ? `All kept at once: ${hundred(drawn.result.allKept)}, drawn ${RUNS.toLocaleString('en')} times.`
                : ' '}
            </p>
            <WorkerState state={drawn} what="Drawing stacks" />
          </Block>
          {fittedSpacer !== undefined && (
            <Block title="Spacers under the fan’s feet" aside={`supplied: ${mm(fittedSpacer)}`}>
              <div className="flex flex-wrap items-end gap-3">
                <Pick
                  label="Spacer"
                  className="w-40"
                  value={String(asked.spacer ?? fittedSpacer)}
                  options={stock.map((each) => [
                    String(each),
                    `${mm(each)}${each === fittedSpacer ? ', supplied' : choice?.kind === 'chosen' && each === choice.spacerMm ? ', fits' : ''}`,
                  ])}
                  onChange={(value) =>
                    change({ spacer: Number(value) === fittedSpacer ? undefined : Number(value) })
                  }
                />
                {choice?.kind === 'chosen' &&
                  asked.spacer !== choice.spacerMm &&
                  choice.spacerMm !== fittedSpacer && (
                    <button
                      type="button"
                      className="btn btn-primary"
                      onClick={() => change({ spacer: choice.spacerMm })}
                    >
                      Take the {mm(choice.spacerMm)} spacer
                    </button>
                  )}
                {asked.spacer !== undefined && (
                  <button
                    type="button"
                    className="btn btn-quiet"
                    onClick={() => change({ spacer: undefined })}
                  >
                    Back to supplied
                  </button>
                )}
              </div>
              <p className="text-muted mt-1.5 text-[14px]">
                {choice?.kind === 'chosen'
                  ? 'The thickest from stock that keeps motor and blades off in 95 of 100 such vehicles.'
                  : choice
                    ? 'No spacer from stock keeps both motor and blades off.'
                    : 'Blade gap or bay depth is not on record: no spacer can be chosen.'}
              </p>
            </Block>
          )}
        </div>
      </div>
    </>
  );
}

export function ClearanceTable({
  cleared,
  drawn,
  lit = [],
  onLit,
}: {
  cleared: readonly Cleared[];
  drawn?: Drawn | undefined;
  lit?: readonly LayerId[];
  onLit?: (layers: readonly LayerId[]) => void;
}) {
  const units = useUnits();
  const system = units === 'both' ? 'metric' : units;
  const unit = preferredUnit('length', system).symbol;
  const mm = (value: number) => formatQuantity(value, 'length', system, { bare: true });
  if (cleared.length === 0)
    return <p className="text-muted">No clearance can be worked out: the figures above are not on record.</p>;
  return (
    <Table
      caption="Clearances"
      heads={[
        ['Between'],
        [`There is, ${unit}`, true],
        ['Worst', true],
        ['95 %', true],
        ['Rocked', true],
        ['Kept in', true],
      ]}
    >
      {cleared.map((each, i) => {
        const layers = BETWEEN[each.key] ?? [];
        const glows = layers.length > 0 && layers.every((layer) => lit.includes(layer));
        const outcome = each.chance >= 0.95 ? 'pass' : each.chance <= 0.05 ? 'fail' : 'open';
        return (
          <tr
            key={each.key}
            className={`border-rule border-b align-top ${glows ? 'bg-wash-steel' : ''}`}
            onPointerEnter={() => onLit?.(layers)}
            onPointerLeave={() => onLit?.([])}
          >
            <th scope="row" className="py-1 text-left font-normal">
              <button
                type="button"
                className="text-left"
                onFocus={() => onLit?.(layers)}
                onBlur={() => onLit?.([])}
              >
                {each.label}
              </button>
              <span className="flex items-center gap-2">
                <MarginBar
                  value={each.nominalMm - each.wantedMm}
                  u={each.nominalMm - each.rssMm}
                  outcome={outcome}
                />
              </span>
            </th>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
              {mm(each.nominalMm)}
              <span className="text-muted block text-[12px]">of {mm(each.wantedMm)}</span>
            </td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{mm(each.worstMm)}</td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{mm(each.rssMm)}</td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{mm(each.rockedMm)}</td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
              {hundred(drawn?.chances[i] ?? each.chance)}
              {drawn && drawn.touches[i]! > 0.0005 && (
                <span className="text-no block text-[12px]">touches {hundred(drawn.touches[i]!)}</span>
              )}
            </td>
          </tr>
        );
      })}
    </Table>
  );
}
/** A share as so many of a hundred; never a certainty. */
const hundred = (share: number): string =>
  share > 0.9995 ? '> 99.9 %' : share < 0.0005 ? '< 0.1 %' : `${(share * 100).toFixed(1)} %`;
