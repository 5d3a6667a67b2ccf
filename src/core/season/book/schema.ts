import Joi from 'joi';
import { msg } from '../../language';
import { BOOK_FORMAT, BOOK_VERSION, FEELS, WHATS, type Book } from './types';

/** Books hold no more than this: a season of a busy farm is a few thousand. */
export const MOST_ENTRIES = 100_000;

const id = Joi.string().max(80);
const number = Joi.number().min(-1e9).max(1e9);
const time = Joi.number().min(0).max(8.64e15);

const entry = Joi.object({
  id: id.required(),
  what: Joi.valid(...WHATS).required(),
  at: time.required(),
  written: time.required(),
  set: id,
  spot: Joi.string().max(200),
  block: id,
  beds: Joi.array().items(id).max(5000),
  value: number,
  seen: Joi.string().max(200),
  feel: Joi.valid(...FEELS),
  seconds: Joi.number().positive().max(1e6),
  cups: Joi.array()
    .items(
      Joi.object({
        bed: id.required(),
        along: Joi.number().min(0).max(1).required(),
        ml: Joi.number().min(0).max(1e6).required(),
      }),
    )
    .max(2000),
  part: Joi.string().max(200),
  text: Joi.string().max(2000).allow(''),
  photo: id,
  learned: Joi.object().pattern(
    Joi.string().max(200),
    Joi.object({ out: number.required(), within: Joi.number().min(0).max(10).required() }),
  ),
  corrects: id,
  struck: Joi.boolean(),
});

const book = Joi.object({
  format: Joi.valid(BOOK_FORMAT).required(),
  version: Joi.valid(BOOK_VERSION).required(),
  entries: Joi.array().items(entry).max(MOST_ENTRIES).required(),
});

export type BookReading = { ok: true; book: Book } | { ok: false; path: string; what: string };

/** Reads a book; what it says that is not in it is refused with its place. */
export function readBook(text: string): BookReading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return { ok: false, path: '', what: msg`it is not JSON: ${(error as Error).message}` };
  }
  const version = (json as { version?: unknown })?.version;
  if (typeof version === 'number' && version > BOOK_VERSION)
    return {
      ok: false,
      path: 'version',
      what: msg`the book is of version ${version}, made by a newer Idle Furrow; this one reads version ${BOOK_VERSION}`,
    };
  const { error, value } = book.validate(json, { convert: false });
  if (!error) return { ok: true, book: value as Book };
  const [first] = error.details;
  return { ok: false, path: first.path.join('.'), what: first.message };
}

export const writeBook = (entries: Book['entries']): string =>
  JSON.stringify({ format: BOOK_FORMAT, version: BOOK_VERSION, entries } satisfies Book) + '\n';
