import { PROTOCOLS, type Trial, type TrialRun, type TrialVerdict } from '@radiatrix/core/trial';

const W = 620;
const ROW = 34;
const LEFT = 176;
const RIGHT = 16;

/** Every run as a tick, a set-up a line, with its mean and interval. Less is to the left: better. */
export function RunsChart({ trial, runs, verdict }: { trial: Trial; runs: readonly TrialRun[]; verdict: TrialVerdict }) {
  if (runs.length === 0) return null;
  const { unit } = PROTOCOLS[trial.protocol];
  const values = [...runs.map(({ value }) => value), ...verdict.setUps.flatMap(({ interval }) => interval ?? [])];
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const room = Math.max((most - least) * 0.06, unit === 's' ? 2 : 0.5);
  const x = (value: number): number => LEFT + ((value - least + room) / (most - least + 2 * room)) * (W - LEFT - RIGHT);
  const H = ROW * trial.setUps.length + 26;
  const step = [0.5, 1, 2, 5, 10, 20, 30, 60, 120, 300].find((each) => (most - least + 2 * room) / each <= 7) ?? 600;
  const ticks: number[] = [];
  for (let tick = Math.ceil((least - room) / step) * step; tick <= most + room; tick += step) ticks.push(tick);
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="mt-2 w-full" role="img" aria-label={verdict.setUps.map(({ id, runs: n, value, cut }) => `${trial.setUps.find((each) => each.id === id)!.name}: ${n} runs${value === null ? '' : `, ${cut > 0 ? 'at least ' : ''}${value.toFixed(1)} ${unit}`}`).join('; ')}>
      {ticks.map((tick) => (
        <g key={tick}><path d={`M${x(tick)} 4V${H - 20}`} stroke="var(--color-base-300)" /><text x={x(tick)} y={H - 6} fontSize="12" textAnchor="middle" fill="var(--muted)" className="figure">{tick}</text></g>
      ))}
      <text x={LEFT - 8} y={H - 6} fontSize="12" textAnchor="end" fill="var(--muted)">{unit}</text>
      {trial.setUps.map(({ id, name }, at) => {
        const middle = 4 + ROW * at + ROW / 2;
        const judged = verdict.setUps.find((each) => each.id === id);
        return (
          <g key={id}>
            <text x={LEFT - 8} y={middle + 4} fontSize="14" textAnchor="end" fill="var(--color-base-content)">{name.length > 22 ? `${name.slice(0, 21)}…` : name}</text>
            {judged?.interval && <path d={`M${x(judged.interval[0])} ${middle}H${x(judged.interval[1])}M${x(judged.interval[0])} ${middle - 6}V${middle + 6}M${x(judged.interval[1])} ${middle - 6}V${middle + 6}`} stroke="var(--color-info)" strokeWidth="1.5" />}
            {runs.filter(({ setUp }) => setUp === id).map(({ value, brokenOff }, i) => (
              // A run that was broken off points to where it would have gone on.
              <path key={i} d={`M${x(value)} ${middle - 9}V${middle + 9}${brokenOff ? `M${x(value)} ${middle}h12m-5 -4l5 4l-5 4` : ''}`} stroke="var(--color-base-content)" fill="none" strokeWidth="1.5" opacity="0.7" />
            ))}
            {judged && judged.value !== null && <path d={`M${x(judged.value)} ${middle - 7}l5 7l-5 7l-5 -7Z`} fill={verdict.best === id ? 'var(--straight-in)' : 'var(--color-primary)'} />}
          </g>
        );
      })}
    </svg>
  );
} // prettier-ignore
