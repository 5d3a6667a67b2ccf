import { expose } from 'comlink';
import { readGround, readTable } from '../core/formats/ground';

const api = { readGround, readTable };
export type GroundApi = typeof api;

expose(api);
