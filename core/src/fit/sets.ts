import { chanceClear, chanceWithin } from './chance.ts';
import type { PartKind, QuantityKey } from './attributes.ts';
import type { FigureSet, FitPart, FitVehicle, QuantityFigure } from './figures.ts';
import { EFFORTS, RULES, THRESHOLDS, type Change, type Effort, type Thresholds } from './rules.ts';
import type { VerdictWord } from './verdict.ts';

/**
 * Sets of parts that go into a vehicle together: each must suit the vehicle, and they must suit each other. A slot
 * is filled by one of its candidates, or by what the vehicle keeps. The cheapest set in effort comes first: the
 * worst kind of work counts before minutes do, since an hour of fabricating is not an hour of moving clips.
 */

/** A candidate for a slot, already judged against the vehicle. */
export interface SetPart {
  id: number;
  part: FitPart;
  verdict: VerdictWord;
  changes: readonly Change[];
}

export interface Slot {
  kind: PartKind;
  /** Kept parts stand as the only choice; their verdict against the vehicle is not asked. */
  kept: boolean;
  /** May stay empty: adapters and spacers are taken where they spare work. */
  optional?: boolean;
  choices: readonly SetPart[];
}

export type RelationOutcome = 'pass' | 'change' | 'fail' | 'unknown';
export interface Relation {
  id: RelationId;
  outcome: RelationOutcome;
  /** Spare (positive) or short (negative), with its expanded uncertainty, record unit; absent for words. */
  margin?: number;
  u?: number;
  change?: Change;
  /** Work on one of the two that the other makes unnecessary: an adapter instead of cutting the loom. */
  spares?: Change;
}

interface RelationRule {
  label: string;
  kinds: readonly [PartKind, PartKind];
  tolerance: number;
  change?: Change & { reach: number };
}

/** How two parts of a set must suit each other. Common practice, no source. */
export const RELATIONS = {
  fanOnRadiator: {
    label: 'Fan feet on the radiator', kinds: ['radiator', 'fan'], tolerance: 3,
    change: { reach: 6, effort: 'modify', what: 'Slot the fan’s feet to the radiator’s holes', takes: ['round file', 'flat washers'], minutes: 20 },
  },
  shroudOnRadiator: {
    label: 'Shroud on the radiator', kinds: ['radiator', 'shroud'], tolerance: 3,
    change: { reach: 6, effort: 'modify', what: 'Slot the shroud’s holes to the radiator’s', takes: ['round file', 'flat washers'], minutes: 20 },
  },
  // About 6 mm all round from the blade tips to the ring they turn in.
  bladesInShroud: { label: 'Blades inside the shroud’s opening', kinds: ['shroud', 'fan'], tolerance: 12 },
  depthStack: {
    // Radiator, then whatever stands behind it, then about 20 mm to the engine.
    label: 'Radiator and fan in the bay together', kinds: ['radiator', 'fan'], tolerance: 20,
    change: { reach: 8, effort: 'bolt-on', what: 'Move the fan back to the low-profile spacers', takes: ['low-profile spacers, one for each foot', 'shorter screws'], minutes: 15 },
  },
  shroudDepthStack: { label: 'Radiator and shroud in the bay together', kinds: ['radiator', 'shroud'], tolerance: 25 },
  capOnRadiator: { label: 'Cap on the radiator’s neck', kinds: ['radiator', 'cap'], tolerance: 1 },
  capSeat: { label: 'Cap on the radiator’s seat', kinds: ['radiator', 'cap'], tolerance: 1 },
  thermostatAndFan: {
    // Fan-off at or below the start of opening means that the fan may never stop.
    label: 'Thermostat opens before the fan stops', kinds: ['fan', 'thermostat'], tolerance: 0,
    change: { reach: 20, effort: 'modify', what: 'Set the fan’s controller so that it stops above the thermostat’s opening', takes: ['adjustable controller, if its switch is fixed'], minutes: 30 },
  },
  mountOnPins: { label: 'Mounts on the radiator’s pins', kinds: ['radiator', 'mount'], tolerance: 1.2 },
  adapterOnFan: {
    label: 'Adapter between loom and fan', kinds: ['fan', 'adapter'], tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Plug the adapter in between loom and fan, and tie it clear of the blades', takes: [], minutes: 5 },
  },
  adapterOnNeck: {
    label: 'Hose adapter on the radiator’s neck', kinds: ['radiator', 'adapter'], tolerance: 1.2,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit the hose adapter with a clamp at each end', takes: ['two clamps'], minutes: 10 },
  },
  // Bolted down over a gap, the ring bends and the blades touch: spacers as thick as the gap, to about 1 mm.
  spacerUnderFan: {
    label: 'Spacers under the fan’s feet', kinds: ['fan', 'fixings'], tolerance: 1,
    change: { reach: 0, effort: 'bolt-on', what: 'Put a spacer under each foot, then see that all corners pull down evenly', takes: [], minutes: 10 },
  },
  // About 2 mm between the end of a screw and the core.
  screwsClearCore: { label: 'Screws clear of the core', kinds: ['radiator', 'fixings'], tolerance: 2 },
} as const satisfies Record<string, RelationRule>; // prettier-ignore
export type RelationId = keyof typeof RELATIONS;

