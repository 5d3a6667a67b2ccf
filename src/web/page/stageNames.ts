import { msg } from '../../core/language';

/** Stages in the order growers work, by what they are called. */
export const STAGE_NAMES = {
  water: msg`Water`,
  ground: msg`Ground`,
  beds: msg`Beds`,
  pipework: msg`Pipework`,
  check: msg`Check`,
  sets: msg`Sets`,
  build: msg`Build`,
  season: msg`Season`,
};
export type StageId = keyof typeof STAGE_NAMES;
