import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { PHOTO_LIMIT_BYTES } from '@radiatrix/contract';
import type { FileReader } from '../http/body.ts';
import { ProblemError } from '../http/problem.ts';
import { imageType } from './image-type.ts';

/** Of what is kept, the longer side; a screen shows no more. */
const LONGER_SIDE = 2400;
const THUMB_SIDE = 320;
/** A picture that unpacks to more than this is not unpacked. */
const MOST_PIXELS = 60_000_000;
const QUALITY = 82;

async function bytesOf(source: AsyncIterable<Buffer>): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of source) {
    size += chunk.length;
    if (size > PHOTO_LIMIT_BYTES)
      throw new ProblemError('too-large', { detail: `A photograph is ${PHOTO_LIMIT_BYTES / 1024 / 1024} MB at most.` }); // prettier-ignore
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

const written = (picture: sharp.Sharp, side: number, seeThrough: boolean): sharp.Sharp => {
  const smaller = picture.clone().resize(side, side, { fit: 'inside', withoutEnlargement: true });
  return seeThrough ? smaller.webp({ quality: QUALITY }) : smaller.jpeg({ quality: QUALITY, mozjpeg: true });
};

/**
 * Decodes a photograph and writes it anew: upright as the camera held it, no larger than a screen shows, and without
 * position, device or any other data that lay beside the picture. See-through pictures stay so.
 */
export async function rewritten(sent: Buffer): Promise<Buffer> {
  if (!imageType(sent))
    throw new ProblemError('unsupported-media', { detail: 'A photograph is a JPEG, PNG or WebP picture.' });
  try {
    const picture = sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).rotate();
    const { hasAlpha } = await picture.metadata();
    return await written(picture, LONGER_SIDE, hasAlpha).toBuffer();
  } catch (error) {
    const large = /pixel limit/i.test((error as Error).message);
    throw new ProblemError('unsupported-media', {
      detail: large
        ? `The picture has more than ${MOST_PIXELS / 1e6} million points; send a smaller one.`
        : 'The picture is damaged or not whole; take or save it again.',
    });
  }
}

/** What is kept beside a photograph that was written anew: its size in points, and a small one for lists. */
export async function measured(content: Buffer): Promise<{ width: number; height: number; thumb: Buffer }> {
  const picture = sharp(content);
  const { width, height, hasAlpha } = await picture.metadata();
  return { width, height, thumb: await written(picture, THUMB_SIDE, hasAlpha).toBuffer() };
}

/** Reads a photograph before a connection is held for it. */
export const photoReader: FileReader = async (req) => {
  const sent = await bytesOf(req);
  return { body: await rewritten(sent), sha256: createHash('sha256').update(sent).digest('hex') };
};
