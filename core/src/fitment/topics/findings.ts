import type { CaseName, Likely, Limit, WhyHotter } from '../../cooling/index.ts';
import type { Driven } from '../../drive/index.ts';
import type { WiringPlan } from '../../electrical/index.ts';
import {
  RULES,
  type CheckId,
  type CheckTopic,
  type Choice,
  type Cleared,
  type LedgerRow,
  type Outcome,
  type RelationId,
  type SaidRow,
  type Together,
} from '../../fit/index.ts';
import type { FigureSet, SubjectKind } from '../../figures/index.ts';
import type { Work } from '../../practice/index.ts';
import type { Broken, KnownSettings, Proposal, Room, Settings } from '../agreement.ts';
import type { Reach, SwapHazard } from '../shapes/bolts.ts';
import type { ClaimFinding } from '../claims.ts';
import type { Plan } from '../plan.ts';
import type { PlanPart } from '../record.ts';
import { screwsInBox } from './screws-topic.ts';
import type { Stack } from '../shapes/stack-of-parts.ts';

/** What a comparison looks into, in the order it is gone through. */
export const TOPIC_NAMES = [
  'face', 'depth', 'ports', 'changes', 'wiring', 'cooling', 'drive', 'agreement', 'claims',
] as const; // prettier-ignore
export type Topic = (typeof TOPIC_NAMES)[number];

/** All is well, there is work to do, it is not known, it does not go. */
export type FindingWord = 'clear' | 'work' | 'open' | 'stop';

/** What a finding says, as data; `words` makes the sentence in the reader's units. Amounts in record units. */
export type FindingSays =
  | { by: 'row'; row: SaidRow }
  | { by: 'all-met'; n: number; tightest?: SaidRow }
  | { by: 'work'; work: Work }
  | { by: 'claim'; claim: ClaimFinding }
  | { by: 'hazard'; hazard: SwapHazard }
  | { by: 'agreement'; broken: Broken; settings: Settings; proposal: Proposal | undefined }
  | { by: 'agreement-open'; known: KnownSettings; room: readonly Room[] }
  | { by: 'clearance'; code: ClearanceCode; key: Cleared['key']; nominalMm: number; wantedMm: number; gapMm: number; chance: number; spacerMm?: number; leavesMm?: number }
  | { by: 'stack-gap'; subject: SubjectKind; key: string; leavesOpen: Stack['missing'][number]['leavesOpen'] }
  | { by: 'colour-trap'; colour: string; function: string; there: string }
  | { by: 'wiring'; verdict: WiringPlan['verdict']; kit: boolean; joints: number; changes: number; faults: WiringPlan['faults'] }
  | { by: 'cooling'; code: 'below' | 'past' | 'open' | 'no-balance'; case: CaseName; airConditioning: boolean; topTank: TopTank; marginK: number; u?: number; limit: Limit; old?: TopTank; why?: WhyHotter }
  | { by: 'screw'; code: 'touches' | 'too-short'; tray: string; byMm: number }
  | { by: 'box-screws'; name: string; deeperMm: number; mostMm: number }
  | { by: 'relation'; relation: RelationId; outcome: 'fail' | 'unknown' }
  | { by: 'plain'; code: 'plugs-not-on-record' | 'agrees' | 'nothing-to-do' | 'shroud-unknown' | 'engine-driven' }
  | { by: 'drive'; hottestC: number; hottestAtS: number; boilsC?: number; fan: 'never' | 'stays' | 'cycles'; times: number; pullDownS?: number }
  /** Written by the view that asked: what a long sum says of itself. */
  | { by: 'text'; text: string }; // prettier-ignore
export type ClearanceCode =
  'clears' | 'clears-on-spacers' | 'short' | 'short-spacer' | 'fails' | 'fails-no-spacer' | 'open';
/** Where the top tank settles; a balance that is not found is no temperature. */
export type TopTank = Pick<Likely['steady'], 'settles' | 'topTankC'>;

export interface Found {
  about: Topic;
  word: FindingWord;
  says: FindingSays;
}

