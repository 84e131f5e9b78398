import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { ALONE, CAUSES, OLD_YEARS, REMEDIES } from './table/causes.ts';
import { CHECKS } from './table/checks.ts';
import type { CauseLine, CheckLine, Condition, DiagnosisTable, DiagnosisVehicle, FanRole, OutcomeLine, RemedyLine, TableChange, TableCounts } from './types.ts'; // prettier-ignore

/** The trade's own table. */
export const USUAL_TABLE: DiagnosisTable = { causes: CAUSES, remedies: REMEDIES, checks: CHECKS };

/** A cause as this vehicle can have it. */
export interface Cause {
  id: string;
  line: CauseLine;
  fan: FanRole | null;
  label: string;
  /** Number of its remedy. */
  remedy: number;
  weight: number;
}
/** A remedy as this vehicle can need it. */
export interface Remedy {
  id: string;
  line: RemedyLine;
  fan: FanRole | null;
  label: string;
}
/** A check as it is made on this vehicle. */
export interface Observation {
  id: string;
  line: CheckLine;
  fan: FanRole | null;
  label: string;
  question: string;
  outcomes: OutcomeLine[];
  /** Chances of the outcomes, by cause: `rows[cause][outcome]`. */
  rows: number[][];
  /** Of two fans looked at in one go: chances of what each shows (strong, slow, dead), by fan and cause. */
  byFan?: readonly [first: number[][], second: number[][]];
}

/** The table as it holds for one vehicle. */
export interface VehicleTable {
  vehicle: DiagnosisVehicle;
  fans: FanRole[];
  causes: Cause[];
  remedies: Remedy[];
  observations: Observation[];
  /** Each one fault, then each two that can stand together: numbers of causes. */
  hypotheses: readonly (readonly number[])[];
  prior: Float64Array;
}

export const FAN_LABELS: Readonly<Record<FanRole['id'], string>> = { fan: 'fan', ac: 'A/C fan', temperature: 'temperature fan', driven: 'belt fan' }; // prettier-ignore
/** Fans of a vehicle by their role; one electric fan where no record says. */
export function fansOf(vehicle: DiagnosisVehicle): FanRole[] {
  const ids: FanRole['id'][] =
    vehicle.fans === 'engine' ? ['driven'] : vehicle.fans === 'two' ? ['ac', 'temperature'] : ['fan'];
  return ids.map((id) => ({ id, label: FAN_LABELS[id] }));
}

const meets = (vehicle: DiagnosisVehicle, condition: Condition): boolean =>
  ({
    'electric fan': vehicle.fans !== 'engine',
    'engine-driven fan': vehicle.fans === 'engine',
    'air conditioning': vehicle.airConditioning,
    module: vehicle.module !== false,
  })[condition];

/** Of two fans one that is dead is felt less: this much of its row, the rest as if nothing were wrong. */
const ONE_OF_TWO = 0.75;
/** With the A/C on, where the record says `pressure`, a sound fan stands still as often as this; where it says nothing, the second one. */
const STANDS = { pressure: 0.45, unknown: 0.3 } as const;
/** How many observations of its own a line of the table is worth beside what filed jobs have shown. */
export const WORTH = { cause: 150, finding: 30 } as const;

const named = (text: string, fan: FanRole | null): string => {
  const said = text.replaceAll('{fan}', fan?.label ?? 'fan');
  return said.charAt(0).toUpperCase() + said.slice(1);
};
const mixed = (a: readonly number[], b: readonly number[], share: number): number[] => a.map((each, at) => share * each + (1 - share) * b[at]!); // prettier-ignore

/** What a check shows under a cause: the shop's own or the table's, with filed jobs counted in. */
function rowOf(line: CheckLine, cause: CauseLine, changes: ReadonlyMap<string, readonly number[]>, counts: TableCounts | undefined): readonly number[] {
  const own = changes.get(`${line.id} ${cause.id}`) ?? line.when[cause.id] ?? line.base;
  if (!counts) return own;
  const seen = line.outcomes.map(({ id }) => counts.findings[`${line.id} ${cause.id} ${id}`] ?? 0);
  const all = seen.reduce((sum, each) => sum + each, 0);
  return all === 0 ? own : own.map((each, at) => (WORTH.finding * each + seen[at]!) / (WORTH.finding + all));
} // prettier-ignore

