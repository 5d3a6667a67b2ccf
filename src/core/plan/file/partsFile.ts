import Joi from 'joi';
import { msg } from '../../language';
import type { PartKind } from '../../catalog/headParts';
import { brokenJson } from './brokenJson';
import { ownPartSchema } from '../rules/schema';

export const PARTS_FORMAT = 'idle-furrow-parts';
const PARTS_VERSION = 1;

export type PartsReading = { ok: true; parts: PartKind[] } | { ok: false; why: string };

const schema = Joi.object({
  format: Joi.valid(PARTS_FORMAT).required(),
  version: Joi.valid(PARTS_VERSION).required(),
  parts: Joi.array().items(ownPartSchema).max(500).unique('id').required(),
});

/** A grower's own parts as a file's text. */
export const writeParts = (parts: readonly PartKind[]): string =>
  JSON.stringify({ format: PARTS_FORMAT, version: PARTS_VERSION, parts }, null, 2) + '\n';

/** Reads a parts file; or says why not, with the field's path. */
export function readParts(text: string): PartsReading {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return { ok: false, why: brokenJson(text, error) };
  }
  const { error, value } = schema.validate(json, { convert: false });
  if (!error) return { ok: true, parts: (value as { parts: PartKind[] }).parts };
  const [first] = error.details;
  return {
    ok: false,
    why:
      first.path[0] === 'format'
        ? msg`the file is not a list of parts from Idle Furrow`
        : `${first.path.join('.')}: ${first.message.replace(/^"[^"]*" /, '')}`,
  };
}
