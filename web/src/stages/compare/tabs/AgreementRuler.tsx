import { atEngine, fullyOpenOf, type Settings } from '@radiatrix/core/fitment';
import { PLACES } from '@radiatrix/core/drive';
import { formatQuantity, type UnitSystem } from '@radiatrix/core/quantity';
import type { Practice } from '@radiatrix/core/practice';

const [FROM, TO] = [62, 132];
const [WIDTH, LEFT, RIGHT] = [1180, 168, 20];
const at = (tempC: number): number =>
  LEFT + ((Math.min(TO, Math.max(FROM, tempC)) - FROM) / (TO - FROM)) * (WIDTH - LEFT - RIGHT);
const ROW = 46;

/** Everything that is set to a temperature on one scale; what is proposed stands over it in copper. */
export function AgreementRuler({
  settings,
  proposed,
  units,
  wrong,
  practice,
}: {
  settings: Settings;
  proposed: Settings | undefined;
  units: UnitSystem;
  /** Stages that break a rule. */
  wrong: ReadonlySet<number>;
  practice: Practice;
}) {
  const us = units === 'us';
  const say = (tempC: number): string =>
    formatQuantity(tempC, 'temperature', us ? 'us' : 'metric', { bare: true });
  const full = fullyOpenOf(settings.thermostat, practice);
  const rows = 1 + settings.stages.length;
  const floor = 26 + rows * ROW + 8;
  const height = floor + 46;
  const ticks = us
    ? Array.from({ length: 27 }, (_, i) => 145 + i * 5).map((f) => ({
        c: (f - 32) / 1.8,
        big: f % 10 === 0,
        text: String(f),
      }))
    : Array.from({ length: TO - FROM + 1 }, (_, i) => FROM + i).map((c) => ({
        c,
        big: c % 5 === 0,
        text: c % 10 === 0 ? String(c) : '',
      }));
  const y = (row: number): number => 26 + row * ROW + ROW / 2;
  const words = [
    `thermostat starts to open at ${say(settings.thermostat.opensC)}, is fully open at ${say(full)}`,
    ...settings.stages.map(
      (stage, i) =>
        `fan stage ${i + 1} on at ${say(stage.onC)}, off at ${say(stage.offC)}, sensed ${PLACES[settings.place]}`,
    ),
    settings.warningC === undefined ? '' : `warning lamp at ${say(settings.warningC)}`,
    `boiling at ${say(settings.boilsC)} degrees ${us ? 'Fahrenheit' : 'Celsius'}`,
  ].filter(Boolean);
  const moved = settings.place === 'radiator-outlet';
  return (
    <div className="overflow-x-auto">
      <svg
        role="img"
        aria-label={`Ruler of temperatures: ${words.join('; ')}`}
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="font-label w-full min-w-[760px] text-[15px]"
      >
        <defs>
          <pattern
            id="boils"
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" y1="0" x2="0" y2="8" stroke="var(--color-no)" strokeWidth="2" opacity="0.5" />
          </pattern>
        </defs>
        {settings.boilsC < TO && (
          <rect
            x={at(settings.boilsC)}
            y={20}
            width={WIDTH - RIGHT - at(settings.boilsC)}
            height={floor - 20}
            fill="url(#boils)"
          />
        )}
        <path d={`M${at(settings.boilsC)} 20V${floor}`} stroke="var(--color-no)" strokeWidth="1.6" />
        <text x={at(settings.boilsC) - 5} y={14} textAnchor="middle" fill="var(--color-no)">
          boils {say(settings.boilsC)}
        </text>
        {settings.warningC !== undefined && (
          <>
            <path
              d={`M${at(settings.warningC)} 20V${floor}`}
              stroke="var(--color-changes)"
              strokeWidth="1.4"
              strokeDasharray="6 3"
            />
            <text x={at(settings.warningC) - 5} y={14} textAnchor="middle" fill="var(--color-changes)">
              warning lamp {say(settings.warningC)}
            </text>
          </>
        )}
        {/* Thermostat: a wedge from where it starts to where it is fully open. */}
        <text x={0} y={y(0) + 5} fill="currentColor">
          thermostat opens
        </text>
        <path
          d={`M${at(settings.thermostat.opensC)} ${y(0) + 11}L${at(full)} ${y(0) - 11}V${y(0) + 11}Z`}
          fill="var(--color-steel)"
          opacity="0.3"
        />
        <path
          d={`M${at(settings.thermostat.opensC)} ${y(0) + 11}L${at(full)} ${y(0) - 11}H${WIDTH - RIGHT}`}
          fill="none"
          stroke="var(--color-steel)"
          strokeWidth="1.8"
        />
        <path
          d={`M${at(settings.thermostat.opensC)} 26V${floor}`}
          stroke="var(--color-steel)"
          strokeDasharray="2 4"
        />
        <Mark
          x={at(settings.thermostat.opensC)}
          y={y(0) + 11}
          text={say(settings.thermostat.opensC)}
          tone="var(--color-steel)"
          side="left"
        />
        <Mark
          x={at(full)}
          y={y(0) - 15}
          text={`fully open ${say(full)}`}
          tone="var(--color-steel)"
          side="right"
        />
        {settings.stages.map((stage, i) => {
          const [on, off] = [atEngine(settings, stage.onC), atEngine(settings, stage.offC)];
          const tone = wrong.has(i) ? 'var(--color-no)' : 'currentColor';
          const other = proposed?.stages[i];
          const differs = other && (other.onC !== stage.onC || other.offC !== stage.offC);
          return (
            <g key={i}>
              <text x={0} y={y(i + 1) - 1} fill="currentColor">
                {settings.stages.length > 1 ? `fan, stage ${i + 1}` : 'fan'}
              </text>
              <text x={0} y={y(i + 1) + 13} fill="var(--color-muted)" fontSize="12.500">
                {PLACES[settings.place]}
              </text>
              <path
                d={`M${at(off)} ${y(i + 1) + 8}H${at(on)}`}
                stroke={tone}
                strokeWidth="7"
                opacity="0.75"
              />
              <path
                d={`M${at(on)} ${y(i + 1) - 2}l0 20M${at(off)} ${y(i + 1) - 2}l0 20`}
                stroke={tone}
                strokeWidth="1.6"
              />
              <Mark x={at(on)} y={y(i + 1) + 12} text={`on ${say(stage.onC)}`} tone={tone} side="right" />
              <Mark x={at(off)} y={y(i + 1) + 12} text={`off ${say(stage.offC)}`} tone={tone} side="left" />
              {differs && proposed && (
                <g>
                  <path
                    d={`M${at(atEngine(proposed, other.offC))} ${y(i + 1) - 9}H${at(atEngine(proposed, other.onC))}`}
                    stroke="var(--color-copper)"
                    strokeWidth="4"
                    strokeDasharray="7 3"
                  />
                  <text
                    x={(at(atEngine(proposed, other.offC)) + at(atEngine(proposed, other.onC))) / 2}
                    y={y(i + 1) - 14}
                    textAnchor="middle"
                    fill="var(--color-copper)"
                  >
                    proposed {say(other.offC)} to {say(other.onC)}
                  </text>
                </g>
              )}
            </g>
          );
        })}
        <path d={`M${LEFT} ${floor}H${WIDTH - RIGHT}`} stroke="currentColor" strokeWidth="1.4" />
        {ticks.map(({ c, big, text }) => (
          <g key={c}>
            <path d={`M${at(c)} ${floor}v${big ? 10 : 5}`} stroke="currentColor" />
            {text && big && (
              <text
                x={at(c)}
                y={floor + 26}
                textAnchor="middle"
                className="figure"
                fontSize="13"
                fill="currentColor"
              >
                {text}
              </text>
            )}
          </g>
        ))}
        <text x={0} y={floor + 24} fill="var(--color-muted)">
          {us ? '°F' : '°C'} at the engine outlet{moved ? `, ${settings.dropK.toFixed(0)} K added` : ''}
        </text>
      </svg>
    </div>
  );
}

function Mark({
  x,
  y,
  text,
  tone,
  side,
}: {
  x: number;
  y: number;
  text: string;
  tone: string;
  side: 'left' | 'right';
}) {
  return (
    <text
      x={side === 'left' ? x - 6 : x + 6}
      y={y}
      textAnchor={side === 'left' ? 'end' : 'start'}
      fill={tone}
    >
      {text}
    </text>
  );
}
