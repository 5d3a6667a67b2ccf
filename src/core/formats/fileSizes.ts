import { grouped, msg } from '../language';

const MB = 1024 * 1024;

/** Files that are read, and how large the largest of each may be, bytes: far over what people have, and read within seconds. */
export const LARGEST = {
  plan: 20 * MB,
  /** A plan with a season's book and photographs. */
  parcel: 300 * MB,
  ground: 40 * MB,
  weather: 20 * MB,
  plants: 5 * MB,
  readings: 20 * MB,
  parts: 5 * MB,
  prices: 10 * MB,
  have: 10 * MB,
} as const;
export type FileKind = keyof typeof LARGEST;

/** What is inside a parcel once it is unpacked, bytes: all of it, and one photograph. */
export const MOST_UNPACKED = 300 * MB;
export const LARGEST_PHOTO = 20 * MB;

const INSTEAD: Record<FileKind, string> = {
  plan: msg`a plan is far smaller`,
  parcel: msg`a plan with its book is far smaller`,
  ground: msg`cut it down to the field and choose it again`,
  weather: msg`cut it down to the seasons you need and choose it again`,
  plants: msg`a list of plants is far smaller`,
  readings: msg`cut it down to one season and choose it again`,
  parts: msg`a list of parts is far smaller`,
  prices: msg`a price book is far smaller`,
  have: msg`a list of what you have is far smaller`,
};

/** Why a file is not read, as a whole sentence; nothing where its size is fine. */
export const tooLarge = (kind: FileKind, bytes: number): string | undefined =>
  bytes > LARGEST[kind]
    ? msg`The file is larger than ${grouped(LARGEST[kind] / MB)} MB: ${INSTEAD[kind]}.`
    : undefined;
