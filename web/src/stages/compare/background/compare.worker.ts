import { expose, transfer } from 'comlink';
import type { Clearance } from '@radiatrix/core/fit';
import { drawClearances, type Drawn } from '@radiatrix/core/plan';
import { coolerBy, likely, type CaseName, type CoolingInputs, type Likely } from '@radiatrix/core/cooling';
import { simulate, type Drive, type Driven } from '@radiatrix/core/drive';

export interface CaseAsked {
  name: CaseName;
  old: CoolingInputs | undefined;
  fresh: CoolingInputs;
}
export interface CaseAnswer {
  name: CaseName;
  old: Likely | undefined;
  fresh: Likely;
  cooler: { k: number; u: number } | undefined;
}

/** The long sums of a comparison, beside the view; ended from outside when they are no longer wanted. */
const api = {
  cases(asked: CaseAsked[], known: string[]): CaseAnswer[] {
    const measured = new Set(known);
    return asked.map(({ name, old, fresh }) => ({
      name,
      old: old && likely(old, measured),
      fresh: likely(fresh, measured),
      cooler: old && coolerBy(old, fresh, measured),
    }));
  },
  drive(asked: Drive, everyS: number): Driven {
    const driven = simulate(asked, everyS);
    return transfer(driven, [driven.samples.buffer]);
  },
  draw(clearances: Clearance[], runs: number, seed: number): Drawn {
    return drawClearances(clearances, runs, seed)!;
  },
};
export type CompareApi = typeof api;
expose(api);
