import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { cutAtLimit } from './broken-off.ts';
import {
  ancova,
  equivalence,
  holm,
  intervalOf,
  mean,
  pOf,
  variance,
  welch,
  type Difference,
} from './compare.ts';
import { tQuantile } from './distributions.ts';
import { LEAST_RUNS, lookAt, type Look } from './looks.ts';
import { powerUnequal, runsToSettle } from './power.ts';
import { robustDifference } from './robust.ts';
import {
  PROTOCOLS,
  type Change,
  type LibrarySpread,
  type Trial,
  type TrialRun,
  type TrialSetUp,
} from './types.ts';

export interface PairJudged {
  a: string;
  b: string;
  /** a − b, adjusted. */
  difference: number;
  interval: [number, number] | null;
  /** Raised for being compared at once; null where nothing tells the spread. */
  p: number | null;
  /** Of "as good as", with the trial's margin. */
  alike: number | null;
  /** The worse of the two was broken off: the difference is no smaller than this. */
  atLeast: boolean;
}
export interface SetUpJudged {
  id: string;
  runs: number;
  /** Adjusted to common conditions; null without a run. */
  value: number | null;
  interval: [number, number] | null;
  /** Of its runs so many were broken off, or reached where another one was: its value is the least that it can be. */
  cut: number;
}
export interface Need {
  /** The difference that such a trial would find. */
  difference: number;
  /** Run-to-run of the two best set-ups, one standard deviation each; null where nothing tells it. */
  spreads: [number, number] | null;
  runsEach: number | null;
  moreRuns: number | null;
  minutes: number | null;
}
export interface TrialVerdict {
  word: 'better' | 'as good as' | 'cannot be told' | 'refused';
  /** One sentence that an installer understands. */
  said: string;
  /** What it rests on: adjusted for what, spread from where, which look. */
  because: string[];
  best: string | null;
  pairs: PairJudged[];
  setUps: SetUpJudged[];
  spread: { sd: number; dof: number; from: 'this vehicle' | 'the library' } | null;
  need: Need | null;
  /** The smallest design that separates what was confounded. */
  design: string[];
  /** Null before the first look. */
  look: Look | null;
  /** Runs that ended before their end; every run counts up to `upTo`, the lowest of them. */
  brokenOff: { runs: number; upTo: number } | null;
}

const clock = (s: number): string => `${Math.floor(s / 60)}:${String(Math.round(s % 60)).padStart(2, '0')}`;
/** A value of a protocol as it is said. */
export const valueText = (value: number, unit: 's' | '°C'): string =>
  unit === 's'
    ? `${Math.round(value)} s${value >= 60 ? ` (${clock(value)})` : ''}`
    : `${value.toFixed(1)} °C`;
const differenceText = (value: number, unit: 's' | '°C'): string =>
  unit === 's'
    ? `${Math.abs(value).toFixed(Math.abs(value) < 10 ? 1 : 0)} s`
    : `${Math.abs(value).toFixed(1)} K`;
const plural = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

const key = (changes: readonly Change[]): string => [...changes].sort().join('+');

/** What would separate the changes, and what that takes. */
export interface Confounded {
  said: string;
  design: string[];
  /** Further runs of the smallest set of them that separates the changes, and their minutes. */
  runs: number;
  minutes: number;
}

/**
 * What a trial cannot separate: where a difference is to be laid at one change's door and no two set-ups differ in that
 * change alone. @returns the fewest further runs that would do: one set-up more, beside the one that has most runs
 */
