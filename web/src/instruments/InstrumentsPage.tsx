import { useState } from 'react';
import { QUANTITIES, logRows } from '@radiatrix/core/instrument';
import { provingApi } from '../api/proving.ts';
import { Empty, Failure, Waiting } from '../ui/notices.tsx';
import { savedCsv } from '../ui/save-csv.ts';
import { LiveStrip } from './LiveStrip.tsx';
import { SerialPanel } from './SerialPanel.tsx';
import { StandInPanel } from './StandInPanel.tsx';
import { useReadings } from './useReadings.ts';

/** Every instrument that can be reached, and what it shows now. */
export function InstrumentsPage() {
  const { data, error, refetch } = provingApi.useInstrumentsQuery();
  const [open, setOpen] = useState<string>();
  if (error && !data) return <div className="mt-4"><Failure error={error} retry={() => void refetch()} /></div>;
  if (!data) return <Waiting what="Looking for instruments" />;
  const shown = open ?? data.instruments[0]?.id;
  return (
    <div className="mt-4 pb-10">
      <h1 className="text-[25px]">Instruments</h1>
      <p className="text-muted max-w-[80ch]">Anything that gives readings: lines of JSON as they come, or a table afterwards. What is recorded on a job is recorded there.</p>
      {data.instruments.length === 0 ? (
        <div className="mt-4">
          <Empty title="No instrument answers">
            Start the stand-ins with <span className="figure text-[14px]">npm run instruments</span>, or connect one by its serial port below.
          </Empty>
        </div>
      ) : (
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 lg:grid-cols-[380px_1fr]">
          <ul>
            {data.instruments.map(({ id, label, channels, hz, simulated }) => (
              <li key={id} className="border-rule border-b">
                <button type="button" aria-pressed={shown === id} className={`w-full py-2 text-left ${shown === id ? 'text-copper' : ''}`} onClick={() => setOpen(id)}>
                  <strong>{label}</strong>{simulated && <span className="text-muted"> stand-in</span>}
                  <span className="text-muted block text-[14px]">{channels.map(({ quantity, unit, u }) => `${QUANTITIES[quantity].label} ± ${u} ${unit}`).join(', ')}; {hz} a second</span>
                </button>
              </li>
            ))}
          </ul>
          {shown && <Shown key={shown} id={shown} />}
        </div>
      )}
      <StandInPanel acts={[{ word: 'Warm up and bleed', act: { act: 'start', course: 'bleed' } }, { word: 'Pull-down', act: { act: 'start', course: 'pull-down' } }, { word: 'Idle hold', act: { act: 'start', course: 'idle hold' } }, { word: 'Climb', act: { act: 'start', course: 'climb' } }, { word: 'Work the air out', act: { act: 'work the air out' } }, { word: 'Engine off', act: { act: 'stop' } }]} />
      <SerialPanel />
    </div>
  );
} // prettier-ignore

function Shown({ id }: { id: string }) {
  const { taken, last, hears, problem, count } = useReadings(id);
  const head = taken.current.head;
  return (
    <section aria-label="Readings" className="min-w-0">
      <p className={hears ? 'text-muted' : 'text-changes'}>{hears ? `${count} readings` : 'Nothing comes: the engine is off, or the connection is lost.'}{taken.current.lost > 0 && `, ${taken.current.lost} lost`}{problem && ` ${problem}`}</p>
      {head?.channels.map(({ name, unit }, column) => (
        <div key={name} className="mt-2">
          <p className="flex items-baseline justify-between"><span className="label-text">{name}</span><span className="figure text-[24px]">{typeof last?.values[column] === 'number' ? `${last.values[column]} ${unit}` : '–'}</span></p>
          <LiveStrip taken={taken} column={column} unit={unit} height={130} label={`${name}, ${count} readings`} />
        </div>
      ))}
      {count > 1 && head && (
        <button type="button" className="btn btn-quiet mt-2" onClick={() => savedCsv(`${id}.csv`, logRows({ channels: head.channels, ms: taken.current.ms, values: taken.current.values }))}>Save as CSV</button>
      )}
    </section>
  );
} // prettier-ignore
