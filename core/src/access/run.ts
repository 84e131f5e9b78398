import { mayComeNext, mayGoBackNext } from './order.ts';
import type { AccessMap, Fact } from './types.ts';
import { backStep, outStep } from './write.ts';

/** Steps at which things come off for good on a job. */
export const stepsStayingOff = (map: AccessMap | undefined): ReadonlySet<string> =>
  new Set((map?.operations ?? []).flatMap(({ code, staysOff }) => (staysOff ? [outStep(code)] : [])));

/** A way in that is under way: what its steps were written from. */
export interface Run {
  map: AccessMap;
  operations: readonly string[];
  already: readonly Fact[];
}

/**
 * Steps that may be done now: the first that is open, and of a way in of a map every move of the same phase that the map
 * allows. A procedure that somebody wrote has its own order.
 *
 * @param settled ids of steps that are done or skipped
 */
export function openSteps(
  steps: readonly { id: string; phase: string }[],
  settled: ReadonlySet<string>,
  run: Run | null,
): Set<string> {
  const left = steps.filter(({ id }) => !settled.has(id));
  const [first] = left;
  if (!first) return new Set();
  const open = new Set([first.id]);
  if (!run) return open;
  const { map, operations, already } = run;
  const allowed =
    first.phase === 'remove'
      ? mayComeNext(
          map,
          operations,
          operations.filter((code) => settled.has(outStep(code))),
          already,
        ).map(outStep)
      : first.phase === 'install'
        ? mayGoBackNext(
            map,
            operations.filter((code) => !settled.has(backStep(code))),
            already,
          ).map(backStep)
        : [];
  const known = new Set(left.map(({ id }) => id));
  for (const id of allowed) if (known.has(id)) open.add(id);
  return open;
}
