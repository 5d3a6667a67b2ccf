import { writeParcel, type ParcelPhoto, type Shared } from '../../core/formats/parcel';
import { msg } from '../../core/language';
import type { Entry } from '../../core/season';
import type { Plan } from '../../core/plan';
import { readPhotos, writePhoto } from './bookShelf';

/** A plan, its book and its photographs as one file. */
export async function parcel(
  plan: Plan,
  id: string,
  entries: readonly Entry[],
  shared: Shared,
): Promise<Blob> {
  const photos: ParcelPhoto[] = [];
  for (const { id: photo, jpeg } of await readPhotos(id))
    photos.push({ id: photo, jpeg: new Uint8Array(await jpeg.arrayBuffer()) });
  const bytes = writeParcel(plan, entries, photos, shared, Date.now());
  return new Blob([bytes as BlobPart], { type: 'application/zip' });
}

export async function keepPhotos(plan: string, photos: readonly ParcelPhoto[]): Promise<void> {
  for (const { id, jpeg } of photos)
    await writePhoto({ plan, id, jpeg: new Blob([jpeg as BlobPart], { type: 'image/jpeg' }) });
}

/** Photographs are kept no wider or higher than this, pixels, and at this quality. */
const SMALL_PX = 1280;
const QUALITY = 0.72;

/** A photograph made small, as a picture that every program reads. */
export async function madeSmall(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, SMALL_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error(msg`the picture could not be made small`))),
      'image/jpeg',
      QUALITY,
    ),
  );
}
