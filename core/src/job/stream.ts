/** What an instrument measures, one column of its samples. */
export interface Channel {
  name: string;
  /** As it is shown: °C, A, V, m/s. */
  unit: string;
}

/** One run of an instrument. Its samples come in chunks, in any order and as often as it takes. */
export interface StreamHead {
  /** Made by the device, UUID. */
  id: string;
  instrument: string;
  /** The run of the device's monotonic clock that its samples are timed by. */
  boot: string;
  channels: Channel[];
}

export interface StreamChunk {
  /** Counts the chunks of a stream, from 0. */
  ordinal: number;
  /** Of each sample, by the device's monotonic clock; never falling. */
  ms: number[];
  /** Of each channel, one value a sample; null where the instrument gave none. */
  values: (number | null)[][];
}

export interface Samples {
  ms: number[];
  values: (number | null)[][];
  /** Ordinals of chunks before the last that have not arrived: what lies there is not known, and not nothing. */
  missing: number[];
}

/** Why a chunk cannot be one of this stream; empty where it can. */
export function chunkProblem(
  { channels }: Pick<StreamHead, 'channels'>,
  { ms, values }: StreamChunk,
): string {
  if (values.length !== channels.length) return `${values.length} columns for ${channels.length} channels`;
  if (values.some((column) => column.length !== ms.length)) return 'every channel has one value a sample';
  if (ms.some((at, index) => index > 0 && !(at >= ms[index - 1]!)))
    return 'the monotonic clock runs backwards';
  return '';
}

/**
 * Chunks in order, as one run of samples.
 * @param chunks of one stream, each ordinal at most once, in any order
 */
export function samplesOf(
  { channels }: Pick<StreamHead, 'channels'>,
  chunks: readonly StreamChunk[],
): Samples {
  const ordered = [...chunks].sort((a, b) => a.ordinal - b.ordinal);
  const there = new Set(ordered.map(({ ordinal }) => ordinal));
  const last = ordered.at(-1)?.ordinal ?? -1;
  return {
    ms: ordered.flatMap((chunk) => chunk.ms),
    values: channels.map((_, column) => ordered.flatMap((chunk) => chunk.values[column]!)),
    missing: Array.from({ length: last + 1 }, (_, ordinal) => ordinal).filter(
      (ordinal) => !there.has(ordinal),
    ),
  };
}
