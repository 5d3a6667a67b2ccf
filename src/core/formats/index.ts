export * from './networkCase';