const WORST: readonly FindingWord[] = ['stop', 'open', 'work', 'clear'];
/** The finding a topic is known by: the worst of its own, first said first. */
export const worstOf = (found: readonly Found[], about: Topic): Found | undefined =>
  WORST.flatMap((word) => found.filter((each) => each.about === about && each.word === word))[0];

/** Which part of a comparison a check is shown in; every check has one. */
export const topicOf = (check: CheckId): CheckTopic => RULES[check].topic;

const OF_OUTCOME: Partial<Record<Outcome, FindingWord>> = {
  change: 'work',
  fail: 'stop',
  open: 'open',
  unknown: 'open',
};

const wordOf = (row: Pick<LedgerRow, 'outcome' | 'decisive'>): FindingWord | undefined => {
  const word = OF_OUTCOME[row.outcome];
  return word && !row.decisive && word !== 'open' ? 'work' : word;
};

const withoutTraces = ({ traces: _, ...row }: LedgerRow): SaidRow => row;
const rowSays = (row: LedgerRow): FindingSays => ({ by: 'row', row: withoutTraces(row) });

/** What the rows of one topic say: only what is not met, or one line when all is. */
export function ledgerFindings(about: Topic, ledger: readonly LedgerRow[]): Found[] {
  const rows = ledger.filter(
    (row) => topicOf(row.check) === about && row.check !== 'listed' && row.outcome !== 'not-asked',
  );
  const found = rows.flatMap((row): Found[] => {
    const word = wordOf(row);
    return word ? [{ about, word, says: rowSays(row) }] : [];
  });
  if (found.length > 0 || rows.length === 0) return found;
  const tight = rows
    .filter((row) => row.margin?.dimension === 'length')
    .sort((a, b) => a.margin!.value - b.margin!.value)[0];
  const n = rows.length;
  return [
    {
      about,
      word: 'clear',
      says: { by: 'all-met', n, ...(tight ? { tightest: withoutTraces(tight) } : {}) },
    },
  ];
}

/** The row behind each clearance of the stack: the check and the drawing cannot differ. */
const CLEARANCE_ROWS: Record<Cleared['key'], readonly CheckId[]> = {
  motor: ['fanDepth', 'depthWithFan'],
  bare: ['depthWithoutFan'],
  shroud: ['shroudDepth', 'shroudReach'],
  blades: ['bladeToCore', 'bladesWithFan'],
};
const rowBehind = (ledger: readonly LedgerRow[], key: Cleared['key']): LedgerRow | undefined =>
  ledger.find((row) => CLEARANCE_ROWS[key].includes(row.check));

/** What became of a clearance: its row judged it, the gap and the spacers say how. */
function clearanceCode(row: LedgerRow, each: Cleared, own: boolean, choice: Choice | undefined): ClearanceCode {
  const gap = each.nominalMm - each.wantedMm;
  if (row.outcome === 'pass' || (row.outcome === 'change' && gap >= 0)) return own ? 'clears-on-spacers' : 'clears';
  if (row.outcome === 'change') return choice?.kind === 'chosen' ? 'short-spacer' : 'short';
  if (row.outcome === 'fail') return each.key === 'motor' && choice?.kind === 'none' ? 'fails-no-spacer' : 'fails';
  return 'open';
} // prettier-ignore

const WORD_OF_CLEARANCE: Record<ClearanceCode, FindingWord> = {
  clears: 'clear', 'clears-on-spacers': 'clear', short: 'work', 'short-spacer': 'work', fails: 'stop', 'fails-no-spacer': 'stop', open: 'open',
}; // prettier-ignore

