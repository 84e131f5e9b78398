import { isCoolDown, type Sheet } from '../procedure/index.ts';
import type { AccessMap, Lift } from './types.ts';

export interface LayOut {
  /** Kept apart: one that nearly fits ruins the head. */
  metric: string[];
  inch: string[];
  other: string[];
  consumables: string[];
  people: number;
  lift: Lift;
  /** Fasteners to have new: never used again, or apt to break; how many of how many, and why. */
  haveReady: { tray: string; name: string; thread: string; count: number; of: number; why: string }[];
  /** What is tagged before it comes apart: plugs by code, hoses and lines by name. */
  tag: string[];
}

/** How often fasteners of a place were missing or broken on jobs before. */
export interface PastCount {
  tray: string;
  jobs: number;
  missing: number;
  broken: number;
}

const isInch = (tool: string): boolean => /\d\s*in\b|\d"/.test(tool);
const isMetric = (tool: string): boolean => /\d\s*mm\b/.test(tool);

/** Everything that lies there before a bolt is turned, for one way in. */
export function layOut(
  map: AccessMap,
  codes: readonly string[],
  sheet: Pick<Sheet, 'tools' | 'consumables' | 'hardware' | 'connectors'>,
  cost: { people: number; lift: Lift },
  past: readonly PastCount[] = [],
): LayOut {
  const operations = map.operations.filter(({ code }) => codes.includes(code));
  const named = (facts: AccessMap['operations'][number]['gives']): string[] =>
    facts.map(({ thing }) => map.things.find(({ code }) => code === thing)?.name ?? thing);
  return {
    metric: sheet.tools.filter((tool) => isMetric(tool) && !isInch(tool)),
    inch: sheet.tools.filter(isInch),
    other: sheet.tools.filter((tool) => !isMetric(tool) && !isInch(tool)),
    consumables: sheet.consumables,
    ...cost,
    haveReady: sheet.hardware.flatMap(({ tray, name, thread, policy, expected }) => {
      const uses = operations.flatMap((each) => each.uses.filter((use) => use.tray === tray).map((use) => ({ count: use.count, breaks: each.breaks })));
      const of = Math.max(expected, uses.reduce((sum, { count }) => sum + count, 0));
      const lost = past.find((each) => each.tray === tray);
      const gone = lost ? (lost.missing + lost.broken) / lost.jobs : 0;
      const risk = uses.reduce((sum, { count, breaks }) => sum + count * breaks, 0);
      const once = policy === 'one-time';
      const count = once ? of : Math.min(of, Math.ceil(Math.max(risk, gone)));
      if (count === 0) return [];
      const why = [
        once && 'never used again',
        risk > 0 && `${Math.round(risk)} of ${of} usually break`,
        lost && lost.missing + lost.broken > 0 && `${lost.missing} missing and ${lost.broken} broken on ${lost.jobs === 1 ? 'one job' : `${lost.jobs} jobs`} before`,
      ];
      return [{ tray, name, thread, count, of, why: why.filter(Boolean).join('; ') }];
    }),
    tag: [
      ...sheet.connectors,
      ...new Set(operations.flatMap(({ gives }) => named(gives)).filter((name) => /hose|line/i.test(name))),
    ],
  };
} // prettier-ignore

/** A stretch of the work, min from its beginning. */
export interface Stretch {
  label: string;
  from: number;
  to: number;
  /** Waiting needs no hands. */
  waiting: boolean;
}

const STRETCH_WORDS = {
  prepare: 'Lay out, bench tests',
  remove: 'Take out',
  install: 'Put in',
  fill: 'Fill and bleed',
  prove: 'Prove',
} as const;

/** Work and waiting one after the other; what is laid out and tested on the bench is done while the engine cools. */
export function timelineOf(sections: Sheet['sections']): Stretch[] {
  const steps = sections.flatMap(({ phase, steps: own }) => own.map((step) => ({ ...step, phase })));
  const sum = (of: typeof steps): number => of.reduce((total, { minutes }) => total + minutes, 0);
  const before = sum(steps.filter((step) => step.phase === 'prepare' && !isCoolDown(step)));
  const cooling = sum(steps.filter(isCoolDown));
  const stretches: Stretch[] = [];
  if (before > 0) stretches.push({ label: STRETCH_WORDS.prepare, from: 0, to: before, waiting: false });
  if (cooling > 0) stretches.push({ label: 'Engine cools', from: 0, to: cooling, waiting: true });
  let at = Math.max(before, cooling);
  for (const step of steps) {
    const { phase, minutes, waiting, text } = step;
    if (minutes === 0 || phase === 'prepare' || (phase === 'remove' && isCoolDown(step))) continue;
    const label = waiting ? text : STRETCH_WORDS[phase];
    const last = stretches.at(-1);
    if (last?.label === label && last.to === at) last.to += minutes;
    else stretches.push({ label, from: at, to: at + minutes, waiting });
    at += minutes;
  }
  return stretches;
}
