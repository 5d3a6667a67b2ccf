export * from './fieldSheets';
export * from './letters';
export * from './page';
export type { Printed } from './sheets/printed';
export { seasonReport } from './seasonReport';
