/**
 * Work that a part asks for: identified by a code and what it concerns, so that it can be merged, summed and ordered
 * by. Sentences are made from it at the end, in the reader's units. Minutes and materials are common practice.
 */
import { formatQuantity, type Dimension, type UnitSystem } from '../quantity/index.ts';

export const EFFORTS = ['transfer', 'bolt-on', 'modify', 'fabricate'] as const;
export type Effort = (typeof EFFORTS)[number];

export interface WorkLine {
  readonly effort: Effort;
  readonly minutes: number;
  /** What is laid out for it: parts, stock and tools beyond the usual. */
  readonly materials: readonly string[];
  /** What `by` and `to` are, where the work has an amount. */
  readonly dimension?: Dimension;
  /** As an order to the installer. `{what}` is what it concerns, `{by}` and `{to}` its amounts, `[…]` is left out without. */
  readonly order: string;
}

const work = (effort: Effort, minutes: number, order: string, materials: readonly string[] = [], dimension?: Dimension): WorkLine =>
  ({ effort, minutes, order, materials, ...(dimension ? { dimension } : {}) }); // prettier-ignore

export const WORK_TABLE = {
  'slot-side-bracket': work('modify', 40, 'Re-slot the side bracket[ by {by}] and trim the support lip; seal bare metal against rust', ['round file or die grinder', 'cold-galvanising paint'], 'length'),
  'shim-upper-brackets': work('modify', 30, 'Shim or re-slot the upper brackets[ by {by}]', ['flat washers or 3 mm shim', 'round file'], 'length'),
  'extend-upper-brackets': work('fabricate', 75, 'Make upper brackets that reach down[ by {by}] to the radiator', ['3 mm angle', 'drill', 'rubber strip', 'M6 fasteners'], 'length'),
  'slot-upper-brackets': work('modify', 25, 'Slot the upper brackets[ by {by}]', ['round file'], 'length'),
  'make-upper-brackets': work('fabricate', 90, 'Make upper brackets for the radiator: its mounts are not those the vehicle holds it by', ['3 mm angle', 'drill', 'rubber strip', 'M6 fasteners']),
  'close-gap': work('bolt-on', 10, 'Close the gap along the {what} with[ {by} of] foam strip, so that air goes through the core', ['self-adhesive foam strip'], 'length'),
  'fit-spacer': work('bolt-on', 15, 'Put the fan on[ {to}] spacers[ in place of the {by} ones]', ['spacers of that thickness, one for each foot', 'screws shorter by the difference'], 'length'),
  'fill-under-feet': work('bolt-on', 20, 'Fill the[ {by}] gap under each foot with a spacer cut to it; never pull the feet down over it', ['spacers cut to the measured gap', 'screws longer by as much'], 'length'),
  'spacers-under-feet': work('bolt-on', 10, 'Put a spacer under each foot, then see that all corners pull down evenly'),
  'shorter-screws': work('transfer', 5, 'Use screws of[ {to} or] less for the {what}: those supplied go deeper on the lower spacers', [], 'length'),
  'hub-spacer': work('bolt-on', 20, 'Put the engine-driven fan on a[ {to}] hub spacer', ['hub spacer', 'studs or bolts to suit'], 'length'),
  'other-grommets': work('bolt-on', 5, 'Fit lower grommets of the other bore', ['two lower grommets of the pin’s size']),
  'stepped-hose': work('bolt-on', 10, 'Fit a stepped hose or reducer at the {what} neck', ['stepped hose or reducer', 'two clamps']),
  'formed-hose': work('bolt-on', 20, 'Fit a {what} hose formed for the other way it has to go; a lower one with its anti-collapse spring', ['formed or trimmed hose', 'two clamps']),
  'hose-reducer': work('bolt-on', 10, 'Fit a reducer at the {what}', ['reducer', 'two clamps']),
  'trim-hose': work('modify', 5, 'Trim the hose[ by {by}] at its straight end', ['sharp knife or hose cutter'], 'length'),
  'move-spring': work('transfer', 3, 'Move the anti-collapse spring over from the old lower hose: suction flattens it without'),
  'coupler-adapters': work('bolt-on', 20, 'Fit coupler adapters, or hoses of the other end', ['two coupler adapters or two hoses', 'clamps']),
  'cooler-line-adapters': work('bolt-on', 15, 'Fit cooler line adapters with new seals', ['two line adapters', 'new seals']),
  'blind-cap': work('bolt-on', 2, 'Close the spare filler neck with a blind cap; the pressure cap stays on the tank', ['blind cap']),
  'own-cap': work('transfer', 1, 'Use a cap of the vehicle’s own rating, not the one in the box', ['cap of the vehicle’s rating']),
  'cap-of-neck': work('bolt-on', 2, 'Fit a cap that suits the new neck; the old one does not seal on it', ['cap of the new neck, of the vehicle’s rating']),
  'sensor-adapter': work('bolt-on', 20, 'Fit an inline sensor adapter in a straight part of the upper hose, or the kit’s other plug', ['inline hose adapter of the sensor’s thread', 'two clamps']),
  'tee-vent': work('bolt-on', 15, 'Tee the vent hose into the upper hose at its highest point', ['hose tee', 'two clamps']),
  'condenser-straps': work('fabricate', 60, 'Make straps to carry the condenser', ['3 mm strap', 'rubber strip', 'M6 fasteners']),
  'slot-feet': work('modify', 20, 'Slot the mounting feet {what}[ by {by}]', ['round file', 'flat washers'], 'length'),
  're-terminate': work('modify', 25, 'Cut and re-terminate into the loom’s plug, wire by wire by function', ['plug housing of the loom’s kind', 'terminals and seals', 'crimp tool', 'wire tags']),
  'plug-adapter': work('bolt-on', 5, 'Plug the adapter in between loom and fan, and tie it clear of the blades'),
  'hose-adapter': work('bolt-on', 10, 'Fit the hose adapter with a clamp at each end', ['two clamps']),
  'rewire-drive': work('modify', 90, 'Rewire the drive: relay, controller or module of the other sort', ['controller or relay set', 'fused feed', 'crimp tool']),
  'change-fuse': work('bolt-on', 5, 'Change the fan fuse[ to {to}]', ['fuse of that rating, slow enough for inrush'], 'current'),
  'convert-to-electric': work('modify', 90, 'Take the engine-driven fan, its clutch and spacer off; the pulley keeps its studs, with nuts and washers; see what the belt still drives', ['nuts and washers for the pulley’s studs']),
  'fit-controller-kit': work('modify', 120, 'Fit a controller kit for the fan: fused feed from the battery, ignition, ground and probe, wire by wire by function', ['controller kit', 'crimp tool', 'heat shrink', 'wire tags']),
  'ac-request': work('modify', 30, 'Wire a relay and diode so that the compressor’s feed starts the fan', ['relay', 'diode', 'crimp tool']),
  'probe-in-fins': work('bolt-on', 10, 'Push the probe between the fins near the inlet; it must not press on a tube, and it feels less than a threaded one'),
  'mind-the-switch': work('bolt-on', 20, 'Put the switch and a lamp where the driver sees them, and say when it is to be used: nothing else starts the fan', ['lamp']),
  'ground-strap': work('bolt-on', 10, 'Give the single-wire sender a ground of its own: it sits between rubber', ['ground strap', 'ring terminals']),
  'sensor-bush': work('bolt-on', 10, 'Fit a reducing bush between port and sensor, sealed', ['reducing bush of both threads', 'thread sealer']),
  'set-controller': work('modify', 30, 'Set the fan’s controller so that it goes off above the thermostat’s opening', ['adjustable controller, if its switch is fixed']),
  'slot-motor-holes': work('modify', 20, 'Slot the motor’s holes in the frame[ by {by}]', ['round file', 'thread lock'], 'length'),
  'wire-relay-socket': work('modify', 30, 'Wire in a socket of the relay’s kind, by function', ['relay socket', 'terminals', 'crimp tool']),
  'drill-module-seat': work('modify', 25, 'Drill the flat metal seat for the module; it needs the whole seat and thermal compound', ['drill', 'thermal compound']),
  'housing-seal': work('bolt-on', 5, 'Seal with the housing’s own kind of ring or gasket', ['ring or gasket of the housing’s kind']),
  'other-temperature': work('modify', 20, 'Another opening temperature than the vehicle’s own: a cooler one can leave a closed-loop engine in warm-up mode, a hotter one takes margin; check fan switching before it goes in', ['fan switch points of this vehicle']),
  'bottle-bracket': work('fabricate', 45, 'Make a bracket for the bottle', ['2 mm strap', 'M6 fasteners']),
  'bottle-reducer': work('bolt-on', 5, 'Fit a reducer in the bottle hose', ['reducer', 'two clamps']),
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

/**
 * Work as an order, in the reader's units; without a full stop.
 * @example workSentence(workOf('fit-spacer', 'fan', { to: 8, by: 12 }), 'metric')
 * // 'Put the fan on 8 mm spacers in place of the 12 mm ones'
 */
export function workSentence(each: Work, units: UnitSystem): string {
  const { order, dimension }: WorkLine = WORK_TABLE[each.code];
  const amount = (value: number | undefined): string =>
    value === undefined || !dimension
      ? ''
      : formatQuantity(Math.round(value * 10) / 10, dimension, units, { difference: true });
  const said = order.replace(/\[([^\]]*)\]/g, (_, inside: string) =>
    (inside.includes('{by}') && each.by === undefined) || (inside.includes('{to}') && each.to === undefined) ? '' : inside,
  ); // prettier-ignore
  return said
    .replaceAll('{what}', each.concerns)
    .replaceAll('{by}', amount(each.by))
    .replaceAll('{to}', amount(each.to));
}
