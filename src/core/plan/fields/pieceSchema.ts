import Joi from 'joi';
import { PIPES } from '../../catalog/pipes';
import { ids, positive } from './bounds';

/** A pipe with its bore and smoothness, as a file may hold it. */
export const pipePiece = {
  pipe: Joi.valid(...ids(PIPES)),
  boreMm: positive(1000).min(1),
  hazenWilliamsC: positive(200).min(40),
};
