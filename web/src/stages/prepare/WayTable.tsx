import type { Way } from '@radiatrix/core/access';
import { hoursText, type Quote } from '@radiatrix/core/filing';
import { formatQuantity, minutesText } from '@radiatrix/core/quantity';
import { accessWords } from '@radiatrix/words/en/access';
import { useUnits } from '../../app/store.ts';
import { letterOf } from './WayBars.tsx';

const LIFT_WORDS = { none: 'on the ground', stands: 'stands', lift: 'lift' };

/** What each way costs, line by line; the chosen one in copper. */
export function WayTable({
  ways,
  chosen,
  quoteOf,
}: {
  ways: readonly Way[];
  chosen: number;
  quoteOf: ((way: Way) => Quote) | undefined;
}) {
  const units = useUnits();
  const litres = (value: number): string => (value === 0 ? 'none' : formatQuantity(value, 'volume', units));
  const rows: [string, (way: Way) => string][] = [
    ['Work, by the map', (way) => minutesText(way.workMinutes)],
    // In and out again, with everything around it, as jobs have shown.
    ...(quoteOf
      ? [
          [
            'Four of five times',
            (way: Way) => `${hoursText(quoteOf(way).lo)} to ${hoursText(quoteOf(way).hi)}`,
          ] as [string, (way: Way) => string],
        ]
      : []),
    ['Waiting', (way) => (way.waitingMinutes > 0 ? minutesText(way.waitingMinutes) : 'none')],
    ['Coolant out', (way) => litres(way.coolantL)],
    ['Transmission fluid', (way) => litres(way.transmissionL)],
    [
      'Clips likely to break',
      (way) =>
        way.clips === 0 ? 'none touched' : `${Math.round(way.clipsAtRisk * 10) / 10} of ${way.clips}`,
    ],
    ['Moves', (way) => String(way.operations.length)],
    ['People', (way) => String(way.people)],
    ['Vehicle', (way) => LIFT_WORDS[way.lift]],
  ];
  return (
    <section aria-label="What each costs">
      <h2 className="heading">What each costs</h2>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={accessWords('ways:table')}>
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-ink border-b">
              <th className="text-left font-normal">
                <span className="sr-only">What</span>
              </th>
              {ways.map((way, at) => (
                <th
                  key={way.operations.join(' ')}
                  scope="col"
                  className="font-label px-2 py-1 text-right text-[16px]"
                >
                  {letterOf(at)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(([label, of]) => (
              <tr key={label} className="border-rule border-b">
                <th scope="row" className="py-1.5 pr-2 text-left font-normal">
                  {label}
                </th>
                {ways.map((way, at) => (
                  <td
                    key={way.operations.join(' ')}
                    className={`figure px-2 text-right text-[14px] whitespace-nowrap ${at === chosen ? 'text-copper font-medium' : ''}`}
                  >
                    {of(way)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
