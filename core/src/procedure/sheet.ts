import { concerns, type Condition, type ConditionContext } from '../application/index.ts';
import { fillPlan, type FillPlan } from '../coolant/index.ts';
import {
  USUAL_PRACTICE,
  effortRank,
  workKey,
  type Practice,
  type Work,
  type WorkCode,
} from '../practice/index.ts';
import { cautionsFor, cautionText, type Caution, type CautionContext } from './cautions.ts';
import { swapHazards } from './proofread.ts';
import type { Fastener, Mount, Phase, ProcedureDocument, Step } from './types.ts';

export interface SheetStep extends Step {
  /** Counted through the whole sheet. */
  number: number;
  cautionTexts: string[];
  /** Work that this part asks for in this vehicle, beside the procedure. */
  work?: Work;
  /** The torque of each fastener it takes out or puts back, where a record gives one. */
  torques: { tray: string; torqueNm: number; source: string }[];
}

export interface SheetFastener extends Fastener {
  /** What it is easily mixed up with; empty where nothing. */
  warning: string;
}

export interface Sheet {
  /** Notes of the procedure that concern this vehicle and this part. */
  notes: string[];
  cautions: Caution[];
  tools: string[];
  consumables: string[];
  hardware: SheetFastener[];
  /** In written order; a phase that is written in two places stands in two places. */
  sections: { phase: Phase; minutes: number; waitingMinutes: number; steps: SheetStep[] }[];
  workMinutes: number;
  waitingMinutes: number;
  connectors: string[];
  coolant: FillPlan | undefined;
}

export interface SheetInput {
  procedure: ProcedureDocument;
  vehicle: CautionContext;
  /** What conditions are held against; without it everything is on the sheet. */
  context?: ConditionContext;
  /** From the plan: work that this part needs in this vehicle beside the procedure. */
  work: readonly Work[];
  /** The shop's, for how strong a mix may be. */
  practice?: Practice;
  coolant:
    { capacityL: number; drainYieldL: number | undefined; mix: number; insideChangeL: number } | undefined;
}

const DRILLING_FROM = effortRank({ effort: 'modify' });
const drills = (work: Work): boolean => effortRank(work) >= DRILLING_FROM;

/** Work on the new part, done on the bench; all other is done once the old part is out of the way. */
const ON_THE_BENCH: ReadonlySet<WorkCode> = new Set<WorkCode>([
  'slot-feet', 'slot-motor-holes', 'blind-cap', 'own-cap', 'cap-of-neck', 'coupler-adapters', 'fill-under-feet', 'move-spring',
  'housing-seal', 'set-controller', 'cools-less',
]); // prettier-ignore

/** Work that opens the cooling system. */
const OPENING: ReadonlySet<WorkCode> = new Set<WorkCode>([
  'stepped-hose', 'formed-hose', 'hose-reducer', 'trim-hose', 'hose-adapter', 'sensor-adapter', 'tee-vent', 'coupler-adapters', 'sensor-bush', 'plug-port', 'housing-seal',
]); // prettier-ignore
/** Whether work, or a probe that is screwed in, opens the cooling system. */
export const opensSystem = (work: readonly Work[], mounts: readonly Pick<Mount, 'code'>[]): boolean =>
  work.some(({ code }) => OPENING.has(code)) || mounts.some(({ code }) => code === 'kit-probe');
/** What the steps of a document mount. */
export const mountsOf = (steps: readonly Pick<Step, 'mount'>[]): Mount[] =>
  steps.flatMap(({ mount }) => mount ?? []);

/** A wait of this long before a hot system is opened is the cool-down, not a drain; min. */
const COOLING_FROM = 30;
/** Whether a step is the cool-down before anything hot is opened: it ends with what is measured or felt. */
export const isCoolDown = (step: Pick<Step, 'waiting' | 'cautions' | 'phase' | 'minutes'>): boolean =>
  step.waiting &&
  step.minutes >= COOLING_FROM &&
  step.cautions.includes('hot-coolant') &&
  (step.phase === 'prepare' || step.phase === 'remove');

/** Work on wires. */
const WIRING: ReadonlySet<WorkCode> = new Set<WorkCode>([
  're-terminate', 'plug-adapter', 'rewire-drive', 'change-fuse', 'fit-controller-kit', 'ac-request', 'probe-in-fins', 'mind-the-switch', 'wire-relay-socket',
]); // prettier-ignore

/** Natural order, so that "8 mm socket" stands before "10 mm socket". */
function bySize(a: string, b: string): number {
  const [x, y] = [a, b].map((text) => Number(/^\d+(?:\.\d+)?/.exec(text)?.[0] ?? Infinity)) as [
    number,
    number,
  ];
  return x === y ? (a < b ? -1 : a > b ? 1 : 0) : x - y;
}

const unique = (items: readonly string[]): string[] => [...new Set(items.filter((item) => item !== ''))];

/** A piece of work as a step of the sheet, said by `words` (`stepText`); its identity is what it is, so that a tick on it holds through every edit. */
const stepOf = (work: Work): Step & { work: Work } => ({
  id: `work ${workKey(work)}`,
  after: '',
  when: null,
  phase: ON_THE_BENCH.has(work.code) ? 'prepare' : 'install',
  text: '',
  detail: '',
  tools: [],
  consumables: [...work.materials],
  minutes: work.minutes,
  waiting: false,
  cautions: drills(work) ? ['drilling'] : [],
  cautionsWhen: {},
  uses: [],
  connector: '',
  connectorWhen: null,
  work,
});

