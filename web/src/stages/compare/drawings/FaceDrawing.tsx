import type { FaceId, FaceShape } from '@radiatrix/core/fitment';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { BROKEN, Dimension, Drawing, Label, useScale, type Point } from '../../../drawing/Drawing.tsx';
import type { Plan } from '@radiatrix/core/fitment';
import { portLabel } from '@radiatrix/core/fitment';

type Whose = 'bay' | 'old' | 'new';
/** Line types of ISO 128: outline thick, the old thin and dashed, neighbouring parts thin with two dots. */
const LINES: Record<Whose, { stroke: string; strokeWidth: number; dash: string | undefined }> = {
  bay: { stroke: 'var(--color-steel)', strokeWidth: 1, dash: '14 3 2 3 2 3' },
  old: { stroke: 'var(--color-muted)', strokeWidth: 1.1, dash: '9 3' },
  new: { stroke: 'var(--color-ink)', strokeWidth: 1.8, dash: undefined },
};
const WHOSE: Record<Whose, string> = { bay: 'vehicle', old: 'old', new: 'new' };

/** Old and new radiator over each other in the vehicle's opening, to scale, seen from the seat. */
export function FaceDrawing({
  compared,
  lit,
  onLit,
  ports = false,
  height,
}: {
  compared: Plan;
  lit: FaceId | null;
  onLit: (id: FaceId | null) => void;
  /** Only what hoses and lines meet, with their names. */
  ports?: boolean;
  /** Of the frame, px. */
  height?: number;
}) {
  const units = useUnits();
  const { face } = compared;
  const mm = (value: number) => formatQuantity(value, 'length', units);
  const newCore = face.fresh.find((shape) => shape.id === 'core');
  const all: [Whose, FaceShape[]][] = [
    ['bay', ports ? face.bay.filter((shape) => shape.id === 'opening') : face.bay],
    ['old', ports ? [] : face.old],
    [
      'new',
      ports ? face.fresh.filter((shape) => !['fan', 'blades', 'fanHoles'].includes(shape.id)) : face.fresh,
    ],
  ];
  const extents = all.flatMap(([, shapes]) => shapes.map(extentOf));
  if (extents.length === 0)
    return (
      <p className="border-strong text-muted border border-dashed p-4">
        Neither radiator nor opening has a width and a height on record: there is nothing to draw.
      </p>
    );
  const [left, right] = [Math.min(...extents.map((e) => e.left)), Math.max(...extents.map((e) => e.right))];
  const [low, high] = [Math.min(...extents.map((e) => e.low)), Math.max(...extents.map((e) => e.high))];
  const margin = ports ? 190 : 78;
  const bounds = { x: left - margin, y: -high - 62, w: right - left + 2 * margin, h: high - low + 124 };
  const says = all.flatMap(([whose, shapes]) => [
    ...new Set(shapes.map((shape) => `${WHOSE[whose]}: ${wordsOf(shape, mm)}`)),
  ]);
  const opening = face.bay.find((shape) => shape.id === 'opening');
  const [oldAll, newAll] = [face.old, face.fresh].map((shapes) =>
    shapes.find((shape) => shape.id === 'overall'),
  );
  return (
    <Drawing
      name={ports ? 'Ports' : 'Face'}
      bounds={bounds}
      {...(height === undefined ? {} : { height })}
      says={says}
      snaps={all.flatMap(([, shapes]) => shapes.flatMap(cornersOf))}
    >
      <line
        x1={0}
        x2={0}
        y1={-high - 16}
        y2={-low + 16}
        stroke="currentColor"
        strokeWidth={0.7}
        strokeDasharray="12 3 3 3"
        vectorEffect="non-scaling-stroke"
        opacity={0.5}
      />
      {all.map(([whose, shapes]) => (
        <g key={whose}>
          {shapes.map((shape, i) => (
            <Shape
              key={`${shape.id}${i}`}
              shape={shape}
              whose={whose}
              lit={lit}
              onLit={onLit}
              named={ports}
              words={wordsOf(shape, mm)}
              name={portLabel(shape, compared, units)}
            />
          ))}
        </g>
      ))}
      {!ports && opening?.kind === 'rect' && (
        <Dimension
          from={{ x: opening.x, y: -opening.h }}
          to={{ x: opening.x + opening.w, y: -opening.h }}
          off={-40}
          tone="var(--color-steel)"
        >
          opening {mm(opening.w)}
        </Dimension>
      )}
      {!ports && newCore?.kind === 'rect' && (
        <CoreLabel
          core={newCore}
          text={`core ${wordsOf({ ...newCore, label: '' }, mm).replace(/^, /, '')}`}
        />
      )}
      {!ports && newAll?.kind === 'rect' && (
        <>
          <Dimension
            from={{ x: newAll.x, y: 0 }}
            to={{ x: newAll.x + newAll.w, y: 0 }}
            off={40}
            tone={tone(oldAll, newAll, 'w')}
          >
            {beside(oldAll?.kind === 'rect' ? oldAll.w : undefined, newAll.w, mm)}
          </Dimension>
          <Dimension
            from={{ x: newAll.x + newAll.w, y: 0 }}
            to={{ x: newAll.x + newAll.w, y: -newAll.h }}
            off={40}
            tone={tone(oldAll, newAll, 'h')}
          >
            {mm(newAll.h)}
          </Dimension>
        </>
      )}
    </Drawing>
  );
}

