import type { NetworkSolution, NetworkSpec } from '../../hydraulics/network';
import type { Point } from '../../ground';
import type { FarmNetwork, FarmResults } from '../../network';
import type { FullPlan, WaterSet } from '../../plan';
import type { FaultKind } from './faults/names';

/** What is open while readings are taken: one of the plan's sets, or all of it; solved as it should be. */
export interface OpenFarm {
  /** The whole plan, and the same with the set open. */
  plan: FullPlan;
  open: FullPlan;
  set: WaterSet | undefined;
  results: FarmResults;
  /** What the farm's own readings taught, which the network already has in it. */
  learned?: Learned;
}

/** How far each thing that is not known exactly is out, and how surely that is known; both in its usual deviations. */
export type Learned = Readonly<Record<string, { out: number; within: number }>>;

/** Neighbouring beds that are told apart by looking, not by a gauge: a stretch of a block. */
export interface Stretch {
  block: number;
  blockId: string;
  /** Keys of its beds, in order. */
  keys: string[];
  /** Its beds' runs, by place among the farm's. */
  runs: number[];
  /** The run that is read for all of them. */
  run: number;
}

/** Where something can be wrong. */
export type Site =
  | { at: 'source' }
  | { at: 'part'; place: string; part: string }
  | { at: 'main'; to: string }
  | { at: 'header'; block: string }
  | { at: 'block'; block: string }
  | { at: 'beds'; block: string; keys: string[] }
  | { at: 'farm' };

/**
 * What is seen on a walk: nothing amiss; water where none should be; dry or weak beds; emitters that give nothing beside others
 * that drip; beds that should be shut. Each with its place.
 */
export type Seen = 'fine' | `${SeenKind}:${string}`;
export type SeenKind = 'water' | 'dry' | 'gaps' | 'open';

/** A place where something can be read or seen while a set runs. */
export interface Spot {
  id: string;
  kind: 'gauge' | 'meter' | 'cups' | 'level' | 'look';
  /** How it is called. */
  name: string;
  /** On the sheet, m. */
  point: Point;
  /** Place of its block among the plan's, where it is at one. */
  block?: number;
  /** Node whose pressure is read, or where a meter stands. */
  node?: string;
  /** Run at whose far end a gauge is put, or whose emitters are cupped, by place among the farm's. */
  run?: number;
  /** The plan's own gauge or meter, by its part; else one carried about. */
  fixed?: string;
  /** Looked over: open blocks with their headers and beds, by place among the plan's; pieces of the main; a block that should be shut. */
  looks?: { blocks: number[]; mains: string[]; shut?: string };
  /** What it takes to read once one is there, min. */
  minutes: number;
}

/** A reading: a pressure in kPa, a flow in L/h (cups: the mean of them), a level in m, or what was seen. */
export interface Reading {
  spot: string;
  /** The set that was open; none where everything waters at once. */
  set?: string;
  value?: number;
  seen?: Seen;
}

/** The network with a fault in it, and what readings then show that is not in its water. */
export interface Changed {
  network: NetworkSpec;
  /** Of a farm with more open than there should be: its own network. */
  built?: FarmNetwork;
  /** What a reading shows instead of what is there. */
  reads?: (spot: Spot, value: number) => number;
  /** Laterals that stand for a run, and the node at its end, by the run's place among the farm's. */
  runAs?: { run: number; laterals: number[]; endNode: string };
  /** Laterals that are leaks, by place in the network, and where the water is seen. */
  leaks?: { lateral: number; seenAt: string; main?: string }[];
  /** The source's water stands so much lower, m. */
  levelFallM?: number;
  /** Emitters that give nothing: where, and what share of them. */
  gaps?: { at: string; share: number };
  /** Beds open that should be shut. */
  openAt?: string;
}

/** One way in which something can be wrong at a place, and how large: a line of sizes from hardly noticed to complete. */
export interface Fault {
  /** Kind, place and variant. */
  id: string;
  kind: FaultKind;
  site: Site;
  /** Faults of one kind at one place are one to the grower. */
  group: string;
  /** Rising. What a size means the kind says. */
  sizes: number[];
  /** @param size between the first and the last of the sizes */
  change: (size: number) => Changed;
}

export interface Solved {
  network: NetworkSpec;
  solution: NetworkSolution;
}
