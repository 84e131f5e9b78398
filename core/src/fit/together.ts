import { USUAL_PRACTICE, mergeWork, workKey, type Practice, type Work } from '../practice/index.ts';
import { NO_EVIDENCE, type Evidence } from './evidence.ts';
import { relate, type Relation } from './relations.ts';
import type { LedgerRow } from './ledger.ts';
import { judgeFit, type Verdict, type VerdictWord } from './verdict.ts';
import { CHECKS } from './checks/checks.ts';
import type { Beside, FitPart, FitVehicle } from './vehicle.ts';

/** A part of a fitment: one that goes in, or one that is known to stay. */
export interface Member {
  id: number;
  part: FitPart;
  /** It stays: nothing is asked of it but what a part that goes in changes. */
  stays: boolean;
  evidence?: Evidence;
}

export interface JudgedMember {
  id: number;
  kind: FitPart['kind'];
  stays: boolean;
  verdict: Verdict;
}

/** Several parts in one vehicle, each judged with the others beside it. */
export interface Together {
  verdict: VerdictWord;
  members: JudgedMember[];
  relations: { relation: Relation; between: readonly [number, number] }[];
  /** Each piece once; what one part spares of another's is left out. */
  work: Work[];
  /** Rows and relations that nobody can tell yet. */
  open: { id: LedgerRow['check'] | Relation['id']; members: number[] }[];
  fails: { id: LedgerRow['check'] | Relation['id']; members: number[] }[];
}

/** What a check of a part that stays is asked for: only what something that goes in changes. */
const concernsNew = (
  kind: FitPart['kind'],
  check: LedgerRow['check'],
  goesIn: ReadonlySet<FitPart['kind']>,
): boolean =>
  CHECKS[kind].some(({ rule, beside }) => rule.id === check && beside.some((other) => goesIn.has(other)));

/**
 * The one judgement of a fitment, of one part as of many: Match, Sets, Compare, the sheet and a job all ask here.
 *
 * @param members at most one part of a kind
 */
export function judgeTogether(
  vehicle: FitVehicle,
  members: readonly Member[],
  practice: Practice = USUAL_PRACTICE,
): Together {
  const goesIn = new Set(members.filter(({ stays }) => !stays).map(({ part }) => part.kind));
  const judged = members.map(({ id, part, stays, evidence }): JudgedMember => {
    const beside: Beside = { ...vehicle.beside };
    for (const other of members)
      if (other.part.kind !== part.kind) beside[other.part.kind] = other.part.figures as never;
    const verdict = judgeFit({ ...vehicle, beside }, part, evidence ?? NO_EVIDENCE, practice);
    if (!stays) return { id, kind: part.kind, stays, verdict };
    const ledger = verdict.ledger.filter((row) => concernsNew(part.kind, row.check, goesIn));
    return { id, kind: part.kind, stays, verdict: staying(verdict, ledger) };
  });
  const relations = members.flatMap((a, i) =>
    members.slice(i + 1).flatMap((b) =>
      a.stays && b.stays
        ? []
        : relate(a.part, b.part, vehicle, practice).map((relation) => ({
            relation,
            between: [a.id, b.id] as const,
          })),
    ),
  );
  const spared = new Set(relations.flatMap(({ relation }) => relation.spares ?? []));
  const work = mergeWork([
    ...judged.flatMap(({ verdict }) => verdict.ledger.flatMap((row) => row.work ?? [])),
    ...relations.flatMap(({ relation }) => relation.work ?? []),
  ]).filter((each) => !spared.has(workKey(each)));
  const fails: Together['fails'] = [];
  const open: Together['open'] = [];
  for (const { id, verdict } of judged) {
    const rows = verdict.ledger.filter((row) => row.decisive);
    const failed = rows.filter((row) => row.outcome === 'fail');
    if (verdict.verdict === 'no') {
      fails.push(...failed.map((row) => ({ id: row.check, members: [id] })));
      if (failed.length === 0) fails.push({ id: 'listed', members: [id] });
    }
    if (verdict.verdict === 'not-proven')
      open.push(
        ...rows
          .filter((row) => row.outcome !== 'pass' && row.outcome !== 'change')
          .map((row) => ({ id: row.check, members: [id] })),
      );
  }
  for (const { relation, between } of relations) {
    if (relation.outcome === 'fail') fails.push({ id: relation.id, members: [...between] });
    if (relation.outcome === 'unknown') open.push({ id: relation.id, members: [...between] });
  }
  const bad = fails.length > 0 || judged.some(({ verdict }) => verdict.verdict === 'no');
  const doubt = open.length > 0 || judged.some(({ verdict }) => verdict.verdict === 'not-proven');
  return {
    verdict: bad
      ? 'no'
      : doubt
        ? 'not-proven'
        : work.some((each) => !each.optional) ||
            judged.some(({ verdict }) => verdict.verdict === 'changes' && verdict.deciding.by === 'installed')
          ? 'changes'
          : 'straight-in',
    members: judged,
    relations,
    work: bad ? [] : work,
    open,
    fails,
  };
}

const RANK: Record<LedgerRow['outcome'], number> = { 'fail': 4, 'unknown': 3, 'open': 3, 'change': 2, 'pass': 1, 'not-asked': 0 }; // prettier-ignore
/** The verdict of a part that stays, by the rows that concern what goes in. */
function staying(verdict: Verdict, ledger: LedgerRow[]): Verdict {
  const deciding = ledger.filter((row) => row.decisive);
  const worst = deciding.reduce((rank, row) => Math.max(rank, RANK[row.outcome]), 0);
  const row = deciding.find((each) => RANK[each.outcome] === worst);
  const word: VerdictWord =
    worst === 4 ? 'no' : worst === 3 ? 'not-proven' : worst === 2 ? 'changes' : 'straight-in';
  return {
    ...verdict,
    verdict: word,
    deciding: row ? { by: 'check', check: row.check } : { by: 'nothing-known' },
    ...(row ? { decidingRow: row } : {}),
    met: deciding.filter((each) => each.outcome === 'pass').length,
    work: mergeWork(ledger.flatMap((each) => each.work ?? [])),
    measure: verdict.measure.filter((each) =>
      each.decides.some((check) => ledger.some((own) => own.check === check)),
    ),
    ledger,
  };
}