type Quantities<K extends PartKind> = FigureSet<K>['quantities'];
const quantity = <K extends PartKind>(part: FitPart, key: QuantityKey<K>): QuantityFigure | undefined =>
  (part.figures.quantities as Quantities<K>)[key] as QuantityFigure | undefined;

const plain = (change: Change): Change => ({ effort: change.effort, what: change.what, takes: change.takes, minutes: change.minutes }); // prettier-ignore

function settle(id: RelationId, chance: number, withChange: number, margin: number, u: number, { passAt, failAt }: Thresholds): Relation {
  const rule: RelationRule = RELATIONS[id];
  if (chance >= passAt) return { id, outcome: 'pass', margin, u };
  if (rule.change && withChange >= passAt)
    return { id, outcome: 'change', margin, u, change: plain(rule.change) };
  // As in the checks: what is only too coarse to tell is not a failure.
  const nearerLimit = chanceClear(margin + (rule.change?.reach ?? 0), u);
  return { id, outcome: nearerLimit <= failAt ? 'fail' : 'unknown', margin, u };
} // prettier-ignore

/** Both figures alike within the tolerance; the worse of several pairs counts. */
function alike(id: RelationId, pairs: [QuantityFigure | undefined, QuantityFigure | undefined][], thresholds: Thresholds): Relation {
  const { tolerance, change }: RelationRule = RELATIONS[id];
  let worst: Relation | undefined;
  for (const [a, b] of pairs) {
    if (!a || !b) return { id, outcome: 'unknown' };
    const difference = a.value - b.value;
    const u = Math.hypot(a.u, b.u);
    const found = settle(id, chanceWithin(difference, tolerance, u), chanceWithin(difference, tolerance + (change?.reach ?? 0), u), tolerance - Math.abs(difference), u, thresholds);
    if (!worst || found.margin! < worst.margin!) worst = found;
  }
  return worst!;
} // prettier-ignore

/** Room less what fills it, less the gap wanted. */
function room(id: RelationId, space: QuantityFigure | undefined, fills: (QuantityFigure | undefined)[], thresholds: Thresholds): Relation {
  const { tolerance, change }: RelationRule = RELATIONS[id];
  if (!space || fills.some((fill) => !fill)) return { id, outcome: 'unknown' };
  const margin = fills.reduce((rest, fill) => rest - fill!.value, space.value - tolerance);
  const u = Math.hypot(space.u, ...fills.map((fill) => fill!.u));
  return settle(id, chanceClear(margin, u), chanceClear(margin + (change?.reach ?? 0), u), margin, u, thresholds);
} // prettier-ignore

