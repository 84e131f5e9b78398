import { GOT_WORDS, SCHOOL_LINES, judgeVacuum, readStrength } from '@radiatrix/core/coolant';
import { checkWords, remedyWords } from '@radiatrix/core/diagnosis';
import { judgeBench } from '@radiatrix/core/bench';
import {
  EVENTS,
  outText,
  everHeldBy,
  foldJob,
  inHandsOf,
  undone,
  inOrder,
  type JobEvent,
  type JobState,
} from '@radiatrix/core/job';
import type { FigureSet } from '@radiatrix/core/figures';
import { judgePressure } from '@radiatrix/core/trial';
import type { Practice } from '@radiatrix/core/practice';
import { CHOICE_FIGURES, CHOICE_WORDS, NO_CHOICES, type Choices } from '@radiatrix/core/fitment';
import type { EventPage, JobEventDraft, JobLine, Person, ToldEvent } from '@radiatrix/contract';
import { benchText } from '@radiatrix/words/bench';
import { benchWords } from '@radiatrix/words/en/bench';
import { accountWords } from '@radiatrix/words/en/account';
import { bleedText } from '@radiatrix/words/bleed';
import type { Db } from '../db/client.ts';
import { learnFrom } from '../diagnosis/cases.ts';
import { keepSightings } from '../failures/keep.ts';
import { keepMinutes } from '../filing/queries.ts';
import { figuresOfJob } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { jobWords } from '@radiatrix/words/en/jobs';
import { runWords } from '@radiatrix/words/en/run';
import { holdsWords } from '@radiatrix/words/en/holds';
import { unitsWords } from '@radiatrix/words/en/units';
import { madeHoseText } from '@radiatrix/words/holds';
import { recordingWords } from '@radiatrix/words/en/recording';
import { trialWords } from '@radiatrix/words/en/trial';
import { ProblemError, notFound } from '../http/problem.ts';
import { configurationsByIds, loadVocabulary } from '../vehicles/queries.ts';
import { vehicleLine } from '../vehicles/service.ts';
import { checkNamed, guardKinds, mayUndo, guardUndoing, standingsOf } from './arrival.ts';
import { keepFigures } from './figures.ts';
import {
  eventsAfter,
  eventsOf,
  insertEvents,
  settleAside,
  undoables,
  insertJob,
  jobRow,
  jobRows,
  keptEvents,
  lockJob,
  unfolded,
  writeFold,
} from './queries.ts';

/** A job as whatever judges for it needs it: its vehicle, its own figures, what was chosen. */
export interface JobHand {
  id: number;
  label: string;
  vehicleId: number;
  alterations: string[];
  figures: FigureSet<'bay'>;
  choices: Choices;
  state: JobState;
}

/** What was chosen on a job, as a plan takes it; a word or number it does not know is left out. */
export function choicesOf(state: Pick<JobState, 'choices'>): Choices {
  const numbers = Object.fromEntries(
    CHOICE_FIGURES.flatMap((key) =>
      typeof state.choices[key] === 'number' ? [[key, state.choices[key]]] : [],
    ),
  );
  const words = Object.fromEntries(
    CHOICE_WORDS.flatMap((key) =>
      typeof state.choices[key] === 'string' ? [[key, state.choices[key]]] : [],
    ),
  );
  return { ...NO_CHOICES, ...numbers, ...words };
}

export async function jobHand(db: Db, id: number): Promise<JobHand> {
  const row = await jobRow(db, id);
  if (!row) throw notFound('That job');
  const [events, figures] = await Promise.all([eventsOf(db, [id]), figuresOfJob(db, id)]);
  const state = foldJob(events.get(id) ?? []);
  return {
    id,
    label: state.label,
    vehicleId: row.configurationId,
    alterations: state.alterations,
    figures: figureSet<'bay'>(figures, `this vehicle, job ${id}`),
    choices: choicesOf(state),
    state,
  };
}

/** A time of an event, to the minute, as the device wrote it. */
const minuteOf = (at: string): string => at.slice(0, 16).replace('T', ' ');

