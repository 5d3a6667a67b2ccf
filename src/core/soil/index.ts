export * from './ponding';
