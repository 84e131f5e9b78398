import { PART_KINDS } from '../figures/index.ts';
import {
  EFFORTS, USUAL_PRACTICE, WORK_TABLE, mergeWork, minutesOf, needed, ownOf,
  type Practice, type PracticeName, type Work,
} from '../practice/index.ts'; // prettier-ignore
import type { Grade } from '../quantity/index.ts';
import { blankFinding, type Check, type Finding, type Outcome } from './checks/check.ts';
import { CHECKS, RULES, idOf, type CheckId } from './checks/checks.ts';
import { NO_EVIDENCE, confirmed, type Evidence } from './evidence.ts';
import type { LedgerRow } from './ledger.ts';
import { toMeasure, type Doubtful, type ToMeasure } from './measure.ts';
import type { FitPart, FitVehicle } from './vehicle.ts';

export const VERDICTS = ['straight-in', 'changes', 'not-proven', 'no'] as const;
export type VerdictWord = (typeof VERDICTS)[number];

export type Deciding =
  | { by: 'check'; check: CheckId }
  | { by: 'installed'; result: 'fit' | 'misfit' | 'both' | 'against-figures'; note: string; on: string }
  | { by: 'nothing-known' };

/** A row without its traces: enough for its sentence. */
export type SaidRow = Omit<LedgerRow, 'traces'>;

/** A verdict as a list shows it: enough for its sentence and its rank. */
export interface VerdictLine {
  verdict: VerdictWord;
  deciding: Deciding;
  /** The row that decides, where a check does. */
  decidingRow?: SaidRow;
  /** How many deciding checks are met. */
  met: number;
  /** How many figures would have to be measured, and the one to begin with. */
  unmeasured: number;
  measureFirst?: ToMeasure;
  /** Grade of the weakest evidence the verdict rests on. */
  grade: Grade;
}

export interface Verdict extends VerdictLine {
  /** Each piece once, least effort first; what is only worth doing among them. */
  work: Work[];
  workMinutes: number;
  tried: number;
  straightIn: number;
  /** How many of those tried did not fit. */
  misfits: number;
  /** What to measure to turn *not proven* into an answer: what decides most for each minute first. */
  measure: ToMeasure[];
  ledger: LedgerRow[];
}

/** What a list needs of a verdict. */
export const verdictLine = ({
  verdict,
  deciding,
  decidingRow,
  met,
  unmeasured,
  measureFirst,
  grade,
}: VerdictLine): VerdictLine => ({ verdict, deciding, decidingRow, met, unmeasured, measureFirst, grade });

const withoutTraces = ({ traces: _, ...row }: LedgerRow): SaidRow => row;
/** That a part cools less comes before any work: its owner has to agree to it first. */
const effortOf = ({ rule }: Check): number =>
  rule.topic === 'cooling'
    ? EFFORTS.length
    : rule.work
      ? EFFORTS.indexOf(WORK_TABLE[rule.work.code].effort)
      : 0;

const NEVER_TRIED: ReturnType<typeof confirmed> = confirmed([]);
const byInstalled = (
  result: 'fit' | 'misfit' | 'both' | 'against-figures',
  { note, on }: { note: string; on: string },
): Deciding => ({ by: 'installed', result, note, on });

/** One check that stands out, and its place in the ledger: of two alike the earlier one counts. */
interface Foremost {
  check: Check | undefined;
  at: number;
  by: number;
}
const nothingYet = (): Foremost => ({ check: undefined, at: Infinity, by: -Infinity });

function forget(foremost: Foremost): void {
  foremost.check = undefined;
  foremost.at = Infinity;
  foremost.by = -Infinity;
}

function stand(foremost: Foremost, check: Check, at: number, by: number): void {
  if (by < foremost.by || (by === foremost.by && at > foremost.at)) return;
  foremost.check = check;
  foremost.at = at;
  foremost.by = by;
}

/**
 * Gathers check outcomes into a verdict, in whatever order they come. Used by the bare judgement and by the full ledger,
 * so they cannot differ.
 */
class Tally {
  private readonly failed = nothingYet();
  private readonly doubted = nothingYet();
  private readonly changed = nothingYet();
  private readonly tight = nothingYet();
  known = 0;

  reset(): void {
    forget(this.failed);
    forget(this.doubted);
    forget(this.changed);
    forget(this.tight);
    this.known = 0;
  }

  /** @param at place of the check in the ledger */
  add(check: Check, finding: Finding, at: number): void {
    const { outcome } = finding;
    if (outcome === 'not-asked') return;
    if (outcome !== 'unknown') this.known += 1;
    if (outcome === 'change') {
      stand(this.changed, check, at, effortOf(check));
      return;
    }
    if (!check.rule.decisive) return;
    // A missing thing (a cooler, a side) decides before a figure that is short.
    if (outcome === 'fail')
      stand(this.failed, check, at, check.family === 'words' ? Infinity : -finding.margin);
    // An unknown says more about what to do next than an open figure with an even chance.
    else if (outcome === 'unknown' || outcome === 'open')
      stand(this.doubted, check, at, outcome === 'unknown' ? 1 : -finding.chance);
    else if (check.family !== 'words') stand(this.tight, check, at, -finding.margin);
  }

