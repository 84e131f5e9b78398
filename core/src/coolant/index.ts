export { STRONGEST_MIX, fillPlan, refill, type FillPlan, type Refill } from './mix.ts';
