import type { FigureSet } from '../../figures/index.ts';
import type { Assembly } from '../../fit/index.ts';

/**
 * The face of a radiator to scale, seen from the seat facing forward: vehicle left is left, mm from the middle of the
 * radiator and from its pin shoulder upward. What is on record is drawn where it is; what is not is marked unknown, and
 * the place it is given is only where such a thing usually sits.
 */
export type FaceId =
  | 'opening'
  | 'overall'
  | 'core'
  | 'pins'
  | 'topMounts'
  | 'inlet'
  | 'outlet'
  | 'cooler'
  | 'drain'
  | 'neck'
  | 'fanHoles'
  | 'fan'
  | 'blades';

interface Mark {
  id: FaceId;
  label: string;
  /** False where size or place is not on record. */
  known: boolean;
  /** What exactly is not. */
  unknown?: string;
}
export type FaceShape = Mark &
  (
    | { kind: 'rect'; x: number; y: number; w: number; h: number }
    | { kind: 'circle'; x: number; y: number; d: number }
    | { kind: 'cross'; x: number; y: number }
  );

const USUAL = {
  inletShare: 0.84,
  outletShare: 0.16,
  port: 36,
  pin: 12,
  pinDrop: 14,
  mount: 16,
  fitting: 16,
  drain: 12,
  neck: 42,
} as const;

const centred = (w: number, bottom: number, h: number) =>
  ({ kind: 'rect', x: -w / 2, y: bottom, w, h }) as const;

/** The vehicle's side of it: the opening, the grommets and upper mounts it offers. */
export function faceOfBay(bay: FigureSet<'bay'>): FaceShape[] {
  const { openingWidth, openingHeight, pinSpacing, pinDiameter, topMountSpacing } = bay.quantities;
  const shapes: FaceShape[] = [];
  if (openingWidth && openingHeight)
    shapes.push({
      id: 'opening',
      label: 'opening in the core support',
      known: true,
      ...centred(openingWidth.value, 0, openingHeight.value),
    });
  if (pinSpacing)
    for (const side of [-1, 1])
      shapes.push({
        id: 'pins',
        label: 'lower grommet',
        known: pinDiameter !== undefined,
        ...(pinDiameter ? {} : { unknown: 'bore' }),
        kind: 'circle',
        x: (side * pinSpacing.value) / 2,
        y: -USUAL.pinDrop / 2,
        d: pinDiameter?.value ?? USUAL.pin,
      });
  if (topMountSpacing && openingHeight)
    for (const side of [-1, 1])
      shapes.push({
        id: 'topMounts',
        label: 'upper mount',
        known: true,
        kind: 'cross',
        x: (side * topMountSpacing.value) / 2,
        y: openingHeight.value,
      });
  return shapes;
}

