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
  /** A pump in line: adds what its curve gives at each flow. */
  | { kind: 'boost'; pump: Supply }
);

export type LateralSpec = RunSpec & { id: string; node: string };

/** A drip network: a tree from one supply node through links to runs, and ties that close loops in it. */
export interface NetworkSpec {
  name?: string;
  /** Water temperature, °C; 20 if not given. */
  waterC?: number;
  friction?: FrictionSchool;
  supply: Supply & { node: string };
  nodes: readonly NodeSpec[];
  links: readonly LinkSpec[];
  /** Pipes or parts between nodes that the links feed already; water may pass them either way. */
  ties?: readonly LinkSpec[];
  laterals: readonly LateralSpec[];
}

/** Numbers kept of each run, in this order. */
export const LATERAL_FIELDS = [
  'inletKpa',
  'endKpa',
  'minKpa',
  'maxKpa',
  'minLph',
  'maxLph',
  'flowLph',
  'emitters',
] as const;

/** The steady state of a network as flat arrays, in the order of its nodes, links, ties and laterals. */
export interface NetworkSolution {
  supply: { flowLph: number; pressureKpa: number };
  nodeKpa: Float64Array;
  linkLph: Float64Array;
  /** Flow from `from` to `to`; negative the other way. */
  tieLph: Float64Array;
  /** For each lateral its {@link LATERAL_FIELDS}, one lateral after the other. */
  laterals: Float64Array;
  /** How the answer was reached. */
  effort: { iterations: number; marches: number; residualKpa: number };
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

/** One lateral of a solution. */
export function lateralAt({ laterals }: Pick<NetworkSolution, 'laterals'>, i: number): LateralResult {
  const at = i * LATERAL_FIELDS.length;
  return {
    inletKpa: laterals[at],
    endKpa: laterals[at + 1],
    minKpa: laterals[at + 2],
    maxKpa: laterals[at + 3],
    minLph: laterals[at + 4],
    maxLph: laterals[at + 5],
    flowLph: laterals[at + 6],
    emitters: laterals[at + 7],
  };
}

/** A solution by the names of the network's nodes and laterals. */
export interface NetworkResult extends NetworkSolution {
  nodes: Record<string, number>;
  byId: Record<string, LateralResult>;
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
