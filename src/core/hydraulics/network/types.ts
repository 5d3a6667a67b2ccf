import type { FrictionSchool } from '../friction';
import type { RunSpec } from '../run';
import type { Supply } from '../source';

export interface NodeSpec {
  id: string;
  elevationM: number;
}

export type LinkSpec = { from: string; to: string } & (
  | { kind: 'pipe'; lengthM: number; diameterMm: number; hazenWilliamsC?: number; minorK?: number }
  | { kind: 'loss'; fixedKpa?: number; lossKpa: number; atLph: number; exponent?: number }
  | {
      kind: 'regulator';
      setKpa: number;
      lossKpa: number;
      atLph: number;
      fixedKpa?: number;
      exponent?: number;
    }
);

export type LateralSpec = RunSpec & { id: string; node: string };

/** A drip network: a tree from one supply node through links to runs. */
export interface NetworkSpec {
  name?: string;
  /** Water temperature, °C; 20 if not given. */
  waterC?: number;
  friction?: FrictionSchool;
  supply: Supply & { node: string };
  nodes: readonly NodeSpec[];
  links: readonly LinkSpec[];
  laterals: readonly LateralSpec[];
}

export interface LateralResult {
  /** At its node, before the take-off. */
  inletKpa: number;
  /** At the last emitter. */
  endKpa: number;
  minKpa: number;
  maxKpa: number;
  minLph: number;
  maxLph: number;
  flowLph: number;
  emitters: number;
}

export interface NetworkResult {
  supply: { flowLph: number; pressureKpa: number };
  /** Pressure by node id, kPa. */
  nodes: Record<string, number>;
  laterals: Record<string, LateralResult>;
  /** Flow by link, in the order of the network's links, L/h. */
  linkLph: Float64Array;
  /** How the answer was reached. */
  effort: { iterations: number; marches: number; residualKpa: number };
}

export const DEFAULT_WATER_C = 20;

/** A network that makes no sense, with the path of the field at fault. */
export class NetworkError extends Error {
  constructor(
    readonly path: string,
    readonly what: string,
  ) {
    super(`${path}: ${what}`);
  }
}
