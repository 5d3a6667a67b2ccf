import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import Joi from 'joi';
import { grouped, msg } from '../language';
import { nestsTooDeep, readPlan, writePlan, type Plan } from '../plan';
import { readBook, writeBook, type Entry } from '../season';
import { decode, isPacked } from './decode';
import { LARGEST, LARGEST_PHOTO, MOST_UNPACKED } from './fileSizes';

/** Files in the parcel of a plan and its book. */
const PLAN = 'plan.furrow.json';
const BOOK = 'book.json';
const PHOTOS = 'photos/';
const SHARED = 'shared.json';
const MB = 1024 * 1024;
/** A season's book without its photographs is no larger, bytes. */
const LARGEST_BOOK = 50 * MB;

/** What tells copies of a plan on several devices together. */
export interface Shared {
  /** The same on all copies. */
  lineage: string;
  /** The plan as it last came from elsewhere, and when that was written, ms since 1970. */
  received?: { at: number; plan: Plan };
}
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
  if (text === undefined || nestsTooDeep(text)) return undefined;
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

/** A photograph as it goes into a parcel, a JPEG. */
export interface ParcelPhoto {
  id: string;
  jpeg: Uint8Array;
}

/**
 * A plan, its book and its photographs as one file (zip).
 * @param at when it is written, ms since 1970
 */
export function writeParcel(
  plan: Plan,
  entries: readonly Entry[],
  photos: readonly ParcelPhoto[],
  shared: Shared,
  at: number,
): Uint8Array {
  const files: Record<string, Uint8Array> = {
    [PLAN]: strToU8(writePlan(plan)),
    [BOOK]: strToU8(writeBook([...entries])),
    [SHARED]: strToU8(JSON.stringify({ ...shared, at } satisfies SharedTold)),
  };
  for (const p of photos) files[`${PHOTOS}${p.id}.jpg`] = p.jpeg;
  return zipSync(files, { level: 6 });
}

export type ParcelReading =
  | { ok: true; entries: Entry[]; photos: ParcelPhoto[]; plan?: string; shared?: SharedTold }
  | { ok: false; why: string };

const isPhoto = (name: string): boolean => name.startsWith(PHOTOS) && name.endsWith('.jpg');
const LARGEST_OF: Readonly<Record<string, number>> = {
  [PLAN]: LARGEST.plan,
  [BOOK]: LARGEST_BOOK,
  [SHARED]: LARGEST.plan,
};

/**
 * A book from a parcel, or from a book's own file. A parcel is measured before anything of it is unpacked.
 * @returns why it is not taken, as words that go on after “the file was not added:”
 */
export function readParcel(bytes: Uint8Array): ParcelReading {
  if (!isPacked(bytes)) {
    if (bytes.length > LARGEST_BOOK)
      return { ok: false, why: msg`the book is larger than ${LARGEST_BOOK / MB} MB` };
    return bookIn(decode(bytes).text);
  }
  let unpacked = 0;
  let why = '';
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const most = isPhoto(name) ? LARGEST_PHOTO : LARGEST_OF[name];
        if (most === undefined || why !== '') return false;
        unpacked += originalSize;
        if (originalSize > most)
          why = msg`“${name}” in it would be ${grouped(Math.round(originalSize / MB))} MB, more than ${grouped(most / MB)} MB`;
        else if (unpacked > MOST_UNPACKED)
          why = msg`unpacked it would be more than ${grouped(MOST_UNPACKED / MB)} MB`;
        return why === '';
      },
    });
  } catch (error) {
    return { ok: false, why: msg`the file is damaged (${(error as Error).message})` };
  }
  if (why !== '') return { ok: false, why };
  if (!files[BOOK]) return { ok: false, why: msg`there is no ${BOOK} in it` };
  const read = bookIn(strFromU8(files[BOOK]));
  if (!read.ok) return read;
  const shared = sharedIn(files[SHARED] && strFromU8(files[SHARED]));
  return {
    ...read,
    photos: Object.entries(files)
      .filter(([name]) => isPhoto(name))
      .map(([name, jpeg]) => ({ id: name.slice(PHOTOS.length, -4), jpeg })),
    ...(files[PLAN] && { plan: strFromU8(files[PLAN]) }),
    ...(shared && { shared }),
  };
}

function bookIn(text: string): ParcelReading {
  if (nestsTooDeep(text)) return { ok: false, why: msg`it is nested too deep to be a book` };
  const read = readBook(text);
  return read.ok
    ? { ok: true, entries: read.book.entries, photos: [] }
    : { ok: false, why: `${read.path ? `${read.path}: ` : ''}${read.what}` };
}
