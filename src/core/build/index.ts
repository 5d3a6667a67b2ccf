export * from './cost';
