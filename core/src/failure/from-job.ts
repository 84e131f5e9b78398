import { heardRough, judgeBench } from '../bench/index.ts';
import type { PartKind } from '../figures/index.ts';
import { USUAL_TABLE } from '../diagnosis/index.ts';
import { jobUnits, unitInHand, type JobState } from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { modeOfCause, modeOfFinding, type FailureMode } from './modes.ts';
import type { Sighting } from './unit.ts';

/** What a job shows of one part. */
export type JobSighting = Sighting & { partId: number };
/** A diagnosis that ends in a part of a kind, where the job does not say which one came off. */
export interface KindFailed {
  kind: PartKind;
  on: string;
  km: number | null;
  mode: FailureMode;
}

/** Whether any test heard noise; null where none could tell. */
const noiseOf = (heard: readonly (boolean | null)[]): boolean | null =>
  heard.some((each) => each !== null) ? heard.includes(true) : null;

const dayOf = (at: string): string => at.slice(0, 10);

/**
 * What a job says of parts: those that went in when it was closed as done, those that it found at work, those that it
 * took out, those that its diagnosis found failed and those that failed on the bench. Worked out anew each time it is
 * read, so that an undo or an opened job leaves nothing behind.
 */
export function sightingsOf(state: JobState, practice: Practice = USUAL_PRACTICE): { parts: JobSighting[]; kinds: KindFailed[] } {
  const { opened, closed, odometerKm: km, diagnosed, owner } = state;
  if (!opened || state.vehicleId === undefined) return { parts: [], kinds: [] };
  const came = dayOf(opened.at);
  const parts: JobSighting[] = [];
  const failedKinds = new Map<PartKind, FailureMode>();
  for (const cause of diagnosed?.causes ?? []) {
    const remedy = USUAL_TABLE.remedies.find(({ id }) => id === diagnosed!.remedy.split('@')[0]);
    if (remedy?.part && !failedKinds.has(remedy.part)) failedKinds.set(remedy.part, modeOfCause(cause));
  }
  // Each unit counts by itself: a good second one does not unmake the failure of the first.
  const units = jobUnits(state, practice);
  for (const { partId, unit, tests, failed, moves } of units) {
    const test = failed ? tests.find((each) => judgeBench(each, practice).word === 'failed') : undefined;
    const mode = test ? modeOfFinding(judgeBench(test, practice).because) : null;
    const noisy = test ? heardRough(test) : null;
    const went = moves.filter(({ to }) => to === 'in vehicle');
    if (test && went.length === 0) parts.push({ partId, on: dayOf(test.at), as: 'failed new', km, mode, noisy, unit, owner });
    // It was in, and came out again before the job was done.
    const out = moves.findLast(({ to, why }) => to === 'out again' && why === 'failed');
    if (out && went.length > 0) {
      const [from, to] = [dayOf(went[0]!.at), dayOf(out.at)];
      if (from === to) parts.push({ partId, on: to, as: 'failed fitted', km, mode, noisy, unit, owner });
      else parts.push({ partId, on: from, as: 'in', km, mode: null, noisy, unit, owner }, { partId, on: to, as: 'failed', km, mode, noisy: null, unit, owner });
    }
  }
  const named = new Set<PartKind>();
  for (const { partId, kind, role, state: at } of state.parts) {
    if (role === 'stays') parts.push({ partId, on: came, as: 'running', km, mode: null, noisy: null, unit: '', owner });
    if (role === 'comes off') {
      const mode = failedKinds.get(kind);
      if (mode) named.add(kind);
      parts.push({ partId, on: came, as: mode ? 'failed' : 'out', km, mode: mode ?? null, noisy: null, unit: '', owner });
    }
    if (role === 'goes in' && closed?.outcome === 'done' && at !== 'sent back') {
      const inHand = unitInHand(state, partId, practice);
      if (inHand?.failed) continue;
      const tests = inHand?.tests ?? [];
      parts.push({ partId, on: dayOf(closed.at), as: 'in', km, mode: null, noisy: noiseOf(tests.map(heardRough)), unit: inHand?.unit ?? '', owner });
    }
  }
  const kinds = [...failedKinds].filter(([kind]) => !named.has(kind)).map(([kind, mode]) => ({ kind, on: came, km, mode }));
  return { parts, kinds };
} // prettier-ignore