type Judge = (a: FitPart, b: FitPart, vehicle: FitVehicle, thresholds: Thresholds) => Relation | undefined;
const JUDGES: Record<RelationId, Judge> = {
  fanOnRadiator: (a, b, _v, t) => alike('fanOnRadiator', [[quantity<'radiator'>(a, 'fanMountWidth'), quantity<'fan'>(b, 'fanMountWidth')], [quantity<'radiator'>(a, 'fanMountHeight'), quantity<'fan'>(b, 'fanMountHeight')]], t),
  shroudOnRadiator: (a, b, _v, t) => alike('shroudOnRadiator', [[quantity<'radiator'>(a, 'fanMountWidth'), quantity<'shroud'>(b, 'fanMountWidth')], [quantity<'radiator'>(a, 'fanMountHeight'), quantity<'shroud'>(b, 'fanMountHeight')]], t),
  // A shroud without a stated opening is taken to be made for a fan with a ring of its own.
  bladesInShroud: (a, b, _v, t) => {
    const opening = quantity<'shroud'>(a, 'opening');
    return opening && room('bladesInShroud', opening, [quantity<'fan'>(b, 'diameter')], t);
  },
  depthStack: (a, b, v, t) => room('depthStack', v.figures.quantities.bayDepth, [quantity<'radiator'>(a, 'thickness'), quantity<'fan'>(b, 'depth')], t),
  shroudDepthStack: (a, b, v, t) => room('shroudDepthStack', v.figures.quantities.bayDepth, [quantity<'radiator'>(a, 'thickness'), quantity<'shroud'>(b, 'depth')], t),
  // A radiator without a neck takes no cap.
  capOnRadiator: (a, b, _v, t) => necked(a) && alike('capOnRadiator', [[quantity<'radiator'>(a, 'capBore'), quantity<'cap'>(b, 'plug')]], t),
  capSeat: (a, b, _v, t) => necked(a) && alike('capSeat', [[quantity<'radiator'>(a, 'capSeatDepth'), quantity<'cap'>(b, 'seatDepth')]], t),
  // A fan without a switch of its own goes by the vehicle's.
  thermostatAndFan: (a, b, _v, t) => {
    const off = quantity<'fan'>(a, 'fanOff');
    return off && room('thermostatAndFan', off, [quantity<'thermostat'>(b, 'rating')], t);
  },
  adapterOnFan: (a, b, v) => adapterOnFan(a, b, v),
  adapterOnNeck: (a, b, _v, t) => adapterOnNeck(a, b, t),
  spacerUnderFan: (a, b, _v, t) => brings(alike('spacerUnderFan', [[quantity<'fan'>(a, 'standoff'), quantity<'fixings'>(b, 'spacer')]], t), RULES.fanStandoff.change),
  screwsClearCore: (a, b, _v, t) => room('screwsClearCore', quantity<'radiator'>(a, 'bossDepth'), [quantity<'fixings'>(b, 'reach')], t),
  mountOnPins: (a, b, _v, t) => alike('mountOnPins', [[quantity<'radiator'>(a, 'pinDiameter'), quantity<'mount'>(b, 'pinBore')]], t),
}; // prettier-ignore
/** A relation that brings its piece of work with it once it holds, and may spare another. */
function brings(relation: Relation | undefined, spares?: Change): Relation | undefined {
  if (relation?.outcome !== 'pass') return relation;
  const { change }: RelationRule = RELATIONS[relation.id];
  return { ...relation, outcome: 'change', change: change && plain(change), spares: spares && plain(spares) };
}

const bridges = (part: FitPart): string | undefined =>
  (part as Extract<FitPart, { kind: 'adapter' }>).figures.words.bridges?.word;

/** An adapter joins a fan to the loom where its other end is the fan's plug and the fan's is not the loom's. */
function adapterOnFan(fan: FitPart, adapter: FitPart, vehicle: FitVehicle): Relation | undefined {
  if (bridges(adapter) !== 'plug') return undefined;
  const id = 'adapterOnFan';
  const plug = (fan as Extract<FitPart, { kind: 'fan' }>).figures.words.fanConnector?.word;
  const end = (adapter as Extract<FitPart, { kind: 'adapter' }>).figures.words.fanPlug?.word;
  const loom = vehicle.figures.words.fanConnector?.word;
  if (!plug || !end || !loom) return { id, outcome: 'unknown' };
  if (plug !== end || plug === loom) return { id, outcome: 'fail' };
  return brings({ id, outcome: 'pass' }, RULES.fanConnector.change);
}

function adapterOnNeck(radiator: FitPart, adapter: FitPart, thresholds: Thresholds): Relation | undefined {
  const sort = bridges(adapter);
  if (sort !== 'upper' && sort !== 'lower') return undefined;
  const neck = sort === 'upper' ? 'inletDiameter' : 'outletDiameter';
  const found = alike('adapterOnNeck', [[quantity<'radiator'>(radiator, neck), quantity<'adapter'>(adapter, 'neckEnd')]], thresholds); // prettier-ignore
  return brings(found, RULES[neck].change);
}

