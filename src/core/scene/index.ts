export * from './figures';
export * from './beds';
export * from './runs';
export * from './pipes';
export * from './emitters';
export * from './relief';
export * from './pressureScale';
export * from './svg';
