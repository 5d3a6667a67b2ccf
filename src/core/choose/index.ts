export * from './compare';
export * from './headerSizes';
export * from './holes';
export * from './howSure';
export * from './runLength';
export * from './whatToLay';
export * from './drillTable';
