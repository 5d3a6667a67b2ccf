export * from './workings';