const necked = (part: FitPart): true | undefined =>
  (part as Extract<FitPart, { kind: 'radiator' }>).figures.words.fillerNeck?.word === 'neck' || undefined;

/** Every relation between two parts of a set; none where nothing is asked of them. */
export function relate(a: FitPart, b: FitPart, vehicle: FitVehicle, thresholds: Thresholds = THRESHOLDS): Relation[] {
  const found: Relation[] = [];
  for (const [id, { kinds }] of Object.entries(RELATIONS) as [RelationId, RelationRule][]) {
    const [first, second] = kinds[0] === a.kind && kinds[1] === b.kind ? [a, b] : kinds[0] === b.kind && kinds[1] === a.kind ? [b, a] : [];
    const relation = first && second && JUDGES[id](first, second, vehicle, thresholds);
    if (relation) found.push(relation);
  }
  return found;
} // prettier-ignore

/** What a piece of work counts: its effort first, then its minutes. */
const EFFORT_POINTS: Record<Effort, number> = { transfer: 1, 'bolt-on': 10, modify: 100, fabricate: 1000 };
export const workCost = (changes: readonly Change[]): number =>
  changes.reduce((sum, change) => sum + EFFORT_POINTS[change.effort] * 1000 + change.minutes, 0);

export interface PartSet {
  parts: SetPart[];
  cost: number;
  changes: Change[];
  /** Figures nobody has measured yet that two of its parts hang on. */
  unknown: { id: RelationId; parts: [number, number] }[];
}

/** A set that one thing alone keeps from working. */
export interface NearMiss {
  parts: SetPart[];
  /** `a` and `b` do not suit each other; with `b` 0, `a` does not go into the vehicle. */
  breaks: { a: number; b: number; relation?: Relation };
}

export interface Sets {
  sets: PartSet[];
  nearMisses: NearMiss[];
}

interface Link {
  relations: Relation[];
  cost: number;
  fails?: Relation;
}

const distinct = (changes: readonly Change[]): Change[] => [...new Map(changes.map((change) => [change.what, change])).values()].sort((a, b) => EFFORTS.indexOf(a.effort) - EFFORTS.indexOf(b.effort) || a.minutes - b.minutes); // prettier-ignore

/**
 * The cheapest complete sets, and what breaks the nearest ones that do not work. Exact: branch and bound over the
 * slots, with the cheapest work still to come in every open slot as its bound. A set that hangs on figures nobody
 * has measured is given, after those that do not, with what is to be measured.
 *
 * @param given  what must be filled, in any order; a slot without a choice makes every set impossible
 * @param want   how many sets and near misses to give
 */
