import { createReadStream, createWriteStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { TABLE_LIMIT_BYTES } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';

const megabytes = (bytes: number): string => `${Math.round(bytes / 1024 / 1024)} MB`;

/** Writes what is sent to a file, and stops reading when it is too much. */
export async function receive(source: Readable, file: string): Promise<number> {
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > TABLE_LIMIT_BYTES)
        done(
          new ProblemError('too-large', {
            detail: `The file is larger than ${megabytes(TABLE_LIMIT_BYTES)}; split it. Nothing was changed.`,
          }),
        );
      else done(null, chunk);
    },
  });
  await pipeline(source, counted, createWriteStream(file));
  if (bytes === 0)
    throw new ProblemError('unreadable', { detail: 'The file is empty. Nothing was changed.' });
  return bytes;
}

export const isZip = async (file: string): Promise<boolean> => {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(4), 0, 4, 0);
    return bytesRead === 4 && buffer.readUInt32LE(0) === 0x04034b50;
  } finally {
    await handle.close();
  }
};

/** How a text file was written: by its mark, by where its zeros are, and else by whether it is whole UTF-8. */
export async function encodingOf(file: string): Promise<'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252'> {
  const handle = await open(file);
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(4096), 0, 4096, 0);
  await handle.close();
  const head = buffer.subarray(0, bytesRead);
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le';
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be';
  let [even, odd] = [0, 0];
  head.forEach((byte, at) => {
    if (byte !== 0) return;
    if (at % 2 === 0) even += 1;
    else odd += 1;
  });
  if (odd > bytesRead / 4 && even === 0) return 'utf-16le';
  if (even > bytesRead / 4 && odd === 0) return 'utf-16be';
  if (even + odd > 0)
    throw new ProblemError('unsupported-media', {
      detail: 'The file is not a text table: it holds zero bytes. Send CSV or XLSX. Nothing was changed.',
    });
  const strict = new TextDecoder('utf-8', { fatal: true });
  try {
    for await (const chunk of createReadStream(file)) strict.decode(chunk as Buffer, { stream: true });
    strict.decode();
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}