function CoreLabel({ core, text }: { core: { x: number; y: number; w: number; h: number }; text: string }) {
  const scale = useScale();
  return (
    <Label x={core.x + core.w / 2} y={-core.y - 8 * scale} tone="var(--color-muted)">
      {text}
    </Label>
  );
}

const tone = (old: FaceShape | undefined, now: FaceShape, side: 'w' | 'h'): string =>
  old?.kind === 'rect' && now.kind === 'rect' && Math.abs(old[side] - now[side]) > 0.5
    ? 'var(--color-copper)'
    : 'currentColor';
const beside = (old: number | undefined, now: number, mm: (value: number) => string): string =>
  old !== undefined && Math.abs(old - now) > 0.5 ? `${mm(now)}, old ${mm(old)}` : mm(now);

function extentOf(shape: FaceShape) {
  if (shape.kind === 'rect')
    return { left: shape.x, right: shape.x + shape.w, low: shape.y, high: shape.y + shape.h };
  const r = shape.kind === 'circle' ? shape.d / 2 : 5;
  return { left: shape.x - r, right: shape.x + r, low: shape.y - r, high: shape.y + r };
}
function cornersOf(shape: FaceShape): Point[] {
  const { left, right, low, high } = extentOf(shape);
  return shape.kind === 'rect'
    ? [left, right].flatMap((x) => [low, high].map((y) => ({ x, y: -y })))
    : [{ x: shape.x, y: -shape.y }];
}
function wordsOf(shape: FaceShape, mm: (value: number) => string): string {
  const size =
    shape.kind === 'rect'
      ? `${mm(shape.w)} by ${mm(shape.h)}`
      : shape.kind === 'circle' && shape.known
        ? `${mm(shape.d)} across`
        : '';
  return [shape.label, size, shape.unknown ? `${shape.unknown} not on record` : '']
    .filter(Boolean)
    .join(', ');
}

function Shape({
  shape,
  whose,
  lit,
  onLit,
  named,
  words,
  name,
}: {
  shape: FaceShape;
  whose: Whose;
  lit: FaceId | null;
  onLit: (id: FaceId | null) => void;
  named: boolean;
  words: string;
  /** What meets it. */
  name: string;
}) {
  const scale = useScale();
  const line = LINES[whose];
  const glows = lit === shape.id;
  const common = {
    fill: glows && shape.kind !== 'cross' ? 'var(--color-copper)' : 'none',
    fillOpacity: glows ? 0.14 : 0,
    stroke: glows ? 'var(--color-copper)' : line.stroke,
    strokeWidth:
      line.strokeWidth +
      (glows ? 1 : 0) -
      (shape.id === 'core' || shape.id === 'blades' || shape.id === 'fan' ? 0.5 : 0),
    strokeDasharray: shape.known ? line.dash : BROKEN,
    vectorEffect: 'non-scaling-stroke' as const,
  };
  const { left, right, low, high } = extentOf(shape);
  const port = named && whose === 'new' && shape.kind === 'circle';
  const outward = shape.x < 0 ? 'end' : 'start';
  return (
    <g
      onPointerEnter={() => onLit(shape.id)}
      onPointerLeave={() => onLit(null)}
      pointerEvents="all"
      style={{ cursor: 'inherit' }}
    >
      <title>{`${WHOSE[whose]}: ${words}`}</title>
      {shape.kind === 'rect' && (
        <rect x={shape.x} y={-shape.y - shape.h} width={shape.w} height={shape.h} {...common} />
      )}
      {shape.kind === 'circle' && <circle cx={shape.x} cy={-shape.y} r={shape.d / 2} {...common} />}
      {shape.kind === 'cross' && (
        <path d={`M${shape.x - 7} ${-shape.y}h14M${shape.x} ${-shape.y - 7}v14`} {...common} />
      )}
      {port && (
        <Label
          x={shape.x < 0 ? left - 8 * scale : right + 8 * scale}
          y={-(low + high) / 2 + 4 * scale}
          anchor={outward}
          tone={shape.known ? 'currentColor' : 'var(--color-muted)'}
        >
          {name}
        </Label>
      )}
      {glows && !port && whose === 'new' && (
        <Label
          x={(left + right) / 2}
          y={shape.kind === 'rect' && high - low > 100 ? -high + 18 * scale : -high - 8 * scale}
          tone="var(--color-copper)"
        >
          {words}
        </Label>
      )}
    </g>
  );
}
