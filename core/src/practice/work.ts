/**
 * Work that a part asks for: identified by a code and what it concerns, so that it can be merged, summed and ordered
 * by; the catalogue `work` says it. Minutes and materials are common practice.
 */
import type { Dimension } from '../quantity/index.ts';

export const EFFORTS = ['transfer', 'bolt-on', 'modify', 'fabricate'] as const;
export type Effort = (typeof EFFORTS)[number];

export interface WorkLine {
  readonly effort: Effort;
  readonly minutes: number;
  /** Parts, stock and tools to lay out beyond the usual, by code. */
  readonly materials: readonly string[];
  /** What `by` and `to` are, where the work has an amount. */
  readonly dimension?: Dimension;
}

const work = (effort: Effort, minutes: number, materials: readonly string[] = [], dimension?: Dimension): WorkLine =>
  ({ effort, minutes, materials, ...(dimension ? { dimension } : {}) }); // prettier-ignore

export const WORK_TABLE = {
  'slot-side-bracket': work('modify', 40, ['round-file-or-die-grinder', 'cold-galvanising-paint'], 'length'),
  'shim-upper-brackets': work('modify', 30, ['flat-washers-or-3-mm-shim', 'round-file'], 'length'),
  'extend-upper-brackets': work('fabricate', 75, ['3-mm-angle', 'drill', 'rubber-strip', 'm6-fasteners'], 'length'),
  'slot-upper-brackets': work('modify', 25, ['round-file'], 'length'),
  'make-upper-brackets': work('fabricate', 90, ['3-mm-angle', 'drill', 'rubber-strip', 'm6-fasteners']),
  'close-gap': work('bolt-on', 10, ['self-adhesive-foam-strip'], 'length'),
  'fit-spacer': work('bolt-on', 15, ['spacers-of-that-thickness-one-for-each-foot', 'screws-shorter-by-the-difference'], 'length'),
  'fill-under-feet': work('bolt-on', 20, ['spacers-cut-to-the-measured-gap', 'screws-longer-by-as-much'], 'length'),
  'spacers-under-feet': work('bolt-on', 10),
  'shorter-screws': work('transfer', 5, [], 'length'),
  'hub-spacer': work('bolt-on', 20, ['hub-spacer', 'studs-or-bolts-to-suit'], 'length'),
  'other-grommets': work('bolt-on', 5, ['two-lower-grommets-of-the-pins-size']),
  'stepped-hose': work('bolt-on', 10, ['stepped-hose-or-reducer', 'two-clamps']),
  'formed-hose': work('bolt-on', 20, ['formed-or-trimmed-hose', 'two-clamps']),
  'hose-reducer': work('bolt-on', 10, ['reducer', 'two-clamps']),
  'trim-hose': work('modify', 5, ['sharp-knife-or-hose-cutter'], 'length'),
  'move-spring': work('transfer', 3),
  'coupler-adapters': work('bolt-on', 20, ['two-coupler-adapters-or-two-hoses', 'clamps']),
  'cooler-line-adapters': work('bolt-on', 15, ['two-line-adapters', 'new-seals']),
  'blind-cap': work('bolt-on', 2, ['blind-cap']),
  'own-cap': work('transfer', 1, ['cap-of-the-vehicles-rating']),
  'cap-of-neck': work('bolt-on', 2, ['cap-of-the-new-neck-of-the-vehicles-rating']),
  'sensor-adapter': work('bolt-on', 20, ['inline-hose-adapter-of-the-sensors-thread', 'two-clamps']),
  'tee-vent': work('bolt-on', 15, ['hose-tee', 'two-clamps']),
  'plug-port': work('bolt-on', 5, ['plug-of-the-ports-thread', 'new-seals']),
  'cap-nipple': work('bolt-on', 3, ['cap-for-the-nipple', 'clamps']),
  'condenser-straps': work('fabricate', 60, ['3-mm-strap', 'rubber-strip', 'm6-fasteners']),
  'slot-feet': work('modify', 20, ['round-file', 'flat-washers'], 'length'),
  're-terminate': work('modify', 25, ['plug-housing-of-the-looms-kind', 'terminals-and-seals', 'crimp-tool', 'wire-tags']),
  'plug-adapter': work('bolt-on', 5),
  'hose-adapter': work('bolt-on', 10, ['two-clamps']),
  'rewire-drive': work('modify', 90, ['controller-or-relay-set', 'fused-feed', 'crimp-tool']),
  'change-fuse': work('bolt-on', 5, ['fuse-of-that-rating-slow-enough-for-inrush'], 'current'),
  'convert-to-electric': work('modify', 90, ['nuts-and-washers-for-the-pulleys-studs']),
  'fit-controller-kit': work('modify', 120, ['controller-kit', 'crimp-tool', 'heat-shrink', 'wire-tags']),
  'ac-request': work('modify', 30, ['relay', 'diode', 'crimp-tool']),
  'probe-in-fins': work('bolt-on', 10),
  'mind-the-switch': work('bolt-on', 20, ['lamp']),
  'ground-strap': work('bolt-on', 10, ['ground-strap', 'ring-terminals']),
  'sensor-bush': work('bolt-on', 10, ['reducing-bush-of-both-threads', 'thread-sealer']),
  'set-controller': work('modify', 30, ['adjustable-controller-if-its-switch-is-fixed']),
  'slot-motor-holes': work('modify', 20, ['round-file', 'thread-lock'], 'length'),
  'wire-relay-socket': work('modify', 30, ['relay-socket', 'terminals', 'crimp-tool']),
  'drill-module-seat': work('modify', 25, ['drill', 'thermal-compound']),
  'housing-seal': work('bolt-on', 5, ['ring-or-gasket-of-the-housings-kind']),
  'other-temperature': work('modify', 20, ['fan-switch-points-of-this-vehicle']),
  'bottle-bracket': work('fabricate', 45, ['2-mm-strap', 'm6-fasteners']),
  'cools-less': work('bolt-on', 10, [], 'share'),
  'bottle-reducer': work('bolt-on', 5, ['reducer', 'two-clamps']),
} as const satisfies Record<string, WorkLine>; // prettier-ignore

