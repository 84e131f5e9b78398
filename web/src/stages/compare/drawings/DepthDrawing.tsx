import { engineRock, type Cleared } from '@radiatrix/core/fit';
import { type LayerId, type Stack } from '@radiatrix/core/fitment';
import type { FigureSet } from '@radiatrix/core/figures';
import { formatQuantity } from '@radiatrix/core/quantity';
import { useUnits } from '../../../app/store.ts';
import { BROKEN, Dimension, Drawing, Label, useScale } from '../../../drawing/Drawing.tsx';
import type { Plan } from '@radiatrix/core/fitment';
import type { Side } from '@radiatrix/core/fitment';

/** What a clearance lies between. */
export const BETWEEN: Record<string, readonly LayerId[]> = {
  motor: ['fan', 'engine'],
  bare: ['radiator', 'engine'],
  shroud: ['shroud', 'engine'],
  blades: ['core', 'blades'],
};
const BETWEEN_PANELS = 128;
const USUAL_HEIGHT = 460;

interface PanelProps {
  title: string;
  atX: number;
  stack: Stack;
  cleared: readonly Cleared[];
  side: Side;
  bay: FigureSet<'bay'>;
  tall: number;
  lit: readonly LayerId[];
  onLit: (layers: readonly LayerId[]) => void;
}

/** Old and new depth stack from the side, to scale: condenser at the left, engine at the right. */
export function DepthDrawing({
  compared,
  bay,
  lit,
  onLit,
}: {
  compared: Plan;
  bay: FigureSet<'bay'>;
  lit: readonly LayerId[];
  onLit: (layers: readonly LayerId[]) => void;
}) {
  const units = useUnits();
  const mm = (value: number, u?: number) => formatQuantity(value, 'length', units, { uncertainty: u });
  const { before, depth, old, fresh } = compared;
  const heightOf = (side: Side) => side.assembly.radiator?.quantities.overallHeight?.value;
  const tall = Math.max(heightOf(old) ?? 0, heightOf(fresh) ?? 0) || USUAL_HEIGHT;
  const hood = bay.quantities.hoodLine?.value;
  const end = (stack: Stack) => Math.max(...stack.layers.map((layer) => layer.toMm));
  const second = end(before.stack) + BETWEEN_PANELS;
  const top = Math.max(tall, hood ?? 0);
  const bounds = { x: -60, y: -top - 66, w: second + end(depth.stack) + 110, h: top + 132 };
  const says = (
    [
      ['old', before],
      ['new', depth],
    ] as const
  ).flatMap(([whose, { stack, cleared }]) => [
    ...stack.layers.map(
      (layer) =>
        `${whose}: ${layer.label} from ${mm(layer.fromMm)} to ${mm(layer.toMm)} behind the condenser${layer.u === undefined ? ', not on record' : ''}`,
    ),
    ...cleared.map((each) => `${whose}: ${each.label} ${mm(each.nominalMm)}, ${mm(each.wantedMm)} wanted`),
  ]);
  const common = { bay, tall, lit, onLit };
  return (
    <Drawing
      name="Depth stack"
      bounds={bounds}
      says={says}
      snaps={(
        [
          [0, before.stack],
          [second, depth.stack],
        ] as const
      ).flatMap(([x, stack]) =>
        stack.layers.flatMap((layer) =>
          [layer.fromMm, layer.toMm].flatMap((at) => [0, tall / 2, tall].map((y) => ({ x: x + at, y: -y }))),
        ),
      )}
    >
      {hood !== undefined && (
        <>
          <line
            x1={-40}
            x2={second + end(depth.stack) + 20}
            y1={-hood}
            y2={-hood}
            stroke="var(--color-steel)"
            strokeWidth={1}
            strokeDasharray="14 3 2 3 2 3"
            vectorEffect="non-scaling-stroke"
          />
          <HoodLabel
            x={second - BETWEEN_PANELS / 2}
            y={-hood}
            text={`bonnet ${mm(hood)} above the lower seat`}
          />
        </>
      )}
      <Panel
        title={`old: ${nameOf(old)}`}
        atX={0}
        stack={before.stack}
        cleared={before.cleared}
        side={old}
        {...common}
      />
      <Panel
        title={`new: ${nameOf(fresh)}`}
        atX={second}
        stack={depth.stack}
        cleared={depth.cleared}
        side={fresh}
        {...common}
      />
    </Drawing>
  );
}
const nameOf = (side: Side): string =>
  [side.parts.radiator, side.parts.fan, side.parts.shroud]
    .flatMap((part) => (part ? [part.number] : []))
    .join(' + ') || 'nothing chosen';

