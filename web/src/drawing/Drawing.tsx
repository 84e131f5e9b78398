import { select, type Selection } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { Download, Maximize, Ruler as RulerIcon, ZoomIn, ZoomOut } from 'lucide-react';
import { createContext, useContext, useEffect, useRef, useState, type ReactNode } from 'react';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../app/store.ts';
import { saveSvg } from './saveSvg.ts';

/** A place on the drawing, mm; y downward as SVG has it. */
export interface Point {
  x: number;
  y: number;
}
export interface Bounds extends Point {
  w: number;
  h: number;
}

/** Millimetres for one pixel on screen: text and arrows keep their size whatever the zoom. */
const Scale = createContext(1);
export const useScale = (): number => useContext(Scale);

const NEAREST_PX = 10;
const STEP = 1.25;
const PAN_PX = 24;
/** From a quarter of the size that shows all of it to twenty times. */
const EXTENT: [number, number] = [0.25, 20];

/**
 * A drawing to scale in millimetres: pan by dragging or arrows, zoom by wheel or + and −, all of it by 0, a distance
 * between two points by m. Says in words what it shows.
 */
export function Drawing({
  name,
  bounds,
  says,
  snaps = [],
  height = 430,
  children,
}: {
  name: string;
  bounds: Bounds;
  /** What a reader who cannot see it is told, line by line. */
  says: readonly string[];
  /** Places a measurement snaps to. */
  snaps?: readonly Point[];
  height?: number;
  children: ReactNode;
}) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const [width, setWidth] = useState(640);
  const [moved, setMoved] = useState<ZoomTransform>(zoomIdentity);
  const [measuring, setMeasuring] = useState(false);
  const [points, setPoints] = useState<Point[]>([]);
  const [cross, setCross] = useState<Point | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  const measures = useRef(measuring);
  measures.current = measuring;

  useEffect(() => {
    const own = svg.current;
    if (!own) return;
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(200, entry!.contentRect.width)));
    watch.observe(own);
    return () => watch.disconnect();
  }, []);
  const whole = Math.max(bounds.w / width, bounds.h / height);
  const scale = whole / moved.k;
  // What zooming knows as pixels is laid over the whole drawing, which stands in the middle of its frame.
  const view = {
    x: bounds.x + bounds.w / 2 - (width * whole) / 2 - moved.x * scale,
    y: bounds.y + bounds.h / 2 - (height * whole) / 2 - moved.y * scale,
    w: width * scale,
    h: height * scale,
  };
  const centre = { x: view.x + view.w / 2, y: view.y + view.h / 2 };
  const zooming = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  useEffect(() => {
    const own = svg.current!;
    const behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent(EXTENT)
      // The page keeps its wheel until the drawing has the focus; while measuring a press marks a point.
      .filter((event: MouseEvent) => {
        if (event.type === 'wheel') return event.ctrlKey || frame.current!.contains(document.activeElement);
        return !measures.current && event.button === 0;
      })
      .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) => setMoved(transform));
    zooming.current = behaviour;
    select(own).call(behaviour).on('dblclick.zoom', null);
    return () => void select(own).on('.zoom', null);
  }, []);
  const act = (
    what: (
      on: Selection<SVGSVGElement, unknown, null, undefined>,
      by: ZoomBehavior<SVGSVGElement, unknown>,
    ) => void,
  ) => {
    if (svg.current && zooming.current) what(select(svg.current), zooming.current);
  };
  const fit = () => act((on, by) => by.transform(on, zoomIdentity));
  const zoomBy = (factor: number) => act((on, by) => by.scaleBy(on, factor));
  const placeOf = (event: { clientX: number; clientY: number }): Point => {
    const box = svg.current!.getBoundingClientRect();
    return { x: view.x + (event.clientX - box.left) * scale, y: view.y + (event.clientY - box.top) * scale };
  };
  const snapped = (at: Point): Point =>
    snaps.reduce<{ point: Point; off: number }>(
      (best, point) => {
        const off = Math.hypot(point.x - at.x, point.y - at.y);
        return off < best.off ? { point, off } : best;
      },
      { point: at, off: NEAREST_PX * scale },
    ).point;
  const mark = (at: Point) => setPoints((held) => (held.length >= 2 ? [at] : [...held, at]));

  const key = (event: React.KeyboardEvent) => {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const move = moves[event.key];
    if (move && measuring) {
      const from = cross ?? centre;
      setCross({ x: from.x + move[0] * step, y: from.y + move[1] * step });
    } else if (move)
      act((on, by) =>
        by.translateBy(on, (-move[0] * step * PAN_PX) / moved.k, (-move[1] * step * PAN_PX) / moved.k),
      );
    else if (event.key === '+' || event.key === '=') zoomBy(STEP);
    else if (event.key === '-') zoomBy(1 / STEP);
    else if (event.key === '0') fit();
    else if (event.key === 'm') toggleMeasuring();
    else if (event.key === 'Enter' && measuring) mark(snapped(cross ?? centre));
    else if (event.key === 'Escape' && measuring) toggleMeasuring();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const toggleMeasuring = () => {
    setMeasuring(!measuring);
    setPoints([]);
    setCross(measuring ? null : centre);
  };
  const [a, b] = points;
  const apart = a && b ? Math.hypot(a.x - b.x, a.y - b.y) : undefined;
  return (
    <figure className="m-0">
      <div className="no-print flex flex-wrap items-center gap-1 pb-1">
        <Tool label="Nearer" onClick={() => zoomBy(STEP)} icon={<ZoomIn size={17} aria-hidden="true" />} />
        <Tool
          label="Farther"
          onClick={() => zoomBy(1 / STEP)}
          icon={<ZoomOut size={17} aria-hidden="true" />}
        />
        <Tool label="All of it" onClick={fit} icon={<Maximize size={16} aria-hidden="true" />} />
        <Tool
          label="Measure between two points"
          pressed={measuring}
          onClick={toggleMeasuring}
          icon={<RulerIcon size={17} aria-hidden="true" />}
        />
        <Tool
          label="Save as SVG"
          onClick={() => svg.current && saveSvg(svg.current, name)}
          icon={<Download size={16} aria-hidden="true" />}
        />
        <span role="status" className="figure ml-2 text-[14px]">
          {apart !== undefined
            ? `${formatQuantity(apart, 'length', units)} apart`
            : measuring
              ? a
                ? 'the other point'
                : 'one point'
              : ''}
        </span>
      </div>
      <div
        ref={frame}
        tabIndex={0}
        role="group"
        aria-label={`${name}: arrows move it, plus and minus zoom, 0 shows all of it, m measures`}
        onKeyDown={key}
        className={`border-rule bg-raised border ${measuring ? 'cursor-crosshair' : 'cursor-grab'}`}
      >
        <svg
          ref={svg}
          role="img"
          aria-label={name}
          width="100%"
          height={height}
          viewBox={`${view.x} ${view.y} ${view.w} ${view.h}`}
          preserveAspectRatio="xMidYMid meet"
          className="text-ink block touch-none select-none"
          onPointerDown={(event) => measuring && mark(snapped(placeOf(event)))}
          onPointerMove={(event) => measuring && setCross(snapped(placeOf(event)))}
        >
          <desc>{says.join('. ')}</desc>
          <Scale.Provider value={scale}>
            {children}
            {measuring && cross && (
              <path
                d={`M${cross.x - 9 * scale} ${cross.y}h${18 * scale}M${cross.x} ${cross.y - 9 * scale}v${18 * scale}`}
                stroke="var(--color-copper)"
                strokeWidth={1.2 * scale}
              />
            )}
            {points.map((point) => (
              <circle
                key={`${point.x} ${point.y}`}
                cx={point.x}
                cy={point.y}
                r={3.5 * scale}
                fill="var(--color-copper)"
              />
            ))}
            {a && b && (
              <line
                x1={a.x}
                y1={a.y}
                x2={b.x}
                y2={b.y}
                stroke="var(--color-copper)"
                strokeWidth={1.4 * scale}
              />
            )}
          </Scale.Provider>
        </svg>
      </div>
      <figcaption className="sr-only">
        <ul>
          {says.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </figcaption>
    </figure>
  );
}

function Tool({
  label,
  icon,
  pressed,
  onClick,
}: {
  label: string;
  icon: ReactNode;
  pressed?: boolean;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={pressed}
      onClick={onClick}
      className={`grid size-7 place-items-center border ${pressed ? 'border-copper text-copper' : 'border-rule text-ink'}`}
    >
      {icon}
    </button>
  );
}

/** Text that keeps its size on screen. */
export function Label({
  x,
  y,
  size = 13,
  anchor = 'middle',
  tone = 'currentColor',
  turn = 0,
  children,
}: Point & {
  size?: number;
  anchor?: 'start' | 'middle' | 'end';
  tone?: string;
  turn?: number;
  children: ReactNode;
}) {
  const scale = useScale();
  return (
    <text
      x={x}
      y={y}
      fontSize={size * scale}
      textAnchor={anchor}
      fill={tone}
      transform={turn ? `rotate(${turn} ${x} ${y})` : undefined}
      style={{
        fontFamily: 'var(--font-label)',
        paintOrder: 'stroke',
        stroke: 'var(--color-raised)',
        strokeWidth: 3.5 * scale,
      }}
    >
      {children}
    </text>
  );
}

/** A dimension line with its arrows and projection lines (ISO 128 narrow lines). */
export function Dimension({
  from,
  to,
  off,
  tone = 'currentColor',
  children,
}: {
  from: Point;
  to: Point;
  /** Beside the thing, mm; across lines go down by it, upright ones to the right. */
  off: number;
  tone?: string;
  children: ReactNode;
}) {
  const scale = useScale();
  const level = Math.abs(to.y - from.y) < Math.abs(to.x - from.x);
  const [a, b] = level
    ? [
        { x: from.x, y: from.y + off },
        { x: to.x, y: from.y + off },
      ]
    : [
        { x: from.x + off, y: from.y },
        { x: from.x + off, y: to.y },
      ];
  const arrow = 6 * scale;
  const heads = level
    ? `M${a.x} ${a.y}l${arrow} ${arrow / 3}M${a.x} ${a.y}l${arrow} ${-arrow / 3}M${b.x} ${b.y}l${-arrow} ${arrow / 3}M${b.x} ${b.y}l${-arrow} ${-arrow / 3}`
    : `M${a.x} ${a.y}l${arrow / 3} ${(b.y > a.y ? 1 : -1) * arrow}M${a.x} ${a.y}l${-arrow / 3} ${(b.y > a.y ? 1 : -1) * arrow}M${b.x} ${b.y}l${arrow / 3} ${(b.y > a.y ? -1 : 1) * arrow}M${b.x} ${b.y}l${-arrow / 3} ${(b.y > a.y ? -1 : 1) * arrow}`;
  const line = { stroke: tone, strokeWidth: 0.8 * scale, fill: 'none' };
  return (
    <g>
      <path d={`M${from.x} ${from.y}L${a.x} ${a.y}M${to.x} ${to.y}L${b.x} ${b.y}`} {...line} opacity={0.55} />
      <path d={`M${a.x} ${a.y}L${b.x} ${b.y}${heads}`} {...line} />
      <Label
        x={(a.x + b.x) / 2 + (level ? 0 : 5 * scale)}
        y={(a.y + b.y) / 2 - (level ? 4 * scale : 0)}
        anchor={level ? 'middle' : 'start'}
        tone={tone}
      >
        {children}
      </Label>
    </g>
  );
}

/** Broken line: what is not on record. */
export const BROKEN = '5 4';
