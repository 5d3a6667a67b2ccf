import Joi from 'joi';
import { msg } from '../language';

/** A message of a logger in the field, as docs/field-format.md has it. */
export interface FieldMessage {
  v: 1;
  at: number;
  channel: string;
  value: number;
  simulated?: boolean;
}

const message = Joi.object({
  v: Joi.valid(1).required(),
  at: Joi.number().min(0).max(8.64e15).required(),
  channel: Joi.string().max(200).required(),
  value: Joi.number().min(-1e9).max(1e9).required(),
  simulated: Joi.boolean(),
}).unknown(true);

export interface FieldChannel {
  id: string;
  name: string;
  kind: string;
  unit: string;
  spot?: string;
}
const channel = Joi.object({
  id: Joi.string().max(200).required(),
  name: Joi.string().max(300).required(),
  kind: Joi.string().max(40).required(),
  unit: Joi.string().max(20).required(),
  spot: Joi.string().max(200),
}).unknown(true);

/** Reads one message. @returns what is wrong with it, where it is none */
export function readMessage(text: string): { ok: true; message: FieldMessage } | { ok: false; why: string } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, why: msg`it is not JSON` };
  }
  const { error, value } = message.validate(json, { convert: false });
  return error
    ? { ok: false, why: error.message.replaceAll('"', '') }
    : { ok: true, message: value as FieldMessage };
}

/** Reads the list of a logger's channels. */
export function readChannels(json: unknown): { simulated: boolean; channels: FieldChannel[] } | undefined {
  const { error, value } = Joi.object({
    simulated: Joi.boolean().default(false),
    channels: Joi.array().items(channel).max(2000).required(),
  })
    .unknown(true)
    .validate(json, { convert: false });
  return error ? undefined : (value as { simulated: boolean; channels: FieldChannel[] });
}
