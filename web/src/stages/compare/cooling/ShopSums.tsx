import {
  LEFT_OUT,
  shopSums,
  steady,
  type CoolingInputs,
  type RadiatorFigures,
  type ShopSums,
} from '@radiatrix/core/cooling';
import { useUnits } from '../../../app/store.ts';
import { attempt } from '@radiatrix/core/fitment';
import { Block, Table } from '../tabs/parts.tsx';
import type { TabProps } from '../tabs/tab.ts';

/** The sums people ask for, beside what they leave out. */
export function ShopSumsBlock({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  const sums = (['old', 'fresh'] as const).map((side) => {
    const own = compared.setUps[side];
    return own.ok ? attempt(() => shopSums(own.setUp.radiator)) : undefined;
  });
  const problem = sums.find((each) => each && !each.ok);
  if (problem && !problem.ok)
    return (
      <p role="alert" className="text-no">
        {problem.problem}
      </p>
    );
  const [old, fresh] = sums.map((each) => (each?.ok ? each.value : undefined));
  if (!old && !fresh) return null;
  const metric = units !== 'us';
  const rows: [string, (s: ShopSums) => string, string?][] = [
    [
      'Face area',
      (s) => (metric ? `${(s.faceMm2 / 100).toFixed(0)} cm²` : `${s.faceSqIn.toFixed(0)} sq in`),
      LEFT_OUT.face,
    ],
    [
      'Space the core fills',
      (s) => (metric ? `${(s.envelopeMm3 / 1e6).toFixed(1)} L` : `${s.envelopeCuIn.toFixed(0)} cu in`),
      LEFT_OUT.envelope,
    ],
    ['One square inch a horsepower', (s) => `${s.ruleHp.toFixed(0)} hp`, LEFT_OUT.rule],
    ['Tubes', (s) => String(s.tubes)],
    ['Fins', (s) => `${s.finnedM2.toFixed(1)} m²`],
    ['Wetted by coolant', (s) => `${s.wettedM2.toFixed(2)} m²`],
    ['Coolant in the tubes', (s) => `${s.tubesHoldL.toFixed(1)} L`],
  ];
  return (
    <Block title="The shop’s own sums" aside="beside what they leave out">
      <Table caption="The shop’s own sums" heads={[['Sum'], ['Old', true], ['New', true], ['Leaves out']]}>
        {rows.map(([label, of, out]) => (
          <tr key={label} className="border-rule border-b align-top">
            <th scope="row" className="py-[2px] text-left font-normal whitespace-nowrap">
              {label}
            </th>
            <td className="figure text-muted px-1.5 text-right text-[14px] whitespace-nowrap">
              {old && of(old)}
            </td>
            <td className="figure px-1.5 text-right text-[14px] whitespace-nowrap">{fresh && of(fresh)}</td>
            <td className="text-muted px-1.5 text-[13.500px] leading-snug">{out}</td>
          </tr>
        ))}
      </Table>
    </Block>
  );
}

const GAP_MM = 2;
/** Two wide tubes against four narrow ones in the same core, worked out instead of argued. */
export function TwoWide({ compared }: Pick<TabProps, 'compared'>) {
  const units = useUnits();
  const inputs = compared.inputsOf(compared.setUps.fresh, 'climb');
  if (!inputs) return null;
  const thick = inputs.setUp.radiator.coreThicknessMm;
  const withRows = (rows: number): CoolingInputs => {
    const radiator: RadiatorFigures = {
      ...inputs.setUp.radiator,
      rows,
      tubeDepthMm: (thick - (rows - 1) * GAP_MM) / rows,
    };
    return { ...inputs, setUp: { ...inputs.setUp, radiator } };
  };
  const both = attempt(() =>
    [2, 4].map((rows) => {
      const own = withRows(rows);
      return {
        sums: shopSums(own.setUp.radiator),
        answer: steady(own),
        depth: own.setUp.radiator.tubeDepthMm!,
      };
    }),
  );
  if (!both.ok)
    return (
      <Block title="Two wide tubes or four narrow">
        <p className="text-muted">{both.problem}</p>
      </Block>
    );
  const [two, four] = both.value;
  const rows: [string, (side: NonNullable<typeof two>) => string][] = [
    ['Each tube, front to back', (s) => `${s.depth.toFixed(1)} mm`],
    ['Wetted by coolant', (s) => `${s.sums.wettedM2.toFixed(2)} m²`],
    ['Fins', (s) => `${s.sums.finnedM2.toFixed(1)} m²`],
    ['Coolant pressure lost', (s) => `${s.answer.coolantKPa.toFixed(2)} kPa`],
    ['Air pressure lost', (s) => `${s.answer.corePa.toFixed(0)} Pa`],
    [
      'Heat got rid of, each K above the air',
      (s) => `${(s.answer.heatW / (s.answer.topTankC - s.answer.airInC)).toFixed(0)} W/K`,
    ],
    [
      'Top tank on the long climb',
      (s) =>
        units === 'us'
          ? `${(s.answer.topTankC * 1.8 + 32).toFixed(1)} °F`
          : `${s.answer.topTankC.toFixed(1)} °C`,
    ],
  ];
  return (
    <Block title="Two wide tubes or four narrow" aside={`in this core, ${thick.toFixed(0)} mm thick`}>
      <Table
        caption="Two wide tubes against four narrow"
        heads={[['What'], ['Two wide', true], ['Four narrow', true]]}
      >
        {rows.map(([label, of]) => (
          <tr key={label} className="border-rule border-b">
            <th scope="row" className="py-[2px] text-left font-normal">
              {label}
            </th>
            <td className="figure px-1.5 text-right text-[14px]">{of(two!)}</td>
            <td className="figure px-1.5 text-right text-[14px]">{of(four!)}</td>
          </tr>
        ))}
      </Table>
    </Block>
  );
}
