export {
  COURSES,
  FAULTS,
  SWITCHED_OFF_C,
  USUAL_RECORD,
  hiddenVehicle,
  standInRun,
  type HiddenVehicle,
  type StandInCourse,
  type StandInFault,
  type StandInRecord,
  type StandInRun,
} from './vehicle.ts';
export { Player, STAND_INS, TESTER_GAS_L, TESTER_GIVE, allReadings, type StandInState } from './readings.ts';