export function confounding(
  { setUps, about, protocol }: Pick<Trial, 'setUps' | 'about' | 'protocol'>,
  made: readonly Pick<TrialRun, 'setUp'>[] = [],
): Confounded | undefined {
  if (about === null) return undefined;
  const has = (setUp: TrialSetUp): boolean => setUp.changes.includes(about);
  const rest = (setUp: TrialSetUp): string => key(setUp.changes.filter((each) => each !== about));
  const separated = setUps.some((a) => has(a) && setUps.some((b) => !has(b) && rest(b) === rest(a)));
  if (separated) return undefined;
  const withIt = setUps.filter(has);
  const runsOf = ({ id }: TrialSetUp): number => made.filter(({ setUp }) => setUp === id).length;
  // Any set-up will do as the other half of the pair: the one that has most runs already leaves the fewest to drive.
  const partner = [...setUps].sort((a, b) => runsOf(b) - runsOf(a))[0]!;
  const further = Math.max(0, LEAST_RUNS - runsOf(partner));
  const runs = LEAST_RUNS + further;
  const minutes = runs * PROTOCOLS[protocol].minutes;
  const design = [
    `${partner.name} with the ${has(partner) ? 'old' : 'new'} ${about} and nothing else changed: ${plural(LEAST_RUNS, 'run')}`,
    ...(further > 0 ? [`${partner.name} as it is: ${plural(further, 'run')}${further < LEAST_RUNS ? ' more' : ''}`] : []),
    `Together ${plural(runs, 'run')}, about ${minutes} min, in turn`,
  ];
  if (withIt.length === 0 || withIt.length === setUps.length)
    return { said: `No verdict on the ${about}: ${withIt.length === 0 ? 'no set-up has a new one' : 'every set-up has the new one'}.`, design, runs, minutes };
  const together = [...new Set(withIt.flatMap((a) => a.changes).filter((each) => each !== about))];
  return {
    said: `No verdict on the ${about}: ${about.endsWith('s') ? 'they were' : 'it was'} changed together with ${together.join(' and ')}, so nobody can say which did it.`,
    design, runs, minutes,
  };
} // prettier-ignore

interface Prepared {
  setUps: TrialSetUp[];
  groups: number[];
  y: number[];
  /** Of one run, one standard deviation: what the watch and a late start add. */
  watch: number[];
  ambient: (number | null)[];
  start: (number | null)[];
  broken: boolean[];
}

function prepare(trial: Trial, runs: readonly TrialRun[], practice: Practice): Prepared {
  const { unit } = PROTOCOLS[trial.protocol];
  const setUps = trial.setUps.filter(({ id }) => runs.some((run) => run.setUp === id));
  const own = runs.filter((run) => setUps.some(({ id }) => id === run.setUp));
  return {
    setUps,
    groups: own.map((run) => setUps.findIndex(({ id }) => id === run.setUp)),
    // A watch that was started late shows too little.
    y: own.map((run) => run.value + (unit === 's' ? (run.lateS ?? practice.lateStart) : 0)),
    watch: own.map((run) =>
      unit === 's'
        ? Math.hypot(practice.handStopwatch / 2, run.lateS === null ? practice.lateStart : run.lateS / 2)
        : 0.25,
    ),
    ambient: own.map((run) => run.ambientC),
    start: own.map((run) => run.startC),
    broken: own.map((run) => run.brokenOff !== undefined),
  };
}

/** What cannot be a run, as a sentence; empty where it can. */
export function runProblem(trial: Pick<Trial, 'protocol' | 'setUps'>, run: TrialRun): string {
  const { unit } = PROTOCOLS[trial.protocol];
  if (!trial.setUps.some(({ id }) => id === run.setUp)) return 'That set-up is not one of this trial.';
  if (!Number.isFinite(run.value)) return 'A run has a value.';
  if (unit === 's' && !(run.value > 0 && run.value <= 4 * 3600)) return 'A time is more than nothing and at most four hours.';
  if (unit === '°C' && !(run.value >= 20 && run.value <= 140)) return `Peak ${run.value} °C is out of range. Enter 20 to 140 °C.`;
  if (run.ambientC !== null && !(run.ambientC >= -40 && run.ambientC <= 60)) return `Air at ${run.ambientC} °C is out of range. Enter −40 to 60 °C.`;
  if (run.startC !== null && !(run.startC >= -40 && run.startC <= 130)) return `Start at ${run.startC} °C is out of range. Enter −40 to 130 °C.`;
  if (unit === '°C' && run.ambientC !== null && run.ambientC >= run.value) return `Air at ${run.ambientC} °C is above the coolant’s ${run.value} °C: one of them is wrong.`;
  if (run.lateS !== null && !(run.lateS >= 0 && run.lateS <= 60)) return 'A start is late by 0 to 60 s.';
  if (run.brokenOff && run.brokenOff.afterS !== null && !(run.brokenOff.afterS > 0 && run.brokenOff.afterS <= 4 * 3600)) return 'Time until it was broken off is out of range. Enter up to 4:00:00.';
  return '';
} // prettier-ignore

