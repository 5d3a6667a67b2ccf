export * from './types';
export { FAULT_KINDS, faultKindOf, faultsOf, siteKey, type FaultKind, type FaultWords } from './faults';
export { openFarm, asToday } from './openFarm';
export { spotsOf } from './spots';
export { buildLibrary, type Library } from './library';
export { diagnose, type Diagnosis, type Suspect } from './diagnose';
export { nextReadings, type Next } from './nextReading';
export { drawFault, drawTwo, hide, type Hidden, type HiddenFault } from './hidden';
export { search, type Step } from './session';