/** Chances of two fans looked at in one go, in the order of `twoFanOutcomes`. */
export function together(first: readonly number[], second: readonly number[]): number[] {
  const [s1, w1, d1] = first as [number, number, number];
  const [s2, w2, d2] = second as [number, number, number];
  return [s1 * s2, w1 * s2, s1 * w2, w1 * w2, d1 * s2, s1 * d2, d1 * w2, w1 * d2, d1 * d2];
}

/** Both strong, one or both slow, one dead, one dead and the other slow, both dead. */
function twoFanOutcomes([strong, slow, dead]: readonly OutcomeLine[], fine: string, a: FanRole, b: FanRole): OutcomeLine[] {
  const one = (line: OutcomeLine, fan: FanRole): OutcomeLine => ({ id: `${line.id}@${fan.id}`, label: `${fan.label} ${line.label}` });
  const mixed = (still: FanRole, lame: FanRole): OutcomeLine => ({ id: `${dead!.id}@${still.id}+${slow!.id}@${lame.id}`, label: `${still.label} ${dead!.label}, ${lame.label} ${slow!.label.split(',')[0]!}` });
  const both = (line: OutcomeLine, label = line.label): OutcomeLine => ({ id: line.id, label: `both ${label.replace(/^(comes|does)\b/, (verb) => (verb === 'comes' ? 'come' : 'do'))}` });
  return [both(strong!, fine), one(slow!, a), one(slow!, b), both(slow!), one(dead!, a), one(dead!, b), mixed(a, b), mixed(b, a), both(dead!)];
} // prettier-ignore

function observationOf(line: CheckLine, fans: readonly FanRole[], fan: FanRole | null, causes: readonly Cause[], vehicle: DiagnosisVehicle, changes: ReadonlyMap<string, readonly number[]>, counts: TableCounts | undefined): Observation {
  const two = vehicle.fans === 'two';
  /** The row of one fan, or of the vehicle, under a cause. */
  const row = (cause: Cause, at: FanRole | null): readonly number[] => {
    if (cause.line.perFan && at && cause.fan?.id !== at.id) return line.base;
    const own = rowOf(line, cause.line, changes, counts);
    return cause.line.perFan && !at && two ? mixed(own, line.base, ONE_OF_TWO) : own;
  };
  const id = fan ? `${line.id}@${fan.id}` : line.id;
  const common = { id, line, fan, label: fan && two ? `${line.label}: ${fan.label}` : line.label, question: named(line.question, fan) };
  if (line.per !== 'fans') return { ...common, outcomes: [...line.outcomes], rows: causes.map((cause) => [...row(cause, fan)]) };
  // What the record expects with the A/C on: one fan that may stand, both slowly, or by pressure.
  const withAc = line.id === 'fans-ac';
  const looked = withAc && vehicle.withAc === 'one' ? fans.slice(0, 1) : fans;
  const dead = line.outcomes.map((_, at) => (at === line.outcomes.length - 1 ? 1 : 0));
  const expected = (own: readonly number[], at: number): number[] => {
    const share = !withAc ? 0 : vehicle.withAc === 'pressure' ? STANDS.pressure : vehicle.withAc === null && at > 0 ? STANDS.unknown : 0;
    return mixed(dead, own, share);
  };
  const slowly = withAc && vehicle.withAc === 'slow';
  const [strong, slow, still] = line.outcomes as [OutcomeLine, OutcomeLine, OutcomeLine];
  const fine = slowly ? 'slowly, as it should' : strong.label;
  if (looked.length === 1)
    return { ...common, outcomes: [{ id: strong.id, label: two ? `${looked[0]!.label}: ${fine}` : fine }, slow, still], rows: causes.map((cause) => expected(row(cause, looked[0]!), 0)) };
  const [a, b] = looked as [FanRole, FanRole];
  const byFan = [causes.map((cause) => expected(row(cause, a), 0)), causes.map((cause) => expected(row(cause, b), 1))] as const;
  const rows = causes.map((_, at) => together(byFan[0][at]!, byFan[1][at]!));
  return { ...common, outcomes: twoFanOutcomes(line.outcomes, fine, a, b), rows, byFan };
} // prettier-ignore