  /** A word that does not agree decides, whatever comes after it: once words are looked at in their order, nothing can outdo it. */
  get settled(): boolean {
    return this.failed.by === Infinity;
  }

  /** Nothing that only makes work can turn the verdict any more. */
  get failing(): boolean {
    return this.failed.check !== undefined;
  }

  conclude(evidence: Evidence): { verdict: VerdictWord; deciding: Deciding } {
    // Most parts were never tried: nothing to look at, nothing to allocate.
    const { fit, misfit } = evidence.installed.length === 0 ? NEVER_TRIED : confirmed(evidence.installed);
    if (fit && misfit) return { verdict: 'not-proven', deciding: byInstalled('both', misfit) };
    if (misfit) return { verdict: 'no', deciding: byInstalled('misfit', misfit) };
    const fail = this.failed.check;
    const doubt = this.doubted.check;
    const change = this.changed.check;
    const tightest = this.tight.check;
    if (fail) {
      // A figure says no and a closed job says yes: one of them is wrong, and nobody should guess which.
      return fit
        ? { verdict: 'not-proven', deciding: byInstalled('against-figures', fit) }
        : { verdict: 'no', deciding: { by: 'check', check: idOf(fail) } };
    }
    if (doubt && !fit) {
      return {
        verdict: 'not-proven',
        deciding: this.known === 0 ? { by: 'nothing-known' } : { by: 'check', check: idOf(doubt) },
      };
    }
    if (change || fit?.result === 'with changes') {
      return {
        verdict: 'changes',
        deciding: change ? { by: 'check', check: idOf(change) } : byInstalled('fit', fit!),
      };
    }
    if (doubt || !tightest)
      return { verdict: 'straight-in', deciding: fit ? byInstalled('fit', fit!) : { by: 'nothing-known' } };
    return { verdict: 'straight-in', deciding: { by: 'check', check: idOf(tightest) } };
  }
}

export interface Judge {
  (vehicle: FitVehicle, part: FitPart, evidence?: Evidence): { verdict: VerdictWord; deciding: Deciding };
}

/**
 * A judge for searching the library: the verdict and what decides it, without a ledger. It works in one reused
 * scratch object, so give each worker its own.
 */
export function createJudge(practice: Practice = USUAL_PRACTICE): Judge {
  const finding = blankFinding();
  const tally = new Tally();
  return (vehicle, part, evidence = NO_EVIDENCE) => {
    tally.reset();
    for (const { check, at } of WORDS_FIRST[part.kind]) {
      if (leftTo(check, vehicle)) continue;
      if (check.costly && tally.failing) continue;
      check.judge(vehicle, part as never, finding, practice);
      tally.add(check, finding, at);
      if (check.family === 'words' && tally.settled) break;
    }
    return tally.conclude(evidence);
  };
}

/** Checks of words before those of figures, each in the order of the ledger: they cost little, and one that fails decides. */
const WORDS_FIRST = Object.fromEntries(
  PART_KINDS.map((kind) => {
    const placed = CHECKS[kind].map((check, at) => ({ check, at }));
    return [
      kind,
      [
        ...placed.filter(({ check }) => check.family === 'words'),
        ...placed.filter(({ check }) => check.family !== 'words'),
      ],
    ];
  }),
) as unknown as Record<FitPart['kind'], readonly { check: Check; at: number }[]>;

/** Asked by the part that goes in beside it. */
const leftTo = (check: Check, vehicle: FitVehicle): boolean =>
  check.leavesTo !== undefined && vehicle.beside?.[check.leavesTo] !== undefined;

/** All rows are of one shape, whatever they hold: thousands are made, and gone through, for one list. */
const BLANK_ROW: LedgerRow = {
  check: 'listed',
  decisive: RULES.listed.decisive,
  outcome: 'unknown',
  need: undefined,
  have: undefined,
  margin: undefined,
  chance: undefined,
  chanceWithChange: undefined,
  small: undefined,
  work: undefined,
  own: undefined,
  missing: [],
  traces: [],
  listing: undefined,
};

function listingRow(evidence: Evidence): LedgerRow {
  if (evidence.listings.length === 0)
    return listingOf('unknown', [], { for: [], against: [], elsewhere: [...evidence.listedElsewhere] });
  const listed = evidence.listings.filter((listing) => listing.says === 'fits');
  const against = evidence.listings.filter((listing) => listing.says !== 'fits');
  const outcome: Outcome =
    listed.length > 0 ? (against.length > 0 ? 'open' : 'pass') : against.length > 0 ? 'fail' : 'unknown';
  const quote = (listing: { source: string; sentence: string }): string =>
    `${listing.source}: ${listing.sentence}`;
  return listingOf(
    outcome,
    evidence.listings.map((listing) => ({
      side: 'part',
      trace: {
        figureId: 0,
        method: 'listing',
        grade: listing.grade,
        source: listing.source,
        text: listing.sentence,
        by: '',
        at: '',
      },
    })),
    { for: listed.map(quote), against: against.map(quote), elsewhere: [...evidence.listedElsewhere] },
  );
}

