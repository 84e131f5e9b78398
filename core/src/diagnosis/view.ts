import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { follow, type Followed, type Unread } from './belief.ts';
import { costsOf, minutesOfCheck, type Reach } from './cost.ts';
import { contradictions, standing, suspects } from './explain.ts';
import { nextStep, type NextStep, type Step } from './next.ts';
import { heldBack, type HeldBack } from './possible.ts';
import type { Observation, VehicleTable } from './table.ts';
import type { DiagnosisStep, End, OutcomeLine } from './types.ts';
import type { PartKind } from '../figures/index.ts';

/** A check as a page shows it. */
export interface ShownCheck {
  id: string;
  label: string;
  question: string;
  outcomes: OutcomeLine[];
  /** The answer that holds now; null where it is open. */
  found: string | null;
  hands: number;
  waits: number;
  tools: readonly string[];
  risk: string;
  runs: boolean;
  thing: string;
  /** The engine is hot and has to cool below this first, °C, minutes of it among the waits; null where it need not. */
  coolsBelowC: number | null;
}
/** A check in the list of all that can be noticed: why it cannot be made now, where it cannot. */
export interface AnyCheck extends ShownCheck {
  heldBack: HeldBack | null;
}
export type ShownStep =
  | ({ do: 'check' } & ShownCheck)
  | { do: 'repair'; id: string; label: string; hands: number; ends: End; part: PartKind | null };

/** Everything a page of a diagnosis shows, without the table behind it. */
export interface DiagnosisView {
  /** What can be told, with what was. */
  told: ShownCheck[];
  /** Every other check of this vehicle, for what is noticed out of turn. */
  checks: AnyCheck[];
  /** Why checks are held back now, each once. */
  heldBack: HeldBack[];
  next:
    | (ShownStep & {
        rulesOut: number;
        tells: [string, string] | null;
        settled: boolean;
        signFor: string | null;
      })
    | null;
  runnerUp: ShownStep | null;
  suspects: { id: string; label: string; chance: number; speaksFor: string[]; against: string[] }[];
  standing: { word: 'found' | 'likely' | 'open' | 'sound'; said: string; causes: string[]; chance: number };
  contradictions: { check: string; said: string; chance: number }[];
  unread: Unread[];
  /** Checks and the repair that would follow if the likeliest cause is the one, and nothing surprises. */
  way: string[];
  /** Expected until found and put right; what of it is not to be had cheaper even if it were known. */
  cost: { expected: number; known: number } | null;
}

const MOST_AHEAD = 6;

function shownCheck(observation: Observation, { hands, waits }: { hands: number; waits: number }, found: string | null, warm?: Pick<Practice, 'openBelow'>): ShownCheck {
  const { id, label, question, outcomes, line } = observation;
  return { id, label, question, outcomes, found, hands, waits, tools: line.tools, risk: line.risk, runs: line.runs, thing: line.thing, coolsBelowC: warm && line.cold ? warm.openBelow : null };
} // prettier-ignore

/** What a check has shown, as a finding says it. */
const foundOf = ({ id, outcomes }: Observation, found: Followed['found']): string | null =>
  found.get(id)?.map((at) => outcomes[at]!.id).join('|') ?? null; // prettier-ignore

const shownStep = ({ what, hands, waits }: Step, warm: Practice | undefined): ShownStep =>
  what.do === 'check'
    ? { do: 'check', ...shownCheck(what.observation, { hands, waits }, null, warm) }
    : { do: 'repair', id: what.remedy.id, label: what.remedy.label, hands, ends: what.remedy.line.ends, part: what.remedy.line.part }; // prettier-ignore

/**
 * A diagnosis worked out: what was told, what to do next and why, what it may be, where it stands.
 *
 * @param ahead how many steps of the way from here are looked at; each costs as much as the next step itself
 */
export function diagnose(
  table: VehicleTable,
  steps: readonly DiagnosisStep[],
  { practice = USUAL_PRACTICE, reach, ahead = MOST_AHEAD }: { practice?: Practice; reach?: Reach | undefined; ahead?: number } = {},
): DiagnosisView {
  const followed = follow(table, steps, practice);
  const costs = costsOf(table, practice, reach);
  const options = { practice, reach };
  const next = nextStep(table, followed, costs, options);
  const own = standing(table, followed, next, practice);
  const shown = suspects(table, followed);
  const warm = followed.warm ? practice : undefined;
  return {
    told: table.observations
      .filter(({ line }) => line.told && (line.after === null || followed.repaired.length > 0))
      .map((each) => {
        return shownCheck(each, { hands: 0, waits: 0 }, foundOf(each, followed.found));
      }),
    checks: shownChecks(table, followed, practice, reach),
    heldBack: [...new Set(openButHeld(table, followed))],
    next: next ? { ...shownStep(next.step, warm), rulesOut: next.rulesOut, tells: next.tells ?? null, settled: next.settled, signFor: next.signFor?.label ?? null } : null,
    runnerUp: next?.runnerUp ? shownStep(next.runnerUp, warm) : null,
    suspects: shown.map(({ cause, chance, speaksFor, against }) => ({ id: cause.id, label: cause.label, chance, speaksFor, against })),
    standing: { word: own.word, said: own.said, causes: own.causes.map(({ id }) => id), chance: own.chance },
    contradictions: contradictions(table, followed, practice).map(({ observation, said, chance }) => ({ check: observation.id, said, chance })),
    unread: followed.unread,
    way: wayFrom(table, steps, next, shown[0] ? table.causes.indexOf(shown[0].cause) : -1, costs, options, ahead),
    cost: next ? { expected: next.step.cost, known: next.known } : null,
  };
} // prettier-ignore

function shownChecks(table: VehicleTable, followed: Followed, practice: Practice, reach: Reach | undefined): AnyCheck[] {
  const coolDown = followed.warm ? practice.coolDown : 0;
  return table.observations
    .filter(({ line }) => !line.told)
    .map((each) => ({ ...shownCheck(each, minutesOfCheck(each, reach, coolDown), foundOf(each, followed.found), followed.warm ? practice : undefined), heldBack: heldBack(table, followed, each) ?? null }));
} // prettier-ignore

/** Reasons that hold open checks back. */
const openButHeld = (table: VehicleTable, followed: Followed): HeldBack[] =>
  table.observations.flatMap((each) =>
    followed.found.has(each.id) || each.line.told ? [] : (heldBack(table, followed, each) ?? []),
  );

/** What would follow if a cause is the one and each check shows what it mostly does. */
function wayFrom(table: VehicleTable, steps: readonly DiagnosisStep[], first: NextStep | undefined, cause: number, costs: ReturnType<typeof costsOf>, options: { practice: Practice; reach: Reach | undefined }, ahead: number): string[] {
  const way: string[] = [];
  const own = [...steps];
  let next = first;
  while (next && cause >= 0 && way.length < ahead) {
    if (next.step.what.do === 'repair') return [...way, next.step.what.remedy.label];
    const { observation } = next.step.what;
    way.push(observation.label);
    if (way.length >= ahead) break;
    const row = observation.rows[cause]!;
    own.push({ kind: 'found', check: observation.id, outcome: observation.outcomes[row.indexOf(Math.max(...row))]!.id });
    next = nextStep(table, follow(table, own, options.practice), costs, options);
  }
  return way;
} // prettier-ignore
