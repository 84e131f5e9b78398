import { betaCdf, gammaQuantile, logGamma } from '../trial/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { benjaminiHochberg, binomialInterval, type Interval } from './exact.ts';

/**
 * The beginning of one unit's life: the first unit of a part in a vehicle. A second failure in one vehicle is not counted:
 * it is no second witness.
 */
export interface EarlyLife {
  partId: number;
  /** Failures of one owner have causes in common: a fleet, a driver, a workshop. */
  owner: string;
  /** Days it was seen to run, at least 0; to its failure where it failed. */
  seen: number;
  /** Days it has run if silence means that it runs: to the last day on record. The same as `seen` where it failed or came out. */
  most: number;
  /** Chance that its owner still comes to this shop; null where too few owners came back to tell. */
  comes: number | null;
  /** It failed, at `seen`. */
  failed: boolean;
}

export interface EarlyCount {
  /** Vehicles in which it was seen to run at all, or failed at once. */
  vehicles: number;
  /** Of these, vehicles in which the first unit failed within `earlyDays`. */
  early: number;
  /** Owners of those. */
  owners: number;
}

export interface EarlyJudged extends EarlyCount {
  partId: number;
  /** Of all others of its kind. */
  others: EarlyCount;
  /** Failures expected at the ages of its units, were it like its kind: by what was seen, and if all run on. */
  expected: { seen: number; runOn: number };
  /**
   * Chance of as many or more by luck, were it like the others; null where there is nothing to go by, or where too few
   * owners of the kind had a failure (`ownersLeast`). The larger of two: only what was seen counts, and all run on
   * unless they were brought back. So no flag rests on who comes back.
   */
  chance: number | null;
  /** The same, adjusted for how many parts were looked at. */
  adjusted: number | null;
  /** It fails early, so far as these can say. */
  flagged: boolean;
  /**
   * Of 100 fitted so many fail within `earlyDays`, drawn towards its kind the more the less is known of it. From: all run
   * on that were not brought back; to: only what was seen counts. `of100` in between where it is known who still comes.
   */
  likely: (Interval & { of100: number | null }) | null;
}

/** A life, or a share of one, that was at risk to `time` whole days. */
interface AtRisk {
  at: number;
  owner: string;
  time: number;
  failed: boolean;
  weight: number;
}

/** Failures of each part, what was expected of it at its units' ages, and how much more failures vary than by luck alone. */
interface Account {
  failures: Float64Array;
  expected: Float64Array;
  /** At least 1. */
  spread: Float64Array;
  /** Failures per unit within `earlyDays`, over the whole kind. */
  hazard: number;
}

/**
 * What each part was expected to have at the ages its units were watched at: the cumulative hazard of the kind (Nelson
 * 1972, Aalen 1978), summed; the expected count of the log-rank test. Owners differ: the variance of an owner's count is
 * taken as expected + τ² expected² (a gamma frailty), τ² by moments over all owners, drawn towards 1.
 */
function accountOf(lives: readonly AtRisk[], parts: number, days: number): Account {
  const failedOn = new Float64Array(days + 1);
  const endsOn = new Float64Array(days + 1);
  for (const { time, failed, weight } of lives) {
    endsOn[Math.min(days, time)]! += weight;
    if (failed && time <= days) failedOn[time]! += weight;
  }
  const cumulative = new Float64Array(days + 1);
  let [atRisk, sum] = [lives.reduce((all, { weight }) => all + weight, 0), 0];
  for (let day = 0; day <= days; day += 1) {
    if (atRisk > 1e-9) sum += failedOn[day]! / atRisk;
    cumulative[day] = sum;
    atRisk -= endsOn[day]!;
  }
  const failures = new Float64Array(parts);
  const expected = new Float64Array(parts);
  const owners = new Map<string, { at: number; owner: string; failures: number; expected: number }>();
  for (const { at, owner, time, failed, weight } of lives) {
    const due = weight * cumulative[Math.min(days, time)]!;
    const had = failed && time <= days ? weight : 0;
    failures[at]! += had;
    expected[at]! += due;
    const key = `${at} ${owner}`;
    const own = owners.get(key) ?? { at, owner, failures: 0, expected: 0 };
    own.failures += had;
    own.expected += due;
    owners.set(key, own);
  }
  const ofOwner = new Map<string, { failures: number; expected: number }>();
  for (const { owner, failures: had, expected: due } of owners.values()) {
    const own = ofOwner.get(owner) ?? { failures: 0, expected: 0 };
    own.failures += had;
    own.expected += due;
    ofOwner.set(owner, own);
  }
  let [over, squares] = [0, 0];
  for (const { failures: had, expected: due } of ofOwner.values()) {
    over += (had - due) ** 2 - due;
    squares += due ** 2;
  }
  // Beforehand owners are taken to differ by as much as their mean; a moment from few owners is little better than that.
  const frailty = Math.max(0, (over + 2) / (squares + 2));
  const ownSquares = new Float64Array(parts);
  for (const { at, expected: due } of owners.values()) ownSquares[at]! += due ** 2;
  const spread = expected.map((due, at) => (due > 0 ? 1 + (frailty * ownSquares[at]!) / due : 1));
  return { failures, expected, spread, hazard: sum };
}

