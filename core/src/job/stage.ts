import type { JobStage, JobState } from './state.ts';

/**
 * Where a job stands, from what has happened on it: never chosen. The furthest thing that was done counts, and what is
 * done with one stage opens the next.
 */
export function stageOf(
  state: Pick<JobState, 'vehicleId' | 'parts' | 'choices' | 'comparisons' | 'steps' | 'closed' | 'way'>,
): JobStage {
  if (state.vehicleId === undefined) return 'ask';
  const goesIn = state.parts.filter((part) => part.role === 'goes in' && part.state !== 'sent back');
  const ticked = new Set(
    Object.values(state.steps)
      .filter(({ done }) => done)
      .map(({ phase }) => phase),
  );
  if (state.closed || ticked.has('prove')) return state.closed ? 'file' : 'prove';
  if (ticked.has('fill')) return 'fill';
  if (ticked.has('install') || goesIn.some((part) => part.state === 'fitted')) return 'install';
  if (ticked.has('remove')) return 'remove';
  if (goesIn.length === 0) return 'match';
  if (
    ticked.has('prepare') ||
    state.way ||
    goesIn.some((part) => part.state === 'ordered' || part.state === 'here')
  )
    return 'prepare';
  return 'compare';
}
