import { combined } from '../figures/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { Amount } from './account.ts';

/** What stands on the shop's shelf. */
export interface Product {
  name: string;
  /** % by volume; 100 for concentrate, 0 for water. */
  strength: number;
  /** L; null where it comes from the tap or a drum. */
  bottleL: number | null;
  /** How many there are; null where it does not matter. */
  bottles: number | null;
}
/** Distilled or demineralised: always to be had. */
export const WATER: Product = { name: 'distilled water', strength: 0, bottleL: null, bottles: null };

export interface Part {
  product: Product;
  litres: number;
  /** To be opened; null where it does not come in bottles. */
  bottles: number | null;
  /** Left in the last of them, L. */
  leftL: number;
  /** Whether the shelf has that many. */
  enough: boolean;
}
export interface PourOption {
  parts: Part[];
  /** Where whole bottles do, close enough to what is wanted: what is poured then, and where it ends. */
  whole: { parts: Part[]; endsAt: number } | undefined;
}

export interface PourWanted {
  /** What the system holds when it is full. */
  total: Amount;
  inside: Amount;
  /** Of what is inside, % by volume. */
  strength: Amount;
  /** % by volume. */
  target: number;
  shelf: readonly Product[];
  /** From full, what the drain cock yields, L; undefined where nobody knows. */
  drainYieldL: number | undefined;
}

/** One fill of several: how much is let out first, how much goes in, how strong it is then. */
export interface FillStep {
  drainL: number;
  pourL: number;
  endsAt: number;
}

export type Pour =
  | {
      ok: true;
      pourL: number;
      /** % by volume of what goes in. */
      needs: number;
      endsAt: Amount;
      /** The one with the fewest products and bottles first. */
      options: PourOption[];
    }
  | { ok: false; because: 'full' }
  | {
      ok: false;
      because: 'too weak' | 'too strong';
      /** Nothing goes in before something comes out. */
      isFull: boolean;
      /** What goes in when it is filled as strong (or weak) as the shelf allows, and where that ends. */
      reached: number;
      /** More that would have to come out first, L; null where all of it would not do. */
      drainFirstL: number | null;
      /** Fill, run, drain at the cock, fill again; undefined where no number of fills does. */
      fills: FillStep[] | undefined;
    }
  | { ok: false; because: 'no number'; problem: string };

const SAME_STRENGTH = 0.5;
const MOST_FILLS = 6;
const SLIVER_L = 0.01;

const partOf = (product: Product, litres: number): Part => {
  const bottles = product.bottleL === null ? null : Math.ceil(litres / product.bottleL - 1e-9);
  return {
    product,
    litres,
    bottles,
    leftL: bottles === null ? 0 : bottles * product.bottleL! - litres,
    enough: bottles === null || product.bottles === null || bottles <= product.bottles,
  };
};

/** Fills at the cock that bring a system to its target: each lets out as much as helps, never more than the cock yields. */
function fillsTo(
  { total, inside, strength, target, drainYieldL }: PourWanted,
  with_: number,
): FillStep[] | undefined {
  if (drainYieldL === undefined || !(drainYieldL > 0)) return undefined;
  const V = total.value;
  const first = V - inside.value;
  let now = (strength.value * inside.value + with_ * first) / V;
  const steps: FillStep[] = first > SLIVER_L ? [{ drainL: 0, pourL: first, endsAt: now }] : [];
  while (steps.length < MOST_FILLS) {
    const wanted = (V * (target - now)) / (with_ - now);
    if (!(wanted > 0)) return undefined;
    const drainL = Math.min(wanted, drainYieldL, V);
    now = (now * (V - drainL) + with_ * drainL) / V;
    steps.push({ drainL, pourL: drainL, endsAt: now });
    if (drainL === wanted) return steps;
  }
  return undefined;
}

/**
 * What to mix and pour now so that the system ends full at its target strength.
 *
 * What goes in must be c = (target·V − s·r)/(V − r) strong, with V the system, r what is inside and s its strength:
 * 8.0 L with 3.0 L of water wants 5.0 L at 80 %. Where the shelf has nothing so strong (or what stayed is too strong
 * already) the answer says what would make it possible.
 *
 * @throws never: what cannot be is answered with its problem
 */
