import { handTurns } from './handTurns';
import { pumpUnswitched } from './pumpUnswitched';
import { setCannotOpen } from './setCannotOpen';
import { stationsFew } from './stationsFew';
import { wireLong } from './wireLong';

/** What is found of who opens what. */
export const SWITCHING_KINDS = [setCannotOpen, wireLong, pumpUnswitched, stationsFew, handTurns] as const;