interface Compared {
  means: number[];
  difference: (a: number, b: number) => Difference;
  said: string[];
  spread: { sd: number; dof: number; from: 'this vehicle' | 'the library' } | null;
  /** Each set-up's own, one standard deviation; the shared one where it has too few runs. */
  sds: number[];
  /** Set-ups ran in air too far apart. */
  apart: string | undefined;
  /** Where every run is cut, in the air it was brought to; null where none was broken off. */
  limit: number | null;
  /** By set-up: runs that reached the limit. */
  cut: number[];
}

const COVARIATE_DOF = 3;
const COVARIATE_RANGE_K = 1.5;

function compare(trial: Trial, prepared: Prepared, library: LibrarySpread | null, practice: Practice): Compared {
  const { groups, y, watch, ambient, start, setUps, broken } = prepared;
  // A slope fitted to runs that were cut off would be too flat: the shop's usual one stands in.
  const whole = !broken.some(Boolean);
  const { of } = PROTOCOLS[trial.protocol];
  const said: string[] = [];
  const of_ = (g: number): number[] => groups.flatMap((each, i) => (each === g ? [i] : []));
  const counts = setUps.map((_, g) => of_(g).length);
  const allAmbient = ambient.every((each): each is number => each !== null);
  let apart: string | undefined;
  let adjusted = y;
  let slopeU = 0;
  const ambientOf = (g: number): number => mean(of_(g).map((i) => ambient[i] ?? 0));
  if (!allAmbient) said.push('The air outside was not written down for every run: not adjusted for.');
  const range = allAmbient ? Math.max(...(ambient as number[])) - Math.min(...(ambient as number[])) : 0;
  const covariates: { name: string; values: number[] }[] = [];
  if (allAmbient && range > 0) {
    for (let a = 0; a < setUps.length; a += 1)
      for (let b = 0; b < a; b += 1) {
        const [xa, xb] = [of_(a), of_(b)].map((list) => list.map((i) => ambient[i]!)) as [number[], number[]];
        const overlap = Math.min(Math.max(...xa), Math.max(...xb)) >= Math.max(Math.min(...xa), Math.min(...xb));
        const by = Math.abs(mean(xa) - mean(xb));
        if (!overlap && by > practice.ambientApart)
          apart ??= `${setUps[a]!.name} ran in air of ${mean(xa).toFixed(0)} °C and ${setUps[b]!.name} of ${mean(xb).toFixed(0)} °C: the warmer day and the set-up cannot be told apart.`;
      }
    const dof = y.length - setUps.length - 1;
    if (whole && dof >= COVARIATE_DOF && range >= COVARIATE_RANGE_K) covariates.push({ name: 'air outside', values: ambient as number[] });
    else {
      const level = mean(y);
      const slope = of === 'peak' ? practice.peakPerKelvin : practice.downPerKelvin * level;
      const middle = mean(ambient as number[]);
      adjusted = y.map((each, i) => each - slope * (ambient[i]! - middle));
      slopeU = (practice.slopeOff * slope) / 2;
      said.push(`Brought to air of ${middle.toFixed(0)} °C by the shop’s usual ${of === 'peak' ? `${practice.peakPerKelvin} K` : `${Math.round(100 * practice.downPerKelvin)} %`} a kelvin, good to ${Math.round(100 * practice.slopeOff)} %.`);
    }
  }
  const starts = start.filter((each): each is number => each !== null);
  if (whole && starts.length === start.length && Math.max(...starts) - Math.min(...starts) >= COVARIATE_RANGE_K && y.length - setUps.length - covariates.length - 1 >= COVARIATE_DOF)
    covariates.push({ name: 'start temperature', values: starts });
  // Beside the runs' own spread: what watch and late starts add, and what the slope may be off by.
  const extra = (a: number, b: number): number => {
    const late = (g: number): number => Math.sqrt(of_(g).reduce((sum, i) => sum + watch[i]! ** 2, 0)) / counts[g]!;
    return Math.hypot(late(a), late(b), slopeU * Math.abs(ambientOf(a) - ambientOf(b)));
  };
  if (covariates.length > 0) {
    const fit = ancova(y, groups, y.map((_, i) => covariates.map(({ values }) => values[i]!)));
    if (fit) {
      said.push(`Adjusted for ${covariates.map(({ name }, j) => `${name} (${fit.slopes[j]!.slope.toFixed(2)} a kelvin)`).join(' and ')}, as this trial tells it.`);
      return {
        means: fit.means, said, apart, limit: null, cut: counts.map(() => 0),
        spread: { sd: fit.fit.sigma, dof: fit.fit.dof, from: 'this vehicle' },
        sds: setUps.map((_, g) => sdOf(of_(g).map((i) => fit.residuals[i]!)) ?? fit.fit.sigma),
        difference: (a, b) => {
          // One set-up may spread more than another: each has its own variance where it has runs enough to show it.
          const own = counts[a]! >= LEAST_RUNS && counts[b]! >= LEAST_RUNS ? (robustDifference(fit.X, y, groups, a, b) ?? fit.difference(a, b)) : fit.difference(a, b);
          const floor = extra(a, b) / 2;
          return { ...own, se: Math.max(own.se, floor) };
        },
      };
    }
    said.push('Conditions changed together with the set-up, so no correction is possible.');
  }
  const { limit, values: counted, cut } = cutAtLimit(adjusted, broken);
  adjusted = counted;
  const means = setUps.map((_, g) => mean(of_(g).map((i) => adjusted[i]!)));
  const within = setUps.map((_, g) => of_(g).map((i) => adjusted[i]!)).filter((list) => list.length >= 2);
  const dof = within.reduce((sum, list) => sum + list.length - 1, 0);
  const rss = within.reduce((sum, list) => sum + (list.length - 1) * variance(list), 0);
  // A library of trials stands in until this vehicle's own runs say as much.
  const spread: Compared['spread'] =
    counts.every((n) => n >= LEAST_RUNS) || (dof >= 2 && !library)
      ? { sd: Math.sqrt(rss / dof), dof, from: 'this vehicle' }
      : library && library.dof > 0
        ? { sd: library.sd, dof: library.dof, from: 'the library' }
        : dof >= 1
          ? { sd: Math.sqrt(rss / dof), dof, from: 'this vehicle' }
          : null;
  return {
    means, said, apart, spread, limit,
    cut: setUps.map((_, g) => of_(g).filter((i) => cut[i]).length),
    sds: setUps.map((_, g) => sdOf(of_(g).map((i) => adjusted[i]!)) ?? spread?.sd ?? 0),
    difference: (a, b) => {
      const apartness = slopeU * Math.abs(ambientOf(a) - ambientOf(b));
      // Runs that happen to be all equal are still no better than the watch.
      const floor = extra(a, b);
      const valuesOf = (g: number): number[] => of_(g).map((i) => adjusted[i]!);
      const own =
        counts[a]! >= LEAST_RUNS && counts[b]! >= LEAST_RUNS
          ? welch(valuesOf(a), valuesOf(b))
          : { se: spread ? spread.sd * Math.sqrt(1 / counts[a]! + 1 / counts[b]!) : 0, dof: spread?.dof ?? 1 };
      return { estimate: means[a]! - means[b]!, se: Math.max(Math.hypot(own.se, apartness), floor), dof: own.dof };
    },
  };
} // prettier-ignore

