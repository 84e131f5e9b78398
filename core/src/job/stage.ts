import type { JobStage, JobState } from './state.ts';

/**
 * Where a job stands, from what has happened on it: never chosen. The furthest thing that was done counts, and what is
 * done with one stage opens the next.
 */
export function stageOf(
  state: Pick<
    JobState,
    | 'vehicleId'
    | 'parts'
    | 'choices'
    | 'comparisons'
    | 'steps'
    | 'closed'
    | 'way'
    | 'recorded'
    | 'moves'
    | 'bled'
    | 'proved'
    | 'pressures'
    | 'runs'
    | 'diagnosis'
    | 'diagnosed'
  >,
): JobStage {
  if (state.vehicleId === undefined) return 'ask';
  const goesIn = state.parts.filter((part) => part.role === 'goes in' && part.state !== 'sent back');
  const ticked = new Set(
    Object.values(state.steps)
      .filter(({ done }) => done)
      .map(({ phase }) => phase),
  );
  if (state.closed) return 'file';
  const proving = state.runs.length > 0 || state.pressures.length > 0 || Object.keys(state.proved).length > 0;
  if (ticked.has('prove') || proving || state.bled.some(({ ended }) => ended === 'done')) return 'prove';
  if (ticked.has('fill') || state.moves.some(({ way, stage }) => way === 'in' && stage !== 'flush'))
    return 'fill';
  if (
    state.recorded.some(({ back }) => back !== null) ||
    ticked.has('install') ||
    goesIn.some((part) => part.state === 'fitted')
  )
    return 'install';
  if (ticked.has('remove') || state.recorded.length > 0) return 'remove';
  if (goesIn.length === 0) return state.diagnosis.length > 0 && !state.diagnosed ? 'diagnose' : 'match';
  if (
    ticked.has('prepare') ||
    state.way ||
    goesIn.some((part) => part.state === 'ordered' || part.state === 'here')
  )
    return 'prepare';
  return 'compare';
}
