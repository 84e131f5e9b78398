/** The longer side of a photograph as it is kept on the phone and sent. */
const LONGER_SIDE = 1600;
const QUALITY = 0.82;
/** Larger files are not opened: a phone would run out of memory. */
export const MOST_BYTES = 40 * 1024 * 1024;

export class NotAPhoto extends Error {}

/**
 * A photograph made smaller on the phone: upright as the camera held it, and drawn anew, so that position, time and
 * device that lay beside the picture are gone.
 *
 * @throws NotAPhoto with a sentence for whoever took it
 */
export async function shrunk(file: Blob): Promise<Blob> {
  if (file.size > MOST_BYTES)
    throw new NotAPhoto(
      `That file has ${Math.round(file.size / 1e6)} MB; a photograph of more than ${Math.round(MOST_BYTES / 1e6)} MB is not taken. Take it with the camera here.`,
    );
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new NotAPhoto('That is not a photograph, or it is damaged. Take it again.');
  }
  const scale = Math.min(1, LONGER_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new NotAPhoto('The picture could not be drawn.'))),
      'image/jpeg',
      QUALITY,
    ),
  );
}
