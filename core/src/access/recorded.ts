import { median } from './median.ts';
import type { Fastener } from '../procedure/index.ts';
import type { PartKind } from '../figures/index.ts';
import type { AccessMap, Operation, Place } from './types.ts';

/** A thing that came off on a job, and when it went back; minutes are null where nobody measured them. */
export interface RecordedOff {
  thing: string;
  name: string;
  partKind: PartKind | null;
  place: Place;
  tool: string;
  fasteners: readonly { tray: string; name: string; count: number }[];
  plug: string;
  broken: number;
  coolantL: number | null;
  minutes: number | null;
  note: string;
  back: { minutes: number | null; renewed: string } | null;
}
/** What came off on one job, in the order it was done. */
export type Recording = readonly RecordedOff[];

/** The sentences of a map made of recordings. */
export interface RecordedSaid {
  title: string;
  /** What the map rests on. */
  note: string;
  off(name: string): string;
  back(name: string): string;
  /** The order was never tried the other way. */
  assumed(names: readonly string[]): string;
  plug(words: string): string;
  unmeasured: string;
}

/** Things before which another came off in every recording that has both: the order nobody has tried the other way. */
export function assumedBefore(recordings: readonly Recording[]): Map<string, Set<string>> {
  const together = new Map<string, { before: number; both: number }>();
  for (const recording of recordings) {
    const codes = [...new Set(recording.map(({ thing }) => thing))];
    codes.forEach((earlier, at) =>
      codes.slice(at + 1).forEach((later) => {
        for (const [a, b, counts] of [[earlier, later, 1], [later, earlier, 0]] as const) {
          const pair = together.get(`${a} ${b}`) ?? { before: 0, both: 0 };
          together.set(`${a} ${b}`, { before: pair.before + counts, both: pair.both + 1 });
        }
      }),
    );
  }
  const after = new Map<string, Set<string>>();
  for (const [pair, { before, both }] of together) {
    const [a, b] = pair.split(' ') as [string, string];
    if (before === both) after.set(b, (after.get(b) ?? new Set()).add(a));
  }
  return withoutRings(after);
} // prettier-ignore

/** Recordings that share only some things can contradict each other in a circle: what would close one is left out. */
function withoutRings(after: ReadonlyMap<string, ReadonlySet<string>>): Map<string, Set<string>> {
  const kept = new Map<string, Set<string>>();
  const leadsTo = (from: string, to: string, seen = new Set<string>()): boolean =>
    from === to ||
    [...(kept.get(from) ?? [])].some((next) => !seen.has(next) && leadsTo(next, to, seen.add(next)));
  for (const [later, earlier] of after)
    for (const one of earlier)
      if (!leadsTo(one, later)) kept.set(later, (kept.get(later) ?? new Set()).add(one));
  return kept;
}

/** Of what must come first, only the last: what that one waits for itself need not be said again. */
function nearest(thing: string, after: ReadonlyMap<string, ReadonlySet<string>>): string[] {
  const earlier = [...(after.get(thing) ?? [])];
  return earlier.filter((one) => !earlier.some((other) => after.get(other)?.has(one)));
}

/** The operation that a thing's removal becomes. */
export const recordedCode = (thing: string): string => `${thing}-off`;

/**
 * A draft of an access map from what came off on jobs in one bay. Two things are free of each other as soon as one recording
 * has them the other way round; any other order is assumed, and the operation says so, until a person confirms it.
 *
 * @param recordings the newest last: names, tools and fasteners are the newest's
 */
export function mapOfRecordings(recordings: readonly Recording[], said: RecordedSaid): AccessMap {
  const all = new Map<string, RecordedOff[]>();
  for (const recording of recordings)
    for (const move of recording) all.set(move.thing, [...(all.get(move.thing) ?? []), move]);
  const after = assumedBefore(recordings);
  const nameOf = (thing: string): string => all.get(thing)!.at(-1)!.name;
  const fasteners: Fastener[] = [];
  const operations = [...all].map(([thing, moves]) => {
    const newest = moves.at(-1)!;
    const uses = newest.fasteners.map(({ name, count }) => ({ tray: trayFor(fasteners, name, count, newest.tool), count })); // prettier-ignore
    const earlier = nearest(thing, after);
    return operationOf(thing, moves, uses, earlier, earlier.map(nameOf), said);
  });
  return {
    title: said.title,
    notes: [{ text: said.note, when: null }],
    things: [...all].map(([code, moves]) => ({
      code,
      name: nameOf(code),
      partKind: moves.at(-1)!.partKind,
      when: null,
    })),
    fasteners,
    operations,
    steps: [],
  };
}

const PLACES_IN_TRAY = 26;
/** Every removal has a place of its own in the tray, as it had under the vehicle. */
function trayFor(fasteners: Fastener[], name: string, count: number, tool: string): string {
  // A tray has 26 places: what comes after them lies with its like.
  const like =
    fasteners.length < PLACES_IN_TRAY
      ? undefined
      : (fasteners.find((each) => each.name === name) ?? fasteners.at(-1)!);
  if (like) {
    like.expected += count;
    return like.tray;
  }
  const tray = String.fromCharCode(65 + fasteners.length);
  fasteners.push({
    tray,
    name,
    thread: '',
    lengthMm: null,
    tool,
    expected: count,
    torqueNm: null,
    torqueSource: '',
    policy: 'reuse',
    when: null,
  });
  return tray;
}

function operationOf(
  thing: string,
  moves: readonly RecordedOff[],
  uses: Operation['uses'],
  earlier: readonly string[],
  names: readonly string[],
  said: RecordedSaid,
): Operation {
  const newest = moves.at(-1)!;
  const minutes = median(moves.flatMap((move) => move.minutes ?? []));
  const backMinutes = median(moves.flatMap(({ back }) => back?.minutes ?? []));
  const clips = newest.fasteners.reduce((sum, { count }) => sum + count, 0);
  const renewed = moves.flatMap(({ back }) => back?.renewed || []).at(-1);
  const tools = newest.tool ? [newest.tool] : [];
  return {
    code: recordedCode(thing),
    when: null,
    text: said.off(newest.name),
    detail: [
      names.length > 0 && said.assumed(names),
      newest.plug && said.plug(newest.plug),
      newest.note,
      minutes === undefined && said.unmeasured,
    ]
      .filter(Boolean)
      .join(' '),
    place: newest.place,
    tools,
    consumables: [],
    minutes: minutes ?? 0,
    waiting: false,
    gives: [{ thing, state: 'off' }],
    needs: earlier.length === 0 ? [] : [earlier.map((one) => ({ thing: one, state: 'off' as const }))],
    uses,
    breaks: clips === 0 ? 0 : Math.min(1, moves.reduce((sum, { broken }) => sum + broken, 0) / (clips * moves.length)),
    connector: '',
    connectorWhen: null,
    coolantL: Math.max(0, ...moves.map(({ coolantL }) => coolantL ?? 0)),
    transmissionL: 0,
    people: 1,
    lift: 'none',
    cautions: [],
    photoId: null,
    back: {
      text: said.back(newest.name),
      detail: backMinutes === undefined ? said.unmeasured : '',
      tools,
      consumables: [],
      minutes: backMinutes ?? minutes ?? 0,
      after: [],
      rules: [],
      tightenWith: '',
      renew: renewed ? [renewed] : [],
      proof: '',
    },
  };
} // prettier-ignore
