import { EVENTS, everHeldBy, inHandsOf, rootOf, type EventKind, type Undoable } from '@radiatrix/core/job';
import { canEdit, seesDrafts, type JobEventDraft, type Person } from '@radiatrix/contract';
import { jobWords } from '@radiatrix/words/en/jobs';
import type { Db } from '../db/client.ts';
import type { EventStanding } from '../db/schema/jobs.ts';
import { ProblemError } from '../http/problem.ts';
import { partLines } from '../parts/queries.ts';
import { colleagues } from '../people/queries.ts';
import { findConfiguration } from '../vehicles/service.ts';
import { checkFigures } from './figures.ts';
import { eventsOf } from './queries.ts';

/** An event that is kept already, as far as undoing goes, and who wrote it down. */
type Known = ReadonlyMap<string, Undoable & { by: number }>;
/** What each event is about: an undo what it takes back or brings back, any other itself; undefined where nobody knows. */
export type About = ReadonlyMap<string, EventKind | undefined>;

/** Whose right it takes to say something; undefined where this person has it. */
function lacking(kind: EventKind, { role }: Pick<Person, 'role'>): 'specialist' | 'desk' | undefined {
  const { specialist, desk } = EVENTS[kind];
  if (specialist && !canEdit(role)) return 'specialist';
  return desk && role === 'installer' ? 'desk' : undefined;
}

/** Whether a person may take back what is of a kind; a comparison only if it is their own, which nothing here knows. */
export const mayUndo = (kind: EventKind, person: Pick<Person, 'role'>): boolean =>
  EVENTS[kind].undoable && lacking(kind, person) === undefined;

function guardKind(kind: EventKind, person: Person): void {
  const missing = lacking(kind, person);
  if (missing)
    throw new ProblemError('not-allowed', { detail: jobWords(`takes:${missing}`, { label: EVENTS[kind].label }) }); // prettier-ignore
}

export function guardKinds(events: readonly JobEventDraft[], person: Person): void {
  for (const { kind } of events) guardKind(kind, person);
}

/**
 * An undo, and an undo of an undo, takes the right to what it is about. Only the person who kept a comparison takes it
 * back, and what stands for good cannot be undone.
 *
 * @param events that are not kept yet
 * @param known what is kept of the job
 */
export function guardUndoing(events: readonly JobEventDraft[], known: Known, person: Person): About {
  const all = new Map<string, Undoable & { by: number }>(known);
  for (const event of events)
    all.set(event.id, {
      kind: event.kind,
      by: person.id,
      names: event.kind === 'undone' ? event.payload.event : undefined,
    });
  const about = new Map<string, EventKind | undefined>();
  for (const { id, kind } of events) {
    const root = rootOf(id, all);
    about.set(id, root?.kind);
    if (kind !== 'undone' || !root) continue;
    guardKind(root.kind, person);
    if (!EVENTS[root.kind].undoable)
      throw new ProblemError('not-allowed', { detail: jobWords('undo:never', { label: EVENTS[root.kind].label }) }); // prettier-ignore
    if (root.kind === 'compared' && root.by !== person.id)
      throw new ProblemError('not-allowed', { detail: jobWords('undo:comparison') });
  }
  return about;
}

/**
 * What becomes of events as they arrive. Clerks and specialists work on every job, an installer on those in their hands.
 * Once a job has left their hands, or their account was switched off, work of their hands that was done before still
 * counts, however late it comes, and is marked; what was done after that waits aside for a specialist. So does any
 * decision: it is judged by the rights at its arrival, since a phone may date it as it likes. An undo of something that
 * nobody has seen waits aside too.
 *
 * @param about what each event is about, of `guardUndoing`
 * @param leftAt ISO 8601, when the person's account was switched off
 */
export async function standingsOf(
  db: Db,
  row: { id: number; openerId: number },
  person: Person,
  leftAt: string | undefined,
  about: About,
): Promise<(event: JobEventDraft) => EventStanding> {
  const handsOn = ({ id }: JobEventDraft): boolean => {
    const kind = about.get(id);
    return kind !== undefined && EVENTS[kind].handsOn;
  };
  const isKnown = ({ id }: JobEventDraft): boolean => about.get(id) !== undefined;
  if (person.role !== 'installer') {
    if (!leftAt) return (event) => (isKnown(event) ? 'counts' : 'aside');
    const leftMs = Date.parse(leftAt);
    return (event) => (handsOn(event) && event.clock.ms <= leftMs ? 'handed in' : 'aside');
  }
  const events = (await eventsOf(db, [row.id])).get(row.id) ?? [];
  if (!leftAt && inHandsOf(events, row.openerId) === person.id)
    return (event) => (isKnown(event) ? 'counts' : 'aside');
  if (!everHeldBy(events, row.openerId).has(person.id))
    throw new ProblemError('not-allowed', { detail: jobWords('not-in-your-hands') });
  return (event) => {
    const wasTheirs = inHandsOf(events, row.openerId, event.clock) === person.id;
    const wasHere = !leftAt || event.clock.ms <= Date.parse(leftAt);
    return handsOn(event) && wasTheirs && wasHere ? 'handed in' : 'aside';
  };
}

/** Vehicles named by events are on record. */
async function checkVehicles(db: Db, events: readonly JobEventDraft[]): Promise<void> {
  for (const event of events)
    if (event.kind === 'opened' || event.kind === 'vehicle put right')
      await findConfiguration(db, event.payload.vehicleId);
}

/** The person a job is handed to works here, and is called what the event calls them. */
async function checkPeople(db: Db, events: readonly JobEventDraft[]): Promise<void> {
  const handed = events.flatMap((event) =>
    event.kind === 'handed over' && event.payload.to !== null ? [event.payload] : [],
  );
  if (handed.length === 0) return;
  const people = await colleagues(db);
  if (handed.some(({ to, name }) => !people.some((each) => each.id === to && each.name === name)))
    throw new ProblemError('invalid', {
      fields: [{ path: 'to', message: jobWords('nobody-of-that-name') }],
    });
}

/** Parts that are chosen are on record for the person who chooses them, under the kind that they are chosen as. */
async function checkParts(db: Db, events: readonly JobEventDraft[], { role }: Person): Promise<void> {
  const chosen = events.flatMap((event, at) => (event.kind === 'part chosen' ? [{ at, ...event.payload }] : [])); // prettier-ignore
  if (chosen.length === 0) return;
  const lines = await partLines(db, { ids: [...new Set(chosen.map(({ partId }) => partId))] }, seesDrafts(role)); // prettier-ignore
  const fields = chosen
    .filter(({ partId, kind }) => !lines.some((line) => line.id === partId && line.kind === kind))
    .map(({ at }) => ({ path: `events.${at}.payload.partId`, message: jobWords('part-not-on-record') }));
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
}

/** Everything that events name is on record; every wrong place is named before anything is kept. */
export async function checkNamed(db: Db, events: readonly JobEventDraft[], person: Person): Promise<void> {
  await checkVehicles(db, events);
  await checkFigures(db, events);
  await checkPeople(db, events);
  await checkParts(db, events, person);
}
