import { expose, transfer } from 'comlink';
import type { Clearance } from '@radiatrix/core/fit';
import { conversionOf, drawClearances, ladderOf, type AsItStands, type Conversion, type Drawn, type Ladder } from '@radiatrix/core/fitment'; // prettier-ignore
import { coolerBy, likely, whyHotter, type CaseName, type CoolingInputs, type Likely, type WhyHotter } from '@radiatrix/core/cooling'; // prettier-ignore
import type { Practice } from '@radiatrix/core/practice';
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
  why: WhyHotter | undefined;
  airConditioning: boolean;
}

export interface LadderAsked {
  works: CoolingInputs;
  crawl: CoolingInputs;
  stands: AsItStands;
  chosen: CoolingInputs | undefined;
  practice: Practice;
  known: string[];
}
export interface LadderAnswer {
  ladder: Ladder;
  conversion: Conversion | undefined;
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
      why: old && whyHotter(old, fresh),
      airConditioning: fresh.conditions.airConditioning,
    }));
  },
  ladder({ works, crawl, stands, chosen, practice, known }: LadderAsked): LadderAnswer {
    return {
      ladder: ladderOf(works, stands, chosen, new Set(known), practice),
      conversion: conversionOf(crawl, chosen, practice),
    };
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