/** Undefined for a set-up with too few runs to have a spread of its own. */
const sdOf = (values: readonly number[]): number | undefined =>
  values.length >= LEAST_RUNS ? Math.sqrt(variance(values)) : undefined;

const none = (word: TrialVerdict['word'], said: string, more: Partial<TrialVerdict> = {}): TrialVerdict => ({
  word, said, because: [], best: null, pairs: [], setUps: [], spread: null, need: null, design: [], look: null, brokenOff: null, ...more,
}); // prettier-ignore

/**
 * The verdict of a trial: only where the data carries it. Less is better in every protocol.
 *
 * Differences between set-ups, adjusted for the air outside and the start temperature, with intervals; all comparisons
 * together are wrong by chance in no more than the shop's share (Holm), over all looks together (O'Brien and Fleming),
 * however long the trial goes on. Every set-up has a spread of its own (Welch, or a robust error where something is
 * adjusted for); before each has three runs the library's stands in for what it would take, and nothing is settled.
 *
 * @param library of the same protocol; null where none was filed
 */
export function judgeTrial(
  trial: Trial,
  all: readonly TrialRun[],
  library: LibrarySpread | null,
  practice: Practice = USUAL_PRACTICE,
): TrialVerdict {
  const { unit, minutes } = PROTOCOLS[trial.protocol];
  const wrong = all.filter((run) => runProblem(trial, run) !== '');
  const runs = all.filter((run) => runProblem(trial, run) === '');
  const because = wrong.length > 0 ? [`${plural(wrong.length, 'run')} left out: ${runProblem(trial, wrong[0]!)}`] : [];
  const confounded = confounding(trial, runs);
  const bare = (id: string): SetUpJudged => {
    const own = runs.filter(({ setUp }) => setUp === id);
    return { id, runs: own.length, value: own.length === 0 ? null : mean(own.map(({ value }) => value)), interval: null, cut: own.filter((run) => run.brokenOff).length };
  };
  const broken = runs.filter((run) => run.brokenOff);
  const raw = broken.length === 0 ? null : { runs: broken.length, upTo: Math.min(...broken.map(({ value }) => value)) };
  const setUpLines = trial.setUps.map(({ id }) => bare(id));
  if (confounded) return none('refused', confounded.said, { because, design: confounded.design, setUps: setUpLines, brokenOff: raw });
  const startC = trial.conditions?.startC ?? null;
  const away = startC === null ? [] : runs.filter((run) => run.startC !== null && Math.abs(run.startC - startC) > practice.startWithin);
  if (away.length > 0) because.push(`${plural(away.length, 'run')} did not begin at ${startC!.toFixed(0)} °C, by more than ${practice.startWithin} K.`);
  const prepared = prepare(trial, runs, practice);
  const { setUps, groups } = prepared;
  const missing = trial.setUps.filter(({ id }) => !runs.some(({ setUp }) => setUp === id));
  if (missing.length > 0) because.push(`No run yet: ${missing.map(({ name }) => name).join(', ')}.`);
  if (setUps.length < 2)
    return none('cannot be told', setUps.length === 0 ? 'No run yet.' : 'Runs of one set-up only: there is nothing to compare with.', { because, setUps: setUpLines, brokenOff: raw });
  const { means, difference, said, spread, sds, apart, limit, cut } = compare(trial, prepared, library, practice);
  if (apart)
    return none('refused', apart, {
      because: [...because, ...said], setUps: setUpLines, brokenOff: raw,
      design: ['the same set-ups again, each on both days', 'or all of them within an hour, in turn: A B, B A'],
    });
  because.push(...said);
  const counts = setUps.map((_, g) => groups.filter((each) => each === g).length);
  const fewest = Math.min(...counts);
  const list: { a: number; b: number; d: Difference }[] = [];
  for (let a = 0; a < setUps.length; a += 1)
    for (let b = a + 1; b < setUps.length; b += 1) list.push({ a, b, d: difference(a, b) });
  const ps = spread ? holm(list.map(({ d }) => pOf(d))) : list.map(() => null);
  const looks = Math.round(practice.trialLooks);
  const look = lookAt(counts, looks, practice.trialFalse);
  const level = 1 - practice.trialFalse / list.length;
  const pairs = list.map(({ a, b, d }, i): PairJudged => ({
    a: setUps[a]!.id,
    b: setUps[b]!.id,
    difference: d.estimate,
    interval: spread ? intervalOf(d, level) : null,
    p: ps[i]!,
    // Beyond where a run was broken off nobody knows how far apart they are.
    alike: spread && trial.margin !== null && limit === null ? equivalence(d, trial.margin) : null,
    atLeast: cut[d.estimate > 0 ? a : b]! > 0,
  }));
  const order = setUps.map((_, g) => g).sort((x, y) => means[x]! - means[y]!);
  const [first, second] = [order[0]!, order[1]!];
  const nameOf = (g: number): string => setUps[g]!.name;
  const pairOf = (a: number, b: number) => list.findIndex((each) => (each.a === a && each.b === b) || (each.a === b && each.b === a));
  const decided = (a: number, b: number): boolean => { const p = ps[pairOf(a, b)]; return look !== undefined && p !== null && p !== undefined && p <= look.p; };
  const top = list[pairOf(first, second)]!;
  const gap = Math.abs(top.d.estimate);
  const watch = Math.max(...prepared.watch);
  const spreads = spread ? ([first, second].map((g) => Math.max(sds[g]!, watch)) as [number, number]) : null;
  // A difference smaller than the watch shows nobody wants to find.
  const wanted = Math.max(gap, unit === 's' ? 0.5 : 0.1);
  const settlesAt = (n: number): number | undefined => lookAt([n], looks, practice.trialFalse)?.p;
  const runsEach = spreads === null ? null : (runsToSettle(wanted, spreads, practice.trialPower, (n) => (settlesAt(n) ?? 0) / list.length) ?? null);
  const more = runsEach === null ? null : counts.reduce((sum, n) => sum + Math.max(0, runsEach - n), 0);
  const shared = {
    because, pairs, spread,
    setUps: trial.setUps.map(({ id }): SetUpJudged => {
      const g = setUps.findIndex((each) => each.id === id);
      if (g < 0) return bare(id);
      const dof = counts[g]! >= LEAST_RUNS ? counts[g]! - 1 : (spread?.dof ?? 1);
      const half = (tQuantile(0.975, dof) * sds[g]!) / Math.sqrt(counts[g]!);
      return { id, runs: counts[g]!, value: means[g]!, interval: spread ? [means[g]! - half, means[g]! + half] : null, cut: cut[g]! };
    }),
    brokenOff: limit === null ? null : { runs: broken.length, upTo: limit },
    design: [] as string[],
    look: look ?? null,
  };
  if (spread)
    because.push(`From run to run ${differenceText(spread.sd, unit)} (one standard deviation), ${spread.from === 'the library' ? `from the library of trials, ${plural(library!.trials, 'trial')}: not every set-up has ${LEAST_RUNS} runs yet` : `from this vehicle’s runs, ${plural(spread.dof, 'degree')} of freedom`}.`);
  because.push(lookText(look, looks, list.length));
  const least = (g: number): string => (cut[g]! > 0 ? 'at least ' : '');
  const values = [first, second].map((g) => `${nameOf(g)} ${least(g)}${valueText(means[g]!, unit)}`).join(', ');
  const beaten = order.slice(1).filter((g) => decided(first, g));
  // One that was broken off itself could have come to anything: it is never the better one.
  if (beaten.length === setUps.length - 1 && cut[first] === 0)
    return {
      word: 'better', best: setUps[first]!.id, need: null, ...shared,
      said: `${nameOf(first).charAt(0).toUpperCase()}${nameOf(first).slice(1)} is better: ${order.slice(1).map((g) => `by ${least(g)}${differenceText(means[g]! - means[first]!, unit)} than ${nameOf(g)}`).join(', ')}.`,
    };
  // A claim of its own, on the same looks: as often as one asks, it is wrong no more often than once allows.
  const alike = pairs.filter(({ alike: p }) => look !== undefined && p !== null && p <= look.p);
  if (trial.margin !== null && alike.length === pairs.length)
    return {
      word: 'as good as', best: null, need: null, ...shared,
      said: `${setUps.map(({ name }) => name).join(' and ')} are as good as each other, within ${differenceText(trial.margin, unit)}.`,
    };
  const each = Math.max(...counts) === fewest ? `${plural(fewest, 'run')} each` : `${fewest} to ${Math.max(...counts)} runs each`;
  const partly = beaten.length > 0 && cut[first] === 0 ? ` Both are better than ${beaten.map(nameOf).join(' and ')}.` : '';
  const takes =
    cut[first]! > 0
      ? ` ${nameOf(first)} was broken off too: nobody knows what it would have come to.`
      : spreads === null
      ? ' Nothing tells how far runs of one set-up differ: run each twice.'
      : runsEach === null
        ? ` So small a difference no number of runs that anybody drives would show.`
        : ` To find ${differenceText(wanted, unit)} takes ${plural(runsEach, 'run')} each, ${plural(more!, 'run')} more.`;
  return {
    word: 'cannot be told', best: null, ...shared,
    need: { difference: wanted, spreads, runsEach, moreRuns: more, minutes: more === null ? null : more * minutes },
    said: `Cannot be told: ${values}, on ${each}.${partly}${takes}`,
  };
} // prettier-ignore

