import type { PHOTO_TYPES } from '@radiatrix/contract';

/** What the first bytes say a file is; the name and the stated type are not believed. */
export function imageType(content: Buffer): (typeof PHOTO_TYPES)[number] | undefined {
  if (content.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg';
  if (content.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return 'image/png';
  if (
    content.subarray(0, 4).toString('latin1') === 'RIFF' &&
    content.subarray(8, 12).toString('latin1') === 'WEBP'
  )
    return 'image/webp';
  return undefined;
}
