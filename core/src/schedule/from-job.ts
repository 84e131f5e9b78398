import { costOf, type AccessMap } from '../access/index.ts';
import { SCHOOL_LINES } from '../coolant/index.ts';
import {
  nextFollowUp,
  waitsFor,
  type JobStage,
  type JobState,
  type Waiting,
  type WaitsFor,
} from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import {
  PHASES,
  mountsOf,
  opensSystem,
  type Phase,
  type ProcedureDocument,
  type Step,
} from '../procedure/index.ts';
import type { TaskKind } from './types.ts';

/** A piece of a job, as a shop has to find room for it. */
export interface JobTask {
  label: string;
  kind: TaskKind;
  minutes: number;
  /** How many pairs of hands it needs. */
  hands: 0 | 1 | 2;
  /** Whether it is done in the bay. */
  bay: boolean;
  /** What it takes of what a shop may have one of, in small letters. */
  tools: string[];
  whole: boolean;
}

export interface JobWork {
  tasks: JobTask[];
  /** Number of tasks after which the vehicle is ready. */
  readyAfter: number;
  /** Whether a promise still hangs on it; not once only the look of the next day is left. */
  promisable: boolean;
  /** Hands were on it: it goes on first. */
  begun: boolean;
  /** It is apart, and stands where it stands. */
  apart: boolean;
  lift: boolean;
  /** What was taken as usual, since nobody knows better; empty where nothing was. */
  usual: string;
}
/** Why a job cannot be planned: what it waits for, and more of it. */
export type Workable = { ok: true; work: JobWork } | { ok: false; waits: WaitsFor; more?: WaitsMore };
export type WaitsMore = NonNullable<Waiting['more']> | { left: 'nothing' | 'to-close' };

/** The steps that a job is done by, and of a way in the operations behind them. */
export interface WayToWork {
  document: Pick<ProcedureDocument, 'steps'>;
  /** Null for a procedure that somebody wrote. */
  way: { map: AccessMap; operations: readonly string[] } | null;
}

const PHASE_TASKS: Readonly<Record<Phase, string>> = {
  prepare: 'Lay out, bench tests',
  remove: 'Take out',
  install: 'Put in',
  fill: 'Fill and bleed',
  prove: 'Prove',
};
const COOLS = 'Engine cools';
const FILLER = 'vacuum filler';
/** A wait of this caution before anything is opened is the cool-down: it stands wherever there is room. */
const HOT = 'hot-coolant';

/** Waits that a date may end: with one, the job is planned from then on. */
const UNTIL_THERE: ReadonlySet<WaitsFor> = new Set(['a part to be chosen', 'another part', 'a part to be ordered', 'a part to arrive']); // prettier-ignore
const AT_WORK: ReadonlySet<JobStage> = new Set(['remove', 'install', 'fill', 'prove']);
const APART: ReadonlySet<JobStage> = new Set(['remove', 'install', 'fill']);

const waitingOf = ({ for: waits, more }: Waiting): { waits: WaitsFor; more?: WaitsMore } => ({
  waits,
  ...(more ? { more } : {}),
});

/**
 * What is left to do of a job, in the order of the work. Steps that are done are left out; where nobody chose a way the
 * trade's usual minutes stand in for it, and that is said.
 *
 * @param single tools of which the shop has one, in small letters; of others there are enough
 * @param there whether it is known when vehicle and parts are there
 */
export function workOfJob(
  state: JobState,
  way: WayToWork | undefined,
  there: boolean,
  single: ReadonlySet<string>,
  practice: Practice = USUAL_PRACTICE,
): Workable {
  const waiting = waitsFor(state);
  if (!waiting) return { ok: false, waits: 'the library', more: { left: 'nothing' } };
  if (waiting.for === 'the vehicle' || (UNTIL_THERE.has(waiting.for) && !there))
    return { ok: false, ...waitingOf(waiting) };
  const look: JobTask = { label: 'Look again cold, top up', kind: 'work', minutes: practice.lookTakes, hands: 1, bay: false, tools: [], whole: true };
  const again = nextFollowUp(state);
  if (state.closed) {
    if (waiting.for !== 'a look the next day') return { ok: false, ...waitingOf(waiting) };
    return { ok: true, work: { tasks: [look], readyAfter: 1, promisable: false, begun: false, apart: false, lift: false, usual: '' } };
  }
  const begun = AT_WORK.has(state.stage);
  const tasks = way ? fromSteps(state, way, single) : fromUsual(state, single, practice);
  const drained = again !== undefined || (way?.way ? costOf(way.way.map, way.way.operations).coolantL > 0 || opensSystem([], mountsOf(way.document.steps)) : true);
  const cooling: JobTask = { label: 'Cools down over night', kind: 'waiting', minutes: practice.coldAgain, hands: 0, bay: false, tools: [], whole: false };
  const after = drained ? [...(again && tasks.length === 0 ? [] : [cooling]), look] : [];
  const all = [...tasks, ...after];
  if (all.length === 0) return { ok: false, waits: waiting.for, more: { left: 'to-close' } };
  return {
    ok: true,
    work: {
      tasks: all,
      readyAfter: tasks.length > 0 ? tasks.length : all.length,
      promisable: tasks.length > 0,
      begun: begun && tasks.length > 0,
      apart: APART.has(state.stage) && tasks.some((task) => task.bay),
      lift: way?.way ? costOf(way.way.map, way.way.operations).lift === 'lift' : false,
      usual: way ? '' : state.stage === 'diagnose' ? 'the fault is not known yet: usual minutes' : 'no way in is chosen: usual minutes',
    },
  };
} // prettier-ignore