export function pourFor(wanted: PourWanted, practice: Practice = USUAL_PRACTICE): Pour {
  const { total, inside, strength, target } = wanted;
  const no = (problem: string): Pour => ({ ok: false, because: 'no number', problem });
  if (!(target >= practice.strengthWeakest && target <= practice.strengthMost))
    return no(
      `${target} % is outside ${practice.strengthWeakest} to ${practice.strengthMost} %: beyond it coolant protects less, not more.`,
    );
  if (!(total.value > 0)) return no('What the system holds is not known.');
  if (!(inside.value >= 0)) return no('What is inside is not known.');
  const shelf = [...wanted.shelf.filter((each) => each.strength > 0), WATER];
  const pourL = total.value - inside.value;
  const isFull = pourL <= SLIVER_L;
  // A system that is full of flush water is not done; one whose strength nobody read may be.
  if (isFull && Math.abs(strength.value - target) <= Math.max(practice.bottleRounding, strength.u))
    return { ok: false, because: 'full' };
  const short = target * total.value - strength.value * inside.value;
  const needs = isFull ? Math.sign(short) * Infinity : short / pourL;
  const strongest = Math.max(...shelf.map((each) => each.strength));
  if (needs > strongest + SAME_STRENGTH) {
    const lacks = short - strongest * (total.value - inside.value);
    const drain = strongest > strength.value ? lacks / (strongest - strength.value) : Infinity;
    return {
      ok: false,
      because: 'too weak',
      isFull,
      reached: (strength.value * inside.value + strongest * pourL) / total.value,
      drainFirstL: drain <= inside.value && strongest > target ? drain : null,
      fills: strongest > target ? fillsTo(wanted, strongest) : undefined,
    };
  }
  if (needs < -SAME_STRENGTH) {
    const drain = inside.value - (target * total.value) / strength.value;
    return {
      ok: false,
      because: 'too strong',
      isFull,
      reached: (strength.value * inside.value) / total.value,
      drainFirstL: drain <= inside.value ? drain : null,
      fills: fillsTo(wanted, 0),
    };
  }
  const c = Math.min(strongest, Math.max(0, needs));
  const V = total.value;
  return {
    ok: true,
    pourL,
    needs: c,
    endsAt: {
      value: (strength.value * inside.value + c * pourL) / V,
      // Filled to the brim: what is inside, how strong it is and what it holds are what may be off.
      u: combined(
        (Math.abs(strength.value - c) / V) * inside.u,
        (inside.value / V) * strength.u,
        (Math.abs(c - target) / V) * total.u,
      ),
    },
    options: optionsFor(wanted, shelf, pourL, c, practice),
  };
}

function optionsFor(
  { inside, strength, target, total }: PourWanted,
  shelf: readonly Product[],
  pourL: number,
  c: number,
  practice: Practice,
): PourOption[] {
  const options: PourOption[] = [];
  const add = (parts: Part[]): void => void options.push({ parts, whole: wholeOf(parts) });
  const ends = (parts: readonly Part[]): number =>
    (strength.value * inside.value +
      parts.reduce((sum, { litres, product }) => sum + litres * product.strength, 0)) /
    total.value;
  /** The stronger in whole bottles, the rest of the other: as close to the target as that comes. */
  const wholeOf = (parts: readonly Part[]): PourOption['whole'] => {
    const [strong] = [...parts].sort((a, b) => b.product.strength - a.product.strength);
    const size = strong?.product.bottleL;
    if (!size || strong.leftL < SLIVER_L || parts.length !== 2) return undefined;
    const other = parts.find((part) => part !== strong)!;
    const candidates = [Math.floor(strong.litres / size), Math.ceil(strong.litres / size)]
      .filter((bottles) => bottles > 0 && bottles * size <= pourL + 1e-9)
      .map((bottles) => [
        partOf(strong.product, bottles * size),
        ...(pourL - bottles * size > SLIVER_L ? [partOf(other.product, pourL - bottles * size)] : []),
      ])
      .map((own) => ({ parts: own, endsAt: ends(own) }))
      .filter(
        ({ endsAt }) =>
          Math.abs(endsAt - target) <= practice.bottleRounding && endsAt <= practice.strengthMost,
      )
      .sort((a, b) => Math.abs(a.endsAt - target) - Math.abs(b.endsAt - target));
    return candidates[0];
  };
  for (const each of shelf) if (Math.abs(each.strength - c) <= SAME_STRENGTH) add([partOf(each, pourL)]);
  for (const strong of shelf)
    for (const weak of shelf) {
      if (!(weak.strength < c - SAME_STRENGTH && strong.strength > c + SAME_STRENGTH)) continue;
      const litres = (pourL * (c - weak.strength)) / (strong.strength - weak.strength);
      add([partOf(strong, litres), partOf(weak, pourL - litres)]);
    }
  const opened = ({ parts }: PourOption): number =>
    parts.reduce((sum, { bottles }) => sum + (bottles ?? 0), 0);
  const short = ({ parts }: PourOption): number => parts.filter(({ enough }) => !enough).length;
  return options.sort(
    (a, b) => short(a) - short(b) || a.parts.length - b.parts.length || opened(a) - opened(b),
  );
}
