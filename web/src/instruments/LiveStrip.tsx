import { useEffect, useRef, type RefObject } from 'react';
import type { Taken } from './useReadings.ts';

interface Mark {
  atS: number;
  word: string;
  grave: boolean;
}
interface Props {
  taken: RefObject<Taken>;
  column: number;
  unit: string;
  /** From what the instrument sends to what is drawn; the reader's unit. */
  scale?: (value: number) => number;
  height?: number;
  marks?: readonly Mark[];
  /** Drawn across: where something is expected. */
  lines?: readonly { at: number; word: string }[];
  label: string;
}
const asRead = (value: number): number => value;
const PAD = { left: 44, right: 10, top: 14, bottom: 20 };

/** Lowest and highest of each pixel column: as much as a screen shows of however many readings. */
function columns(ms: readonly number[], values: readonly (number | null)[], width: number, endMs: number) {
  const lo = new Float64Array(width).fill(NaN);
  const hi = new Float64Array(width).fill(NaN);
  for (let i = 0; i < ms.length; i += 1) {
    const value = values[i];
    if (value === null || value === undefined) continue;
    const x = Math.min(width - 1, Math.floor((ms[i]! / endMs) * width));
    if (!(lo[x]! <= value)) lo[x] = value;
    if (!(hi[x]! >= value)) hi[x] = value;
  }
  return { lo, hi };
}

/** A strip that draws itself as readings come, as often as the screen does, and only where something is new. */
export function LiveStrip({ taken, column, unit, scale = asRead, height = 190, marks = [], lines = [], label }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const shown = useRef({ marks, lines, scale });
  useEffect(() => {
    shown.current = { marks, lines, scale };
  });
  const key = `${marks.length} ${lines.length}`;
  useEffect(() => {
    const element = canvas.current!;
    const context = element.getContext('2d')!;
    let drawn = '';
    let frame = 0;
    const draw = (): void => {
      frame = requestAnimationFrame(draw);
      const { ms } = taken.current;
      const values = taken.current.values[column] ?? [];
      const ratio = Math.min(2, devicePixelRatio || 1);
      const [width, tall] = [element.clientWidth, height];
      const state = `${ms.length} ${width} ${key} ${unit} ${document.documentElement.dataset.theme ?? ''}`;
      if (state === drawn || width === 0) return;
      drawn = state;
      element.width = width * ratio;
      element.height = tall * ratio;
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      const style = getComputedStyle(element);
      const [ink, muted, rule, copper, grave] = ['--color-base-content', '--muted', '--color-base-300', '--color-primary', '--no'].map((name) => style.getPropertyValue(name)) as [string, string, string, string, string];
      context.font = "12px 'IBM Plex Mono', monospace";
      const inside = Math.max(10, Math.floor(width - PAD.left - PAD.right));
      // A window of minutes that grows by halves, so that the whole curve is always there.
      const span = Math.max(120_000, (ms.at(-1) ?? 0) * 1.02);
      const inUnit = shown.current.scale;
      const { lo, hi } = columns(ms, values.map((each) => (each === null ? null : inUnit(each))), inside, span);
      const known = [...lo, ...hi].filter((each) => !Number.isNaN(each));
      if (known.length === 0) {
        context.fillStyle = muted;
        context.fillText('no readings yet', PAD.left, tall / 2);
        return;
      }
      const wanted = [...known, ...shown.current.lines.map(({ at }) => inUnit(at))];
      const [least, most] = wanted.length > 0 ? [Math.min(...wanted), Math.max(...wanted)] : [0, 1];
      const room = Math.max(4, (most - least) * 0.08);
      const y = (value: number): number => PAD.top + (1 - (value - least + room) / (most - least + 2 * room)) * (tall - PAD.top - PAD.bottom);
      const x = (seconds: number): number => PAD.left + ((seconds * 1000) / span) * inside;
      context.strokeStyle = rule;
      context.fillStyle = muted;
      context.lineWidth = 1;
      const step = [1, 2, 5, 10, 20, 50, 100].find((each) => (most - least + 2 * room) / each <= 6) ?? 200;
      for (let tick = Math.ceil((least - room) / step) * step; tick <= most + room; tick += step) {
        context.beginPath();
        context.moveTo(PAD.left, y(tick));
        context.lineTo(width - PAD.right, y(tick));
        context.stroke();
        context.textAlign = 'right';
        context.fillText(String(tick), PAD.left - 6, y(tick) + 4);
      }
      context.textAlign = 'left';
      context.fillText(unit, 2, 11);
      const minutes = span / 60_000;
      const every = [1, 2, 5, 10, 15, 30, 60].find((each) => minutes / each <= 8) ?? 120;
      const roomy = x(every * 60) - x(0) > 62;
      for (let minute = 0; minute <= minutes; minute += every) {
        const isLast = minute + every > minutes;
        context.textAlign = minute === 0 ? 'left' : isLast ? 'right' : 'center';
        context.fillText(`${minute}${(roomy ? minute === 0 : isLast) ? ' min' : ''}`, x(minute * 60), tall - 5);
      }
      context.setLineDash([5, 4]);
      context.strokeStyle = muted;
      for (const { at: recorded, word } of shown.current.lines) {
        const at = inUnit(recorded);
        context.beginPath();
        context.moveTo(PAD.left, y(at));
        context.lineTo(width - PAD.right, y(at));
        context.stroke();
        // A warm-up begins low: up on the left there is room.
        context.textAlign = 'left';
        context.fillText(word, PAD.left + 4, y(at) - 3);
      }
      context.setLineDash([]);
      context.strokeStyle = copper;
      context.lineWidth = 2;
      context.beginPath();
      let pen = false;
      for (let i = 0; i < inside; i += 1) {
        if (Number.isNaN(lo[i]!)) continue;
        const [low, high] = [y(lo[i]!), y(hi[i]!)];
        if (pen) context.lineTo(PAD.left + i, high);
        else context.moveTo(PAD.left + i, high);
        if (low !== high) context.lineTo(PAD.left + i, low);
        pen = true;
      }
      context.stroke();
      context.textAlign = 'center';
      [...shown.current.marks].sort((a, b) => a.atS - b.atS).forEach(({ atS, word, grave: bad }, i) => {
        context.strokeStyle = bad ? grave : ink;
        context.fillStyle = bad ? grave : ink;
        context.lineWidth = 1;
        context.beginPath();
        context.moveTo(x(atS), PAD.top);
        context.lineTo(x(atS), tall - PAD.bottom);
        context.stroke();
        context.textAlign = x(atS) > width - 70 ? 'right' : 'left';
        // Neighbours stand a line lower, so that none covers another.
        context.fillText(word, x(atS) + (x(atS) > width - 70 ? -3 : 3), PAD.top - 3 + (i % 2) * 13);
      });
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [taken, column, unit, height, key]);
  return <canvas ref={canvas} role="img" aria-label={label} className="block w-full" style={{ height }} />;
} // prettier-ignore
