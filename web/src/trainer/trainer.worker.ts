import { expose } from 'comlink';
import { programsWay, tableFor, type DiagnosisStep, type DiagnosisVehicle, type Exercise } from '@radiatrix/core/diagnosis'; // prettier-ignore

const api = {
  /** The program's own way through an exercise, for afterwards. */
  way: (vehicle: DiagnosisVehicle, exercise: Exercise): DiagnosisStep[] =>
    programsWay(tableFor(vehicle), exercise),
};
export type TrainerApi = typeof api;
expose(api);
