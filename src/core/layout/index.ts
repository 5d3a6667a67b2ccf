export * from './layout';