/**
 * The table as it holds for one vehicle: causes and checks that concern it, one of each fan where they are of a fan, the
 * shop's own numbers laid over it, filed jobs counted in.
 *
 * @param counts of filed jobs; undefined leaves the table as it is written
 */
export function tableFor(
  vehicle: DiagnosisVehicle,
  { changes = [], counts, table = USUAL_TABLE, practice = USUAL_PRACTICE }: { changes?: readonly TableChange[]; counts?: TableCounts; table?: DiagnosisTable; practice?: Practice } = {},
): VehicleTable {
  const fans = fansOf(vehicle);
  const concerns = (only: readonly Condition[]): boolean => only.every((each) => meets(vehicle, each));
  const each = <T extends { perFan: boolean }>(line: T): (FanRole | null)[] => (line.perFan ? fans : [null]);
  const remedies: Remedy[] = table.remedies.flatMap((line) => each(line).map((fan) => ({ id: fan ? `${line.id}@${fan.id}` : line.id, line, fan, label: named(line.label, fan) })));
  const changed = new Map(changes.map(({ cause, check, values }) => [check === null ? cause : `${check} ${cause}`, values]));
  const age = Math.min(1, Math.max(0, vehicle.ageYears ?? 10) / OLD_YEARS);
  const lines = table.causes.filter((line) => concerns(line.only));
  const trade = lines.map((line) => (changed.get(line.id)?.[0] ?? line.weight) * (1 + (line.aged - 1) * age));
  const total = trade.reduce((sum, weight, at) => sum + weight * each(lines[at]!).length, 0);
  const filed = counts ? lines.reduce((sum, line) => sum + (counts.causes[line.id] ?? 0), 0) : 0;
  const causes: Cause[] = lines.flatMap((line, at) => {
    const own = each(line);
    // Counts of a shop weigh against the table's as if it were so many jobs.
    const share = (WORTH.cause * (trade[at]! / total) + (counts?.causes[line.id] ?? 0) / own.length) / (WORTH.cause + filed);
    return own.map((fan) => {
      const id = fan ? `${line.remedy}@${fan.id}` : line.remedy;
      const remedy = remedies.findIndex((other) => other.id === id || other.id === line.remedy);
      if (remedy < 0) throw new RangeError(`no remedy ${line.remedy} for ${line.id}`);
      return { id: fan ? `${line.id}@${fan.id}` : line.id, line, fan, label: named(line.label, fan), remedy, weight: share };
    });
  });
  const observations = table.checks
    .filter((line) => concerns(line.only))
    .flatMap((line) => (line.per === 'fan' ? fans : [null]).map((fan) => observationOf(line, fans, fan, causes, vehicle, changed, counts)));
  const { hypotheses, prior } = hypothesesOf(causes, practice.twoFaults);
  return { vehicle, fans, causes, remedies, observations, hypotheses, prior };
} // prettier-ignore

/** Two causes that cannot stand together: what is no fault, and two states of one thing. */
const apart = (a: Cause, b: Cause): boolean =>
  ALONE.has(a.id) || ALONE.has(b.id) || (a.remedy === b.remedy && (a.line.perFan || a.line.remedy === 'thermostat')); // prettier-ignore

/** Each fault alone, and each two together: those by how common both are, as often in all as the practice says. */
export function hypothesesOf(causes: readonly Cause[], twoFaults: number): { hypotheses: number[][]; prior: Float64Array } {
  const singles = causes.map((_, at) => [at]);
  const pairs = causes.flatMap((a, i) => causes.slice(i + 1).flatMap((b, k) => (apart(a, b) ? [] : [[i, i + 1 + k]])));
  const hypotheses = [...singles, ...pairs];
  const weight = (set: readonly number[]): number => set.reduce((product, at) => product * causes[at]!.weight, 1);
  const sum = (sets: readonly number[][]): number => sets.reduce((all, set) => all + weight(set), 0);
  const [one, two] = [sum(singles), sum(pairs)];
  const share = two > 0 ? twoFaults : 0;
  return {
    hypotheses,
    prior: Float64Array.from(hypotheses, (set) => (set.length === 1 ? ((1 - share) * weight(set)) / one : (share * weight(set)) / two)),
  };
} // prettier-ignore