function fromSteps(state: JobState, { document, way }: WayToWork, single: ReadonlySet<string>): JobTask[] {
  const named = (tools: readonly string[]): string[] => [...new Set(tools.map((tool) => tool.toLowerCase()))].filter((tool) => single.has(tool)).sort();
  const at = PHASES.indexOf(state.stage as Phase);
  const left = document.steps.filter(
    ({ id, phase }) => PHASES.indexOf(phase) >= at && !state.steps[id]?.done && !state.skipped[id],
  );
  const alone = new Map(way?.map.operations.map(({ code, people }) => [code, people]));
  const tasks: JobTask[] = [];
  const add = (task: JobTask): void => {
    const last = tasks.at(-1);
    if (last && last.label === task.label && last.kind === task.kind && last.hands === task.hands && last.bay === task.bay && last.tools.join() === task.tools.join())
      last.minutes += task.minutes;
    else if (task.minutes > 0) tasks.push({ ...task });
  };
  // Laying out is done while the engine cools.
  const before = left.filter(({ phase, waiting }) => phase === 'prepare' && !waiting);
  const cools = left.filter((step) => step.waiting && step.cautions.includes(HOT) && (step.phase === 'prepare' || step.phase === 'remove'));
  const sum = (steps: readonly Step[]): number => steps.reduce((total, { minutes }) => total + minutes, 0);
  for (const step of before) add({ label: PHASE_TASKS.prepare, kind: 'work', minutes: step.minutes, hands: 1, bay: false, tools: named(step.tools), whole: false });
  add({ label: COOLS, kind: 'waiting', minutes: Math.max(0, sum(cools) - sum(before)), hands: 0, bay: false, tools: [], whole: false });
  for (const step of left) {
    if (before.includes(step) || cools.includes(step)) continue;
    const runs = step.phase === 'fill' || step.phase === 'prove';
    const fills = step.phase === 'fill' && state.filling?.school === 'vacuum' && !step.waiting;
    const people = step.phase === 'remove' || step.phase === 'install' ? (alone.get(step.id.replace(/^(out|back) /, '')) ?? 1) : 1;
    add({
      // An engine that runs is not left alone; what drains or cools needs nobody.
      label: step.waiting ? step.text : PHASE_TASKS[step.phase],
      kind: step.waiting ? (runs ? 'watched' : 'waiting') : 'work',
      minutes: step.minutes,
      hands: step.waiting ? 0 : people > 1 ? 2 : 1,
      bay: true,
      tools: named([...step.tools, ...(fills ? [FILLER] : [])]),
      whole: runs,
    });
  }
  return tasks.map((task) => ({ ...task, minutes: Math.max(1, Math.round(task.minutes)) }));
} // prettier-ignore

function fromUsual(state: JobState, single: ReadonlySet<string>, practice: Practice): JobTask[] {
  const at = PHASES.indexOf(state.stage as Phase);
  const school = SCHOOL_LINES[state.filling?.school ?? 'radiator first'];
  const task = (phase: Phase, minutes: number, more: Partial<JobTask> = {}): [Phase, JobTask] =>
    [phase, { label: PHASE_TASKS[phase], kind: 'work', minutes: Math.round(minutes), hands: 1, bay: true, tools: [], whole: false, ...more }];
  const usual = [
    ...(state.stage === 'diagnose' ? [task('prepare', practice.usualCheck, { label: 'Find the fault' })] : []),
    task('remove', practice.usualOut),
    task('install', practice.usualIn),
    task('fill', school.minutes, { whole: true, tools: state.filling?.school === 'vacuum' && single.has(FILLER) ? [FILLER] : [] }),
    task('prove', practice.usualProve, { kind: 'watched', hands: 0, label: 'Engine runs, bled and proven' }),
  ];
  return usual.flatMap(([phase, own]) => (PHASES.indexOf(phase) >= at ? [own] : []));
} // prettier-ignore
