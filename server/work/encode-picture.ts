import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Jpeg } from '../store/picture-store.js';

/** The longer side of a picture as it is kept, pixels: a page of paper at 240 dots an inch. */
const LONGEST = 2000;
/** More than any camera has; a file that says it holds more is made to fill the memory. */
const MOST_PIXELS = 120_000_000;
const QUALITY = 82;
const FORMATS = ['jpeg', 'png', 'webp'];

/**
 * A picture as it is kept: turned upright, scaled, and encoded anew from its pixels, so that where it was taken, and
 * whatever else a file can hold beside them, stays behind. The same file gives the same bytes.
 *
 * @returns null where it is no JPEG, PNG or WebP that can be read whole
 */
export async function encodePicture(file: Uint8Array): Promise<Jpeg | null> {
  try {
    const image = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await image.metadata();
    if (!FORMATS.includes(format)) return null;
    const { data, info } = await image
      .autoOrient()
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: 'white' })
      .jpeg({ quality: QUALITY })
      .toBuffer({ resolveWithObject: true });
    const sha256 = createHash('sha256').update(data).digest('hex');
    return { width: info.width, height: info.height, sha256, bytes: data };
  } catch {
    return null;
  }
}
