import { combined } from '../figures/index.ts';
import type { CoolantBase } from '../fluid/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { amountU, atTwenty, isCooling, type GotBy, type Liquid } from './liquids.ts';

/** How a system arrived. */
export const ARRIVALS = ['full', 'low', 'not known'] as const;
export type Arrival = (typeof ARRIVALS)[number];

/** An amount with its expanded uncertainty (k = 2). */
export interface Amount {
  value: number;
  u: number;
}

/** What an account begins with. */
export interface Opening {
  /** The whole system with the parts it arrived with, L. */
  capacity: Amount;
  /** What the parts that went in hold more (or less), L. */
  change: Amount;
  arrival: Arrival;
  /** What was missing where it arrived low, L; null where nobody knows. */
  lowL: number | null;
  /** Of what was in it, % by volume; null where nobody knows. */
  strength: Amount | null;
  base: CoolantBase;
}

/** Out, in, or through: water from a hose goes in while as much of what is inside runs out. */
export const WAYS_MOVED = ['out', 'in', 'through'] as const;
export type WayMoved = (typeof WAYS_MOVED)[number];

/** One amount that went out, in or through. */
export interface CoolantMove {
  way: WayMoved;
  liquid: Liquid;
  /** As measured, > 0. */
  litres: number;
  got: GotBy;
  /** Of what was measured, °C; null for cold. */
  tempC: number | null;
  /** Of what goes in, % by volume; null for what the liquid says by itself. */
  strength: number | null;
  /** Of what went out: caught, or on the ground. */
  lost: boolean;
}

export interface Balance {
  out: Amount;
  in: Amount;
}

export interface Account {
  /** What the system holds when it is full, as it is now. */
  total: Amount;
  inside: Amount;
  /** Of what is inside, % by volume. */
  strength: Amount;
  /** What is missing to full; less than nothing where more went in than it holds. */
  missing: Amount;
  out: Amount;
  in: Amount;
  caughtL: number;
  lostL: number;
  /** Water and weak mix of a flush that was caught, and coolant that does not go back: to be disposed of. */
  disposeL: number;
  concentrateL: number;
  /** After every move, for a chart and a ledger: inside, L, and strength, %. */
  course: { insideL: number; strength: number }[];
  transmission: Balance;
  oil: Balance;
  /**
   * More coolant came out than can have been inside, by more than the amounts may be off by: how much more, L, and which
   * move shows it. Undefined where it is not so. What is inside is then no better known than that.
   */
  over: { litres: Amount; move: number } | undefined;
  problems: string[];
}

/** What is in a cooling system: parts by volume at 20 °C. */
export interface Held {
  insideL: number;
  concentrateL: number;
}

/** Nobody knows a strength: anything that a shop has seen, % by volume. */
const UNKNOWN_STRENGTH: Amount = { value: 35, u: 35 };
/** How much can be missing from a system whose engine still runs, of its capacity; nobody knows where. */
const UNKNOWN_LOW = { share: 0.15, u: 0.15 };

/** What a liquid brings, % by volume. */
export const strengthOf = (move: Pick<CoolantMove, 'liquid' | 'strength'>, inside: number): number =>
  move.strength ?? (move.liquid === 'water' ? 0 : move.liquid === 'concentrate' ? 100 : move.liquid === 'ready-mixed' ? 50 : inside); // prettier-ignore

/**
 * One move at what is held: out goes what is inside, mixed; in comes what is poured. Ideal volumes: glycol and water
 * together take up to 1 % less room than apart, which is left out.
 *
 * A hose fills the system first. What it then brings mixes with what is inside, and as much of the mixture runs out: what
 * was there falls by e^(−litres/total), the stirred tank (Levenspiel, *Chemical Reaction Engineering*, from memory).
 *
 * @param litres at 20 °C
 * @param totalL what it holds when it is full, L; asked for a hose only
 */
export function moved(
  held: Held,
  way: WayMoved,
  litres: number,
  strength: number,
  totalL = held.insideL,
): Held {
  if (way === 'through') {
    const filling = Math.min(litres, Math.max(0, totalL - held.insideL));
    const full = {
      insideL: held.insideL + filling,
      concentrateL: held.concentrateL + (filling * strength) / 100,
    };
    const comes = (full.insideL * strength) / 100;
    const stays = full.insideL > 0 ? Math.exp(-(litres - filling) / full.insideL) : 0;
    return { insideL: full.insideL, concentrateL: comes + (full.concentrateL - comes) * stays };
  }
  if (way === 'in')
    return { insideL: held.insideL + litres, concentrateL: held.concentrateL + (litres * strength) / 100 };
  const left = held.insideL > 0 ? Math.max(0, 1 - litres / held.insideL) : 0;
  return { insideL: held.insideL * left, concentrateL: held.concentrateL * left };
}

