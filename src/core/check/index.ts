export * from './types';
export { findAll } from './check';
export { describe, GRADE_WORDS, type Words } from './words';
export { verdict, type Verdict } from './verdict';
export { mismatches, type Mismatch } from './findings/endsUnlike';
export { orderSays } from './words/order';
export { findingWorking } from './findingWorking';
