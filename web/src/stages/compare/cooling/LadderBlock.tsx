import { useState } from 'react';
import { CASE_NAMES, type CaseName } from '@radiatrix/core/cooling';
import { SHROUDS_NOW, type Conversion, type Ladder } from '@radiatrix/core/fitment';
import { airToBoilText, caseName, topTankText } from '@radiatrix/words/fitment';
import { kelvins } from '@radiatrix/words/temperature';
import { useUnits } from '../../../app/store.ts';
import { useWorker } from '../background/useWorker.ts';
import type { LadderAsked } from '../background/compare.worker.ts';
import { Block, Knob, NumberKnob, Pick, Table, WorkerState } from '../tabs/parts.tsx';
import type { TabProps } from '../tabs/tab.ts';

const ENOUGH = {
  yes: 'Stock is enough: as it left the works it stays below boiling by more than it may be off by.',
  no: 'Stock is not enough for this case: something has to be better than the works made it.',
  open: 'Whether stock is enough cannot be told from what is known.',
} as const;

/** For a vehicle that runs hot: what puts it back, then each step beyond, with its kelvin and its money. */
export function LadderBlock({ compared, asked, change, practice }: TabProps) {
  const [name, setName] = useState<CaseName>('crawl');
  const [own, crawl] = [compared.ladder(name), compared.ladder('crawl')];
  const known = [...compared.known];
  const input: LadderAsked | undefined = own && crawl && { ...own, crawl: crawl.works, practice, known };
  const state = useWorker((worker, it: LadderAsked) => worker.ladder(it), input, JSON.stringify([input]));
  return (
    <Block
      title="If it runs hot: the ladder"
      aside="put back what it left the works with before anything is upgraded"
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 md:grid-cols-5">
        <Pick<CaseName>
          label="It runs hot at"
          value={name}
          options={CASE_NAMES.map((each) => [each, caseName(each)])}
          onChange={setName}
        />
        <Pick
          label="Its shroud is"
          value={asked.shroudNow ?? 'whole'}
          options={Object.entries(SHROUDS_NOW) as [keyof typeof SHROUDS_NOW, string][]}
          onChange={(next) => change({ shroudNow: next === 'whole' ? undefined : next })}
        />
        <Knob
          label="Core blocked"
          dimension="share"
          range={[0, 95]}
          value={asked.blocked}
          blank="none of it"
          onChange={(blocked) => change({ blocked })}
        />
        <Knob
          label="Cap holds, tested"
          dimension="pressure"
          range={[0, 250]}
          value={asked.capNow}
          blank="as rated"
          onChange={(capNow) => change({ capNow })}
        />
        <NumberKnob
          label="Fans that stand still"
          unit=""
          places={0}
          range={[0, 4]}
          value={asked.deadFans}
          blank="none"
          onChange={(deadFans) => change({ deadFans })}
        />
      </div>
      {!input && <p className="text-muted mt-2">The old side wants a radiator with its core on record.</p>}
      <WorkerState state={state} what="Climbing the ladder" />
      {state.result && <Rungs ladder={state.result.ladder} />}
      {state.result?.conversion && <ConversionLine conversion={state.result.conversion} />}
    </Block>
  );
}

/** Every rung tried alone, and where stock stands. */
export function Rungs({ ladder }: { ladder: Ladder }) {
  const units = useUnits();
  const system = units === 'both' ? 'metric' : units;
  const signed = (k: number): string => kelvins(Math.abs(k) < 0.05 ? 0 : k, units, 1).replace('-', '−');
  const { now, stock, stockAirToBoilC } = ladder;
  return (
    <>
      <p className="mt-2 text-[17px]">{ENOUGH[ladder.stockEnough]}</p>
      <p className="text-muted text-[14px]">
        As it stands: {topTankText(now, system)}
        {now.settles && ` in the top tank, ${kelvins(now.marginK, units)} below boiling`}. As it left the
        works: {topTankText(stock.steady, system)}
        {stock.u !== undefined &&
          ` ± ${kelvins(stock.u, units)}, ${kelvins(stock.steady.marginK, units)} below boiling`}
        {stockAirToBoilC !== undefined && `, boils in air of ${airToBoilText(stockAirToBoilC, system)}`}.
      </p>
      <Table
        caption="Steps of the ladder, most for the money first"
        heads={[
          ['Step'],
          ['Further from boiling', true],
          ['Money', true],
          ['For each 100', true],
          ['Helps', true],
          ['Top tank then', true],
        ]}
      >
        {ladder.rungs.map((rung) => (
          <tr key={rung.id} className="border-rule border-b">
            <th scope="row" className="py-1 pr-2 text-left font-normal">
              {rung.label}
              <span className="text-muted block text-[13px]">
                {rung.kind === 'put back' ? 'put back' : 'better than the works made it'}
              </span>
            </th>
            <td
              className={`figure px-1.5 text-right text-[14px] whitespace-nowrap ${rung.gain && rung.gain.k <= 0 ? 'text-no' : ''}`}
            >
              {rung.gain
                ? `${signed(rung.gain.k)} ± ${kelvins(rung.gain.u, units, 1)}`
                : rung.after.settles
                  ? 'finds a balance'
                  : 'no balance yet'}
            </td>
            <td className="figure px-1.5 text-right text-[14px]">{rung.money}</td>
            <td className="figure px-1.5 text-right text-[14px]">
              {rung.worth > 0 ? kelvins(100 * rung.worth, units, 1) : ''}
            </td>
            <td className="figure px-1.5 text-right text-[14px]">
              {rung.chance >= 0.995
                ? 'sure'
                : rung.chance <= 0.005
                  ? 'no'
                  : `${(100 * rung.chance).toFixed(0)} %`}
            </td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">
              {topTankText(rung.after, system)}
            </td>
          </tr>
        ))}
      </Table>
      <p className="text-muted mt-1 text-[14px]">
        Each step is tried alone: put-back steps on the vehicle as it stands, the others on one that has been
        put back. Money is the shop’s own and stands in Practice; what is sure counts for more.
      </p>
    </>
  );
}

function ConversionLine({ conversion: c }: { conversion: Conversion }) {
  const less = 100 * (1 - c.electricKgS / Math.max(1e-9, c.beltKgS));
  return (
    <p className="border-rule mt-2 border-l-4 px-3 py-1.5">
      Electric fans in place of the engine’s: at idle with everything on the alternator is{' '}
      <span className={`figure ${c.balanceA < 0 ? 'text-no' : ''}`}>
        {Math.abs(c.balanceA).toFixed(0)} A {c.balanceA < 0 ? 'short' : 'to spare'}
      </span>
      ; at {c.rpm.toLocaleString('en')}/min the belt fan takes{' '}
      <span className="figure">{(c.beltW / 1000).toFixed(1)} kW</span> at the crankshaft, the electric ones{' '}
      <span className="figure">{(c.electricW / 1000).toFixed(1)} kW</span>; at a crawl{' '}
      <span className="figure">{(c.electricKgS * 3600).toFixed(0)} kg/h</span> of air go through the core
      instead of <span className="figure">{(c.beltKgS * 3600).toFixed(0)}</span>
      {less > 1 ? `, ${less.toFixed(0)} % less` : less < -1 ? `, ${(-less).toFixed(0)} % more` : ''}.
    </p>
  );
}
