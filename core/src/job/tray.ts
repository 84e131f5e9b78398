import { swapHazards, type Fastener, type TrayHazard } from '../procedure/index.ts';
import type { JobState } from './state.ts';

/** One place of the tray: what came out into it and what has left it. */
export interface TrayPlace {
  tray: string;
  fastener: Fastener;
  /** As found, over all steps. */
  there: number;
  missing: number;
  broken: number;
  wrong: number;
  back: number;
  /** New ones that went into it. */
  replaced: number;
  /** Those of things that stay off: they do not go back. */
  staysOut: number;
  /** Still in the dish. */
  left: number;
  /** Of what the vehicle should have, what is still to be had: missing, broken and wrong ones that were not replaced, and those that are never used again. */
  toBuy: number;
  /** Places that are easily mixed up with it, and why. */
  hazards: (Pick<TrayHazard, 'sort' | 'tray' | 'byMm' | 'thread'> & {
    /** This place has the longer screw, or the clip for the larger hole. */
    longer: boolean;
  })[];
  /** Steps at which two devices counted differently, with what each said. */
  contradictions: {
    step: string;
    what: 'out' | 'back';
    said: { by: string; event: string; count: string }[];
  }[];
}

export interface Tray {
  places: TrayPlace[];
  /** Nothing is left in the dish, and nothing contradicts itself. */
  isEmpty: boolean;
}

/** A count as it is said. */
export const outText = (count: { there: number; missing: number; broken: number; wrong: number }): string =>
  [
    `${count.there} there`,
    count.missing > 0 && `${count.missing} missing`,
    count.broken > 0 && `${count.broken} broken`,
    count.wrong > 0 && `${count.wrong} not the right one`,
  ]
    .filter(Boolean)
    .join(', ');

const NONE: ReadonlySet<string> = new Set();
const differ = (texts: readonly string[]): boolean => new Set(texts).size > 1;

/**
 * The tray of a job: every fastener out and back. Where two devices counted the same place at the same step without
 * seeing each other, both are kept and said; until somebody decides, the count that came last stands in.
 *
 * @param fasteners of the sheet
 * @param staysOff steps at which things came off for good: their fasteners are expected nowhere
 */
export function trayOf(
  fasteners: readonly Fastener[],
  state: Pick<JobState, 'tray' | 'replaced'>,
  staysOff: ReadonlySet<string> = NONE,
): Tray {
  const hazards = swapHazards({ fasteners: [...fasteners] });
  const places = fasteners.map((fastener): TrayPlace => {
    const { tray } = fastener;
    const own = Object.entries(state.tray).filter(([key]) => key.startsWith(`${tray} `));
    const sum = { there: 0, missing: 0, broken: 0, wrong: 0, back: 0, staysOut: 0 };
    const contradictions: TrayPlace['contradictions'] = [];
    for (const [key, { out, back }] of own) {
      const step = key.slice(2);
      const [lastOut, lastBack] = [out.at(-1), back.at(-1)];
      if (staysOff.has(step)) sum.staysOut += lastOut?.there ?? 0;
      else for (const what of ['there', 'missing', 'broken', 'wrong'] as const) sum[what] += lastOut?.[what] ?? 0;
      sum.back += lastBack?.count ?? 0;
      if (differ(out.map(outText)))
        contradictions.push({ step, what: 'out', said: out.map((each) => ({ by: each.by, event: each.event, count: outText(each) })) });
      if (differ(back.map(({ count }) => String(count))))
        contradictions.push({ step, what: 'back', said: back.map((each) => ({ by: each.by, event: each.event, count: `${each.count} back` })) });
    }
    const replaced = state.replaced.filter((each) => each.tray === tray).reduce((total, { count }) => total + count, 0);
    // What was gone is made good first; then new ones take the place of the wrong ones and of those never used again.
    const gone = sum.missing + sum.broken;
    const toChange = sum.wrong + (fastener.policy === 'reuse' ? 0 : Math.max(0, sum.there - sum.wrong));
    const thrownAway = Math.min(toChange, Math.max(0, replaced - gone));
    return {
      tray,
      fastener,
      ...sum,
      replaced,
      left: sum.there + replaced - thrownAway - sum.back,
      toBuy: Math.max(0, gone + toChange - replaced),
      hazards: hazards.flatMap((each): TrayPlace['hazards'] =>
        each.tray === tray || each.other === tray
          ? [{ sort: each.sort, tray: each.tray === tray ? each.other : each.tray, byMm: each.byMm, thread: each.thread, longer: each.tray === tray }]
          : [],
      ),
      contradictions,
    };
  });
  return {
    places,
    isEmpty: places.every(({ left, contradictions }) => left === 0 && contradictions.length === 0),
  };
} // prettier-ignore

/** How many are left in the dish, places that two devices counted differently among them: 0 for an empty one. */
export const leftInTray = ({ places }: Tray): number =>
  places.reduce((sum, { left, contradictions }) => sum + Math.max(0, left) + contradictions.length, 0);
