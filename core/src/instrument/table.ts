import { QUANTITIES, QUANTITY_NAMES, unitFor, type Quantity, type ReadingChannel } from './channels.ts';

/** Columns of time and readings, whatever they came from. */
export interface Log {
  channels: ReadingChannel[];
  /** Rising. */
  ms: number[];
  /** Of each channel, one value a moment. */
  values: (number | null)[][];
}
export interface ReadLog {
  log: Log | undefined;
  /** What was wrong with it, a sentence each; the log is what is left. */
  problems: string[];
}

const TIME_HEAD = /^(?:time|t|zeit|seconds|sec|elapsed)\b|^(?:ms|s|min)$/i;
/** A gap is longer than so many usual steps. */
const GAP_STEPS = 5;

/** Seconds of a cell of time: plain numbers in the unit of the head, or clock times. */
function secondsOf(cell: string, unit: string): number | undefined {
  const text = cell.trim();
  const clock = /^(?:(\d{1,3}):)?(\d{1,2}):(\d{1,2}(?:[.,]\d+)?)$/.exec(text);
  if (clock)
    return Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]!.replace(',', '.'));
  const number = Number(text.replace(',', '.'));
  if (text === '' || !Number.isFinite(number)) return undefined;
  return unit === 'ms' ? number / 1000 : unit === 'min' ? number * 60 : number;
}

/** "coolant (°F)", "coolant [degC]", "Amps / A": what it is and in which unit. */
function headOf(text: string): { quantity: Quantity; unit: string } | undefined {
  const [, name = '', unit = ''] = /^\s*(.*?)\s*(?:[([/]\s*([^)\]]*)\s*[)\]]?)?\s*$/.exec(text) ?? [];
  const word = name.toLowerCase();
  const known: [RegExp, Quantity][] = [
    [/ambient|outside|air temp/, 'ambient'], [/vent/, 'air'], [/coolant|ect|water|engine temp|^temp/, 'coolant'], [/volt/, 'volts'], [/amp|current/, 'amps'],
    [/press/, 'pressure'], [/rpm|speed/, 'speed'], [/sound|noise|level/, 'sound'], [/freez/, 'freezing'],
  ]; // prettier-ignore
  const found =
    QUANTITY_NAMES.find((each) => each === word) ?? known.find(([pattern]) => pattern.test(word))?.[1];
  return found && { quantity: found, unit };
}

/**
 * A log from a table: first row the headings, one column of time, the others readings.
 *
 * Doubled times keep the first, falling ones are left out and said; gaps stay gaps. A column in an unknown unit is left
 * out and said: a number in the wrong unit is worse than none.
 */
export function readLog(rows: readonly (readonly string[])[]): ReadLog {
  const problems: string[] = [];
  const [head, ...body] = rows;
  if (!head || body.length === 0) return { log: undefined, problems: ['There is nothing in it: a row of headings, then readings.'] };
  const timeAt = head.findIndex((cell) => TIME_HEAD.test(cell.trim()));
  if (timeAt < 0) return { log: undefined, problems: ['No column of time: one is headed “time (s)”.'] };
  const timeUnit = /ms/i.test(head[timeAt]!) ? 'ms' : /\bmin/i.test(head[timeAt]!) ? 'min' : 's';
  const columns = head.flatMap((cell, at) => {
    if (at === timeAt || cell.trim() === '') return [];
    const own = headOf(cell);
    if (!own) {
      problems.push(`“${cell}” is no quantity that is known; left out.`);
      return [];
    }
    const unit = unitFor(own.quantity, own.unit);
    if (!unit) {
      problems.push(`“${cell}”: ${own.unit} is no unit of ${QUANTITIES[own.quantity].label}; left out.`);
      return [];
    }
    return [{ at, ...own, ...unit }];
  });
  if (columns.length === 0) return { log: undefined, problems: [...problems, 'No column of readings is left.'] };
  const twice = columns.filter((each, at) => columns.findIndex(({ quantity }) => quantity === each.quantity) !== at);
  if (twice.length > 0)
    problems.push(`Two columns of ${QUANTITIES[twice[0]!.quantity].label}: they are kept apart, and one has to be chosen.`);
  const ms: number[] = [];
  const values: (number | null)[][] = columns.map(() => []);
  let [doubled, falling, unreadable, past] = [0, 0, 0, 0];
  for (const row of body) {
    if (row.every((cell) => cell.trim() === '')) continue;
    const seconds = secondsOf(row[timeAt] ?? '', timeUnit);
    if (seconds === undefined || seconds < 0) {
      unreadable += 1;
      continue;
    }
    const at = Math.round(seconds * 1000);
    const last = ms.at(-1);
    if (last !== undefined && at <= last) {
      if (at === last) doubled += 1;
      else falling += 1;
      continue;
    }
    ms.push(at);
    columns.forEach((column, index) => {
      const text = (row[column.at] ?? '').trim().replace(',', '.');
      const number = text === '' ? NaN : Number(text);
      const value = (number + column.offset) * column.factor;
      const range = QUANTITIES[column.quantity];
      if (Number.isFinite(value) && !(value >= range.least && value <= range.most)) past += 1;
      values[index]!.push(value >= range.least && value <= range.most ? value : null);
    });
  }
  const count = (n: number, one: string, many: string): void => void (n > 0 && problems.push(n === 1 ? one : `${n} ${many}`));
  count(doubled, 'One time stands twice; the first counts.', 'times stand twice; the first counts.');
  count(falling, 'One time runs backwards; left out.', 'times run backwards; left out.');
  count(unreadable, 'One row has no time; left out.', 'rows have no time; left out.');
  count(past, 'One reading is past what can be; left out.', 'readings are past what can be; left out.');
  if (ms.length < 2) return { log: undefined, problems: [...problems, 'Fewer than two readings are left.'] };
  const gaps = gapsOf(ms);
  if (gaps.length > 0)
    problems.push(`${gaps.length === 1 ? 'A gap' : `${gaps.length} gaps`} of up to ${Math.round(Math.max(...gaps.map(({ forMs }) => forMs)) / 1000)} s: what lies there is not known.`);
  return {
    log: {
      channels: columns.map(({ quantity }, at) => ({
        name: columns.findIndex((each) => each.quantity === quantity) === at ? quantity : `${quantity} ${at + 1}`,
        quantity,
        unit: QUANTITIES[quantity].unit,
        u: 0,
      })),
      ms,
      values,
    },
    problems,
  };
} // prettier-ignore

/** Where a log has no readings for much longer than its usual step. */
export function gapsOf(ms: readonly number[]): { atMs: number; forMs: number }[] {
  const steps = ms.slice(1).map((at, i) => at - ms[i]!);
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  return steps.flatMap((forMs, i) =>
    forMs > GAP_STEPS * Math.max(usual, 1) ? [{ atMs: ms[i]!, forMs }] : [],
  );
}

/** A log as rows of a table, for CSV; comes in again as it was. */
export function logRows({ channels, ms, values }: Log): string[][] {
  return [
    ['time (s)', ...channels.map(({ quantity, unit }) => `${quantity} (${unit})`)],
    ...ms.map((at, row) => [
      String(at / 1000),
      ...values.map((column) => (column[row] === null || column[row] === undefined ? '' : String(column[row]))),
    ]),
  ];
} // prettier-ignore
