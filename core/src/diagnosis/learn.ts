import { marginals, follow } from './belief.ts';
import type { VehicleTable } from './table.ts';
import type { DiagnosisStep, DiagnosisVehicle } from './types.ts';

/** Kinds of vehicle whose filed jobs are counted apart: how their fans are driven decides what can fail. */
export const fanClass = ({ fans }: Pick<DiagnosisVehicle, 'fans'>): 'engine' | 'one' | 'two' => fans ?? 'one';

/** What one filed diagnosis tells the table. */
export interface FiledCase {
  /** Lines of the table that were found. */
  causes: string[];
  /** `check cause outcome`, by lines of the table. */
  findings: string[];
  /** Whether the first check that was not told made what was found likelier; null where there was none. */
  firstRight: boolean | null;
}

const lineOf = (id: string): string => id.split('@')[0]!;

/**
 * What a filed job tells of the table: of one fault alone, since of two nobody knows which of them showed. Findings count
 * up to the first repair: after it, it was another vehicle.
 */
export function filedCase(table: VehicleTable, steps: readonly DiagnosisStep[], causes: readonly string[]): FiledCase {
  const known = causes.flatMap((id) => table.causes.find((cause) => cause.id === id) ?? []);
  const upTo = steps.findIndex(({ kind }) => kind === 'repaired');
  const before = upTo < 0 ? steps : steps.slice(0, upTo);
  const findings: string[] = [];
  const [cause] = known;
  if (cause && known.length === 1)
    for (const step of before) {
      if (step.kind !== 'found') continue;
      const observation = table.observations.find(({ id }) => id === step.check);
      if (!observation || !observation.outcomes.some(({ id }) => id === step.outcome)) continue;
      const { line, fan } = observation;
      if (fan && cause.fan && fan.id !== cause.fan.id) continue;
      // All fans in one go: what the fan of the cause did, or both.
      const shown = step.outcome.split('+').map((each) => each.split('@') as [string, string?]);
      const own = shown.find(([, which]) => which === undefined || which === cause.fan?.id);
      if (own) findings.push(`${line.id} ${cause.line.id} ${own[0]}`);
    }
  const first = before.findIndex((step) => step.kind === 'found' && !step.told && table.observations.some(({ id, line }) => id === step.check && !line.told));
  const numbers = known.map((each) => table.causes.indexOf(each));
  const chance = (count: number): number => {
    const chances = marginals(table, follow(table, before.slice(0, count)).belief);
    return numbers.reduce((sum, each) => sum + chances[each]!, 0);
  };
  return {
    causes: [...new Set(known.map(({ line }) => line.id))],
    findings: [...new Set(findings)],
    firstRight: first < 0 || known.length === 0 ? null : chance(first + 1) > chance(first) || lineOf(causes[0]!) === 'nothing',
  };
} // prettier-ignore
