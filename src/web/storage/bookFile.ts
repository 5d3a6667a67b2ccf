import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { msg } from '../../core/language';
import { readBook, writeBook, type Entry } from '../../core/season';
import { readPlan, writePlan, type Plan } from '../../core/plan';
import Joi from 'joi';
import { readPhotos, writePhoto } from './bookShelf';
import type { Shared } from './sharing';

/** Files in the parcel of a plan and its book. */
const PLAN = 'plan.furrow.json';
const BOOK = 'book.json';
const PHOTOS = 'photos/';
const SHARED = 'shared.json';

/** What tells copies of a plan on several devices together. */
export interface SharedTold extends Shared {
  /** When the file was written, ms since 1970. */
  at: number;
}
const sharedSchema = Joi.object({
  lineage: Joi.string().max(80).required(),
  at: Joi.number().required(),
  received: Joi.object({ at: Joi.number().required(), plan: Joi.object().required() }),
});

/** @returns nothing where it is missing or broken: the plan is then one of its own */
function sharedIn(text: string | undefined): SharedTold | undefined {
  if (text === undefined) return undefined;
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return undefined;
  }
  const { error, value } = sharedSchema.validate(raw, { convert: false });
  if (error) return undefined;
  const { received, ...told } = value as SharedTold;
  const read = received && readPlan(JSON.stringify(received.plan));
  return read?.ok ? { ...told, received: { at: received!.at, plan: read.plan } } : told;
}

/** A plan, its book and its photographs as one file (zip). */
export async function parcel(
  plan: Plan,
  id: string,
  entries: readonly Entry[],
  shared: Shared,
): Promise<Blob> {
  const files: Record<string, Uint8Array> = {
    [PLAN]: strToU8(writePlan(plan)),
    [BOOK]: strToU8(writeBook([...entries])),
    [SHARED]: strToU8(JSON.stringify({ ...shared, at: Date.now() } satisfies SharedTold)),
  };
  for (const p of await readPhotos(id))
    files[`${PHOTOS}${p.id}.jpg`] = new Uint8Array(await p.jpeg.arrayBuffer());
  return new Blob([zipSync(files, { level: 6 }) as BlobPart], { type: 'application/zip' });
}

export type Unpacked =
  | { ok: true; entries: Entry[]; photos: { id: string; jpeg: Blob }[]; plan?: string; shared?: SharedTold }
  | { ok: false; why: string };

/** A book from a parcel, or from a book's own file. */
export async function unpack(file: Blob): Promise<Unpacked> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text: string;
  let plan: string | undefined;
  let shared: SharedTold | undefined;
  const photos: { id: string; jpeg: Blob }[] = [];
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    try {
      const files = unzipSync(bytes);
      if (!files[BOOK]) return { ok: false, why: msg`there is no ${BOOK} in it` };
      text = strFromU8(files[BOOK]);
      if (files[PLAN]) plan = strFromU8(files[PLAN]);
      shared = sharedIn(files[SHARED] && strFromU8(files[SHARED]));
      for (const [name, content] of Object.entries(files))
        if (name.startsWith(PHOTOS) && name.endsWith('.jpg'))
          photos.push({
            id: name.slice(PHOTOS.length, -4),
            jpeg: new Blob([content as BlobPart], { type: 'image/jpeg' }),
          });
    } catch (error) {
      return { ok: false, why: msg`the file is damaged (${(error as Error).message})` };
    }
  } else text = new TextDecoder().decode(bytes);
  const read = readBook(text);
  return read.ok
    ? {
        ok: true,
        entries: read.book.entries,
        photos,
        ...(plan !== undefined && { plan }),
        ...(shared && { shared }),
      }
    : { ok: false, why: `${read.path ? `${read.path}: ` : ''}${read.what}` };
}

export async function keepPhotos(plan: string, photos: readonly { id: string; jpeg: Blob }[]): Promise<void> {
  for (const p of photos) await writePhoto({ plan, ...p });
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
