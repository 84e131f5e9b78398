import type { Driven } from '@radiatrix/core/drive';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { Table } from '../tabs/parts.tsx';

const clock = (seconds: number): string => {
  const whole = Math.round(seconds);
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} min ${String(whole % 60).padStart(2, '0')} s`;
};

/** The drive as a table: what the chart shows, for whoever cannot see it. */
export function DriveTable({ old, fresh }: { old: Driven | undefined; fresh: Driven | undefined }) {
  const units = useUnits();
  const t = (value: number) => formatQuantity(value, 'temperature', units);
  const first = (driven: Driven, kind: string) => {
    const event = driven.events.find((each) => each.kind === kind);
    return event ? clock(event.at) : 'not once';
  };
  const rows: [string, (driven: Driven) => string][] = [
    ['Hottest', (d) => `${t(d.hottestC)} after ${clock(d.hottestAtS)}`],
    ['Thermostat starts to open', (d) => first(d, 'starts-opening')],
    ['Thermostat fully open', (d) => first(d, 'fully-open')],
    ['Fan first on', (d) => first(d, 'fan-on')],
    ['Fan came on', (d) => `${d.switched} times`],
    [
      'From full fan to fan off (pull-down)',
      (d) => (d.pullDownS === undefined ? 'never goes off' : clock(d.pullDownS)),
    ],
    ['At the end', (d) => t(d.endC)],
  ];
  return (
    <div className="mt-3 max-w-[680px]">
      <Table
        caption="The drive in figures"
        heads={[
          ['What'],
          ...(old ? ([['Old', true]] as const) : []),
          ...(fresh ? ([['New', true]] as const) : []),
        ]}
      >
        {rows.map(([label, of]) => (
          <tr key={label} className="border-rule border-b">
            <th scope="row" className="py-[2px] text-left font-normal">
              {label}
            </th>
            {old && <td className="figure text-muted px-1.5 text-right text-[14px]">{of(old)}</td>}
            {fresh && <td className="figure px-1.5 text-right text-[14px]">{of(fresh)}</td>}
          </tr>
        ))}
      </Table>
    </div>
  );
}
