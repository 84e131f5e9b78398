import { CalendarPlus } from 'lucide-react';
import { useState } from 'react';
import type { Stretch } from '@radiatrix/core/access';
import { usePractice } from '../../api/usePractice.ts';
import { saved } from '../../ui/save-file.ts';
import { useShop } from '../../app/useShop.ts';
import { workPlan } from './work-plan.ts';

const hhmm = (date: Date): string => date.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
const localNow = (): string => {
  const now = new Date(Date.now() - new Date().getTimezoneOffset() * 60_000);
  return now.toISOString().slice(0, 16);
};

/** Work and waiting on the clock, from a beginning that can be set, to the earliest end. */
export function Timeline({
  stretches,
  title,
  drained,
}: {
  stretches: Stretch[];
  title: string;
  drained: boolean;
}) {
  const [begin, setBegin] = useState(localNow);
  const practice = usePractice();
  const shop = useShop();
  const start = new Date(begin);
  const end = Math.max(0, ...stretches.map(({ to }) => to));
  const at = (minutes: number): Date => new Date(start.getTime() + minutes * 60_000);
  const valid = !Number.isNaN(start.getTime());
  return (
    <section aria-label="Timeline" className="mt-6">
      <h2 className="heading">
        Timeline
        <button
          type="button"
          className="font-sans text-[14px] font-normal tracking-normal normal-case underline"
          disabled={!valid}
          onClick={() =>
            saved(
              `${title.replace(/[^\w-]+/g, '-')}.ics`,
              'text/calendar',
              workPlan(title, start, stretches, drained, practice.lookTakes, shop),
            )
          }
        >
          <CalendarPlus size={14} aria-hidden="true" className="mr-1 inline" />
          take it as iCalendar
        </button>
      </h2>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        <label>
          <span className="label-text">Begins</span>
          <input
            type="datetime-local"
            className="input !w-auto"
            value={begin}
            onChange={(event) => setBegin(event.target.value)}
          />
        </label>
        {valid && (
          <p className="text-[17px]">
            Earliest finish <strong className="figure text-[16px]">{hhmm(at(end))}</strong>
            {drained && (
              <span className="text-muted">, and a look after the next cool-down, tomorrow morning</span>
            )}
          </p>
        )}
      </div>
      <ol className="mt-2">
        {stretches.map((stretch) => (
          <li
            key={`${stretch.label} ${stretch.from}`}
            className="grid grid-cols-[120px_1fr] items-center gap-3 py-0.5 md:grid-cols-[120px_210px_1fr]"
          >
            <span className="figure text-muted text-[14px]">
              {valid && `${hhmm(at(stretch.from))}–${hhmm(at(stretch.to))}`}
            </span>
            <span className={stretch.waiting ? 'text-muted' : 'font-semibold'}>{stretch.label}</span>
            <span className="relative col-span-2 block h-4 md:col-span-1">
              <i
                className={`absolute inset-y-0 ${stretch.waiting ? 'border-2 border-dashed border-strong' : 'bg-plate dark:bg-[#5f6970]'}`}
                style={{
                  left: `${(stretch.from / end) * 100}%`,
                  width: `${Math.max(0.6, ((stretch.to - stretch.from) / end) * 100)}%`,
                }}
              />
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
