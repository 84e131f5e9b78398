import type { AccessMap } from '@radiatrix/core/access';
import { concerns } from '@radiatrix/core/application';
import { mappedMinutes, minutesModel } from '@radiatrix/core/filing';
import { workOfJob, type DayJob, type WayToWork } from '@radiatrix/core/schedule';
import { foldJob, type JobEvent, type JobState, type WaitsFor } from '@radiatrix/core/job';
import type { Practice } from '@radiatrix/core/practice';
import type { Person } from '@radiatrix/contract';
import { waitingText } from '@radiatrix/words/jobs';
import { wayWritten } from '../access/service.ts';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { minutesOfMap } from '../filing/queries.ts';
import { eventsOf } from '../jobs/queries.ts';
import { documentOf } from '../procedures/queries.ts';
import { headOf } from '../revisions/queries.ts';
import { configurationsByIds, loadVocabulary, proceduresOfBay } from '../vehicles/queries.ts';
import { vehicleLine } from '../vehicles/service.ts';
import { plannableJobs, type PlannableRow } from './queries.ts';

/** A job as the plan takes it, or why it cannot be taken. */
export interface Candidate {
  row: PlannableRow;
  state: JobState;
  title: string;
  /** Left out where it cannot be planned. */
  job: Omit<DayJob, 'person' | 'bay' | 'pinnedAt' | 'from' | 'due'> | undefined;
  why: { waits: WaitsFor; said: string } | undefined;
}

/** A plan is the same for everybody: it is laid on what is released, as the counter sees it. */
const READER: Person = { id: 0, username: '', name: '', role: 'clerk', administers: false };

type Vehicle = Awaited<ReturnType<typeof configurationsByIds>>[number];
type Vocabulary = Awaited<ReturnType<typeof loadVocabulary>>;

/** Minutes of a map's steps as jobs have shown them to be. */
async function learnt(db: Db, map: AccessMap & { id: number }, practice: Practice): Promise<Map<string, number>> {
  const { operations } = minutesModel(mappedMinutes(map), await minutesOfMap(db, map.id), practice);
  return new Map([...operations.values()].map(({ operation, minutes }) => [operation, minutes]));
} // prettier-ignore

/** The way that a job has taken, or the released procedure for what goes in; undefined where there is neither. */
async function wayOf(db: Db, { row, state }: { row: PlannableRow; state: JobState }, vehicle: Vehicle, vocabulary: Vocabulary, practice: Practice): Promise<WayToWork | undefined> {
  const kind = state.parts.find(({ role, state: at }) => role === 'goes in' && at !== 'sent back')?.kind;
  if (kind === undefined) return undefined;
  if (state.way)
    try {
      const written = await wayWritten(db, row.configurationId, READER, { jobId: row.id, operations: undefined, partKind: kind, title: '' });
      if (!written) return undefined;
      const minutes = await learnt(db, { ...written.map, id: written.mapId }, practice);
      const steps = written.document.steps.map((step) => ({ ...step, minutes: minutes.get(step.id) ?? step.minutes }));
      return { document: { steps }, way: { map: written.map, operations: written.operations } };
    } catch (error) {
      // Its map is not released, or is another by now: usual minutes stand in for it, and that is said.
      if (!(error instanceof ProblemError)) throw error;
      return undefined;
    }
  const way = (await proceduresOfBay(db, vehicle.bayId, false)).find((each) => each.partKind === kind);
  const head = way && (await headOf(db, 'procedure', way.id, false));
  const document = head && (await documentOf(db, head.id));
  if (!document) return undefined;
  return { document: { steps: document.steps.filter(({ when }) => concerns(when, { vehicle, vocabulary, part: {} })) }, way: null };
} // prettier-ignore

/** Jobs that have something left to do, each with its work. */
export async function candidates(db: Db, most: number, tools: ReadonlySet<string>, practice: Practice): Promise<Candidate[]> {
  const [rows, vocabulary] = await Promise.all([plannableJobs(db, most), loadVocabulary(db)]);
  const [events, vehicles] = await Promise.all([
    eventsOf(db, rows.map(({ id }) => id)),
    configurationsByIds(db, rows.map(({ configurationId }) => configurationId)),
  ]);
  const byId = new Map(vehicles.map((vehicle) => [vehicle.id, vehicle]));
  const found: Candidate[] = [];
  for (const row of rows) {
    const state = foldJob((events.get(row.id) ?? []) as JobEvent[]);
    const vehicle = byId.get(row.configurationId);
    const way = vehicle ? await wayOf(db, { row, state }, vehicle, vocabulary, practice) : undefined;
    const able = workOfJob(state, way, state.promised.from !== null, tools, practice);
    found.push({
      row, state, title: vehicle ? vehicleLine(vehicle, vocabulary).title : '',
      job: able.ok ? { id: row.id, work: able.work } : undefined,
      why: able.ok ? undefined : { waits: able.waits, said: waitingText(able.more) },
    });
  }
  return found;
} // prettier-ignore
