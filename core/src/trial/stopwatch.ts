import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What a hand wrote of a stopwatch. Minutes and seconds lose their colon. */
export type WrittenTime =
  | { read: 'seconds'; seconds: number }
  /** It can mean several things: ask. */
  | { read: 'ask'; choices: { seconds: number; as: string }[] }
  | { read: 'no'; problem: string };

const MOST_S = 4 * 3600;
const said = (seconds: number): string =>
  seconds < 60 ? `${seconds} s` : `${Math.floor(seconds / 60)} min ${Math.round((seconds % 60) * 10) / 10} s`;
const fits = (seconds: number): boolean => seconds > 0 && seconds <= MOST_S;

/**
 * Reads a time as it is written on paper.
 *
 * @example readStopwatch('1:35')  // 95 s
 * @example readStopwatch('135')   // asks: 135 s (2 min 15 s), or 95 s (1 min 35 s)
 * @example readStopwatch('1.35')  // asks: 1 min 35 s, or 1.35 min
 */
export function readStopwatch(written: string): WrittenTime {
  const text = written.trim().toLowerCase().replace(',', '.');
  if (text === '') return { read: 'no', problem: 'Nothing is written.' };
  if (/^[-−]/.test(text)) return { read: 'no', problem: 'A time runs forwards: it is more than nothing.' };
  const clock = /^(?:(\d{1,2}):)?(\d{1,3}):([0-5]\d(?:\.\d+)?)$/.exec(text);
  if (clock) return sure(Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]));
  const units = /^(?:(\d+(?:\.\d+)?)\s*(?:m|min|minutes?|'|′)\s*)?(?:(\d+(?:\.\d+)?)\s*(?:s|sec|seconds?|"|″)?)?$/.exec(text);
  if (units && /[a-z'"′″]/.test(text) && (units[1] ?? units[2]) !== undefined)
    return sure(Number(units[1] ?? 0) * 60 + Number(units[2] ?? 0));
  const digits = /^(\d+)$/.exec(text);
  if (digits) {
    const number = Number(text);
    const [minutes, seconds] = [Math.floor(number / 100), number % 100];
    if (number >= 100 && number < 10_000 && seconds < 60) return ask([number, minutes * 60 + seconds]);
    return sure(number);
  }
  const point = /^(\d+)\.(\d+)$/.exec(text);
  if (point) {
    const number = Number(text);
    // 95.4 is seconds and tenths; 1.35 is anybody's guess.
    if (number >= 20) return sure(number);
    const seconds = Number(point[2]!.padEnd(2, '0').slice(0, 2));
    return ask([...(point[2]!.length === 2 && seconds < 60 ? [Number(point[1]) * 60 + seconds] : []), number * 60, number]);
  }
  return { read: 'no', problem: `“${written.trim()}” is no time: 1:35, 95 s and 1 min 35 s are.` };
} // prettier-ignore

const sure = (seconds: number): WrittenTime =>
  fits(seconds)
    ? { read: 'seconds', seconds }
    : { read: 'no', problem: `${said(seconds)}: a run lasts up to four hours.` };
function ask(seconds: number[]): WrittenTime {
  const choices = [...new Set(seconds)].filter(fits).map((each) => ({ seconds: each, as: each < 60 ? said(each) : `${Math.round(10 * each) / 10} s, ${said(each)}` }));
  return choices.length === 1 ? sure(choices[0]!.seconds) : choices.length === 0 ? sure(0) : { read: 'ask', choices };
} // prettier-ignore

/** What a log of the same run says about the watch. */
export interface WatchAgainstLog {
  /** By how much the watch was started late, s; 0 where it was not. */
  lateS: number;
  said: string;
}

/**
 * Holds a stopwatch against the log of the same run. The probe lags at both ends alike, so the stretch of the log is as
 * long as the run, though it lies a little later.
 *
 * @param watchS as the watch shows it, s
 * @param logS from the top to the turn of the log, s
 */
export function watchAgainstLog(watchS: number, logS: number, practice: Practice = USUAL_PRACTICE): WatchAgainstLog {
  if (!(watchS > 0) || !(logS > 0)) return { lateS: 0, said: 'The log holds no pull-down: nothing can be told of the watch.' };
  const apart = Math.round(10 * (logS - watchS)) / 10;
  if (Math.abs(apart) <= practice.logApart) return { lateS: 0, said: `The log agrees: ${said(logS)}.` };
  if (Math.abs(apart) > 0.5 * Math.max(watchS, logS)) return { lateS: 0, said: `The log has ${said(logS)}: that is another run.` };
  return apart > 0
    ? { lateS: apart, said: `The log has ${said(logS)}: the watch was started ${apart} s late.` }
    : { lateS: 0, said: `The log has ${said(logS)}: the watch was stopped ${-apart} s late. Write the log’s time down instead.` };
} // prettier-ignore
