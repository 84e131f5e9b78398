export {
  QUANTITIES,
  QUANTITY_NAMES,
  unitFor,
  type InstrumentHead,
  type Quantity,
  type Reading,
  type ReadingChannel,
} from './channels.ts';
export { continued, readLine, writeLine, type Line } from './lines.ts';
export { gapsOf, logRows, readLog, type Log, type ReadLog } from './table.ts';
export {
  jumps,
  openingBreak,
  perSecond,
  probeOut,
  steepestRise,
  smoothed,
  teeth,
  type Break,
  type Seconds,
  type Tooth,
} from './curve.ts';