const listingOf = (
  outcome: Outcome,
  traces: LedgerRow['traces'],
  listing: NonNullable<LedgerRow['listing']>,
): LedgerRow => ({ ...BLANK_ROW, missing: [], outcome, traces, listing });

/** What the checks of a part came to: its ledger, and what is counted in passing, once for each row. */
interface Ledger {
  rows: LedgerRow[];
  work: Work[];
  doubts: Doubtful[];
  /** Deciding checks that are met. */
  met: number;
  /** Grade of the weakest figure that a deciding check rests on. */
  grade: Grade;
}

/** A ledger of every check with need, have, margin and where each figure came from; what is not asked is left out. */
function ledgerOf(
  vehicle: FitVehicle,
  part: FitPart,
  evidence: Evidence,
  practice: Practice,
  tally: Tally,
): Ledger {
  const finding = blankFinding();
  const shops = ownOf(practice);
  const used = new Set<PracticeName>();
  // Which lines a check hangs on is seen by what it reads; only a shop with lines of its own has to know.
  const read = shops.length === 0 ? practice : new Proxy(practice, {
    get: (lines, name: PracticeName) => { used.add(name); return lines[name]; },
  }); // prettier-ignore
  const listing = listingRow(evidence);
  const rows: LedgerRow[] = [listing];
  const work: Work[] = [];
  const doubts: Doubtful[] = [];
  let met = listing.decisive && listing.outcome === 'pass' ? 1 : 0;
  let grade: Grade = 2;
  const checks = CHECKS[part.kind];
  for (let at = 0; at < checks.length; at += 1) {
    const check = checks[at]!;
    if (leftTo(check, vehicle)) continue;
    if (shops.length > 0) used.clear();
    check.judge(vehicle, part as never, finding, read);
    const { outcome } = finding;
    if (outcome === 'not-asked') continue;
    tally.add(check, finding, at);
    const { decisive, keep } = check.rule;
    const { need, have, traces, missing, sum } = check.show(vehicle, part, read);
    const todo = check.work?.(vehicle, part, finding, read);
    const known = outcome !== 'unknown';
    const own = used.size > 0 ? shops.filter((name) => used.has(name)) : [];
    // In the order of `BLANK_ROW`, which makes it of the same shape.
    const row: LedgerRow = {
      check: idOf(check),
      decisive,
      outcome,
      need,
      have,
      margin:
        known && check.family !== 'words' && have?.type === 'quantity'
          ? {
              value: finding.margin,
              u: finding.u,
              dimension: have.dimension,
              tolerance: keep ? practice[keep] : 0,
              sum,
            }
          : undefined,
      chance: known ? finding.chance : undefined,
      chanceWithChange: known ? finding.chanceWithChange : undefined,
      small: finding.small || undefined,
      work: todo,
      own: own.length > 0 ? own : undefined,
      missing,
      traces,
      listing: undefined,
    };
    rows.push(row);
    if (todo) work.push(todo);
    if (!decisive) continue;
    if (outcome === 'pass') met += 1;
    else if (outcome === 'unknown' || outcome === 'open') doubts.push({ row, check });
    for (let i = 0; i < traces.length; i += 1) {
      const { trace } = traces[i]!;
      if (trace.figureId !== 0 && trace.grade > grade) grade = trace.grade;
    }
  }
  return { rows, work, doubts, met, grade };
}

/**
 * Judges one part in one vehicle and says why: the verdict, the one thing that decides it, and a ledger of every
 * check with need, have, margin and where each figure came from.
 *
 * @param practice the shop's practice: tolerances, margins, and from which chance a check passes and fails
 */
export function judgeFit(
  vehicle: FitVehicle,
  part: FitPart,
  evidence: Evidence = NO_EVIDENCE,
  practice: Practice = USUAL_PRACTICE,
): Verdict {
  const tally = new Tally();
  const ledger = ledgerOf(vehicle, part, evidence, practice, tally);
  const { verdict, deciding } = tally.conclude(evidence);
  const { tried, straightIn, misfits } = confirmed(evidence.installed);
  const work = verdict === 'no' ? [] : mergeWork(ledger.work);
  const measure = verdict === 'not-proven' ? toMeasure(ledger.doubts, part, evidence, practice) : [];
  const decisive =
    deciding.by === 'check' ? ledger.rows.find((candidate) => candidate.check === deciding.check) : undefined;
  return {
    verdict,
    deciding,
    decidingRow: decisive && withoutTraces(decisive),
    met: ledger.met,
    unmeasured: measure.length,
    measureFirst: measure[0],
    grade: gradeOf(deciding, ledger.grade, tally.known, evidence),
    work,
    workMinutes: minutesOf(needed(work)),
    tried,
    straightIn,
    misfits,
    measure,
    ledger: ledger.rows,
  };
}

function gradeOf(deciding: Deciding, figures: Grade, known: number, evidence: Evidence): Grade {
  if (deciding.by === 'installed') return 1;
  const listed =
    evidence.listings.length > 0
      ? (Math.min(...evidence.listings.map((listing) => listing.grade)) as Grade)
      : 5;
  return known === 0 ? listed : figures;
}
