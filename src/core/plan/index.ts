export * from './model/limits';
export * from './model/types';
export type { PipePiece } from './fields/pipeTypes';
export { FEED } from './model/placesTypes';
export { FEELS, OPENED_BY } from './model/wateringTypes';
export * from './model/switching';
export * from './model/openSet';
export * from './model/outlets';
export * from './model/bedWord';
export { dayWeather as dayWeatherSchema } from './rules/wateringSchema';
export {
  comesIn,
  curveIn,
  isMains,
  isPumped,
  isStored,
  isSucking,
  isWell,
  kindOf,
  leastLphOf,
  HELD,
  QUESTIONS,
  SOURCE_KINDS,
  storedLevelM,
  unaidedKpa,
  type Enough,
  type IntakeStep,
  type Measure,
  type Paragraph,
  type Piece,
  type SourceKind,
  type SourceQuestion,
  type SourceState,
  type SourceThing,
  type Stored,
  type WouldDo,
} from './sources';
export { isTote } from './sources/tank';
export { blankPlan, fillIn, typicalHead } from './model/defaults';
export { fullPart } from './model/fullPart';
export * from './model/joins';
export { HEADLAND_M, surfaceOf } from './model/landDefaults';
export { LIMITS } from './fields/bounds';
export { planSchema } from './rules/schema';
export { migrate, MIGRATIONS } from './file/migrations';
export { contradictions } from './rules/sanity';
export type { Contradiction } from './fields/contradiction';
export { readPlan, writePlan, MAX_PLAN_BYTES, type PlanReading } from './file/file';
export {
  clashPlace,
  mergePlans,
  withValue,
  type MergedPlans,
  type PlanClash,
  type PlanPath,
} from './file/merge';
export { readParts, writeParts, type PartsReading } from './file/partsFile';
export { extentOf, MOST, nestsTooDeep, type Extent } from './rules/measure';
export * from './file/history';
export { recoverPlan, type Recovered } from './file/recover';
export { brokenJson } from './file/brokenJson';
export { refusalOf, type Refusal } from './rules/refuse';
export { cropIn, cropName, cropsOf, needIn, OWN_GROUP } from './model/crops';
