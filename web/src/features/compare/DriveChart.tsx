import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register, type EChartsType } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { COLUMNS, legWords, type Drive, type Driven } from '@radiatrix/core/drive';
import { useAppSelector, useUnits } from '../../app/store.ts';

register([LineChart, GridComponent, TooltipComponent, MarkLineComponent, MarkAreaComponent, CanvasRenderer]);

const [T, , COOLANT, RADIATOR, LIFT, DUTY, CURRENT] = COLUMNS.map((_, i) => i) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
];
const GRIDS = [
  { top: 26, height: 172 },
  { top: 240, height: 50 },
  { top: 332, height: 50 },
  { top: 424, height: 50 },
];

const column = (driven: Driven | undefined, index: number, scale = 1, plus = 0): [number, number][] => {
  if (!driven) return [];
  const { samples, rows } = driven;
  const width = COLUMNS.length;
  const points: [number, number][] = [];
  for (let row = 0; row < rows; row += 1)
    points.push([samples[row * width + T]! / 60, samples[row * width + index]! * scale + plus]);
  return points;
};

/** Temperatures, thermostat, fan and current along a drive; old thin, new thick, one above the other. */
export function DriveChart({
  old,
  fresh,
  drive,
  boilsC,
}: {
  old: Driven | undefined;
  fresh: Driven | undefined;
  drive: Drive | undefined;
  boilsC: number | undefined;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType | null>(null);
  const theme = useAppSelector((state) => state.settings.theme);
  const us = useUnits() === 'us';

  useEffect(() => {
    const own = init(box.current!, undefined, { renderer: 'canvas' });
    chart.current = own;
    const watch = new ResizeObserver(() => own.resize());
    watch.observe(box.current!);
    return () => {
      watch.disconnect();
      own.dispose();
      chart.current = null;
    };
  }, []);

  // Everything but the curves, when it changes at all: setting it again with each curve would cost a frame.
  const legs = drive?.legs;
  const legKey = JSON.stringify(legs ?? null);
  useEffect(() => {
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    const [ink, muted, rule, copper, steel, no] = [
      '--color-base-content',
      '--muted',
      '--color-base-300',
      '--color-primary',
      '--color-info',
      '--no',
    ].map(colour) as [string, string, string, string, string, string];
    const font = { fontFamily: 'Barlow Condensed, Arial Narrow, sans-serif', fontSize: 14, color: muted };
    const names = [
      us ? 'coolant, radiator °F' : 'coolant, radiator °C',
      'thermostat open %',
      'fan %',
      'current A',
    ];
    let from = 0;
    const areas = (legs ?? []).map((leg, i) => {
      const start = from;
      from += leg.seconds / 60;
      return [
        {
          xAxis: start,
          name: legWords(leg),
          itemStyle: { color: i % 2 ? rule : 'transparent', opacity: 0.35 },
          label: { ...font, fontSize: 13, position: 'insideBottom' as const },
        },
        { xAxis: from },
      ];
    });
    const line = (grid: number, tone: string, width: number, dash: boolean, step: boolean) => ({
      type: 'line' as const,
      xAxisIndex: grid,
      yAxisIndex: grid,
      showSymbol: false,
      animation: false,
      silent: true,
      step: step ? ('end' as const) : (false as const),
      lineStyle: { width, color: tone, type: dash ? ('dashed' as const) : ('solid' as const) },
      data: [] as [number, number][],
    });
    chart.current?.setOption(
      {
        animation: false,
        textStyle: font,
        grid: GRIDS.map((grid) => ({ ...grid, left: 46, right: 14 })),
        xAxis: GRIDS.map((_, i) => ({
          type: 'value',
          gridIndex: i,
          min: 0,
          max: from || undefined,
          axisLine: { lineStyle: { color: ink } },
          axisLabel: { ...font, show: i === GRIDS.length - 1, formatter: '{value} min' },
          splitLine: { show: false },
          axisTick: { show: true },
        })),
        yAxis: GRIDS.map((_, i) => ({
          type: 'value',
          gridIndex: i,
          name: names[i],
          nameLocation: 'end',
          nameGap: 12,
          nameTextStyle: { ...font, align: 'left', padding: [0, 0, 0, -40] },
          scale: i === 0,
          min: i === 0 ? undefined : 0,
          max:
            i === 1 || i === 2
              ? 100
              : i === 0 && boilsC !== undefined
                ? Math.ceil(((us ? boilsC * 1.8 + 32 : boilsC) + 2) / 10) * 10
                : undefined,
          splitNumber: i === 0 ? 5 : 2,
          axisLabel: font,
          splitLine: { lineStyle: { color: rule } },
        })),
        tooltip: {
          trigger: 'axis',
          valueFormatter: (value: number) => value?.toFixed(1),
          backgroundColor: colour('--color-base-200'),
          textStyle: { ...font, color: ink },
          borderColor: rule,
        },
        series: [
          { ...line(0, muted, 1.2, true, false), name: 'old, coolant' },
          { ...line(0, steel, 1.2, false, false), name: 'new, radiator' },
          {
            ...line(0, copper, 2.2, false, false),
            name: 'new, coolant',
            markArea: { silent: true, data: areas },
            markLine: {
              silent: true,
              symbol: 'none',
              data:
                boilsC === undefined
                  ? []
                  : [
                      {
                        yAxis: us ? boilsC * 1.8 + 32 : boilsC,
                        lineStyle: { color: no, type: 'solid' },
                        label: { ...font, color: no, formatter: 'boils', position: 'insideEndTop' },
                      },
                    ],
            },
          },
          { ...line(1, muted, 1.2, true, false), name: 'old, thermostat' },
          { ...line(1, copper, 2, false, false), name: 'new, thermostat' },
          { ...line(2, muted, 1.2, true, true), name: 'old, fan' },
          { ...line(2, copper, 2, false, true), name: 'new, fan' },
          { ...line(3, muted, 1.2, true, true), name: 'old, current' },
          { ...line(3, copper, 2, false, true), name: 'new, current' },
        ],
      },
      { notMerge: true },
    );
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the legs
  }, [theme, us, boilsC, legKey]);

  useEffect(() => {
    const [scale, plus] = us ? [1.8, 32] : [1, 0];
    chart.current?.setOption(
      {
        series: [
          { data: column(old, COOLANT, scale, plus) },
          { data: column(fresh, RADIATOR, scale, plus) },
          { data: column(fresh, COOLANT, scale, plus) },
          { data: column(old, LIFT, 100) },
          { data: column(fresh, LIFT, 100) },
          { data: column(old, DUTY, 100) },
          { data: column(fresh, DUTY, 100) },
          { data: column(old, CURRENT) },
          { data: column(fresh, CURRENT) },
        ],
      },
      { lazyUpdate: true, silent: true },
    );
    // Told to whoever measures how long a slider takes to show.
    performance.mark('radiatrix:curve');
  }, [old, fresh, us, theme, boilsC, legKey]);

  return <div ref={box} aria-hidden="true" className="h-[506px] w-full" />;
}
