export * from './diagnosis/types';
export {
  FAULT_KINDS,
  faultKindOf,
  faultsOf,
  siteKey,
  type FaultKind,
  type FaultWords,
} from './diagnosis/faults';
export * from './diagnosis/openFarm';
export { spotsOf } from './diagnosis/spots';
export { stretchesOf } from './diagnosis/stretches';
export { buildLibrary, type Library } from './diagnosis/library';
export { diagnose, type Diagnosis, type Suspect } from './diagnosis/diagnose';
export { nextReadings, type Next } from './diagnosis/nextReading';
export { drawFault, drawTwo, hide, type Hidden, type HiddenFault } from './practice/hidden';
export { search, standing, type Step } from './practice/session';
export * from './diagnosis/expected';
export * from './diagnosis/calibrate';
export * from './diagnosis/cups';
export { predictedCups, pressuresIn, type PressuresRead } from './diagnosis/cupsPredicted';
export * from './diagnosis/flushing';
export * from './book/upkeep';
export * from './diagnosis/walk';
export * from './diagnosis/told';
export * from './practice/practice';
export * from './book/types';
export * from './book/schema';
export * from './book/entries';
export * from './book/series';
export * from './book/questions';
export * from './book/clock';
export * from './book/water';
export * from './practice/logger';