interface Inputs {
  capacityL: number;
  changeL: number;
  lowL: number;
  startStrength: number;
  litres: number[];
}
interface Outputs {
  held: Held;
  /** Came out beyond what was inside, L, and at which move most of it did. */
  over: { litres: number; move: number };
  course: { insideL: number; strength: number }[];
}

const strengthIn = ({ insideL, concentrateL }: Held): number =>
  insideL > 0 ? (100 * concentrateL) / insideL : 0;

function follow(inputs: Inputs, moves: readonly CoolantMove[], base: CoolantBase): Outputs {
  let held: Held = {
    insideL: inputs.capacityL - inputs.lowL,
    concentrateL: ((inputs.capacityL - inputs.lowL) * inputs.startStrength) / 100,
  };
  let [overL, most, worst] = [0, 0, -1];
  const course = moves.map((move, at) => {
    if (isCooling(move.liquid)) {
      const now = strengthIn(held);
      const own = strengthOf(move, now);
      const mix = move.way === 'out' ? now : own;
      const litres =
        move.tempC === null ? inputs.litres[at]! : atTwenty(inputs.litres[at]!, base, mix, move.tempC);
      const beyond = move.way === 'out' ? litres - held.insideL : 0;
      if (beyond > 0) overL += beyond;
      if (beyond > most) [most, worst] = [beyond, at];
      held = moved(held, move.way, litres, own, inputs.capacityL + inputs.changeL);
    }
    return { insideL: held.insideL, strength: strengthIn(held) };
  });
  return { held, over: { litres: overL, move: worst }, course };
}

/** Sum of amounts of one liquid, each as good as it was measured. */
function sumOf(moves: readonly CoolantMove[], way: WayMoved, practice: Practice): Amount {
  const own = moves.filter((move) => move.way === way);
  return {
    value: own.reduce((sum, move) => sum + move.litres, 0),
    u: combined(...own.map((move) => amountU(move.litres, move.got, practice))),
  };
}

/** What an amount cannot be, as a sentence; empty where it can. */
export function moveProblem(move: CoolantMove, capacityL: number): string {
  const { litres, strength, tempC } = move;
  if (!(litres > 0)) return 'An amount is more than nothing: say how many litres.';
  if (move.way === 'through' && move.liquid !== 'water') return 'Only water runs through from a hose.';
  if (!(litres <= 200)) return `${litres} L is no amount of a cooling system.`;
  if (isCooling(move.liquid) && move.way !== 'through' && litres > 3 * capacityL)
    return `${litres.toFixed(1)} L at once, in a system of ${capacityL.toFixed(1)} L: write a flush down fill by fill, or as a hose that ran through.`;
  if (strength !== null && !(strength >= 0 && strength <= 100))
    return `A strength is 0 to 100 %, not ${strength} %.`;
  if (tempC !== null && !(tempC >= 0 && tempC <= 120))
    return `Coolant that was measured at ${tempC} °C? 0 to 120 °C can be.`;
  return '';
}

/**
 * The account of a job: everything that went out and in, what is inside now, how strong, and what is missing, each with
 * what it may be off by. Uncertainties are those of capacity, of how it arrived, of strength, and of every amount by how
 * it was got; each is moved by itself, and the effects are combined.
 *
 * @param opening what is known of the system
 * @param moves   in the order that they were done
 * @example accountOf({ capacity: { value: 8, u: 0.4 }, … }, [{ way: 'out', liquid: 'coolant', litres: 5, … }]).inside.value // 3
 */
