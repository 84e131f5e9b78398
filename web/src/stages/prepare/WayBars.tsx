import type { Objective, Way } from '@radiatrix/core/access';

export const letterOf = (at: number): string => 'ABCD'[at]!;
const OBJECTIVE_WORDS: Readonly<Record<Objective, string>> = {
  time: 'least time',
  coolant: 'least coolant lost',
  clips: 'fewest clips at risk',
  alone: 'fewest hands',
};
export const bestWords = (way: Way): string => way.bestAt.map((each) => OBJECTIVE_WORDS[each]).join(' · ');

/** What a way leaves alone that another moves, in words. */
export function sparesWords(way: Way, nameOf: (code: string) => string): string {
  const names = way.spares.map((code) => nameOf(code).toLowerCase());
  if (names.length === 0) return '';
  const shown = names.slice(0, 3);
  return `leaves ${shown.join(', ')}${names.length > 3 ? ` and ${names.length - 3} more` : ''} alone`;
}

interface Props {
  ways: readonly Way[];
  chosen: number;
  titleOf: (way: Way) => string;
  nameOf: (code: string) => string;
  onChoose: (at: number) => void;
}

const STEP = 30;

/** Ways side by side on one scale of minutes: work as ink, waiting as a dashed frame, the chosen one in copper. */
export function WayBars({ ways, chosen, titleOf, nameOf, onChoose }: Props) {
  const most = Math.max(...ways.map((way) => way.workMinutes + way.waitingMinutes));
  const scale = Math.max(60, Math.ceil((most + 6) / STEP) * STEP);
  const every = scale > 240 ? 60 : STEP;
  const ticks = Array.from({ length: Math.floor(scale / every) + 1 }, (_, index) => index * every);
  const at = (minutes: number): string => `${(minutes / scale) * 100}%`;
  return (
    <div role="radiogroup" aria-label="Ways in" className="relative mt-2">
      <div
        className="hidden gap-x-4 border-x border-transparent px-3 md:grid md:grid-cols-[314px_1fr]"
        aria-hidden="true"
      >
        <span />
        <div className="font-label relative h-6 text-[15px]">
          {ticks.map((tick) => (
            <span
              key={tick}
              className={`absolute ${tick === 0 ? '' : tick + every > scale ? '-translate-x-full' : '-translate-x-1/2'}`}
              style={{ left: at(tick) }}
            >
              {tick}
              {tick === 0 && ' min'}
            </span>
          ))}
        </div>
      </div>
      {ways.map((way, index) => {
        const pieces = [
          { label: 'out', minutes: way.outMinutes },
          { label: 'in', minutes: way.backMinutes },
          { label: 'around it', minutes: way.besideMinutes },
        ].filter(({ minutes }) => minutes > 0);
        const on = index === chosen;
        const why = [bestWords(way), sparesWords(way, nameOf)].filter(Boolean).join(' · ');
        return (
          <button
            key={way.operations.join(' ')}
            type="button"
            role="radio"
            aria-checked={on}
            onClick={() => onChoose(index)}
            className={`grid w-full items-center gap-x-4 border px-3 py-1.5 text-left md:grid-cols-[314px_1fr] ${on ? 'border-copper bg-raised' : 'border-transparent border-b-rule'}`}
          >
            <span>
              <span className="font-label block text-[20px] leading-tight font-semibold">
                {letterOf(index)} {titleOf(way)}
              </span>
              <span className="text-muted block text-[14px] leading-tight">
                {why || 'between the others'}
              </span>
            </span>
            <span
              className="relative mt-1 block h-[34px] md:mt-0"
              style={{
                backgroundImage: `repeating-linear-gradient(to right, var(--color-base-300) 0 1px, transparent 1px ${(every / scale) * 100}%)`,
              }}
            >
              <span className="absolute inset-y-0 left-0 flex" style={{ width: at(way.workMinutes) }}>
                {pieces.map(({ label, minutes }) => (
                  <span
                    key={label}
                    className={`font-label overflow-hidden border-r-2 border-r-[var(--color-base-100)] px-2 text-[15px] leading-[34px] whitespace-nowrap text-[#f5f2ea] ${on ? 'bg-plate' : 'bg-[#5f6970]'}`}
                    style={{ width: `${(minutes / way.workMinutes) * 100}%` }}
                  >
                    {minutes / scale > (label.length > 4 ? 0.1 : 0.055) && `${label} `}
                    <span className="figure text-[13px]">{Math.round(minutes)}</span>
                  </span>
                ))}
              </span>
              {way.waitingMinutes > 0 && (
                <span
                  className="font-label text-muted absolute inset-y-0 overflow-hidden border-2 border-dashed border-strong px-1.5 text-[15px] leading-[30px] whitespace-nowrap"
                  style={{ left: at(way.workMinutes), width: at(way.waitingMinutes) }}
                >
                  {way.waitingMinutes / scale > 0.1 && 'waiting '}
                  {way.waitingMinutes / scale > 0.025 && (
                    <span className="figure text-[13px]">{Math.round(way.waitingMinutes)}</span>
                  )}
                </span>
              )}
            </span>
          </button>
        );
      })}
    </div>
  );
}