/** How likely a trial of so many runs each finds the difference that was seen, for a chart. */
export function powerCurve({ need, pairs }: TrialVerdict, most = 20, practice: Practice = USUAL_PRACTICE): { runs: number; power: number }[] {
  if (!need?.spreads || !need.spreads.every((sd) => sd > 0)) return [];
  const { spreads, difference } = need;
  const looks = Math.round(practice.trialLooks);
  return Array.from({ length: most - LEAST_RUNS + 1 }, (_, i) => {
    const runs = i + LEAST_RUNS;
    return { runs, power: powerUnequal(runs, difference, spreads, lookAt([runs], looks, practice.trialFalse)!.p / Math.max(1, pairs.length)) };
  });
} // prettier-ignore

function lookText(look: Look | undefined, looks: number, comparisons: number): string {
  const at = (p: number): string => (p < 0.0001 ? '0.0001' : p.toFixed(4));
  const many = comparisons > 1 ? `, ${comparisons} comparisons at once` : '';
  if (!look) return `The first of ${looks} looks is at ${LEAST_RUNS} runs each: fewer tell no spread.`;
  if (look.over) return `All ${looks} planned looks are over. A trial that goes on is settled below p ${at(look.p)} only${many}.`;
  return `Look ${look.at} of ${looks}: settled below p ${at(look.p)}${many}.`;
} // prettier-ignore

/** Spread within set-ups, pooled over trials of one protocol. */
export function poolSpread(trials: readonly { runs: readonly TrialRun[] }[]): LibrarySpread | null {
  let [rss, dof, count] = [0, 0, 0];
  for (const { runs } of trials) {
    const before = dof;
    for (const id of new Set(runs.map(({ setUp }) => setUp))) {
      const own = runs.filter((run) => run.setUp === id && !run.brokenOff).map(({ value }) => value);
      if (own.length < 2) continue;
      rss += (own.length - 1) * variance(own);
      dof += own.length - 1;
    }
    if (dof > before) count += 1;
  }
  return dof > 0 ? { sd: Math.sqrt(rss / dof), dof, trials: count } : null;
}
