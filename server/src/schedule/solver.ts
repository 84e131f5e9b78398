import { planDay, type Day, type DayJob, type Shop } from '@radiatrix/core/schedule';
import type { Practice } from '@radiatrix/core/practice';

export interface Task {
  shop: Shop;
  jobs: DayJob[];
  before: number[];
  practice: Practice;
  /** How much may be tried. */
  steps: number;
}

/** What a thread does with one task. */
export default function lay({ shop, jobs, before, practice, steps }: Task): Day {
  return planDay(shop, jobs, { practice, before, steps });
}