function HoodLabel({ x, y, text }: { x: number; y: number; text: string }) {
  const scale = useScale();
  return (
    <Label x={x} y={y - 5 * scale} tone="var(--color-steel)" size={12}>
      {text}
    </Label>
  );
}

function Panel({ title, atX, stack, cleared, side, bay, tall, lit, onLit }: PanelProps) {
  const units = useUnits();
  const scale = useScale();
  const mm = (value: number, u?: number) =>
    formatQuantity(value, 'length', units, { uncertainty: u !== undefined && u >= 0.05 ? u : undefined });
  const layer = (id: LayerId) => stack.layers.find((each) => each.id === id);
  const middle = tall / 2;
  const fan = side.assembly.fan?.quantities;
  const heights: Record<LayerId, [low: number, high: number]> = {
    condenser: [tall * 0.06, tall * 0.94],
    radiator: [0, tall],
    core: around(middle, side.assembly.radiator?.quantities.coreHeight?.value ?? tall - 40),
    seal: around(middle, side.assembly.shroud?.quantities.height?.value ?? tall * 0.92),
    shroud: around(middle, side.assembly.shroud?.quantities.height?.value ?? tall * 0.92),
    fan: around(middle, 118),
    blades: around(middle, fan?.diameter?.value ?? 300),
    engine: [tall * 0.04, tall * 0.98],
  };
  const [motor, engine, core, blades] = [layer('fan'), layer('engine'), layer('core'), layer('blades')];
  const rock = engineRock(bay);
  const edge = fan?.edgeDepth?.value;
  const back = layer('radiator')?.toMm ?? 0;
  const of = (key: string) => cleared.find((each) => each.key === key);
  const toneOf = (each: Cleared) =>
    each.chance >= 0.95
      ? 'var(--color-straight-in)'
      : each.chance <= 0.05
        ? 'var(--color-no)'
        : 'var(--color-not-proven)';
  const [motorGap, bladeGap, bare] = [of('motor'), of('blades'), of('bare')];
  return (
    <g transform={`translate(${atX} 0)`}>
      <Label
        x={(engine?.fromMm ?? 180) / 2}
        y={-Math.max(tall, bay.quantities.hoodLine?.value ?? 0) - 26 * scale}
        size={15}
      >
        {title}
      </Label>
      <line
        x1={-30}
        x2={(engine?.toMm ?? 200) + 8}
        y1={-middle}
        y2={-middle}
        stroke="currentColor"
        strokeWidth={0.7}
        strokeDasharray="12 3 3 3"
        vectorEffect="non-scaling-stroke"
        opacity={0.45}
      />
      {edge !== undefined && fan?.height && (
        <rect
          x={back}
          y={-middle - fan.height.value / 2}
          width={Math.max(1, edge)}
          height={fan.height.value}
          fill="none"
          stroke="currentColor"
          strokeWidth={0.8}
          vectorEffect="non-scaling-stroke"
          opacity={0.7}
        />
      )}
      {stack.layers.map((each) => {
        const [low, high] = heights[each.id];
        const glows = lit.includes(each.id);
        const unknown = each.u === undefined;
        return (
          <g
            key={each.id}
            onPointerEnter={() => onLit([each.id])}
            onPointerLeave={() => onLit([])}
            pointerEvents="all"
          >
            <title>{`${each.label}: ${mm(each.toMm - each.fromMm, each.u)}${unknown ? ' taken, not on record' : ''}`}</title>
            <rect
              x={each.fromMm}
              y={-high}
              width={Math.max(0.5, each.toMm - each.fromMm)}
              height={high - low}
              fill={glows ? 'var(--color-copper)' : each.id === 'fan' ? 'var(--color-ink)' : 'none'}
              fillOpacity={glows ? 0.2 : 0.08}
              stroke={
                glows
                  ? 'var(--color-copper)'
                  : each.id === 'condenser'
                    ? 'var(--color-steel)'
                    : 'currentColor'
              }
              strokeWidth={each.id === 'core' || each.id === 'condenser' ? 1 : 1.7}
              strokeDasharray={unknown ? BROKEN : undefined}
              vectorEffect="non-scaling-stroke"
            />
            {(each.id === 'engine' || each.id === 'core') && (
              <Hatch from={each.fromMm} to={each.toMm} low={low} high={high} steep={each.id === 'engine'} />
            )}
            {each.u !== undefined && each.u >= 0.3 && (
              <rect
                x={(each.id === 'engine' ? each.fromMm : each.toMm) - each.u}
                y={-high}
                width={2 * each.u}
                height={high - low}
                fill="var(--color-steel)"
                opacity={0.22}
              />
            )}
          </g>
        );
      })}
      {engine && rock > 0 && (
        <line
          x1={engine.fromMm - rock}
          x2={engine.fromMm - rock}
          y1={-heights.engine[1]}
          y2={-heights.engine[0]}
          stroke="var(--color-changes)"
          strokeWidth={1}
          strokeDasharray="2 3"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {motorGap && motor && engine && (
        <Dimension
          from={{ x: motor.toMm, y: -middle - 62 }}
          to={{ x: engine.fromMm, y: -middle - 62 }}
          off={-26}
          tone={toneOf(motorGap)}
        >
          {mm(motorGap.nominalMm)}
        </Dimension>
      )}
      {!motorGap && bare && engine && (
        <Dimension
          from={{ x: back, y: -middle }}
          to={{ x: engine.fromMm, y: -middle }}
          off={-20}
          tone={toneOf(bare)}
        >
          {mm(bare.nominalMm)}
        </Dimension>
      )}
      {bladeGap && core && blades && (
        <Dimension
          from={{ x: core.toMm, y: -heights.blades[1] }}
          to={{ x: blades.fromMm, y: -heights.blades[1] }}
          off={-12}
          tone={toneOf(bladeGap)}
        >
          {mm(bladeGap.nominalMm)}
        </Dimension>
      )}
      {engine && (
        <Dimension from={{ x: 0, y: 0 }} to={{ x: engine.fromMm, y: 0 }} off={42}>
          {mm(engine.fromMm, engine.u)}
        </Dimension>
      )}
      {layer('radiator') && (
        <Dimension from={{ x: 0, y: 0 }} to={{ x: back, y: 0 }} off={18}>
          {mm(back, layer('radiator')!.u)}
        </Dimension>
      )}
      <Label x={-9} y={-middle} size={12} turn={-90} tone="var(--color-steel)">
        condenser
      </Label>
      {engine && (
        <Label x={engine.toMm + 14 * scale} y={-middle} size={12} turn={90}>
          nearest engine part, rocks {mm(rock)}
        </Label>
      )}
    </g>
  );
}

const around = (middle: number, height: number): [number, number] => [
  middle - height / 2,
  middle + height / 2,
];

/** Hatching: steep strokes for what is cut through, level ones for tubes. */
function Hatch({
  from,
  to,
  low,
  high,
  steep,
}: {
  from: number;
  to: number;
  low: number;
  high: number;
  steep: boolean;
}) {
  const step = steep ? 14 : 10;
  const lines: string[] = [];
  for (let y = low; y <= high; y += step)
    lines.push(steep ? `M${from} ${-y}L${to} ${-Math.min(high, y + (to - from))}` : `M${from} ${-y}H${to}`);
  return (
    <path
      d={lines.join('')}
      stroke="currentColor"
      strokeWidth={0.6}
      opacity={0.5}
      vectorEffect="non-scaling-stroke"
      pointerEvents="none"
    />
  );
}
