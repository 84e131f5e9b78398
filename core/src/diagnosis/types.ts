import type { PartKind } from '../figures/index.ts';

/** What a vehicle must have for a cause or a check to concern it. */
export type Condition = 'electric fan' | 'engine-driven fan' | 'air conditioning' | 'module';

/** What ends a diagnosis. */
export const ENDS = ['part', 'repair', 'nothing', 'not cooling', 'stop'] as const;
export type End = (typeof ENDS)[number];

/** One thing that can be wrong. */
export interface CauseLine {
  readonly id: string;
  readonly label: string;
  /** How many of 1,000 vehicles that come with a cooling complaint have it, new ones. */
  readonly weight: number;
  /** What an old vehicle (`OLD_YEARS`) has it more often by. */
  readonly aged: number;
  /** One of them for each fan. */
  readonly perFan: boolean;
  readonly only: readonly Condition[];
  /** What puts it right. */
  readonly remedy: string;
}

/** What puts causes right. */
export interface RemedyLine {
  readonly id: string;
  readonly label: string;
  /** Of hands, what has to come off left out where `thing` names it and the vehicle's access map knows it. */
  readonly minutes: number;
  /** In the shop's own money. */
  readonly money: number;
  readonly perFan: boolean;
  /** What has to come off, as access maps name it. */
  readonly thing: string;
  readonly ends: End;
  /** Whether it was right shows only days later: where it was not, the vehicle comes back. */
  readonly later: boolean;
  /** What Match is asked for. */
  readonly part: PartKind | null;
}

export interface OutcomeLine {
  readonly id: string;
  readonly label: string;
}

/** One thing that can be looked at, asked or measured, and what it shows under each cause. */
export interface CheckLine {
  readonly id: string;
  readonly label: string;
  readonly question: string;
  /** What the customer tells: it costs nothing and is asked first. */
  readonly told: boolean;
  /** Of hands. */
  readonly minutes: number;
  /** Waiting beside it, minutes. */
  readonly waits: number;
  readonly tools: readonly string[];
  readonly risk: string;
  /** Runs the engine: it carries a temperature to stop at. */
  readonly runs: boolean;
  /** Opens the system: only on a cold engine. */
  readonly cold: boolean;
  /** What has to come off, as access maps name it; '' for nothing. */
  readonly thing: string;
  /** Of the vehicle, of each fan by itself, or all fans looked at in one go. */
  readonly per: 'vehicle' | 'fan' | 'fans';
  readonly only: readonly Condition[];
  /** Makes sense only after another check has shown this. */
  readonly after: { readonly check: string; readonly outcome: string } | null;
  /** From what is least to what is most out of order: of two faults the one further on shows. */
  readonly outcomes: readonly OutcomeLine[];
  /** With nothing wrong: chances that add up to 1. */
  readonly base: readonly number[];
  /** Where a cause shows otherwise; of the fan itself where it is looked at fan by fan. */
  readonly when: Readonly<Record<string, readonly number[]>>;
}

export interface DiagnosisTable {
  readonly causes: readonly CauseLine[];
  readonly remedies: readonly RemedyLine[];
  readonly checks: readonly CheckLine[];
}

/** What a vehicle's record says that a diagnosis hangs on. */
export interface DiagnosisVehicle {
  /** `null` where no record says: it is taken for one electric fan, and said. */
  fans: 'engine' | 'one' | 'two' | null;
  airConditioning: boolean;
  /** What the record expects with the A/C on at idle. */
  withAc: 'both' | 'one' | 'slow' | 'pressure' | null;
  /** Driven by a module or a bus. */
  module: boolean | null;
  selfShifting: boolean;
  highVoltage: boolean;
  ageYears: number | null;
}

/** A fan by its role. */
export interface FanRole {
  id: 'fan' | 'ac' | 'temperature' | 'driven';
  label: string;
}

/** One finding: what a check of this vehicle showed. */
export interface Finding {
  /** Of an observation: `check` or `check@fan`. */
  check: string;
  /** One of its outcomes; `a|b` where it is known only that it is one of these. */
  outcome: string;
}
/** A finding, and the words that say it. */
export interface Heard extends Finding {
  words: string;
}
/** What happened in a diagnosis, in order. */
export type DiagnosisStep =
  /** `told`: somebody said so, and nobody looked. */
  | ({ kind: 'found'; told?: boolean } & Finding)
  | { kind: 'repaired'; remedy: string }
  | { kind: 'passed over'; check: string }
  /** Something that was put in for a while is still in: a rag in a hose, a guard. */
  | { kind: 'still in' };

/** A shop's own number in the place of the table's. */
export interface TableChange {
  cause: string;
  /** null for how common the cause is; else what this check shows under it. */
  check: string | null;
  /** The weight; or the chances of the outcomes, in their order. */
  values: number[];
}

/** What filed jobs have shown. */
export interface TableCounts {
  /** How many diagnoses ended in a cause. */
  causes: Readonly<Record<string, number>>;
  /** How often a check showed an outcome where a cause was found in the end, by `check cause outcome`. */
  findings: Readonly<Record<string, number>>;
}
