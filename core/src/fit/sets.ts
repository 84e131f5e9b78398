import { USUAL_PRACTICE, WORK_TABLE, workCost, type Practice, type Work } from '../practice/index.ts';
import type { PartKind } from '../figures/index.ts';
import { blankFinding, type Check } from './checks/check.ts';
import { CHECKS, idOf } from './checks/checks.ts';
import { NO_EVIDENCE, confirmed, type Evidence } from './evidence.ts';
import { relate, type Relation } from './relations.ts';
import type { CheckId } from './checks/checks.ts';
import { judgeTogether, type Together } from './together.ts';
import type { FitPart, FitVehicle } from './vehicle.ts';

export { RELATIONS, relate, type Relation, type RelationId } from './relations.ts';

/**
 * Sets of parts that go into a vehicle together: each must suit the vehicle, and they must suit each other. A slot
 * is filled by one of its candidates, or by what the vehicle keeps. The cheapest set in effort comes first: the
 * worst kind of work counts before minutes do, since an hour of fabricating is not an hour of moving clips.
 */

export interface SetPart {
  id: number;
  part: FitPart;
  evidence?: Evidence;
}

export interface Slot {
  kind: PartKind;
  /** Kept parts stand as the only choice; their verdict against the vehicle is not asked. */
  kept: boolean;
  /** May stay empty: adapters and spacers are taken where they spare work. */
  optional?: boolean;
  choices: readonly SetPart[];
}

export interface PartSet {
  parts: SetPart[];
  cost: number;
  /** The judgement of exactly these parts together, as Compare and the sheet give it. */
  together: Together;
}

/** A set that one thing alone keeps from working. */
export interface NearMiss {
  parts: SetPart[];
  /** `a` and `b` do not suit each other; with `b` 0, `a` does not go into the vehicle. */
  breaks: { a: number; b: number; by: CheckId | Relation['id'] | 'installed' };
}

export interface Sets {
  sets: PartSet[];
  nearMisses: NearMiss[];
}

/** What some checks come to, without a ledger: the work they order, what is unknown, and what fails first. */
interface Sum {
  cost: number;
  fails?: CheckId | Relation['id'] | 'installed' | undefined;
}
const NOTHING_ASKED: Sum = { cost: 0 };

/** Dearer than any work: what is not known comes after what is known to go. */
const UNKNOWN_COST = 10_000_000;

const seesKind = (check: Check): PartKind | undefined => check.beside[0];

/**
 * The cheapest complete sets, and what breaks the nearest ones that do not work. Exact: branch and bound over the
 * slots, with the cheapest work still to come in every open slot as its bound. A check looks at one other part at the
 * most, so that a set's cost is a sum over its parts and pairs. A set that hangs on figures nobody has measured is
 * given, after those that do not, with what is to be measured.
 *
 * @param given  what must be filled, in any order; a slot without a choice makes every set impossible
 * @param want   how many sets and near misses to give
 */
