import { costOf } from '@radiatrix/core/access';
import type { Amount } from '@radiatrix/core/coolant';
import { combined, type FigureSet } from '@radiatrix/core/figures';
import {
  fitmentOf,
  knownSettings,
  membersOf,
  sideOf,
  type PlanPart,
  type Switches,
} from '@radiatrix/core/fitment';
import { sidesOf, undone, type JobEvent } from '@radiatrix/core/job';
import { practiceOf, type Practice } from '@radiatrix/core/practice';
import {
  PROTOCOL_NAMES,
  poolSpread,
  type LibrarySpread,
  type Protocol,
  type Trial,
  type TrialRun,
} from '@radiatrix/core/trial';
import { seesDrafts, type Person, type PlanningRecord, type ProvingRecord } from '@radiatrix/contract';
import { opensSystem } from '@radiatrix/core/procedure';
import { refitFor } from '../access/refit.ts';
import { vehicleAccess } from '../access/service.ts';
import type { Db } from '../db/client.ts';
import { planningRecord } from '../fitment/service.ts';
import { jobHand, type JobHand } from '../jobs/service.ts';
import { partLines } from '../parts/queries.ts';
import { isSelfShifting } from '../vehicles/cautions.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration } from '../vehicles/service.ts';
import { trialEvents } from './queries.ts';

/** Run-to-run spread of each protocol over the trials of closed jobs. */
async function librarySpreads(db: Db): Promise<ProvingRecord['library']> {
  const rows = await trialEvents(db);
  const gone = undone(rows as unknown as JobEvent[]);
  const standing = rows.filter(({ id }) => !gone.has(id));
  const trials = new Map<string, { protocol: Protocol; runs: TrialRun[] }>();
  for (const { kind, payload } of standing)
    if (kind === 'trial planned') {
      const trial = payload as unknown as Trial;
      trials.set(trial.id, { protocol: trial.protocol, runs: trials.get(trial.id)?.runs ?? [] });
    }
  for (const { kind, payload } of standing)
    if (kind === 'run made') {
      const run = payload as unknown as TrialRun & { trial: string };
      trials.get(run.trial)?.runs.push(run);
    }
  return Object.fromEntries(
    PROTOCOL_NAMES.map((protocol) => [protocol, poolSpread([...trials.values()].filter((trial) => trial.protocol === protocol))]),
  ) as Record<Protocol, LibrarySpread | null>;
} // prettier-ignore

const amount = (
  figure: { value: number; u?: number | undefined } | undefined,
  share: number,
): Amount | null =>
  figure ? { value: figure.value, u: Math.max(figure.u ?? 0, share * figure.value) } : null;

/** What a radiator that goes in holds more than the one that came off. */
function changeOf(bay: FigureSet<'bay'>, radiator: PlanPart | undefined): { change: Amount; known: boolean } {
  if (!radiator) return { change: { value: 0, u: 0 }, known: true };
  const holds = (radiator.figures as unknown as FigureSet<'radiator'>).quantities.insideVolume;
  const held = bay.quantities.radiatorVolume;
  return holds && held
    ? { change: { value: holds.value - held.value, u: combined(holds.u, held.u) }, known: true }
    : { change: { value: 0, u: 0 }, known: false };
}

/** Whether a job opens the cooling system, by its way, its work or a probe: then every joint of it is proven tight. */
async function opensCooling(db: Db, job: JobHand, vehicle: { bayId: number; airConditioning: boolean }, planning: PlanningRecord, person: Person): Promise<boolean> {
  const { way, parts } = job.state;
  const sides = sidesOf(parts);
  const { work } = fitmentOf(planning, membersOf(sideOf(planning, sides.old), sideOf(planning, sides.fresh)), job.choices, practiceOf(planning.practice));
  const { mounts } = await refitFor(db, job, vehicle, person.role);
  if (opensSystem(work, mounts)) return true;
  if (!way) return false;
  const { map } = await vehicleAccess(db, job.vehicleId, person, job.id);
  return map ? costOf(map.document, way.operations).coolantL > 0 : false;
} // prettier-ignore

/** What filling and proving a job are worked out from. */
export async function provingRecord(db: Db, jobId: number, person: Person): Promise<ProvingRecord> {
  const job = await jobHand(db, jobId);
  const goesIn = job.state.parts.filter(({ role, state }) => role === 'goes in' && state !== 'sent back');
  const visible = await partLines(db, { ids: goesIn.map(({ partId }) => partId) }, seesDrafts(person.role));
  const planning = await planningRecord(db, job.vehicleId, person, {
    parts: visible.map(({ id }) => id).slice(0, 8),
    jobId,
  });
  const [vehicle, vocabulary, library] = await Promise.all([
    findConfiguration(db, job.vehicleId),
    loadVocabulary(db),
    librarySpreads(db),
  ]);
  const wayOpens = await opensCooling(db, job, vehicle, planning, person);
  const practice: Practice = practiceOf(planning.practice);
  const { bay } = planning;
  const partOf = (kind: string): PlanPart | undefined => planning.parts.find((part) => part.kind === kind);
  const { change, known } = changeOf(bay, partOf('radiator'));
  const fan = partOf('fan')?.figures as FigureSet<'fan'> | undefined;
  const fitted = partOf('thermostat')?.figures as FigureSet<'thermostat'> | undefined;
  // The thermostat that goes in counts before the one on record.
  const own = fitted?.quantities.rating
    ? { opensC: fitted.quantities.rating.value, fullyOpenC: fitted.quantities.fullyOpen?.value }
    : {};
  const switches: Switches = { bay, fan, kit: partOf('kit')?.figures as Switches['kit'] };
  const set = knownSettings(switches, planning.thermostats, own, { boilsC: 120, dropK: practice.dropAtIdle });
  const [opensC, fanOnC] = [set.opensC ?? null, set.stages[0]?.onC ?? null];
  const warningC = bay.quantities.warningLamp?.value ?? null;
  const capKPa = bay.quantities.capPressure?.value;
  const fanWords = fan?.words as Record<string, { word: string } | undefined> | undefined;
  const count = { one: 1, two: 2 }[fanWords?.fans?.word ?? ''];
  const bottle = bay.words.bottle?.word;
  return {
    capacity: amount(bay.quantities.coolantCapacity, practice.capacityOff),
    change,
    changeKnown: known,
    drainYieldL: bay.quantities.drainYield?.value ?? null,
    target: job.choices.mix ?? bay.quantities.coolantMix?.value ?? practice.usualMix,
    technology: bay.words.coolantType?.word ?? '',
    capKPa: capKPa ?? practice.usualCap,
    capKnown: capKPa !== undefined,
    bottle: bottle === 'expansion' ? 'pressurised' : bottle === 'recovery' ? 'recovery' : null,
    bleedScrew: bay.words.bleedScrew?.word === 'fitted',
    thermostatOut: goesIn.some(({ kind }) => kind === 'thermostat'),
    bleed: { opensC, fullyOpenC: set.fullyOpenC ?? null, fanOnC, warningC },
    proofs: {
      airConditioning: vehicle.airConditioning,
      selfShifting: isSelfShifting(vehicle, vocabulary),
      fanControl: bay.words.fanControl?.word ?? null,
      fanCount: count ?? null,
      engineDriven: (fanWords?.drivenBy ?? bay.words.fanDrivenBy)?.word === 'engine',
      opensC,
      warningC,
      fanOnC,
      wayOpens,
    },
    library,
    practice: planning.practice,
  };
} // prettier-ignore
