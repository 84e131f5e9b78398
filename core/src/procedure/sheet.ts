import { fillPlan, type FillPlan } from '../coolant/index.ts';
import type { Change } from '../fit/index.ts';
import { cautionsFor, cautionText, type Caution, type CautionContext } from './cautions.ts';
import { swapHazards } from './proofread.ts';
import { PHASES, type Fastener, type Phase, type ProcedureDocument, type Step } from './types.ts';

export interface SheetStep extends Step {
  /** Counted through the whole sheet. */
  number: number;
  cautionTexts: string[];
}

export interface Sheet {
  cautions: Caution[];
  tools: string[];
  consumables: string[];
  hardware: (Fastener & { warning: string })[];
  sections: { phase: Phase; minutes: number; waitingMinutes: number; steps: SheetStep[] }[];
  workMinutes: number;
  waitingMinutes: number;
  connectors: string[];
  coolant: FillPlan | undefined;
}

export interface SheetInput {
  procedure: ProcedureDocument;
  vehicle: CautionContext;
  /** From the verdict: work that this part needs in this vehicle beside the procedure. */
  changes: readonly Change[];
  coolant:
    { capacityL: number; drainYieldL: number | undefined; mix: number; insideChangeL: number } | undefined;
}

const DRILLING = new Set<Change['effort']>(['modify', 'fabricate']);

/** Natural order, so that "8 mm socket" stands before "10 mm socket". */
function bySize(a: string, b: string): number {
  const [x, y] = [a, b].map((text) => Number(/^\d+(?:\.\d+)?/.exec(text)?.[0] ?? Infinity)) as [
    number,
    number,
  ];
  return x === y ? (a < b ? -1 : a > b ? 1 : 0) : x - y;
}

const unique = (items: readonly string[]): string[] => [...new Set(items.filter((item) => item !== ''))];

/** Puts an install sheet together: what to lay out, what to do in order, what to look out for. */
export function assembleSheet({ procedure, vehicle, changes, coolant }: SheetInput): Sheet {
  const hazards = swapHazards(procedure);
  const named = [
    ...procedure.steps.flatMap((step) => step.cautions),
    ...(hazards.length > 0 ? ['thread-swap'] : []),
    ...(changes.some((change) => DRILLING.has(change.effort)) ? ['drilling'] : []),
  ];
  const extra: Step[] = changes.map((change) => ({
    phase: 'prepare',
    text: change.what,
    detail: `Needed for this part in this vehicle (${change.effort}).`,
    tools: [],
    consumables: [],
    minutes: change.minutes,
    waiting: false,
    cautions: DRILLING.has(change.effort) ? ['drilling'] : [],
    uses: [],
    connector: '',
  }));
  const steps = [
    ...procedure.steps.filter((step) => step.phase === 'prepare'),
    ...extra,
    ...procedure.steps.filter((step) => step.phase !== 'prepare'),
  ];
  let number = 0;
  const sections = PHASES.map((phase) => {
    const own = steps
      .filter((step) => step.phase === phase)
      .map((step) => ({
        ...step,
        number: (number += 1),
        cautionTexts: step.cautions.map(cautionText).filter(Boolean),
      }));
    const minutes = (waiting: boolean) =>
      own.filter((step) => step.waiting === waiting).reduce((sum, step) => sum + step.minutes, 0);
    return { phase, minutes: minutes(false), waitingMinutes: minutes(true), steps: own };
  }).filter((section) => section.steps.length > 0);
  return {
    cautions: cautionsFor(vehicle, named),
    tools: unique([
      ...procedure.fasteners.map((fastener) => fastener.tool),
      ...steps.flatMap((step) => step.tools),
    ]).sort(bySize),
    consumables: unique(steps.flatMap((step) => step.consumables)),
    hardware: procedure.fasteners.map((fastener) => ({
      ...fastener,
      warning: hazards
        .filter((hazard) => hazard.tray === fastener.tray)
        .map((hazard) => `${hazard.byMm} mm longer than ${hazard.other}, same thread: keep apart`)
        .join('; '),
    })),
    sections,
    workMinutes: sections.reduce((sum, section) => sum + section.minutes, 0),
    waitingMinutes: sections.reduce((sum, section) => sum + section.waitingMinutes, 0),
    connectors: unique(steps.map((step) => step.connector)),
    coolant: coolant && fillPlan(coolant.capacityL, coolant.drainYieldL, coolant.mix, coolant.insideChangeL),
  };
}