export function accountOf(
  opening: Opening,
  moves: readonly CoolantMove[],
  practice: Practice = USUAL_PRACTICE,
): Account {
  const capacityL = opening.capacity.value;
  if (!(capacityL > 0)) throw new RangeError(`a capacity is more than nothing, not ${capacityL}`);
  const low: Amount =
    opening.arrival === 'full'
      ? { value: 0, u: 0 }
      : opening.lowL !== null
        ? { value: opening.lowL, u: amountU(opening.lowL, 'eye', practice) }
        : { value: capacityL * UNKNOWN_LOW.share, u: capacityL * UNKNOWN_LOW.u };
  const strength = opening.strength ?? UNKNOWN_STRENGTH;
  const problems = moves.flatMap((move) => moveProblem(move, capacityL) || []);
  const sound = moves.filter((move) => moveProblem(move, capacityL) === '');
  const inputs: Inputs = {
    capacityL,
    changeL: opening.change.value,
    lowL: low.value,
    startStrength: strength.value,
    litres: sound.map((move) => move.litres),
  };
  const { held, over, course } = follow(inputs, sound, opening.base);
  const totalL = capacityL + opening.change.value;
  const us = {
    capacity: opening.capacity.u,
    low: low.u,
    strength: strength.u,
    litres: sound.map((move) => (isCooling(move.liquid) ? amountU(move.litres, move.got, practice) : 0)),
  };
  const effects: { inside: number; strength: number; missing: number; over: number }[] = [];
  const shifted = (change: Partial<Inputs>, ofTotal = 0): void => {
    const { held: other, over: otherOver } = follow({ ...inputs, ...change }, sound, opening.base);
    effects.push({
      over: otherOver.litres - over.litres,
      inside: other.insideL - held.insideL,
      strength: strengthIn(other) - strengthIn(held),
      missing: ofTotal - (other.insideL - held.insideL),
    });
  };
  if (us.capacity > 0) shifted({ capacityL: capacityL + us.capacity }, us.capacity);
  if (us.low > 0) shifted({ lowL: low.value + us.low });
  if (us.strength > 0) {
    // Nobody has more than 100 %, or less than none: moved the way that there is room.
    const moved = strength.value + us.strength <= 100 ? us.strength : -us.strength;
    shifted({ startStrength: strength.value + moved });
  }
  us.litres.forEach((u, at) => {
    if (u > 0) shifted({ litres: inputs.litres.map((litres, i) => (i === at ? litres + u : litres)) });
  });
  // How well a hose reaches every corner nobody knows: from all of it washed out to twice what mixing leaves.
  const last = sound.findLastIndex(({ way }) => way === 'through');
  if (last >= 0) {
    const after = course[last]!;
    effects.push({
      over: 0,
      inside: 0,
      missing: 0,
      strength:
        held.insideL > 0 ? (after.strength * Math.min(after.insideL, held.insideL)) / held.insideL : 0,
    });
  }
  const uOf = (key: 'inside' | 'strength' | 'missing' | 'over'): number =>
    combined(...effects.map((effect) => Math.abs(effect[key])));
  // An amount that only just fits moves nothing downwards: what it may be off by counts both ways.
  const overU = Math.max(uOf('over'), combined(us.capacity, us.low, ...us.litres));
  const isOver = over.litres > overU;
  const missing: Amount = {
    value: totalL - held.insideL,
    u: combined(uOf('missing'), opening.change.u, isOver ? over.litres : 0),
  };
  if (missing.value < -missing.u)
    problems.push(
      `${(-missing.value).toFixed(1)} L more went in than it holds: the capacity is wrong, or an amount is.`,
    );
  const cooling = sound.filter((move) => isCooling(move.liquid));
  // What runs through pushes out as much as it brings, less what fills the system first.
  const cameOut = (move: CoolantMove): number => {
    const at = sound.indexOf(move);
    const before = course[at - 1]?.insideL ?? inputs.capacityL - inputs.lowL;
    return move.way === 'out'
      ? move.litres
      : move.way === 'in'
        ? 0
        : move.litres - (course[at]!.insideL - before);
  };
  const sumOut = (lost: boolean): number =>
    cooling.filter((move) => move.lost === lost).reduce((sum, move) => sum + cameOut(move), 0);
  const caughtL = sumOut(false);
  const back = cooling
    .filter((move) => move.way === 'in' && move.liquid === 'coolant')
    .reduce((sum, move) => sum + move.litres, 0);
  return {
    total: { value: totalL, u: combined(opening.capacity.u, opening.change.u) },
    inside: { value: held.insideL, u: combined(uOf('inside'), isOver ? over.litres : 0) },
    over: isOver
      ? { litres: { value: over.litres, u: overU }, move: moves.indexOf(sound[over.move]!) }
      : undefined,
    strength: { value: strengthIn(held), u: held.insideL > 0 ? uOf('strength') : 0 },
    missing,
    out: sumOf(cooling, 'out', practice),
    in: sumOf(cooling, 'in', practice),
    caughtL,
    lostL: sumOut(true),
    disposeL: Math.max(0, caughtL - back),
    concentrateL: held.concentrateL,
    course,
    transmission: balance(sound, 'transmission fluid', practice),
    oil: balance(sound, 'engine oil', practice),
    problems: [...new Set(problems)],
  };
}

function balance(moves: readonly CoolantMove[], liquid: Liquid, practice: Practice): Balance {
  const own = moves.filter((move) => move.liquid === liquid);
  return { out: sumOf(own, 'out', practice), in: sumOf(own, 'in', practice) };
}