function detailOf(
  { kind, payload }: JobEvent,
  numberOf: (partId: number) => string,
  practice: Practice,
): string {
  switch (kind) {
    case 'opened':
      return payload.complaint;
    case 'described':
      return [
        payload.label,
        payload.owner,
        payload.complaint,
        payload.odometerKm === undefined || payload.odometerKm === null ? '' : `${payload.odometerKm} km`,
        payload.alterations?.join(', '),
      ]
        .filter(Boolean)
        .join(' · ');
    case 'vehicle put right':
    case 'figure given up':
      return payload.why;
    case 'figure taken':
      return `${payload.key}: ${payload.text}`;
    case 'part chosen':
      return `${numberOf(payload.partId)} ${payload.role}`;
    case 'part moved':
      return `${numberOf(payload.partId)} ${payload.state}`;
    case 'contour measured':
      return `${payload.points.length} points`;
    case 'part priced':
      return `${numberOf(payload.partId)} ${payload.money === null ? 'at no known price any more' : `at ${payload.money}`}`;
    case 'part dropped':
      return numberOf(payload.partId);
    case 'choices made':
      return Object.entries(payload.choices)
        .map(([key, value]) => `${key} ${value ?? 'as on record'}`)
        .join(', ');
    case 'compared':
      return payload.title;
    case 'sheet allowed':
      return `${numberOf(payload.partId)}: ${payload.reason}`;
    case 'checked':
      return `${checkWords(payload.check, payload.outcome)}${payload.said ? ` (${payload.said})` : ''}`;
    case 'check passed over':
      return [checkWords(payload.check, ''), payload.why].filter(Boolean).join(': ');
    case 'repaired':
      return [remedyWords(payload.remedy), payload.note].filter(Boolean).join(': ');
    case 'diagnosed':
      return payload.said;
    case 'way chosen':
      return payload.title;
    case 'step skipped':
      return payload.reason;
    case 'took longer':
      return [payload.why, payload.note].filter(Boolean).join(': ');
    case 'minutes put right':
      return `${payload.minutes} min`;
    case 'fasteners out':
      return `${payload.tray}: ${outText(payload)}`;
    case 'fasteners back':
      return `${payload.tray}: ${payload.count} back`;
    case 'fasteners replaced':
      return `${payload.tray}: ${payload.count} × ${payload.by}`;
    case 'photo taken':
      return payload.caption;
    case 'bench tested':
      return `${numberOf(payload.partId)}${payload.unit ? `, unit ${payload.unit}` : ''} ${payload.test && payload.test !== 'running' ? benchWords(`test:${payload.test}`) : payload.fan}: ${benchText(judgeBench(payload, practice), 'metric')}`;
    case 'bench skipped':
      return `${numberOf(payload.partId)}${payload.unit ? `, unit ${payload.unit}` : ''}: ${benchWords('untested:said', { why: payload.why })}`;
    case 'coolant moved':
      return `${payload.litres} L ${payload.liquid} ${accountWords(`way:${payload.way}`)}${payload.lost ? ', lost' : ''} (${GOT_WORDS[payload.got]}, ${payload.stage})`;
    case 'account opened':
      return `arrived ${payload.arrival}, to end at ${payload.target} %`;
    case 'disposed':
      return `${payload.litres} L, ${payload.where}`;
    case 'strength read': {
      const read = readStrength(payload, payload.of);
      return read.ok ? `${Math.round(read.strength.value)} ± ${Math.ceil(read.strength.u)} %` : read.because;
    }
    case 'filling chosen':
      return [SCHOOL_LINES[payload.school].label, payload.why].filter(Boolean).join(': ');
    case 'vacuum read':
      return judgeVacuum(payload, practice).said;
    case 'bled':
      return `${payload.ended}, ${payload.minutes} min: ${payload.findings.map((each) => bleedText(each, 'both')).join(' ')}`;
    case 'pressure tested':
      return judgePressure(payload, practice).said;
    case 'proved':
      return `${payload.what}: ${payload.word}${payload.said ? `, ${payload.said}` : ''}`;
    case 'proof waived':
      return `${payload.what}: ${payload.why}`;
    case 'trial planned':
      return `${payload.title}: ${payload.setUps.map(({ name }) => name).join(', ')}`;
    case 'run made':
      return `${payload.written || payload.value}${payload.brokenOff ? `, ${trialWords('broken-off')}` : payload.lateS === null ? ', started late' : ''}`;
    case 'follow-up set':
      return `${payload.what}, by ${minuteOf(payload.due)}`;
    case 'followed up':
      return `${payload.what}: ${payload.found}`;
    case 'came off':
      return recordingWords('story:off', {
        name: payload.name,
        n: payload.fasteners.reduce((sum, { count }) => sum + count, 0),
      });
    case 'unit moved':
      return unitsWords('story', {
        number: numberOf(payload.partId) || 'none',
        unit: payload.unit || 'none',
        at: unitsWords(`at:${payload.to}`),
        why: payload.why ? unitsWords(`why:${payload.why}`) : 'none',
        from: payload.from || 'none',
      });
    case 'units joined':
      return unitsWords('story:joined', {
        number: numberOf(payload.partId) || 'none',
        unit: payload.unit || 'none',
        as: payload.as,
        why: payload.why || 'none',
      });
    case 'held':
      return holdsWords('story:held', {
        what: holdsWords(`what:${payload.what}`),
        name: [payload.name, payload.hose && madeHoseText(payload.hose, 'both'), payload.note]
          .filter(Boolean)
          .join(', '),
      });
    case 'let go':
      return payload.how;
    case 'cooled':
      return runWords(
        `cooled:${payload.how}`,
        { temp: { value: payload.tempC ?? 0, dimension: 'temperature' } },
        'both',
      );
    case 'went back':
      return recordingWords('story:back', { name: payload.thing, renewed: payload.renewed || 'none' });
    case 'step ticked':
      return runWords('story:ticked', {
        phase: payload.phase,
        how: !payload.done ? 'back' : payload.clicked ? 'clicked' : 'done',
      });
    case 'step noted':
    case 'noted':
      return payload.text;
    case 'fasteners counted':
      return `${payload.found} found in ${payload.tray}`;
    case 'timer':
      return `${payload.what} ${payload.act}s`;
    case 'closed':
      return [payload.outcome, payload.note].filter(Boolean).join(': ');
    case 'opened again':
      return payload.note;
    case 'handed over':
      return payload.to === null ? 'to nobody' : payload.name;
    case 'promised':
      return (
        [
          payload.ready && `ready by ${minuteOf(payload.ready)}`,
          payload.from && `there from ${minuteOf(payload.from)}`,
        ]
          .filter(Boolean)
          .join(', ') || 'nothing any more'
      );
    case 'placed':
      return (
        [payload.bay && `bay ${payload.bay}`, payload.at && `from ${minuteOf(payload.at)}`]
          .filter(Boolean)
          .join(', ') || 'wherever the plan has room'
      );
    case 'difference settled':
      return `${payload.said || payload.difference}: ${payload.how}`;
    case 'records merged':
      return payload.said;
    case 'late looked at':
      return [payload.events.length === 1 ? 'one entry' : `${payload.events.length} entries`, payload.note]
        .filter(Boolean)
        .join(': ');
    case 'readings taken':
      return payload.what;
    default:
      return '';
  }
}

