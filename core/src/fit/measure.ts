import { attributeOf } from '../figures/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { minutesToMeasure, type Check } from './checks/check.ts';
import type { Missing } from './checks/shown.ts';
import type { Evidence } from './evidence.ts';
import type { CheckId } from './checks/checks.ts';
import type { FitPart } from './vehicle.ts';
import type { LedgerRow } from './ledger.ts';

/**
 * What to measure next to turn *not proven* into an answer: ranked by how much it is expected to decide for each
 * minute it takes. The part goes in when every doubtful check is met. With p the chance that one of them is, and P
 * the chance that all are, measuring it is worth H(P) − p·H(P/p) bits: once it fails, the answer is known to be no. A check
 * that wants two figures is worth that for both together; one of them alone settles nothing, and is proposed with the other.
 */

export interface ToMeasure extends Missing {
  minutes: number;
  /** Expected information about whether the part goes in, bits; shared between the figures that are both needed. */
  bits: number;
  decides: CheckId[];
  /** Figures that have to be measured besides before it settles anything; empty where it does alone. */
  together: Missing[];
}

const entropy = (p: number): number =>
  p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));

/**
 * How likely a check is met before anything is measured: parts that a source lists for the vehicle mostly do go in,
 * others mostly do not reach the bench.
 */
function prior(evidence: Evidence, practice: Practice): number {
  const says = evidence.listings.map((listing) => listing.says);
  if (says.includes('fits')) return practice.believesListed;
  return says.length > 0 ? practice.believesAgainst : practice.believesUnlisted;
}

interface Doubt {
  check: CheckId;
  /** Chance that it is met, as it is or with its change. */
  chance: number;
  wants: Missing[];
}

/** A deciding check that is unknown or open, and its row. */
export interface Doubtful {
  row: LedgerRow;
  check: Check;
}

function doubtOf({ row, check }: Doubtful, part: FitPart, unknown: number): Doubt {
  if (row.outcome === 'unknown') return { check: row.check, chance: unknown, wants: row.missing };
  // An open figure wants its coarser side measured again with a finer tool.
  const u = (side: LedgerRow['need']): number => (side?.type === 'quantity' ? side.u : 0);
  const keys = check.keys(part);
  const want: Missing =
    u(row.need) >= u(row.have)
      ? { subject: 'bay', key: keys.vehicle }
      : { subject: part.kind, key: keys.part };
  return { check: row.check, chance: Math.max(row.chance ?? 0, row.chanceWithChange ?? 0), wants: [want] };
}

/** The figures that would settle a verdict, best first; empty where nothing is in doubt. */
export function toMeasure(
  doubtful: readonly Doubtful[],
  part: FitPart,
  evidence: Evidence,
  practice: Practice = USUAL_PRACTICE,
): ToMeasure[] {
  const unknown = prior(evidence, practice);
  const doubts = doubtful.map((each) => doubtOf(each, part, unknown));
  const all = doubts.reduce((product, doubt) => product * doubt.chance, 1);
  const wanted = new Map<string, ToMeasure>();
  for (const { check, chance, wants } of doubts) {
    const bits = Math.max(0, entropy(all) - chance * entropy(all / chance));
    let total = 0;
    for (const want of wants) total += minutesToMeasure(want);
    for (const { subject, key } of wants) {
      const attribute = attributeOf(subject, key);
      if (!attribute) continue;
      const { minutes } = attribute;
      const id = `${subject}.${key}`;
      const held = wanted.get(id);
      const share = (bits * minutes) / total;
      if (!held)
        wanted.set(id, {
          subject,
          key,
          minutes,
          bits: share,
          decides: [check],
          together: togetherWith({ subject, key }, doubts),
        });
      else {
        held.bits += share;
        held.decides.push(check);
      }
    }
  }
  return rank([...wanted.values()]);
}

const isSame = (a: Missing, b: Missing): boolean => a.subject === b.subject && a.key === b.key;

/** Figures to measure along with one: of the checks that want it, the one that wants least besides. */
function togetherWith(figure: Missing, doubts: readonly Doubt[]): Missing[] {
  const besides = doubts
    .filter(({ wants }) => wants.some((want) => isSame(want, figure)))
    .map(({ wants }) => wants.filter((want) => !isSame(want, figure)));
  const minutes = (wants: readonly Missing[]): number => wants.reduce((sum, want) => sum + minutesToMeasure(want), 0);
  return besides.reduce((least, wants) => (minutes(wants) < minutes(least) ? wants : least));
} // prettier-ignore

/** Ties stay in ledger order. */
const rank = <T extends { bits: number; minutes: number }>(list: T[]): T[] =>
  list.sort((a, b) => b.bits / b.minutes - a.bits / a.minutes || a.minutes - b.minutes);

export interface MeasureNext extends Missing {
  minutes: number;
  bits: number;
  /** Parts of the list, by index, that it helps to decide. */
  parts: number[];
}

/**
 * The same over several parts at once: one figure of the vehicle often settles many of them.
 * @param verdicts of the parts under consideration, in one vehicle
 */
export function measureNext(verdicts: readonly { measure: readonly ToMeasure[] }[]): MeasureNext[] {
  const wanted = new Map<string, MeasureNext>();
  verdicts.forEach(({ measure }, at) => {
    for (const { subject, key, minutes, bits } of measure) {
      // A figure of a part is of that part alone.
      const id = subject === 'bay' ? `bay.${key}` : `${at}.${key}`;
      const held = wanted.get(id) ?? { subject, key, minutes, bits: 0, parts: [] };
      held.bits += bits;
      held.parts.push(at);
      wanted.set(id, held);
    }
  });
  return rank([...wanted.values()]);
}
