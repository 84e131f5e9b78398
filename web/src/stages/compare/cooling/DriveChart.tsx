import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { init, use as register, type EChartsType } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { memo, useEffect, useId, useMemo, useRef } from 'react';
import { COLUMNS, legWords, type Drive, type Driven } from '@radiatrix/core/drive';
import { useAppSelector, useUnits } from '../../../app/store.ts';
import { dropTask, queueTask } from '../background/task-queue.ts';

register([LineChart, GridComponent, MarkLineComponent, MarkAreaComponent, CanvasRenderer]);

const [T, , COOLANT, RADIATOR, LIFT, DUTY, CURRENT] = COLUMNS.map((_, i) => i) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
];

interface Line {
  /** Column of the samples. */
  column: number;
  whose: 'old' | 'fresh';
  tone: '--muted' | '--color-primary' | '--color-info';
  width: number;
  /** Holds its value until the next, as a switch does. */
  step?: boolean;
}
interface StripSort {
  id: string;
  name: string;
  usName?: string;
  height: number;
  lines: readonly Line[];
  scale?: number;
  temperature?: boolean;
  max?: number;
  last?: boolean;
}
const pair = (column: number, step: boolean): Line[] => [
  { column, whose: 'old', tone: '--muted', width: 1.2, step },
  { column, whose: 'fresh', tone: '--color-primary', width: 2, step },
];
/** One under the other on one axis of time; each drawn by itself, so that none keeps the hand waiting. */
const STRIPS: readonly StripSort[] = [
  {
    id: 'temperature', name: 'coolant, radiator °C', usName: 'coolant, radiator °F', height: 214, temperature: true,
    lines: [
      { column: COOLANT, whose: 'old', tone: '--muted', width: 1.2 },
      { column: RADIATOR, whose: 'fresh', tone: '--color-info', width: 1.2 },
      { column: COOLANT, whose: 'fresh', tone: '--color-primary', width: 2.2 },
    ],
  },
  { id: 'lift', name: 'thermostat open %', height: 92, scale: 100, max: 100, lines: pair(LIFT, false) },
  { id: 'duty', name: 'fan %', height: 92, scale: 100, max: 100, lines: pair(DUTY, true) },
  { id: 'current', name: 'current A', height: 112, lines: pair(CURRENT, true), last: true },
]; // prettier-ignore

const points = (
  driven: Driven | undefined,
  column: number,
  scale: number,
  plus: number,
): [number, number][] => {
  if (!driven) return [];
  const { samples, rows } = driven;
  const width = COLUMNS.length;
  const made: [number, number][] = [];
  for (let row = 0; row < rows; row += 1)
    made.push([samples[row * width + T]! / 60, samples[row * width + column]! * scale + plus]);
  return made;
};

/** Temperatures, thermostat, fan and current along a drive; old thin and dashed, new thick. */
export const DriveChart = memo(function DriveChart({
  old,
  fresh,
  legs,
  boilsC,
}: {
  old: Driven | undefined;
  fresh: Driven | undefined;
  legs: Drive['legs'] | undefined;
  boilsC: number | undefined;
}) {
  // Legs are made anew with each move of a slider; what they say seldom changes.
  const key = JSON.stringify(legs ?? []);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the legs
  const kept = useMemo(() => legs ?? [], [key]);
  return (
    <div aria-hidden="true">
      {STRIPS.map((strip) => (
        <Strip key={strip.id} strip={strip} old={old} fresh={fresh} legs={kept} boilsC={boilsC} />
      ))}
    </div>
  );
});