const STORY = 200;
/** Who reads, and what is said beside an event: that it was handed in late, and what its device's clock said where it was not followed. */
interface Marks {
  reader: Person;
  handedIn?: ReadonlySet<string>;
  told?: ReadonlyMap<string, string>;
}
/** What happened, newest first. */
export function storyOf(
  events: readonly JobEvent[],
  state: JobState,
  numberOf: (partId: number) => string,
  practice: Practice,
  { reader, handedIn = new Set(), told = new Map() }: Marks,
): ToldEvent[] {
  const ordered = inOrder(events);
  const gone = undone(ordered);
  return ordered
    .filter((event) => event.kind !== 'undone')
    .reverse()
    .slice(0, STORY)
    .map((event) => ({
      id: event.id,
      kind: event.kind,
      label: EVENTS[event.kind].label,
      detail: detailOf(event, numberOf, practice),
      by: event.person,
      at: event.deviceTime,
      undone: gone.has(event.id),
      late: state.late.includes(event.id),
      undoable: mayUndo(event.kind, reader),
      handedIn: handedIn.has(event.id),
      clockSaid: told.get(event.id) ?? null,
    }));
}

export interface FoldedJob {
  row: NonNullable<Awaited<ReturnType<typeof jobRow>>>;
  state: JobState;
  events: JobEvent[];
}
export async function foldedJob(db: Db, id: number): Promise<FoldedJob> {
  const [row, events] = await Promise.all([jobRow(db, id), eventsOf(db, [id])]);
  if (!row) throw notFound('That job');
  const own = events.get(id) ?? [];
  return { row, events: own, state: foldJob(own) };
}

/** What happened on a job, from a number on. */
export async function eventsPage(db: Db, id: number, after: number): Promise<EventPage> {
  if (!(await jobRow(db, id))) throw notFound('That job');
  return eventsAfter(db, id, after);
}