/** Steps in written order, those that name a step they come after moved right behind it. */
export function inOrder(steps: readonly Step[]): Step[] {
  const ids = new Set(steps.map(({ id }) => id).filter(Boolean));
  const free = steps.filter(({ after }) => after === '' || !ids.has(after));
  const bound = steps.filter((step) => !free.includes(step));
  const placed: Step[] = [];
  const place = (step: Step): void => {
    if (placed.includes(step)) return;
    placed.push(step);
    if (step.id !== '') bound.filter(({ after }) => after === step.id).forEach(place);
  };
  free.forEach(place);
  // Steps that name each other in a ring keep their written place at the end.
  bound.forEach(place);
  return placed;
}

/** Puts an install sheet together: what to lay out, what to do in order, what to look out for. */
export function assembleSheet({
  procedure,
  vehicle,
  context,
  work,
  coolant,
  practice = USUAL_PRACTICE,
}: SheetInput): Sheet {
  const isHere = (when: Condition | null): boolean => !context || concerns(when, context);
  const here = ({ when }: { when: Condition | null }): boolean => isHere(when);
  const own = {
    ...procedure,
    fasteners: procedure.fasteners.filter(here),
    steps: inOrder(procedure.steps)
      .filter(here)
      .map((step) => ({
        ...step,
        cautions: step.cautions.filter((code) => isHere(step.cautionsWhen[code] ?? null)),
        connector: isHere(step.connectorWhen) ? step.connector : '',
      })),
  };
  const hazards = swapHazards(own);
  const named = [
    ...own.steps.flatMap((step) => step.cautions),
    ...(hazards.length > 0 ? ['thread-swap'] : []),
    ...(work.some(drills) ? ['drilling'] : []),
  ];
  const covered = new Set(own.steps.flatMap(({ mount }) => mount?.covers ?? []));
  const extra = work.filter(({ code }) => !covered.has(code)).map((each) => stepOf(each));
  const bench = extra.filter((step) => step.phase === 'prepare');
  const mounted = own.steps.findLastIndex(({ mount, phase }) => mount !== undefined && phase === 'install');
  // Wires are joined once what they lead to is in its place.
  const wired =
    mounted < 0 ? [] : extra.filter(({ phase, work: each }) => phase === 'install' && WIRING.has(each.code));
  const later = extra.filter((step) => step.phase === 'install' && !wired.includes(step));
  const firstNot = own.steps.findIndex((step) => step.phase !== 'prepare');
  const afterPrepare = firstNot < 0 ? own.steps.length : firstNot;
  const firstInstall = own.steps.findIndex((step) => step.phase === 'install');
  const beforeInstall = Math.max(afterPrepare, firstInstall < 0 ? own.steps.length : firstInstall);
  const steps: (Step & { work?: Work })[] = [
    ...own.steps.slice(0, afterPrepare),
    ...bench,
    ...own.steps.slice(afterPrepare, beforeInstall),
    ...later,
    ...own.steps.slice(beforeInstall, Math.max(beforeInstall, mounted + 1)),
    ...wired,
    ...own.steps.slice(Math.max(beforeInstall, mounted + 1)),
  ];
  const sections: Sheet['sections'] = [];
  let number = 0;
  for (const step of steps) {
    if (sections.at(-1)?.phase !== step.phase)
      sections.push({ phase: step.phase, minutes: 0, waitingMinutes: 0, steps: [] });
    const section = sections.at(-1)!;
    section.steps.push({
      ...step,
      number: (number += 1),
      cautionTexts: step.cautions.map(cautionText).filter(Boolean),
      torques:
        step.phase === 'install' || step.phase === 'fill'
          ? (step.tightens ?? step.uses.map(({ tray }) => tray)).flatMap((tray) =>
              own.fasteners
                .filter((each) => each.tray === tray && each.torqueNm !== null)
                .map((each) => ({ tray, torqueNm: each.torqueNm!, source: each.torqueSource })),
            )
          : [],
    });
    if (step.waiting) section.waitingMinutes += step.minutes;
    else section.minutes += step.minutes;
  }
  return {
    notes: procedure.notes.filter(here).map(({ text }) => text),
    cautions: cautionsFor(vehicle, named),
    tools: unique([
      ...own.fasteners.map((fastener) => fastener.tool),
      ...steps.flatMap((step) => step.tools),
    ]).sort(bySize),
    consumables: unique(steps.flatMap((step) => step.consumables)),
    hardware: own.fasteners.map((fastener) => ({
      ...fastener,
      warning: hazards
        .filter((hazard) => hazard.tray === fastener.tray)
        .map(({ sort, byMm, other }) =>
          sort === 'clip'
            ? `for a hole ${byMm} mm larger than ${other}: keep apart`
            : `${byMm} mm longer than ${other}, same thread: keep apart`,
        )
        .join('; '),
    })),
    sections,
    workMinutes: sections.reduce((sum, section) => sum + section.minutes, 0),
    waitingMinutes: sections.reduce((sum, section) => sum + section.waitingMinutes, 0),
    connectors: unique(steps.map((step) => step.connector)),
    coolant:
      coolant &&
      fillPlan(coolant.capacityL, coolant.drainYieldL, coolant.mix, coolant.insideChangeL, practice),
  };
}
