import type { Step } from './types.ts';

/**
 * Gives every step an identity that survives editing: one that comes without takes that of the step of the same phase
 * and words in what was held before, and a new one where there is none.
 *
 * @param newId makes an identity that was never given out
 */
export function withIdentity(steps: readonly Step[], held: readonly Step[], newId: () => string): Step[] {
  const given = new Set(steps.map(({ id }) => id).filter(Boolean));
  return steps.map((step) => {
    if (step.id !== '') return step;
    const before = held.find(
      ({ id, phase, text }) => id !== '' && !given.has(id) && phase === step.phase && text === step.text,
    );
    const id = before?.id ?? newId();
    given.add(id);
    return { ...step, id };
  });
}