export function findSets(
  given: readonly Slot[],
  vehicle: FitVehicle,
  want = 5,
  thresholds: Thresholds = THRESHOLDS,
): Sets {
  const slots = given.map((slot) =>
    slot.optional ? { ...slot, choices: [NOTHING, ...slot.choices] } : slot,
  );
  const own = (slot: Slot, part: SetPart): number =>
    slot.kept ? 0 : workCost(part.changes) + (part.verdict === 'not-proven' ? UNKNOWN_COST : 0);
  const links = slots.map((a, i) => slots.map((b, j) => (j <= i ? [] : a.choices.map((x) => b.choices.map((y): Link => {
    // What the vehicle keeps on both sides goes together as it is.
    const relations = (a.kept && b.kept) || x === NOTHING || y === NOTHING ? [] : relate(x.part, y.part, vehicle, thresholds);
    const cost = relations.reduce((sum, relation) => sum + (relation.change ? workCost([relation.change]) : 0) - spared(relation, x, y) + (relation.outcome === 'unknown' ? UNKNOWN_COST : 0), 0);
    return { relations, cost, fails: relations.find((relation) => relation.outcome === 'fail') };
  }))))); // prettier-ignore
  const linkOf = (i: number, x: number, j: number, y: number): Link =>
    i < j ? links[i]![j]![x]![y]! : links[j]![i]![y]![x]!;
  const bad = (slot: Slot, part: SetPart): boolean => !slot.kept && part.verdict === 'no';
  const least = slots.map((slot) => Math.min(Infinity, ...slot.choices.map((part) => own(slot, part))));
  // What a later part may spare of the work counted so far.
  const saves = slots.map(
    (_, j) => Math.min(0, ...links.slice(0, j).flatMap((row) => row[j]!.flat().map((link) => link.cost))) * j,
  );
  const rest = least.map(
    (_, at) =>
      least.slice(at).reduce((sum, each) => sum + each, 0) +
      saves.slice(at).reduce((sum, each) => sum + each, 0),
  );
  const found: { picks: number[]; cost: number }[] = [];
  const missed: { picks: number[]; cost: number; breaks: NearMiss['breaks'] }[] = [];
  const keep = <T extends { cost: number }>(list: T[], item: T): void => {
    list.push(item);
    list.sort((a, b) => a.cost - b.cost);
    if (list.length > want) list.pop();
  };
  const worst = (list: { cost: number }[]): number => (list.length < want ? Infinity : list.at(-1)!.cost);
  const visit = (at: number, picks: number[], cost: number, breaks: NearMiss['breaks'] | undefined): void => {
    if (cost + (rest[at] ?? 0) >= worst(breaks ? missed : found) && (breaks || cost + (rest[at] ?? 0) >= worst(missed)))
      return;
    if (at === slots.length) {
      if (breaks) keep(missed, { picks: [...picks], cost, breaks });
      else if (cost < worst(found)) keep(found, { picks: [...picks], cost });
      return;
    }
    const slot = slots[at]!;
    const order = slot.choices.map((_, index) => index).sort((a, b) => own(slot, slot.choices[a]!) - own(slot, slot.choices[b]!));
    for (const index of order) {
      const part = slot.choices[index]!;
      let added = own(slot, part);
      let broken = breaks;
      let twice = false;
      const breakOn = (what: NearMiss['breaks']): void => {
        if (broken) twice = true;
        broken = what;
      };
      if (bad(slot, part)) breakOn({ a: part.id, b: 0 });
      for (let before = 0; before < at && !twice; before += 1) {
        const link = linkOf(before, picks[before]!, at, index);
        added += link.cost;
        if (link.fails) breakOn({ a: slots[before]!.choices[picks[before]!]!.id, b: part.id, relation: link.fails });
      }
      if (twice) continue;
      picks.push(index);
      visit(at + 1, picks, cost + added, broken);
      picks.pop();
    }
  }; // prettier-ignore
  visit(0, [], 0, undefined);
  const partsOf = (picks: readonly number[]): SetPart[] => picks.map((pick, at) => slots[at]!.choices[pick]!);
  const there = (picks: readonly number[]): SetPart[] => partsOf(picks).filter((part) => part !== NOTHING);
  return {
    sets: found.map(({ picks, cost }) => {
      const changes = partsOf(picks).flatMap((part, at) => (slots[at]!.kept ? [] : [...part.changes]));
      const unknown: PartSet['unknown'] = [];
      const spare = new Set<string>();
      for (let i = 0; i < picks.length; i += 1)
        for (let j = i + 1; j < picks.length; j += 1)
          for (const relation of linkOf(i, picks[i]!, j, picks[j]!).relations) {
            if (relation.change) changes.push(relation.change);
            if (relation.spares) spare.add(relation.spares.what);
            if (relation.outcome === 'unknown') unknown.push({ id: relation.id, parts: [slots[i]!.choices[picks[i]!]!.id, slots[j]!.choices[picks[j]!]!.id] });
          }
      return { parts: there(picks), cost, changes: distinct(changes.filter((change) => !spare.has(change.what))), unknown };
    }),
    nearMisses: missed.map(({ picks, breaks }) => ({ parts: there(picks), breaks })),
  }; // prettier-ignore
}

/** An optional slot left empty. */
const NOTHING: SetPart = {
  id: 0,
  part: { kind: 'fixings', figures: { quantities: {}, words: {} } },
  verdict: 'straight-in',
  changes: [],
};

/** The work of either part that the relation makes unnecessary. */
const spared = ({ spares }: Relation, x: SetPart, y: SetPart): number =>
  spares && [...x.changes, ...y.changes].some((change) => change.what === spares.what)
    ? workCost([spares])
    : 0;

/** Dearer than any work: what is not known comes after what is known to go. */
const UNKNOWN_COST = 10_000_000;
