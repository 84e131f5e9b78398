import { concerns, type Condition, type ConditionContext } from '../application/index.ts';
import type { AccessMap } from './types.ts';

/**
 * The map as it holds for one vehicle: without what that vehicle does not have. A need of something it does not have is
 * no need.
 */
export function mapFor(map: AccessMap, context: ConditionContext): AccessMap {
  const isHere = (when: Condition | null): boolean => concerns(when, context);
  const here = <T extends { when: Condition | null }>(each: T): boolean => isHere(each.when);
  const things = map.things.filter(here);
  const has = new Set(things.map(({ code }) => code));
  const fasteners = map.fasteners.filter(here);
  const trays = new Set(fasteners.map(({ tray }) => tray));
  const operations = map.operations
    .filter(here)
    .map((operation) => ({
      ...operation,
      gives: operation.gives.filter(({ thing }) => has.has(thing)),
      needs: operation.needs.map((facts) => facts.filter(({ thing }) => has.has(thing))),
      uses: operation.uses.filter(({ tray }) => trays.has(tray)),
      connector: isHere(operation.connectorWhen) ? operation.connector : '',
    }))
    .filter(({ gives }) => gives.length > 0);
  const done = new Set(operations.map(({ code }) => code));
  return {
    ...map,
    notes: map.notes.filter(here),
    things,
    fasteners,
    operations: operations.map((operation) => ({
      ...operation,
      back: operation.back && {
        ...operation.back,
        after: operation.back.after.filter((code) => done.has(code)),
      },
    })),
    steps: map.steps.filter(here).map((step) => ({
      ...step,
      cautions: step.cautions.filter((code) => isHere(step.cautionsWhen[code] ?? null)),
      connector: isHere(step.connectorWhen) ? step.connector : '',
      uses: step.uses.filter(({ tray }) => trays.has(tray)),
    })),
  };
}
