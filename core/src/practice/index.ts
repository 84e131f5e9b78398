export {
  PRACTICE_NAMES, PRACTICE_TABLE, USUAL_PRACTICE, chargingV, ownOf, practiceOf, statedV,
  type Practice, type PracticeLine, type PracticeName, type PracticeSource, type PracticeUnit,
} from './table.ts'; // prettier-ignore
export {
  BLADE_FUSES,
  FOOT_SPACERS_MM,
  FUSES,
  HOSE_SIZES_MM,
  HUB_SPACERS_MM,
  LARGE_FUSES,
  SAME_SIZE_MM,
} from './stock.ts';
export {
  EFFORTS, WORK_CODES, WORK_TABLE, effortRank, materialsOf, mergeWork, minutesOf, needed, workCost, workKey, workOf,
  type Effort, type Work, type WorkCode, type WorkLine,
} from './work.ts'; // prettier-ignore