/** What the depth stack says: each clearance against what practice wants, and the spacer that helps. */
export function depthFindings(
  stack: Stack,
  cleared: readonly Cleared[],
  ledger: readonly LedgerRow[],
  spacer: { choice: Choice | undefined; taken: number | undefined; supplied: number | undefined },
): Found[] {
  const about = 'depth';
  const found: Found[] = stack.missing.map((each) => ({
    about,
    word: 'open',
    says: { by: 'stack-gap', subject: each.where, key: each.key, leavesOpen: each.leavesOpen },
  }));
  const { choice, taken, supplied } = spacer;
  for (const each of cleared) {
    const row = rowBehind(ledger, each.key);
    // What nothing that goes in changes is drawn, and not judged.
    if (!row) continue;
    if (row.outcome === 'unknown') {
      found.push({ about, word: 'open', says: rowSays(row) });
      continue;
    }
    const own = taken !== undefined && taken !== supplied && (each.key === 'motor' || each.key === 'blades');
    const code = clearanceCode(row, each, own, choice);
    const { key, nominalMm, wantedMm, chance } = each;
    const spacerMm = code === 'clears-on-spacers' ? taken : choice?.kind === 'chosen' ? choice.spacerMm : undefined;
    found.push({
      about,
      word: row.outcome === 'change' && WORD_OF_CLEARANCE[code] === 'clear' ? 'work' : WORD_OF_CLEARANCE[code],
      says: {
        by: 'clearance', code, key, nominalMm, wantedMm, chance, gapMm: nominalMm - wantedMm,
        ...(spacerMm === undefined ? {} : { spacerMm }),
        ...(choice?.kind === 'chosen' ? { leavesMm: choice.leavesMm } : {}),
      },
    });
  }
  const drawn = new Set(Object.values(CLEARANCE_ROWS).flat());
  const others = ledger.filter(
    (row) => !drawn.has(row.check) || !cleared.some((each) => CLEARANCE_ROWS[each.key].includes(row.check)),
  );
  return [...found, ...ledgerFindings(about, others).filter((each) => each.word !== 'clear')];
} // prettier-ignore

/**
 * What the wiring plan says, wire by wire; fuse, wire and drive are rows of the ledger.
 *
 * @param kit a controller kit stands in for the vehicle's loom
 */
export function wiringFindings(plan: WiringPlan | undefined, kit = false): Found[] {
  const about = 'wiring';
  if (!plan) return [{ about, word: 'open', says: { by: 'plain', code: 'plugs-not-on-record' } }];
  const found: Found[] = [];
  const flagged = (kind: 'means-something-else' | 'colour-changes') =>
    plan.joints.filter((joint) => joint.flags.some((flag) => flag.kind === kind));
  for (const joint of flagged('means-something-else').slice(0, 1)) {
    const { colour, there } = joint.flags.find((each) => each.kind === 'means-something-else')!;
    found.push({
      about,
      word: plan.verdict === 'cannot' ? 'stop' : 'work',
      says: { by: 'colour-trap', colour, function: joint.function, there },
    });
  }
  const words = { 'plugs-in': 'clear', adapter: 'work', 're-terminate': 'work', cannot: 'stop' } as const;
  const { verdict, faults } = plan;
  found.push({
    about,
    word: words[verdict],
    says: { by: 'wiring', verdict, kit, joints: plan.joints.length, changes: flagged('colour-changes').length, faults },
  });
  return found;
} // prettier-ignore

/** Cases worked out for old and new, and why the new one is hotter where it is. */
export type CoolingCases = readonly {
  name: CaseName;
  old: Likely | undefined;
  fresh: Likely;
  why?: WhyHotter | undefined;
  /** Whether the vehicle has one, and it is on. */
  airConditioning?: boolean;
}[];

const topTankOf = ({ settles, topTankC }: Likely['steady']): TopTank => ({ settles, topTankC });

/** Whether it will cool: the hottest case against boiling, and how it stands beside the old. */
export function coolingFindings(cases: CoolingCases): Found[] {
  const about = 'cooling';
  const worst = [...cases].sort((a, b) => a.fresh.steady.marginK - b.fresh.steady.marginK)[0];
  if (!worst) return [];
  const { fresh, old, name, why, airConditioning = true } = worst;
  const { marginK, limit } = fresh.steady;
  const says = {
    by: 'cooling', case: name, airConditioning, topTank: topTankOf(fresh.steady), marginK, limit,
    ...(old ? { old: topTankOf(old.steady) } : {}),
    ...(why ? { why } : {}),
  } as const; // prettier-ignore
  const { u } = fresh;
  if (u === undefined) return [{ about, word: 'stop', says: { ...says, code: 'no-balance' } }];
  if (marginK >= u) return [{ about, word: 'clear', says: { ...says, code: 'below', u } }];
  if (marginK <= -u) return [{ about, word: 'stop', says: { ...says, code: 'past', u } }];
  return [{ about, word: 'open', says: { ...says, code: 'open', u } }];
}

