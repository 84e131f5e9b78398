export { merge, type Merged, type Values } from './merge.ts';
export {
  differences,
  standingAfter,
  versionsOf,
  type Change,
  type Difference,
  type Row,
  type Standing,
} from './history.ts';