/** Jobs as a list shows them: open ones first, newest first. */
export async function jobLines(db: Db): Promise<JobLine[]> {
  const [rows, vocabulary] = await Promise.all([jobRows(db), loadVocabulary(db)]);
  const vehicles = await configurationsByIds(db, rows.map((row) => row.configurationId)); // prettier-ignore
  const titles = new Map(vehicles.map((vehicle) => [vehicle.id, vehicleLine(vehicle, vocabulary).title]));
  return rows.map(
    ({ configurationId, by, at, lookAgain, lookAgainAt, version: _version, openerId: _opener, ...row }) => ({
      ...row,
      lookAgain:
        lookAgain && lookAgainAt ? { what: lookAgain, due: new Date(lookAgainAt).toISOString() } : null,
      late: row.closed ? row.late : 0,
      vehicleId: configurationId,
      title: titles.get(configurationId) ?? '',
      opened: { by, at },
    }),
  );
}

export async function refold(db: Db, id: number): Promise<void> {
  const events = (await eventsOf(db, [id])).get(id) ?? [];
  const state = foldJob(events);
  await keepFigures(db, id, state);
  const heard = Math.max(...events.map(({ deviceTime }) => Date.parse(deviceTime)));
  await writeFold(db, id, state, { version: events.length, heardAt: Number.isFinite(heard) ? new Date(heard).toISOString() : null }); // prettier-ignore
  await learnFrom(db, id, state);
  await keepSightings(db, id, state);
  await keepMinutes(db, id, state);
}

/** Opens a job with its first events; sent again it answers with the job that they opened. */
export async function openJob(db: Db, events: readonly JobEventDraft[], person: Person): Promise<number> {
  guardKinds(events, person);
  const kept = await keptEvents(db, events.map(({ id }) => id)); // prettier-ignore
  if (kept.length > 0) return addEvents(db, kept[0]!.jobId, events, person);
  // A job that is opened holds nothing yet that could be undone: an undo may only name its own batch.
  guardUndoing(events, new Map(), person);
  await checkNamed(db, events, person);
  const [first] = events;
  const id = await insertJob(db, (first as Extract<JobEventDraft, { kind: 'opened' }>).payload.vehicleId);
  await insertEvents(db, id, events, Date.now());
  await refold(db, id);
  return id;
}

/** What an installer sends beside events belongs to a job that is, or was, in their hands. */
export async function guardEverHeld(db: Db, jobId: number, { id, role }: Person): Promise<void> {
  const { row, events } = await foldedJob(db, jobId);
  if (role === 'installer' && !everHeldBy(events, row.openerId).has(id))
    throw new ProblemError('not-allowed', { detail: jobWords('never-in-your-hands') });
}

/** Whether a person may say what happens on a job. */
export const isInHands = (
  { openerId }: { openerId: number },
  events: readonly JobEvent[],
  person: Person,
): boolean => person.role !== 'installer' || inHandsOf(events, openerId) === person.id;

/** Takes in what was kept aside, or leaves it out. */
export async function decideAside(db: Db, id: number, ids: readonly string[], take: boolean): Promise<void> {
  if (!(await lockJob(db, id))) throw notFound('That job');
  if ((await settleAside(db, id, ids, take ? 'handed in' : 'left out')) !== new Set(ids).size)
    throw new ProblemError('stale', { detail: jobWords('decided-meanwhile') });
  if (take) await refold(db, id);
}

/** Adds what happened to a job, closed or not; what is kept already stays as it was. */
export async function addEvents(
  db: Db,
  id: number,
  events: readonly JobEventDraft[],
  person: Person,
  leftAt?: string,
): Promise<number> {
  guardKinds(events, person);
  if (!(await lockJob(db, id))) throw notFound('That job');
  const elsewhere = (await keptEvents(db, events.map((event) => event.id))).find(({ jobId }) => jobId !== id); // prettier-ignore
  if (elsewhere) throw new ProblemError('conflict', { detail: jobWords('of-another-job') });
  const known = await undoables(db, id);
  const fresh = events.filter((event) => !known.has(event.id));
  if (fresh.some(({ kind }) => kind === 'opened'))
    throw new ProblemError('conflict', { detail: jobWords('open-already') });
  const about = guardUndoing(fresh, known, person);
  const standingOf = await standingsOf(db, (await jobRow(db, id))!, person, leftAt, about);
  await checkNamed(db, fresh, person);
  if ((await insertEvents(db, id, events, Date.now(), standingOf)) > 0) await refold(db, id);
  return id;
}

/** Folds jobs whose row is older than their events, each in the name of whoever opened it. */
export async function foldOutdated(
  db: Db,
  asOpener: (personId: number, work: (tx: Db) => Promise<void>) => Promise<void>,
): Promise<void> {
  for (const { id, by } of await unfolded(db)) await asOpener(by, (tx) => refold(tx, id));
}
