import { expose } from 'comlink';
import { addedMinutes, waysIn, type AccessMap, type Fact, type Ways } from '@radiatrix/core/access';

export interface WaysAnswer {
  ways: Ways;
  /** Minutes that each goal adds to the others. */
  added: number[];
}

const api = {
  ways(map: AccessMap, goal: Fact[], already: Fact[]): WaysAnswer {
    return {
      ways: waysIn({ map, goal, already }),
      added: goal.length > 1 ? addedMinutes(map, goal, already) : [],
    };
  },
};
export type WaysApi = typeof api;
expose(api);