export function findSets(
  given: readonly Slot[],
  vehicle: FitVehicle,
  want = 5,
  practice: Practice = USUAL_PRACTICE,
): Sets {
  const slots = given.map((slot) =>
    slot.optional ? { ...slot, choices: [NOTHING, ...slot.choices] } : slot,
  );
  const kinds = new Set(slots.map(({ kind }) => kind));
  const finding = blankFinding();

  const workOfCheck = (check: Check, within: FitVehicle, part: FitPart): Work | undefined =>
    check.work?.(within, part, finding, practice);
  /** Checks of a part in a vehicle with one other beside it, those that look at its kind. */
  const judge = (
    part: FitPart,
    within: FitVehicle,
    asks: (check: Check) => boolean,
    settled: boolean,
  ): Sum => {
    const sum: Sum = { cost: 0 };
    for (const check of CHECKS[part.kind]) {
      if (!asks(check) || (check.leavesTo && within.beside?.[check.leavesTo])) continue;
      check.judge(within, part as never, finding, practice);
      const { outcome } = finding;
      if (outcome === 'change') {
        const work = workOfCheck(check, within, part);
        if (work && !work.optional) sum.cost += workCost([work]);
        else if (!work && check.rule.work) sum.cost += WORK_TABLE[check.rule.work.code].minutes;
      } else if (!check.rule.decisive) continue;
      else if (outcome === 'fail') {
        if (settled) sum.cost += UNKNOWN_COST;
        else sum.fails ??= idOf(check);
      } else if ((outcome === 'unknown' || outcome === 'open') && !settled) sum.cost += UNKNOWN_COST;
    }
    return sum;
  };
  const confirmations = slots.map((slot) =>
    slot.choices.map(({ evidence }) => confirmed((evidence ?? NO_EVIDENCE).installed)),
  );
  const own: Sum[][] = slots.map((slot, i) =>
    slot.choices.map((choice, x): Sum => {
      if (choice === NOTHING || slot.kept) return NOTHING_ASKED;
      const { fit, misfit } = confirmations[i]![x]!;
      const sum = judge(
        choice.part,
        vehicle,
        (check) => {
          const seen = seesKind(check);
          return seen === undefined || !kinds.has(seen);
        },
        fit !== undefined,
      );
      if (fit && misfit) return { cost: sum.cost + UNKNOWN_COST };
      return misfit ? { ...sum, fails: 'installed' } : sum;
    }),
  );

  interface Link {
    cost: number;
    fails?: CheckId | Relation['id'] | 'installed' | undefined;
  }
  const link = (i: number, x: number, j: number, y: number): Link => {
    const [a, b] = [slots[i]!.choices[x]!, slots[j]!.choices[y]!];
    const [aThere, bThere] = [a !== NOTHING, b !== NOTHING];
    let cost = 0;
    let fails: Link['fails'];
    const add = (sum: Sum): void => {
      cost += sum.cost;
      fails ??= sum.fails;
    };
    const asked = (
      one: SetPart,
      at: number,
      of: number,
      other: SetPart,
      otherAt: number,
      there: boolean,
    ): void => {
      const kind = slots[otherAt]!.kind;
      // A part that stays is asked only for what a part that goes in changes.
      if (slots[at]!.kept && (slots[otherAt]!.kept || !there)) return;
      const beside = there ? { [kind]: other.part.figures } : {};
      add(
        judge(
          one.part,
          { ...vehicle, beside },
          (check) => seesKind(check) === kind,
          confirmations[at]![of]!.fit !== undefined,
        ),
      );
    };
    if (aThere) asked(a, i, x, b, j, bThere);
    if (bThere) asked(b, j, y, a, i, aThere);
    if (aThere && bThere && !(slots[i]!.kept && slots[j]!.kept))
      for (const relation of relate(a.part, b.part, vehicle, practice)) {
        if (relation.outcome === 'fail') fails ??= relation.id;
        if (relation.outcome === 'unknown') cost += UNKNOWN_COST;
        if (relation.work) cost += workCost([relation.work]);
        if (relation.spares) cost -= sparedCost(relation.spares, [a, b], vehicle, practice);
      }
    return { cost, ...(fails ? { fails } : {}) };
  };
  const links = slots.map((a, i) =>
    slots.map((b, j) => (j <= i ? [] : a.choices.map((_, x) => b.choices.map((_, y) => link(i, x, j, y))))),
  );
  const least = slots.map((slot, i) => Math.min(Infinity, ...slot.choices.map((_, x) => own[i]![x]!.cost)));
  // What the links to parts taken before may come to at the least; an adapter may spare work counted so far.
  const linked = slots.map((_, j) =>
    links
      .slice(0, j)
      .reduce((sum, row) => sum + Math.min(Infinity, ...row[j]!.flat().map(({ cost }) => cost)), 0),
  );
  const rest = least.map((_, at) =>
    least.slice(at).reduce((sum, each, k) => sum + each + linked[at + k]!, 0),
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
    if (
      cost + (rest[at] ?? 0) >= worst(breaks ? missed : found) &&
      (breaks || cost + (rest[at] ?? 0) >= worst(missed))
    )
      return;
    if (at === slots.length) {
      if (breaks) keep(missed, { picks: [...picks], cost, breaks });
      else if (cost < worst(found)) keep(found, { picks: [...picks], cost });
      return;
    }
    const slot = slots[at]!;
    const order = slot.choices.map((_, index) => index).sort((a, b) => own[at]![a]!.cost - own[at]![b]!.cost);
    for (const index of order) {
      const part = slot.choices[index]!;
      let added = own[at]![index]!.cost;
      let broken = breaks;
      let twice = false;
      const breakOn = (what: NearMiss['breaks']): void => {
        if (broken) twice = true;
        broken = what;
      };
      const alone = own[at]![index]!.fails;
      if (alone) breakOn({ a: part.id, b: 0, by: alone });
      for (let before = 0; before < at && !twice; before += 1) {
        const between = links[before]![at]![picks[before]!]![index]!;
        added += between.cost;
        if (between.fails) {
          const other = slots[before]!.choices[picks[before]!]!;
          breakOn(
            other === NOTHING
              ? { a: part.id, b: 0, by: between.fails }
              : part === NOTHING
                ? { a: other.id, b: 0, by: between.fails }
                : { a: other.id, b: part.id, by: between.fails },
          );
        }
      }
      if (twice) continue;
      picks.push(index);
      visit(at + 1, picks, cost + added, broken);
      picks.pop();
    }
  };
  visit(0, [], 0, undefined);
  const there = (picks: readonly number[]): { part: SetPart; stays: boolean }[] =>
    picks.flatMap((pick, at) => {
      const part = slots[at]!.choices[pick]!;
      return part === NOTHING ? [] : [{ part, stays: slots[at]!.kept }];
    });
  return {
    sets: found.map(({ picks, cost }) => {
      const parts = there(picks);
      const members = parts.map(({ part, stays }) => ({
        id: part.id,
        part: part.part,
        stays,
        ...(part.evidence ? { evidence: part.evidence } : {}),
      }));
      return {
        parts: parts.map(({ part }) => part),
        cost,
        together: judgeTogether(vehicle, members, practice),
      };
    }),
    nearMisses: missed.map(({ picks, breaks }) => ({ parts: there(picks).map(({ part }) => part), breaks })),
  };
}

/** An optional slot left empty. */
const NOTHING: SetPart = { id: 0, part: { kind: 'fixings', figures: { quantities: {}, words: {} } } };

/** The work of either part that a relation makes unnecessary, as far as it is asked for at all. */
function sparedCost(key: string, parts: readonly SetPart[], vehicle: FitVehicle, practice: Practice): number {
  const finding = blankFinding();
  for (const { part } of parts)
    for (const check of CHECKS[part.kind]) {
      check.judge(vehicle, part as never, finding, practice);
      if (finding.outcome !== 'change') continue;
      const work = check.work?.(vehicle, part, finding, practice);
      if (work && `${work.code} ${work.concerns}` === key) return workCost([work]);
    }
  return 0;
}
