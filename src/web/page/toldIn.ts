import { stageOf, type Finding } from '../../core/check';
import type { StageId } from './stageNames';

/** Findings that are told in a stage: those mended there; in Check all. Notes are only good to know. */
export const toldIn = (id: StageId, told: readonly Finding[]): Finding[] =>
  told.filter((f) => f.because === undefined && f.grade !== 'note' && (id === 'check' || stageOf(f) === id));