/** Whether thermostat and fan agree; with a temperature missing, the range of it that would. */
export function agreementFindings({ settings, temperatures, room, broken, proposal }: Pick<Plan, 'settings' | 'temperatures' | 'room' | 'broken' | 'proposal'>): Found[] {
  const about = 'agreement';
  if (!settings) return temperatures ? [{ about, word: 'open', says: { by: 'agreement-open', known: temperatures, room } }] : [];
  if (broken.length === 0) return [{ about, word: 'clear', says: { by: 'plain', code: 'agrees' } }];
  const [first] = [...broken].sort((a, b) => Number(a.mild) - Number(b.mild));
  const word = first!.mild || proposal ? 'work' : 'stop';
  return [{ about, word, says: { by: 'agreement', broken: first!, settings, proposal } }];
} // prettier-ignore

const claimHolds = (finding: ClaimFinding): boolean =>
  finding.kind === 'airflow' ? finding.verdict === 'holds' : finding.holds;

/** Another depth is work to look into; what cannot be, or is not believed, is a claim nothing is built on: it stops no part. */
export const claimWord = (claim: ClaimFinding): FindingWord =>
  claimHolds(claim) ? 'clear' : claim.kind === 'same-fit' ? 'work' : 'open';

export const claimFindings = (claims: readonly ClaimFinding[]): Found[] =>
  claims.map((claim) => ({ about: 'claims', word: claimWord(claim), says: { by: 'claim', claim } }));

/** Screws: what touches, and what would if two were swapped. */
export function boltFindings(reaches: readonly Reach[], hazards: readonly SwapHazard[]): Found[] {
  const about = 'changes';
  const touching = reaches.flatMap(({ verdict, tray, spareMm }): Found[] =>
    verdict === 'touches' || verdict === 'too-short'
      ? [{ about, word: 'stop', says: { by: 'screw', code: verdict, tray, byMm: -(spareMm ?? 0) } }]
      : [],
  );
  return [...touching, ...hazards.map((hazard): Found => ({ about, word: 'work', says: { by: 'hazard', hazard } }))];
} // prettier-ignore

/** The work, with effort and minutes, and what the lower spacers ask of the box's screws. */
export function workFindings(
  work: readonly Work[],
  lower: { byMm: number; boxScrews: readonly { name: string; lengthMm: number }[] },
): Found[] {
  const about = 'changes';
  const says: FindingSays[] = work.map((each) => ({ by: 'work', work: each }));
  if (lower.byMm > 0)
    for (const { name, lengthMm } of lower.boxScrews)
      says.push({ by: 'box-screws', name, deeperMm: lower.byMm, mostMm: lengthMm - lower.byMm });
  return says.length > 0
    ? says.map((each) => ({ about, word: 'work', says: each }))
    : [{ about, word: 'clear', says: { by: 'plain', code: 'nothing-to-do' } }];
}

function relationFindings({ relations }: Together): Found[] {
  return relations.flatMap(({ relation: { id, outcome } }): Found[] =>
    outcome === 'fail' || outcome === 'unknown'
      ? [{ about: 'changes', word: outcome === 'fail' ? 'stop' : 'open', says: { by: 'relation', relation: id, outcome } }]
      : [],
  );
} // prettier-ignore

/** Swap hazards that are found; all of them are listed with the screws. */
const HAZARDS_FOUND = 2;
const TOUCHING: ReadonlySet<Reach['verdict']> = new Set(['touches', 'too-short']);

/**
 * A fan in a frame of its own draws through the core with a shroud round it and without; what the shroud adds to that,
 * nobody has measured, and the sums see no difference. So it is named, not shown as none.
 */
