import type { DiagnosisVehicle } from '@radiatrix/core/diagnosis';
import type { Role } from '@radiatrix/contract';
import { overlaid, type FigureSet } from '@radiatrix/core/figures';
import type { Db } from '../db/client.ts';
import { loadJudging } from '../match/judging.ts';
import { isHighVoltage, isSelfShifting } from '../vehicles/cautions.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration } from '../vehicles/service.ts';

/** Ways of driving a fan through electronics, by the words of the record. */
const BY_MODULE: ReadonlySet<string> = new Set(['modulated', 'bus']);
const WITH_AC = { both: 'both', one: 'one', slow: 'slow', pressure: 'pressure' } as const;

/** What a vehicle's record says that a diagnosis hangs on; figures of the very vehicle count before its type's. @param role sees what it may */
export async function vehicleOf(
  db: Db,
  vehicleId: number,
  role: Role,
  own?: FigureSet<'bay'>,
  year = new Date().getUTCFullYear(),
): Promise<DiagnosisVehicle & { bay: FigureSet<'bay'> }> {
  const [vehicle, vocabulary] = await Promise.all([findConfiguration(db, vehicleId), loadVocabulary(db)]);
  const records = await loadJudging(db, [vehicle.bayId], [], role);
  const bay = overlaid(records.bay(vehicle.bayId), own);
  const word = (key: string): string | undefined =>
    (bay.words as Record<string, { word: string } | undefined>)[key]?.word;
  const control = word('fanControl');
  const drivenBy = word('fanDrivenBy');
  return {
    bay,
    fans: drivenBy === 'engine' ? 'engine' : word('fansFitted') === 'two' ? 'two' : word('fansFitted') === 'one' || drivenBy === 'electric' ? 'one' : null, // prettier-ignore
    airConditioning: vehicle.airConditioning,
    withAc: WITH_AC[word('fansWithAc') as keyof typeof WITH_AC] ?? null,
    module: control === undefined ? null : BY_MODULE.has(control),
    selfShifting: isSelfShifting(vehicle, vocabulary),
    highVoltage: isHighVoltage(vehicle, vocabulary),
    ageYears: Math.max(0, year - vehicle.year),
  };
}
