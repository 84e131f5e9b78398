import type { Mount } from '../procedure/index.ts';
import { mayComeNext, mayGoBackNext } from './order.ts';
import { mountsFirst } from './refit.ts';
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

/** A step as its order needs it. */
export interface OrderedStep {
  id: string;
  phase: string;
  mount?: Mount;
}

/**
 * Steps that may be done now: the first that is open, and of a way in of a map every move of the same phase that the map
 * allows. What is mounted comes in its turn: nothing that stands after it goes back before, the battery least of all, and
 * of several every one whose own turn has come. A procedure that somebody wrote has its own order.
 *
 * @param settled ids of steps that are done or skipped
 */
export function openSteps(
  steps: readonly OrderedStep[],
  settled: ReadonlySet<string>,
  run: Run | null,
): Set<string> {
  const left = steps.filter(({ id }) => !settled.has(id));
  const [first] = left;
  if (!first) return new Set();
  if (!run) return new Set([first.id]);
  const { map, operations, already } = run;
  if (first.phase === 'remove') {
    const done = operations.filter((code) => settled.has(outStep(code)));
    return among(left, [first.id, ...mayComeNext(map, operations, done, already).map(outStep)]);
  }
  if (first.phase !== 'install') return new Set([first.id]);
  const still = operations.filter((code) => !settled.has(backStep(code)));
  const mounts = left.filter(({ mount, phase }) => mount !== undefined && phase === 'install');
  if (first.mount) {
    const codes = mounts.map(({ mount }) => mount!.code);
    return new Set(
      mounts
        .filter(({ id, mount }) => id === first.id || !mountsFirst(mount!.code, codes))
        .map(({ id }) => id),
    );
  }
  const before = mounts.length > 0 ? left.slice(0, left.indexOf(mounts[0]!)) : left;
  return among(before, [first.id, ...mayGoBackNext(map, still, already).map(backStep)]);
}

const among = (left: readonly { id: string }[], ids: readonly string[]): Set<string> => {
  const known = new Set(left.map(({ id }) => id));
  return new Set(ids.filter((id) => known.has(id)));
};
