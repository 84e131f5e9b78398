export { PLAN_STEPS, TRY_STEPS } from './budget.ts';
export { type Interval, type Objective, type PlacedJob, type Schedule, type ScheduleJob, type Task, type TaskKind } from './types.ts'; // prettier-ignore
export { planJobs, type PlanOptions, type Planned } from './plan.ts';
export {
  workOfJob,
  type JobTask,
  type JobWork,
  type WayToWork,
  type WaitsMore,
  type Workable,
} from './from-job.ts';
export { breaksOf, planDay, slipsOf, type Break, type Slip, type Day, type DayJob, type DayPlaced, type DayTask, type Shop } from './day.ts'; // prettier-ignore