/**
 * Chance that one part has so many of all failures by luck: of all of its kind, it has the share that was expected of it
 * (the two-rate test of Przyborowski and Wilenski 1940), counts divided by how much they vary beyond luck.
 */
function chanceOf({ failures, expected, spread }: Account, at: number, witnesses: number): number | null {
  const sum = (of: Float64Array): number => of.reduce((all, each, part) => all + (part === at ? 0 : each / spread[part]!), 0);
  const [own, others] = [expected[at]! / spread[at]!, sum(expected)];
  if (!(own > 0 && others > 0)) return null;
  const x = Math.min(failures[at]! / spread[at]!, witnesses);
  if (x <= 0) return 1;
  return betaCdf(own / (own + others), x, sum(failures) + 1);
} // prettier-ignore

/** Standard deviations of parts' rates about their kind, each as a share of the mean, and how likely each is beforehand. */
const UNLIKE = Array.from({ length: 12 }, (_, at) => 0.05 * 1.5 ** at).map((sd) => ({
  sd,
  weight: sd * Math.exp(-(sd ** 2) / 2),
}));

/** Log-likelihood of a part's failures where rates have a gamma distribution of this shape about their mean. */
const logLikely = (shape: number, x: number, expected: number): number =>
  logGamma(x + shape) -
  logGamma(shape) +
  shape * Math.log(shape / (shape + expected)) +
  x * Math.log(expected / (shape + expected));

/**
 * Failures of each part in 100, as a mean and its 95 % limits: rates of a kind have a gamma distribution whose width and
 * mean are themselves only known from these counts, so both are gone through, each as likely as the counts make it.
 */
function likelyOf({ failures, expected, spread, hazard }: Account): (Interval & { of100: number } | null)[] {
  const x = failures.map((each, at) => each / spread[at]!);
  const due = expected.map((each, at) => each / spread[at]!);
  const all = x.reduce((sum, each) => sum + each, 0);
  if (!(hazard > 0)) return [...x].map(() => null);
  const logs = UNLIKE.map(({ sd, weight }) => {
    let log = Math.log(weight);
    due.forEach((each, at) => { if (each > 0) log += logLikely(sd ** -2, x[at]!, each); });
    return log;
  });
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const total = weights.reduce((sum, each) => sum + each, 0);
  const sumDue = due.reduce((sum, each) => sum + each, 0);
  const concentrated = due.reduce((sum, each) => sum + each ** 2, 0) / sumDue ** 2;
  return [...x].map((own, at) => {
    if (due[at] === 0) return null;
    // The kind's mean is as uncertain as a count of all failures, and as its parts differ: variance relative to the mean.
    let [mean, square] = [0, 0];
    for (const [each, { sd }] of UNLIKE.entries()) {
      const shape = sd ** -2;
      const rate = (shape + own) / (shape + due[at]!);
      // The share of the mean in the rate is what the part's own count does not settle.
      const fromKind = shape / (shape + due[at]!);
      const variance = (shape + own) / (shape + due[at]!) ** 2 + (rate * fromKind) ** 2 * (1 / Math.max(1, all) + sd ** 2 * concentrated);
      mean += (weights[each]! / total) * rate;
      square += (weights[each]! / total) * (variance + rate ** 2);
    }
    const variance = square - mean ** 2;
    const of100 = (relative: number): number => 100 * (1 - Math.exp(-relative * hazard));
    const shape = mean ** 2 / variance;
    return { of100: of100(mean), lo: of100(gammaQuantile(0.025, shape, shape / mean)), hi: of100(gammaQuantile(0.975, shape, shape / mean)) };
  });
} // prettier-ignore

