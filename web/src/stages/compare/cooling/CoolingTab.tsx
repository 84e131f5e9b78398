import { useState } from 'react';
import { formatQuantity } from '@radiatrix/core/quantity';
import { caseName, coolingNeeds, limitName, warningTexts } from '@radiatrix/words/fitment';
import { useUnits } from '../../../app/store.ts';
import { CasesTable } from './CasesTable.tsx';
import type { CaseAnswer } from '../background/compare.worker.ts';
import { Answer, Block, Table, Wanting, WorkerState } from '../tabs/parts.tsx';
import { ShopSumsBlock, TwoWide } from './ShopSums.tsx';
import { Assumptions } from './Assumptions.tsx';
import { LadderBlock } from './LadderBlock.tsx';
import type { CasesState, TabProps } from '../tabs/tab.ts';
import { MODEL_CARE } from '../words.ts';

/** Whether it will cool: four cases, old beside new, with what each answer may be off by. */
export function CoolingTab({ cases, ...props }: TabProps & { cases: CasesState }) {
  const { compared, found } = props;
  const [open, setOpen] = useState(0);
  const { old, fresh } = compared.setUps;
  const shown = cases.result?.[Math.min(open, (cases.result?.length ?? 1) - 1)];
  return (
    <>
      <Answer found={found} />
      {!fresh.ok && <Wanting what="Cooling of the new" missing={coolingNeeds(fresh.missing)} />}
      {fresh.ok && !old.ok && <Wanting what="Cooling of the old" missing={coolingNeeds(old.missing)} />}
      <WorkerState state={cases} what="Working the cases out" />
      <div className="mt-2 grid gap-x-7 lg:grid-cols-[minmax(0,1fr)_400px]">
        <div className="overflow-x-auto">
          {cases.result && (
            <Block title="Settled, thermostat fully open" aside="choose a case to see behind it">
              <CasesTable cases={cases.result} chosen={open} onChoose={setOpen} />
            </Block>
          )}
          <LadderBlock {...props} />
          {shown && <Behind shown={shown} />}
          <ShopSumsBlock {...props} />
          <TwoWide {...props} />
        </div>
        <div>
          <Assumptions {...props} />
          <p className="text-muted text-[14px]">{MODEL_CARE}</p>
        </div>
      </div>
    </>
  );
}

/** What is behind the answer of one case. */
function Behind({ shown }: { shown: CaseAnswer }) {
  const units = useUnits();
  const { steady: now, from } = shown.fresh;
  const was = shown.old?.steady;
  const t = (value: number) => formatQuantity(value, 'temperature', units === 'both' ? 'metric' : units);
  const rows: [string, (s: typeof now) => string][] = [
    ['Heat into the coolant', (s) => `${(s.heatW / 1000).toFixed(1)} kW`],
    ['Power at the crankshaft', (s) => `${(s.powerW / 1000).toFixed(1)} kW`],
    ['Air at the radiator', (s) => (s.settles ? t(s.airInC) : 'no balance')],
    ['Air behind it', (s) => (s.settles ? t(s.airOutC) : 'no balance')],
    ['Air through the core', (s) => `${(s.airMassFlowKgS * 3600).toFixed(0)} kg/h`],
    ['at a face speed of', (s) => `${s.faceVelocityMS.toFixed(1)} m/s`],
    ['Air round the core', (s) => `${(s.roundShare * 100).toFixed(0)} %`],
    ['Air pressure lost in it', (s) => `${s.corePa.toFixed(0)} Pa`],
    ['Coolant through it', (s) => `${s.coolantLMin.toFixed(0)} L/min`],
    ['Reynolds number in the tubes', (s) => s.coolantReynolds.toFixed(0)],
    ['Coolant pressure lost', (s) => `${s.coolantKPa.toFixed(1)} kPa`],
    ['Way of the heat: air side', (s) => `${(s.conductanceShares.air * 100).toFixed(0)} %`],
    [
      'coolant side · wall',
      (s) =>
        `${(s.conductanceShares.coolant * 100).toFixed(0)} · ${(s.conductanceShares.wall * 100).toFixed(0)} %`,
    ],
  ];
  return (
    <Block
      title={`Behind ${caseName(shown.name).toLowerCase()}${shown.airConditioning ? ', A/C on' : ''}`}
      aside={`limited by ${limitName(now.limit)}`}
    >
      <div className="grid gap-x-7 md:grid-cols-[1fr_280px]">
        <Table
          caption="Behind the case"
          heads={[['What'], ...(was ? ([['Old', true]] as const) : []), ['New', true]]}
        >
          {rows.map(([label, of]) => (
            <tr key={label} className="border-rule border-b">
              <th scope="row" className="py-[2px] text-left font-normal">
                {label}
              </th>
              {was && <td className="figure text-muted px-1.5 text-right text-[14px]">{of(was)}</td>}
              <td className="figure px-1.5 text-right text-[14px]">{of(now)}</td>
            </tr>
          ))}
        </Table>
        <div>
          <h3 className="font-label text-muted text-[15px]">
            {from.length > 0 ? 'What the ± comes from' : 'No balance: no ± to give'}
          </h3>
          <ul>
            {from.slice(0, 7).map((each) => (
              <li key={each.key} className="flex justify-between gap-2">
                <span>{each.label}</span>
                <span className="figure text-[14px]">{each.k.toFixed(1)} K</span>
              </li>
            ))}
          </ul>
          {[...new Set([...warningTexts(now), ...(was ? warningTexts(was) : [])])].map((warning) => (
            <p key={warning} className="text-changes mt-2">
              {warning}
            </p>
          ))}
        </div>
      </div>
    </Block>
  );
}
