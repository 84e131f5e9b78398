import type { EventKind, JobEvent } from './events.ts';

/**
 * Ids of events that an undo, itself not undone, names. Clocks play no part: an undo dated before what it undoes counts
 * as well. Undos that in the end name themselves take nothing away.
 */
export function undone(events: readonly JobEvent[]): Set<string> {
  const targets = new Map<string, string>();
  for (const event of events) if (event.kind === 'undone') targets.set(event.id, event.payload.event);
  if (targets.size === 0) return new Set();
  /** How many undos name this one and are not decided yet. */
  const open = new Map<string, number>();
  for (const target of targets.values())
    if (targets.has(target)) open.set(target, (open.get(target) ?? 0) + 1);
  const gone = new Set<string>();
  const decided = [...targets.keys()].filter((id) => !open.has(id));
  // A list that grows as it is read, not a recursion: chains may be as long as somebody cares to send.
  for (const id of decided) {
    const target = targets.get(id)!;
    if (!gone.has(id)) gone.add(target);
    const left = (open.get(target) ?? 0) - 1;
    open.set(target, left);
    if (left === 0) decided.push(target);
  }
  return gone;
}

/** An event as far as undoing goes: what it is, and for an undo which event it names. */
export interface Undoable {
  kind: EventKind;
  names?: string | undefined;
}

/**
 * What an undo is about in the end, through undos of undos: its right is the right to that.
 * @param events by id, as far as they are known
 * @returns undefined where the chain leads to an event that is not known, or round in a circle
 */
export function rootOf<T extends Undoable>(id: string, events: ReadonlyMap<string, T>): T | undefined {
  const passed = new Set<string>();
  let [at, event] = [id, events.get(id)];
  while (event?.kind === 'undone' && event.names !== undefined && !passed.has(at)) {
    passed.add(at);
    at = event.names;
    event = events.get(at);
  }
  return event?.kind === 'undone' ? undefined : event;
}