/** Radiator and fan. */
export function faceOf({ radiator, fan }: Assembly): FaceShape[] {
  if (!radiator) return [];
  const { quantities: q, words } = radiator;
  const shapes: FaceShape[] = [];
  const [width, height] = [q.overallWidth?.value, q.overallHeight?.value];
  const [coreWidth, coreHeight] = [q.coreWidth?.value, q.coreHeight?.value];
  if (width !== undefined && height !== undefined)
    shapes.push({
      id: 'overall',
      label: 'overall, tanks included',
      known: true,
      ...centred(width, 0, height),
    });
  const tall = height ?? (coreHeight === undefined ? undefined : coreHeight + 40);
  if (tall === undefined) return shapes;
  if (coreWidth !== undefined && coreHeight !== undefined)
    shapes.push({
      id: 'core',
      label: 'core',
      known: true,
      ...centred(coreWidth, (tall - coreHeight) / 2, coreHeight),
    });
  if (q.pinSpacing)
    for (const side of [-1, 1]) {
      const d = q.pinDiameter?.value ?? USUAL.pin;
      shapes.push({
        id: 'pins',
        label: 'bottom pin',
        known: q.pinDiameter !== undefined,
        ...(q.pinDiameter ? {} : { unknown: 'diameter' }),
        kind: 'rect',
        x: (side * q.pinSpacing.value) / 2 - d / 2,
        y: -USUAL.pinDrop,
        w: d,
        h: USUAL.pinDrop,
      });
    }
  if (q.topMountSpacing)
    for (const side of [-1, 1])
      shapes.push({
        id: 'topMounts',
        label: 'top mount',
        known: true,
        kind: 'rect',
        x: (side * q.topMountSpacing.value) / 2 - USUAL.mount / 2,
        y: tall,
        w: USUAL.mount,
        h: USUAL.mount / 2,
      });
  const tank = width !== undefined && coreWidth !== undefined ? Math.max(20, (width - coreWidth) / 2) : 45;
  const edge = (width ?? (coreWidth ?? 500) + 80) / 2 - tank / 2;
  const sideOf = (word: string | undefined): number => (word === 'left' ? -1 : word === 'right' ? 1 : 0);
  for (const port of ['inlet', 'outlet'] as const) {
    const [side, bore, at] = [words[`${port}Side`]?.word, q[`${port}Diameter`], q[`${port}Height`]];
    if (!side) continue;
    const unknown = [bore ? '' : 'diameter', at ? '' : 'height'].filter(Boolean).join(' and ');
    shapes.push({
      id: port,
      label: `${port}, vehicle ${side}`,
      known: unknown === '',
      ...(unknown ? { unknown } : {}),
      kind: 'circle',
      x: sideOf(side) * edge,
      y: at?.value ?? tall * USUAL[`${port}Share`],
      d: bore?.value ?? USUAL.port,
    });
  }
  const cooler = words.oilCooler?.word;
  if (cooler && cooler !== 'none') {
    const side = sideOf(words.outletSide?.word) || 1;
    for (const share of [0.38, 0.62])
      shapes.push({
        id: 'cooler',
        label: 'oil cooler fitting',
        known: false,
        unknown: 'place',
        kind: 'circle',
        x: side * edge,
        y: tall * share,
        d: USUAL.fitting,
      });
  }
  const drain = words.drainSide?.word;
  if (drain && drain !== 'none')
    shapes.push({
      id: 'drain',
      label: 'drain cock',
      known: false,
      unknown: 'height',
      kind: 'circle',
      x: sideOf(drain) * edge,
      y: tall * 0.05,
      d: USUAL.drain,
    });
  if (words.fillerNeck?.word === 'neck')
    shapes.push({
      id: 'neck',
      label: 'filler neck',
      known: false,
      unknown: 'place',
      kind: 'circle',
      x: (sideOf(words.inletSide?.word) || -1) * edge,
      y: tall - 8,
      d: USUAL.neck,
    });
  const middle = tall / 2;
  if (q.fanMountWidth && q.fanMountHeight)
    for (const x of [-1, 1])
      for (const y of [-1, 1])
        shapes.push({
          id: 'fanHoles',
          label: 'fan hole',
          known: true,
          kind: 'cross',
          x: (x * q.fanMountWidth.value) / 2,
          y: middle + (y * q.fanMountHeight.value) / 2,
        });
  if (fan) {
    const { width: wide, height: high, diameter } = fan.quantities;
    if (wide && high)
      shapes.push({
        id: 'fan',
        label: 'fan frame',
        known: true,
        ...centred(wide.value, middle - high.value / 2, high.value),
      });
    const count = fan.words.fans?.word === 'two' ? 2 : 1;
    if (diameter)
      for (let i = 0; i < count; i += 1)
        shapes.push({
          id: 'blades',
          label: 'blades',
          known: count === 1,
          ...(count === 1 ? {} : { unknown: 'distance of the two' }),
          kind: 'circle',
          x: count === 1 ? 0 : (i - 0.5) * (wide ? wide.value / 2 : diameter.value * 1.05),
          y: middle,
          d: diameter.value,
        });
  }
  return shapes;
}

export interface Difference {
  id: FaceId;
  label: string;
  oldMm: number | undefined;
  newMm: number | undefined;
  /** Along which it is measured. */
  axis: 'across' | 'up';
}

const COMPARED: readonly [FaceId, string, 'across' | 'up', keyof FigureSet<'radiator'>['quantities']][] = [
  ['overall', 'Overall width', 'across', 'overallWidth'],
  ['overall', 'Overall height', 'up', 'overallHeight'],
  ['core', 'Core width', 'across', 'coreWidth'],
  ['core', 'Core height', 'up', 'coreHeight'],
  ['pins', 'Bottom pins apart', 'across', 'pinSpacing'],
  ['topMounts', 'Top mounts apart', 'across', 'topMountSpacing'],
  ['inlet', 'Inlet diameter', 'across', 'inletDiameter'],
  ['outlet', 'Outlet diameter', 'across', 'outletDiameter'],
  ['fanHoles', 'Fan holes across', 'across', 'fanMountWidth'],
  ['fanHoles', 'Fan holes up', 'up', 'fanMountHeight'],
];

/** Old beside new, dimension by dimension. */
export function differencesOf(
  old: FigureSet<'radiator'> | undefined,
  fresh: FigureSet<'radiator'> | undefined,
): Difference[] {
  return COMPARED.map(([id, label, axis, key]) => ({
    id,
    label,
    axis,
    oldMm: old?.quantities[key]?.value,
    newMm: fresh?.quantities[key]?.value,
  })).filter((each) => each.oldMm !== undefined || each.newMm !== undefined);
}
