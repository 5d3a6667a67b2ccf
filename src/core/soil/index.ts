export * from './climate';
export * from './cropCoefficient';
export * from './ponding';
export * from './referenceEt';
export * from './waterBalance';
export * from './wetting';
export * from './pot';
