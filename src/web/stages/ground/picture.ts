import { msg } from '../../../core/language';
/** The longer side of a kept picture, px, and the most its data address may take, characters: it travels in every plan file. */
const LONGEST_PX = 1600;
const MOST_CHARACTERS = 2_000_000;
const LARGEST_FILE = 60 * 1024 * 1024;

export type PictureReading =
  { ok: true; picture: string; widthPx: number; heightPx: number } | { ok: false; why: string };

/** Reads a PNG or JPEG and makes it small enough to be kept in a plan. */
export async function pictureFrom(file: File): Promise<PictureReading> {
  if (!['image/png', 'image/jpeg'].includes(file.type))
    return {
      ok: false,
      why: msg`That is not a PNG or JPEG picture. Save it as one of these and choose it again.`,
    };
  if (file.size > LARGEST_FILE)
    return { ok: false, why: msg`The picture is larger than 60 MB. Make it smaller and choose it again.` };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return { ok: false, why: msg`The picture cannot be read: the file is broken.` };
  }
  let longest = LONGEST_PX;
  try {
    for (;;) {
      const by = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
      const canvas = document.createElement('canvas');
      canvas.width = Math.max(1, Math.round(bitmap.width * by));
      canvas.height = Math.max(1, Math.round(bitmap.height * by));
      canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
      const picture = canvas.toDataURL('image/jpeg', 0.8);
      if (picture.length <= MOST_CHARACTERS)
        return { ok: true, picture, widthPx: canvas.width, heightPx: canvas.height };
      longest = Math.round(longest * 0.7);
    }
  } finally {
    bitmap.close();
  }
}
