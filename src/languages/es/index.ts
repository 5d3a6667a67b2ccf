import type { Table } from '../table';
import { table as start } from './start';
import { words } from './words';

/** All of it. */
export const table: Table = { ...start, words };
