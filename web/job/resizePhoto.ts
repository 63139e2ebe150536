import { PHOTO_LIMITS } from "#contract/photos";

/** Qualities tried in turn until it is small enough. */
const QUALITIES = [0.85, 0.7, 0.55, 0.4];

/** Size within the limit, proportions kept; never larger than it was. */
export function fittedSize(width: number, height: number): { width: number; height: number } {
  const share = Math.min(1, PHOTO_LIMITS.longestSide / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * share)), height: Math.max(1, Math.round(height * share)) };
}

/** A picture as the JPEG that is kept; null where the file is no picture or cannot be made small enough. */
export async function resizePhoto(file: Blob): Promise<Blob | null> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    return null;
  }
  const { width, height } = fittedSize(picture.width, picture.height);
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext("2d")?.drawImage(picture, 0, 0, width, height);
  picture.close();
  for (const quality of QUALITIES) {
    const made = await canvas.convertToBlob({ type: PHOTO_LIMITS.type, quality });
    if (made.size <= PHOTO_LIMITS.mostBytes) return made;
  }
  return null;
}