function shroudFindings({ old, fresh }: Pick<Plan, 'old' | 'fresh'>): Found[] {
  const framed = fresh.assembly.fan?.quantities.width !== undefined;
  if (!old.assembly.shroud || fresh.assembly.shroud || !framed) return [];
  return [{ about: 'cooling', word: 'open', says: { by: 'plain', code: 'shroud-unknown' } }];
}

const kitByHand = ({ figures }: PlanPart): boolean =>
  (figures as unknown as FigureSet<'kit'>).words.probe?.word === 'none';

/** Thermostat and fan: an engine-driven fan has no switch to agree with. */
function agreementOf(plan: Plan): Found[] {
  const fan = plan.fresh.assembly.fan;
  if (fan?.words.drivenBy?.word === 'engine')
    return [{ about: 'agreement', word: 'clear', says: { by: 'plain', code: 'engine-driven' } }];
  // A kit with a hand switch has no set points: its row asks for the lamp that minds it.
  if (plan.fresh.parts.kit && kitByHand(plan.fresh.parts.kit)) return [];
  return fan || plan.settings ? agreementFindings(plan) : [];
}

/** What a drive comes to: the hottest moment against boiling, and what the fan did. */
export function driveFinding(driven: Driven, boilsC: number | undefined): Found {
  const boils = boilsC !== undefined && driven.hottestC >= boilsC;
  const last = driven.events.filter((each) => each.kind === 'fan-on' || each.kind === 'fan-off').at(-1);
  const stays = driven.switched > 0 && driven.pullDownS === undefined && last?.kind === 'fan-on';
  return {
    about: 'drive',
    word: boils ? 'stop' : stays ? 'work' : 'clear',
    says: {
      by: 'drive', hottestC: driven.hottestC, hottestAtS: driven.hottestAtS, times: driven.switched,
      fan: driven.switched === 0 ? 'never' : stays ? 'stays' : 'cycles',
      ...(boilsC === undefined ? {} : { boilsC }),
      ...(driven.pullDownS === undefined ? {} : { pullDownS: driven.pullDownS }),
    },
  };
} // prettier-ignore

/** All that a plan says without a long sum. */
export function findingsOf(plan: Plan): Found[] {
  const { ledger, fresh } = plan;
  const fan = fresh.assembly.fan;
  const taken =
    plan.fittedSpacer !== undefined && plan.lowered !== 0 ? plan.fittedSpacer - plan.lowered : undefined;
  const spacer = { choice: plan.choice, taken, supplied: plan.fittedSpacer };
  return [
    ...ledgerFindings('face', ledger),
    ...depthFindings(plan.depth.stack, plan.depth.cleared, ledger, spacer),
    ...ledgerFindings('ports', ledger),
    ...boltFindings(plan.reaches.filter((each) => TOUCHING.has(each.verdict)), plan.hazards.slice(0, HAZARDS_FOUND)),
    ...relationFindings(plan.together),
    ...workFindings(plan.work, { byMm: plan.lowered, boxScrews: screwsInBox(fresh.parts.fan) }),
    ...(fan && fan.words.drivenBy?.word !== 'engine' ? wiringFindings(plan.plan, plan.kit) : []),
    ...ledgerFindings('wiring', ledger.filter((row) => row.check !== 'fanConnector' || row.outcome === 'unknown')),
    ...shroudFindings(plan),
    // Where the row does not know, the cases of this topic say more.
    ...ledgerFindings('cooling', ledger).filter((each) => each.word === 'work'),
    ...ledgerFindings('agreement', ledger).filter((each) => each.word !== 'clear'),
    ...agreementOf(plan),
    ...claimFindings(plan.claims.flatMap((each) => (each.finding.ok ? [each.finding.value] : []))),
  ];
} // prettier-ignore

/** Whether a check of the ledger has a place on the face drawing. */
export const onFace = (row: LedgerRow): boolean =>
  topicOf(row.check) === 'face' && row.outcome !== 'not-asked';
