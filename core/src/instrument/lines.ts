import { QUANTITIES, QUANTITY_NAMES, type InstrumentHead, type Quantity, type Reading } from './channels.ts';

/**
 * The open format of readings: newline-delimited JSON. The first line is the head of the instrument, each further one a
 * reading: `{"seq":12,"ms":1200,"values":[88.5,null]}`, one value a channel, in the order of the head.
 */
export type Line =
  | { kind: 'head'; head: InstrumentHead }
  | { kind: 'reading'; reading: Reading }
  | { kind: 'wrong'; problem: string };

const wrong = (problem: string): Line => ({ kind: 'wrong', problem });
const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export const writeLine = (value: InstrumentHead | Reading): string => JSON.stringify(value);

/** Reads one line; what cannot be one is said, and nothing else is lost by it. @param channels of the head, once it is known */
export function readLine(text: string, channels?: readonly { quantity: Quantity }[]): Line {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return wrong('A line that is not JSON: the stream was cut in the middle.');
  }
  if (!isObject(value)) return wrong('A line that is neither a head nor a reading.');
  if ('channels' in value) {
    const { id, label, hz, simulated } = value;
    const list = value.channels;
    if (typeof id !== 'string' || id === '' || typeof label !== 'string' || !Array.isArray(list))
      return wrong('The head says no id, label and channels.');
    const own = list.filter(
      (each): each is InstrumentHead['channels'][number] =>
        isObject(each) &&
        typeof each.name === 'string' &&
        typeof each.unit === 'string' &&
        QUANTITY_NAMES.includes(each.quantity as Quantity) &&
        typeof each.u === 'number' &&
        each.u >= 0,
    );
    if (own.length !== list.length || own.length === 0)
      return wrong('A channel says name, quantity, unit and what it is good to.');
    if (new Set(own.map(({ name }) => name)).size !== own.length) return wrong('Two channels of one name.');
    return {
      kind: 'head',
      head: {
        id,
        label,
        channels: own,
        hz: typeof hz === 'number' && hz > 0 ? hz : 1,
        simulated: simulated === true,
      },
    };
  }
  const { seq, ms, values } = value;
  if (!Number.isInteger(seq) || typeof ms !== 'number' || !(ms >= 0) || !Array.isArray(values))
    return wrong('A reading says seq, ms and values.');
  if (channels && values.length !== channels.length)
    return wrong(`${values.length} values for ${channels.length} channels.`);
  return {
    kind: 'reading',
    reading: {
      seq: seq as number,
      ms,
      values: values.map((each, at) => {
        if (typeof each !== 'number' || !Number.isFinite(each)) return null;
        const range = channels && QUANTITIES[channels[at]!.quantity];
        // Past what can be, an instrument says nothing: an open probe reads its limit.
        return range && !(each >= range.least && each <= range.most) ? null : each;
      }),
    },
  };
}

/**
 * Readings put together over lost connections: each once, by its number.
 * @returns those of `fresh` that are new, and the numbers that are missing between
 */
export function continued(
  lastSeq: number | undefined,
  fresh: readonly Reading[],
): { readings: Reading[]; lost: number } {
  let last = lastSeq;
  let lost = 0;
  const readings: Reading[] = [];
  for (const reading of [...fresh].sort((a, b) => a.seq - b.seq)) {
    if (last !== undefined && reading.seq <= last) continue;
    if (last !== undefined) lost += reading.seq - last - 1;
    readings.push(reading);
    last = reading.seq;
  }
  return { readings, lost };
}