function Strip({
  strip,
  old,
  fresh,
  legs,
  boilsC,
}: {
  strip: StripSort;
  old: Driven | undefined;
  fresh: Driven | undefined;
  legs: Drive['legs'];
  boilsC: number | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType | null>(null);
  const own = useId();
  const theme = useAppSelector((state) => state.settings.theme);
  const us = useUnits() === 'us';

  useEffect(() => {
    const made = init(box.current!, undefined, { renderer: 'canvas' });
    chart.current = made;
    const watch = new ResizeObserver(() => queueTask(`${own}size`, () => chart.current?.resize()));
    watch.observe(box.current!);
    return () => {
      for (const what of ['size', 'old', 'fresh']) dropTask(own + what);
      watch.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, [own]);

  // Everything but the curves: set again only when it is another.
  useEffect(() => {
    chart.current?.setOption(frameOf(strip, legs, boilsC, us), { notMerge: true });
  }, [strip, theme, us, boilsC, legs]);

  // After the frame, which takes the curves away. Each side by itself: a slider moves only one.
  const [scale, plus] = strip.temperature && us ? [1.8, 32] : [strip.scale ?? 1, 0];
  const draw = (whose: Line['whose'], driven: Driven | undefined) =>
    queueTask(own + whose, () => {
      chart.current?.setOption({
        series: strip.lines
          .map((line, i) => ({ id: String(i), line }))
          .filter(({ line }) => line.whose === whose)
          .map(({ id, line }) => ({ id, data: points(driven, line.column, scale, plus) })),
      });
      // Told to whoever measures how long a slider takes to show.
      if (strip.last && whose === 'fresh') performance.mark('radiatrix:curve');
    });
  useEffect(() => draw('old', old), [old, theme, us, boilsC, legs]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => draw('fresh', fresh), [fresh, theme, us, boilsC, legs]); // eslint-disable-line react-hooks/exhaustive-deps

  return <div ref={box} style={{ height: strip.height }} className="w-full" />;
}

function frameOf(strip: StripSort, legs: Drive['legs'], boilsC: number | undefined, us: boolean) {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string): string => style.getPropertyValue(name).trim();
  const [ink, muted, rule, no] = ['--color-base-content', '--muted', '--color-base-300', '--no'].map(
    colour,
  ) as [string, string, string, string];
  const font = { fontFamily: 'Barlow Condensed, Arial Narrow, sans-serif', fontSize: 14, color: muted };
  const boils = strip.temperature && boilsC !== undefined ? (us ? boilsC * 1.8 + 32 : boilsC) : undefined;
  let from = 0;
  const areas = legs.map((leg, i) => {
    const start = from;
    from += leg.seconds / 60;
    return [
      {
        xAxis: start,
        name: strip.temperature ? legWords(leg) : '',
        itemStyle: { color: i % 2 ? rule : 'transparent', opacity: 0.35 },
        label: { ...font, fontSize: 13, position: 'insideBottom' as const },
      },
      { xAxis: from },
    ];
  });
  return {
    animation: false,
    textStyle: font,
    grid: { top: 26, bottom: strip.last ? 24 : 8, left: 46, right: 14 },
    xAxis: {
      type: 'value',
      min: 0,
      max: from || undefined,
      axisLine: { lineStyle: { color: ink } },
      axisLabel: { ...font, show: strip.last ?? false, formatter: '{value} min', showMaxLabel: false },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: us ? (strip.usName ?? strip.name) : strip.name,
      nameGap: 10,
      nameTextStyle: { ...font, align: 'left', padding: [0, 0, 0, -40] },
      scale: strip.temperature ?? false,
      min: strip.temperature ? undefined : 0,
      max: boils === undefined ? strip.max : Math.ceil((boils + 2) / 10) * 10,
      splitNumber: strip.temperature ? 5 : 2,
      axisLabel: { ...font, showMaxLabel: boils === undefined },
      splitLine: { lineStyle: { color: rule } },
    },
    series: strip.lines.map((line, i) => ({
      id: String(i),
      type: 'line',
      showSymbol: false,
      silent: true,
      step: line.step ? 'end' : false,
      lineStyle: {
        width: line.width,
        color: colour(line.tone),
        type: line.whose === 'old' ? 'dashed' : 'solid',
      },
      data: [],
      ...(i === 0
        ? {
            markArea: { silent: true, data: areas },
            markLine: {
              silent: true,
              symbol: 'none',
              data:
                boils === undefined
                  ? []
                  : [
                      {
                        yAxis: boils,
                        lineStyle: { color: no, type: 'solid' },
                        label: { ...font, color: no, formatter: 'boils', position: 'insideEndTop' },
                      },
                    ],
            },
          }
        : {}),
    })),
  };
}