export type WorkCode = keyof typeof WORK_TABLE;
export const WORK_CODES = Object.keys(WORK_TABLE) as WorkCode[];

/** A piece of work as it is kept, merged and summed. */
export interface Work {
  code: WorkCode;
  /** What of the vehicle or part it is done to: one piece of work for each. */
  concerns: string;
  effort: Effort;
  minutes: number;
  materials: readonly string[];
  /** Amounts in the record unit of the work's dimension. */
  by?: number;
  to?: number;
  /** Worth doing, but the part goes in without. */
  optional?: true;
}

export function workOf(
  code: WorkCode,
  concerns: string,
  amounts: { by?: number | undefined; to?: number | undefined; optional?: boolean } = {},
): Work {
  const { effort, minutes, materials }: WorkLine = WORK_TABLE[code];
  const piece: Work = { code, concerns, effort, minutes, materials };
  if (amounts.by !== undefined) piece.by = amounts.by;
  if (amounts.to !== undefined) piece.to = amounts.to;
  if (amounts.optional) piece.optional = true;
  return piece;
}

/** What makes two pieces of work the same one. */
export const workKey = ({ code, concerns }: Pick<Work, 'code' | 'concerns'>): string => `${code} ${concerns}`;
export const effortRank = ({ effort }: Pick<Work, 'effort'>): number => EFFORTS.indexOf(effort);

/** Each piece of work once, the larger amount counting; least effort first. */
export function mergeWork(works: readonly Work[]): Work[] {
  const held = new Map<string, Work>();
  for (const each of works) {
    const before = held.get(workKey(each));
    if (!before) held.set(workKey(each), each);
    else {
      const { optional: _, ...larger } = (each.by ?? 0) > (before.by ?? 0) ? each : before;
      // Needed by one, needed.
      held.set(workKey(each), {
        ...larger,
        ...(before.optional && each.optional ? { optional: true as const } : {}),
      });
    }
  }
  return [...held.values()].sort(
    (a, b) =>
      // What has to be done comes before what is only worth doing.
      Number(a.optional ?? false) - Number(b.optional ?? false) ||
      effortRank(a) - effortRank(b) ||
      a.minutes - b.minutes ||
      (workKey(a) < workKey(b) ? -1 : workKey(a) > workKey(b) ? 1 : 0),
  );
}

export const needed = (works: readonly Work[]): Work[] => works.filter((each) => !each.optional);
export const minutesOf = (works: readonly Work[]): number =>
  needed(works).reduce((sum, each) => sum + each.minutes, 0);
export const materialsOf = (works: readonly Work[]): string[] => [
  ...new Set(works.flatMap((each) => each.materials)),
];

/** What a piece of work counts beside others: the kind of effort before minutes, an hour of making is not an hour of moving clips. */
const EFFORT_POINTS: Record<Effort, number> = { transfer: 1, 'bolt-on': 10, modify: 100, fabricate: 1000 };
export const workCost = (works: readonly Work[]): number =>
  needed(works).reduce((sum, each) => sum + EFFORT_POINTS[each.effort] * 1000 + each.minutes, 0);