/**
 * Which parts of one kind fail early. Each is held against all others of its kind at the same age, owner by owner, and
 * the chances are adjusted over all of them, so that of those flagged no more than `falseFlags` are expected to be
 * flagged by luck. One failure flags nobody, nor do failures of fewer than `earlyLeast` owners.
 *
 * @param lives first units of every part of one kind that went in, or was seen to run, in each vehicle
 */
export function judgeEarly(lives: readonly EarlyLife[], practice: Practice = USUAL_PRACTICE): EarlyJudged[] {
  const days = Math.round(practice.earlyDays);
  const ids = [...new Set(lives.map(({ partId }) => partId))];
  const place = new Map(ids.map((id, at) => [id, at]));
  const whole = (time: number): number => Math.floor(Math.max(0, time));
  const read = (timeOf: (life: EarlyLife) => readonly (readonly [time: number, weight: number])[]): Account =>
    accountOf(lives.flatMap((life) => timeOf(life).map(([time, weight]) => ({ at: place.get(life.partId)!, owner: life.owner, time: whole(time), failed: life.failed, weight }))), ids.length, days);
  const seen = read(({ seen: time }) => [[time, 1]]);
  const runOn = read(({ most }) => [[most, 1]]);
  const between = lives.every(({ comes }) => comes !== null)
    ? read(({ seen: time, most, comes }) => (most > time ? [[time, 1 - comes!], [most, comes!]] : [[time, 1]]))
    : undefined;
  const [least, most, middle] = [likelyOf(runOn), likelyOf(seen), between && likelyOf(between)];
  const counts = ids.map(() => ({ vehicles: 0, early: 0, who: new Set<string>() }));
  for (const life of lives) {
    const own = counts[place.get(life.partId)!]!;
    if (life.failed || life.seen > 0) own.vehicles += 1;
    if (!life.failed || life.seen > days) continue;
    own.early += 1;
    own.who.add(life.owner);
  }
  const failing = new Set(counts.flatMap(({ who }) => [...who])).size;
  const all = { vehicles: counts.reduce((sum, each) => sum + each.vehicles, 0), early: counts.reduce((sum, each) => sum + each.early, 0) };
  const judged = ids.map((partId, at) => {
    const { vehicles, early, who } = counts[at]!;
    const elsewhere = new Set(counts.flatMap((each, part) => (part === at ? [] : [...each.who]))).size;
    const both = [chanceOf(seen, at, who.size), chanceOf(runOn, at, who.size)];
    const chance = failing < practice.ownersLeast || both.includes(null) ? null : Math.max(...(both as number[]));
    const [from, to] = [least[at], most[at]];
    const likely = from && to ? { lo: from.lo, hi: to.hi, of100: middle?.[at]?.of100 ?? null } : null;
    const expected = { seen: seen.expected[at]!, runOn: runOn.expected[at]! };
    return { partId, vehicles, early, owners: who.size, expected, others: { vehicles: all.vehicles - vehicles, early: all.early - early, owners: elsewhere }, chance, likely };
  });
  const tested = judged.filter((each) => each.chance !== null);
  const adjusted = new Map(benjaminiHochberg(tested.map((each) => each.chance!)).map((each, at) => [tested[at]!.partId, each]));
  return judged.map((each) => ({
    ...each,
    adjusted: adjusted.get(each.partId) ?? null,
    flagged: each.owners >= practice.earlyLeast && (adjusted.get(each.partId) ?? 1) <= practice.falseFlags,
  }));
} // prettier-ignore

/** How often it was noisy from new, of those of which somebody said. */
export interface NoisyShare extends Interval {
  noisy: number;
  of: number;
}
export const noisyShare = (noisy: number, of: number): NoisyShare | null =>
  of === 0 ? null : { noisy, of, ...binomialInterval(noisy, of) };
