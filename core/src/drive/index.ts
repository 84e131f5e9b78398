export { COURSES, COURSE_NAMES, legWords, legsOf, type CourseName, type Weather } from './courses.ts';
export { Curve } from './curve.ts';
export {
  PLACES,
  controlFaults,
  dutyAt,
  type FanControl,
  type ModulatedFans,
  type Place,
  type Stage,
  type StagedFans,
} from './fan-control.ts';
export { Solver, type Ended, type Equations, type Stretch, type Tolerance, type Watch } from './ode.ts';
export {
  COLUMNS,
  KNOTS,
  DriveStopped,
  LONGEST_DRIVE_S,
  USUAL_MASSES,
  driveFaults,
  simulate,
  type Drive,
  type DriveEvent,
  type Driven,
  type Leg,
  type Masses,
} from './simulate.ts';
export { USUAL_THERMOSTAT, thermostatFaults, type Thermostat } from './thermostat.ts';
export { USUAL_CONTROL, modulatedControl, stagedControl } from './usual-control.ts';
