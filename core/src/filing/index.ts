export {
  INSTALL_RESULTS,
  differencesOf,
  mapWith,
  weighed,
  type Act,
  type Difference,
  type FilingInput,
  type FittedPart,
  type InstallResult,
} from './differences.ts';
export {
  hoursText,
  mappedMinutes,
  minutesModel,
  quoteFor,
  quoteText,
  type MinutesModel,
  type OperationMinutes,
  type Quote,
  type SeenMinutes,
} from './minutes.ts';
