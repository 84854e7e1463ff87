import { createHash } from 'node:crypto';
import { imageSize } from 'image-size';
import { Jimp, JimpMime } from 'jimp';
import { bookAnswers } from '#words/book';

/** Longest side as it is kept, and as it is shown in a list; pixels. */
const keptPx = 2000;
const smallPx = 320;
/** A picture of 40 million points takes 160 MB to unfold; more is a camera's raw format or a trap. */
const mostPixelsCount = 40_000_000;

const bytesPerPixel = 4;
/** Deflate, and so PNG, unfolds to at most 1032 times its bytes (RFC 1951; one colour all over); JPEG to half of that. */
const mostUnfoldingRatio = 1032 * bytesPerPixel;

export interface Photo {
  photoHash: string;
  widthPx: number;
  heightPx: number;
  bytes: Uint8Array;
  smallBytes: Uint8Array;
}
export type Reencoded = { photo: Photo } | { fault: string };

export const photoHashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** What the bytes say they are, before anything of them is unfolded. */
function measured(bytes: Uint8Array): { type: string; widthPx: number; heightPx: number } | null {
  try {
    const { type = '', width, height } = imageSize(bytes);
    return { type, widthPx: width, heightPx: height };
  } catch {
    return null;
  }
}

/**
 * A photo as the book keeps it: unfolded and written anew as JPEG, at most 2000 pixels long, turned upright. So nothing
 * of the file itself remains: no place, no device, no other data behind the picture.
 */
export async function reencoded(bytes: Uint8Array): Promise<Reencoded> {
  const size = measured(bytes);
  if (!size || !['jpg', 'png'].includes(size.type)) return { fault: bookAnswers.isNoJpegOrPng };
  const { widthPx, heightPx } = size;
  if (widthPx < 16 || heightPx < 16) return { fault: bookAnswers.isSmallerThan16Pixels };
  if (widthPx * heightPx > mostPixelsCount)
    return { fault: bookAnswers.hasMillionPoints40Are(Math.round((widthPx * heightPx) / 1e6)) };
  if (widthPx * heightPx * bytesPerPixel > mostUnfoldingRatio * bytes.length)
    return { fault: bookAnswers.claimsMorePointsThanIts };
  try {
    const image = await Jimp.fromBuffer(Buffer.from(bytes));
    if (Math.max(image.width, image.height) > keptPx) image.scaleToFit({ w: keptPx, h: keptPx });
    const kept = new Uint8Array(await image.getBuffer(JimpMime.jpeg, { quality: 82 }));
    const small = image.clone().scaleToFit({ w: smallPx, h: smallPx });
    return {
      photo: {
        photoHash: photoHashOf(kept),
        widthPx: image.width,
        heightPx: image.height,
        bytes: kept,
        smallBytes: new Uint8Array(await small.getBuffer(JimpMime.jpeg, { quality: 76 })),
      },
    };
  } catch {
    return { fault: bookAnswers.isDamagedItCannotBe };
  }
}

/**
 * A photo out of another house's export: kept byte for byte, so that its hash stays; but only as what this house
 * would have written itself, and never with hidden data.
 */
export async function takenOver(bytes: Uint8Array, photoHash: string): Promise<Reencoded> {
  if (photoHashOf(bytes) !== photoHash) return { fault: bookAnswers.wasAlteredItsBytesDo };
  const size = measured(bytes);
  if (size?.type !== 'jpg') return { fault: bookAnswers.isNoJpegPicture };
  if (Math.max(size.widthPx, size.heightPx) > keptPx) return { fault: bookAnswers.isLongerThanPixels(keptPx) };
  if (carriesMetadata(bytes)) return { fault: bookAnswers.carriesHiddenDataSuchAs };
  const made = await reencoded(bytes);
  return 'fault' in made ? made : { photo: { ...made.photo, photoHash, bytes } };
}

/** Whether a JPEG has segments beside the picture itself: EXIF and XMP (APP1), others to APP15, comments. */
export function carriesMetadata(bytes: Uint8Array): boolean {
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1] ?? 0;
    // The picture begins; what follows is not divided into segments any more.
    if (marker === 0xda) return false;
    if ((marker > 0xe0 && marker <= 0xef) || marker === 0xfe) return true;
    at += 2 + (((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0));
  }
  return false;
}
