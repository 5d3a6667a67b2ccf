import { pipeKind, strengthOf } from '../catalog/pipes';
import { velocityMps, type Medium } from '../hydraulics/friction';
import {
  lateralAt,
  lossAcross,
  type LateralResult,
  type LinkSpec,
  type NetworkSolution,
} from '../hydraulics/network';
import { surgeKpa } from '../hydraulics/surge';
import { KPA_PER_M } from '../hydraulics/water';
import type { FarmLayout, LaidMain, LaidRun } from '../layout';
import type { EvennessSchool, FullPlan, Outlet, PipePiece, Tape, Tee } from '../plan';
import type { BlockNetwork, PartStep } from './blockNetwork';
import type { Demand } from './demand';
import type { FarmNetwork } from './farmNetwork';
import { mediumOf, shutKpa } from './intake';
import { evennessOf, flowsAlong } from './evenness';
import { prepareRun } from '../hydraulics/run';

/** A run as laid and what it does. */
export interface RunResult extends LateralResult {
  run: LaidRun;
  uniformity: number;
}

export interface BedResult {
  /** Of the bed as laid. */
  key: string;
  flowLph: number;
  minKpa: number;
  maxKpa: number;
}

/** What a block in use does. */
export interface BlockResult {
  /** Place among the plan's blocks. */
  index: number;
  built: BlockNetwork;
  beds: BedResult[];
  flowLph: number;
  emitters: number;
  uniformity: number;
  /** Places among the farm's runs. */
  firstRun: number;
  runCount: number;
  weakest: number;
  strongest: number;
  /** Where the main reaches it, and at its header's feed. */
  entryKpa: number;
  feedKpa: number;
  /** With nothing flowing: where the main reaches it, at the feed, and at the lowest tape. */
  rest: { entryKpa: number; feedKpa: number; lowestTapeKpa: number };
}

/** What a part does at the working flow. */
export interface PartResult {
  step: PartStep;
  flowLph: number;
  beforeKpa: number;
  afterKpa: number;
  /** With nothing flowing. */
  restKpa: number;
  /** Further loss when it is due for cleaning. */
  dirtyKpa: number;
}

/** What a piece of the main or of a header does. */
export interface PieceResult {
  flowLph: number;
  velocityMps: number;
  frictionKpa: number;
  startKpa: number;
  endKpa: number;
  /** Rise over the working pressure if a valve slams at its end. */
  surgeKpa: number;
}

export interface MainResult extends PieceResult {
  laid: LaidMain;
  link: LinkSpec;
}

/** A plan solved: everything that is open now. */
export interface FarmResults {
  layout: FarmLayout;
  built: FarmNetwork;
  solution: NetworkSolution;
  runs: RunResult[];
  blocks: BlockResult[];
  head: PartResult[];
  mains: MainResult[];
  demand: Demand;
  flowLph: number;
  emitters: number;
  /** The run with the emitter furthest down its tape's window, and the one furthest over it, by place in `runs`; −1 without any. */
  weakest: number;
  strongest: number;
  uniformity: number;
  /** Other outlets that may run now: what they take, and the pressure at them. */
  others: { tee: Tee & { outlet: Outlet }; flowLph: number; kpa: number }[];
  /** What the beds take of the flow, L/h: all of it but what goes to other outlets. */
  bedsLph: number;
  /** At the foot of the head with no water running, and where the main begins. */
  rest: { sourceKpa: number; outletKpa: number };
}

/** What all emitters that are open would take by their labels, each at its own pressure, L/h: their flow times their number. */
export const labelLph = ({ runs }: Pick<FarmResults, 'runs'>): number =>
  runs.reduce((lph, { run, emitters }) => lph + emitters * run.tape.flowLph, 0);

/** What drips is told beside the label's flow where it is off by more than this share. */
const AS_LABELLED = 0.05;

/** The share of their label's flow that the emitters drip, where that is another; nothing where it is about the same. */
export function dripShare(results: FarmResults): number | undefined {
  const label = labelLph(results);
  const share = label > 0 ? results.bedsLph / label : 1;
  return Math.abs(share - 1) > AS_LABELLED ? share : undefined;
}

/** Pressure at a node of the network. */
export const kpaAt = (results: Pick<FarmResults, 'built' | 'solution'>, node: string): number =>
  results.solution.nodeKpa[results.built.nodeAt(node)];

/** Runs and blocks that are open, in the order of the network's. */
function openResults(
  plan: FullPlan,
  built: FarmNetwork,
  solution: NetworkSolution,
  at: (node: string) => number,
  outletRest: number,
): { runs: RunResult[]; blocks: BlockResult[] } {
  const medium = mediumOf(plan);
  const runs: RunResult[] = [];
  const school = plan.wishes.evenness;
  const allFlows = new Map<RunResult, Float64Array>();
  /** Of the run put together last; one object for all of them, since there are thousands. */
  const flows = {
    cv: 0,
    minLph: 0,
    maxLph: 0,
    meanLph: 0,
    all: (): Float64Array => {
      const last = runs.length - 1;
      const all = flowsAlong(prepareRun(built.network.laterals[last], medium), runs[last].inletKpa);
      allFlows.set(runs[last], all);
      return all;
    },
  };
  const blocks = built.blocks.map((b, i) => {
    const first = built.firstLateral[i];
    for (const run of b.layout.runs) {
      const result = lateralAt(solution, runs.length) as RunResult;
      runs.push(result);
      result.run = run;
      flows.cv = run.tape.cv;
      flows.minLph = result.minLph;
      flows.maxLph = result.maxLph;
      flows.meanLph = result.emitters > 0 ? result.flowLph / result.emitters : 0;
      result.uniformity = evennessOf(school, flows);
    }
    const entryRest = outletRest - (b.entryM - built.intake.headM) * KPA_PER_M;
    return blockResult(b, runs, first, at, entryRest, school, allFlows);
  });
  return { runs, blocks };
}

/** What passes a piece of pipe, and what it costs. */
function pieceResult(
  link: LinkSpec,
  lph: number,
  pipe: PipePiece,
  medium: Medium,
  at: (node: string) => number,
): PieceResult {
  const speed = velocityMps(Math.abs(lph), pipe.boreMm);
  return {
    flowLph: lph,
    velocityMps: speed,
    frictionKpa: lossAcross(link, Math.abs(lph), medium),
    startKpa: at(link.from),
    endKpa: at(link.to),
    surgeKpa: surgeOf(pipe, speed),
  };
}

/** Puts a solution back onto beds, runs, parts and pipes. */
export function assemble(
  plan: FullPlan,
  layout: FarmLayout,
  built: FarmNetwork,
  solution: NetworkSolution,
  demand: Demand,
): FarmResults {
  const at = (node: string): number => solution.nodeKpa[built.nodeAt(node)];
  const medium = mediumOf(plan);
  const flowLph = solution.supply.flowLph;
  const sourceKpa = shutKpa(layout.source, plan);
  const head = partResults(built.head, flowLph, sourceKpa, at);
  const outletRest = head.at(-1)?.restKpa ?? sourceKpa;
  const { runs, blocks } = openResults(plan, built, solution, at, outletRest);
  const margin = (i: number): number => runs[i].minKpa - runs[i].run.tape.minKpa;
  const over = (i: number): number => runs[i].maxKpa - runs[i].run.tape.maxKpa;
  const most = (list: number[], by: (i: number) => number): number =>
    list.filter((i) => i >= 0).reduce((best, i) => (best < 0 || by(i) > by(best) ? i : best), -1);
  const others = built.others.map(({ tee, node, lateral }) => ({
    tee,
    flowLph: lateralAt(solution, lateral).flowLph,
    kpa: at(node),
  }));
  const emitters = blocks.reduce((n, b) => n + b.emitters, 0);
  return {
    layout,
    built,
    solution,
    runs,
    blocks,
    head,
    mains: built.mains
      .map((m) => ({
        laid: m.laid,
        link: m.link,
        ...pieceResult(m.link, solution.linkLph[built.linkAt(m.link)], m.laid.piece, medium, at),
      }))
      .concat(
        built.rings.map(({ laid, link }) => ({
          laid,
          link,
          ...pieceResult(link, solution.tieLph[built.tieAt(link)], laid.piece, medium, at),
        })),
      ),
    demand,
    flowLph,
    others,
    bedsLph: others.length === 0 ? flowLph : flowLph - others.reduce((sum, o) => sum + o.flowLph, 0),
    emitters,
    weakest: most(
      blocks.map((b) => b.weakest),
      (i) => -margin(i),
    ),
    strongest: most(
      blocks.map((b) => b.strongest),
      over,
    ),
    // Blocks are laid with tapes of unlike flow: each is even in itself, and the farm as much as its least even block.
    uniformity: blocks.reduce(
      (least, b) => (b.emitters > 0 ? Math.min(least, b.uniformity) : least),
      emitters > 0 ? 1 : 0,
    ),
    rest: { sourceKpa, outletKpa: outletRest },
  };
}

/** Parts in line at a flow, and with nothing flowing from a pressure on: a regulator then holds its set pressure. */
export function partResults(
  steps: readonly PartStep[],
  flowLph: number,
  restKpa: number,
  at: (node: string) => number,
): PartResult[] {
  let rest = restKpa;
  return steps.map((step) => {
    const { part } = step;
    // A relief valve lets no more stand behind it than it opens at; a regulator holds its set pressure.
    if (part.role === 'regulator') rest = Math.min(rest, part.setKpa);
    if (part.role === 'relief') rest = Math.min(rest, part.opensKpa);
    return {
      step,
      flowLph,
      beforeKpa: at(step.from),
      afterKpa: at(step.to),
      restKpa: rest,
      dirtyKpa: part.dirtyKpa * (flowLph / part.atLph) ** 2,
    };
  });
}

function blockResult(
  built: BlockNetwork,
  runs: readonly RunResult[],
  firstRun: number,
  at: (node: string) => number,
  entryRest: number,
  school: EvennessSchool,
  allFlows: ReadonlyMap<RunResult, Float64Array>,
): BlockResult {
  const { layout } = built;
  const beds = layout.beds.map((bed): BedResult => ({
    key: bed.key,
    flowLph: 0,
    minKpa: Infinity,
    maxKpa: -Infinity,
  }));
  let flowLph = 0;
  let emitters = 0;
  let weakest = -1;
  let strongest = -1;
  const margin = (r: RunResult): number => r.minKpa - r.run.tape.minKpa;
  const over = (r: RunResult): number => r.maxKpa - r.run.tape.maxKpa;
  /** By tape: tapes of unlike flow are each as even as they are in themselves. */
  const byTape = new Map<
    Tape,
    {
      cv: number;
      least: number;
      most: number;
      flowLph: number;
      emitters: number;
      /** Of each run, where every emitter's is looked at. */
      flows: Float64Array[];
    }
  >();
  for (let i = firstRun; i < firstRun + layout.runs.length; i++) {
    const r = runs[i];
    const bed = beds[r.run.bedIndex];
    bed.flowLph += r.flowLph;
    bed.minKpa = Math.min(bed.minKpa, r.minKpa);
    bed.maxKpa = Math.max(bed.maxKpa, r.maxKpa);
    flowLph += r.flowLph;
    emitters += r.emitters;
    if (r.emitters === 0) continue;
    const tape = r.run.label ?? r.run.tape;
    let alike = byTape.get(tape);
    if (!alike) {
      alike = { least: Infinity, cv: 0, most: 0, flowLph: 0, emitters: 0, flows: [] };
      byTape.set(tape, alike);
    }
    alike.least = Math.min(alike.least, r.minLph);
    alike.most = Math.max(alike.most, r.maxLph);
    alike.cv = Math.max(alike.cv, r.run.tape.cv);
    const all = allFlows.get(r);
    if (all) alike.flows.push(all);
    alike.flowLph += r.flowLph;
    alike.emitters += r.emitters;
    if (weakest < 0 || margin(r) < margin(runs[weakest])) weakest = i;
    if (strongest < 0 || over(r) > over(runs[strongest])) strongest = i;
  }
  const evenness = [...byTape.values()].map((t) =>
    evennessOf(school, {
      cv: t.cv,
      minLph: t.least,
      maxLph: t.most,
      meanLph: t.flowLph / t.emitters,
      all: () => Float64Array.from(t.flows.flatMap((f) => [...f])),
    }),
  );
  let feedRest = entryRest;
  for (const { part } of built.inlet) {
    if (part.role === 'regulator') feedRest = Math.min(feedRest, part.setKpa);
    if (part.role === 'relief') feedRest = Math.min(feedRest, part.opensKpa);
  }
  return {
    index: layout.index,
    built,
    beds,
    flowLph,
    emitters,
    uniformity: emitters > 0 ? Math.min(...evenness) : 0,
    firstRun,
    runCount: layout.runs.length,
    weakest,
    strongest,
    entryKpa: at(built.entry),
    feedKpa: at(built.feed),
    rest: {
      entryKpa: entryRest,
      feedKpa: feedRest,
      get lowestTapeKpa() {
        return feedRest + (built.entryM - built.lowestM) * KPA_PER_M;
      },
    },
  };
}

/** A block's inlet at work, part by part. */
export function inletParts(results: FarmResults, block: BlockResult): PartResult[] {
  const at = (node: string): number => kpaAt(results, node);
  const atHead = block.built.inlet.filter((s) => s.part.planned === 'head');
  const own = block.built.inlet.slice(atHead.length);
  return [
    ...partResults(atHead, block.flowLph, results.rest.outletKpa, at),
    ...partResults(own, block.flowLph, block.rest.entryKpa, at),
  ];
}

/** Surge of a speed stopped at once in a pipe, by its kind. */
export const surgeOf = (pipe: PipePiece, speed: number): number =>
  surgeKpa(speed, strengthOf(pipeKind(pipe.pipe)).waveMps);

/** How many of a block's beds have a run with emitters of which something holds. */
export function bedsWhere(
  results: FarmResults,
  block: BlockResult,
  holds: (run: RunResult) => boolean,
): number {
  const beds = new Set<number>();
  for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
    const r = results.runs[i];
    if (r.emitters > 0 && holds(r)) beds.add(r.run.bedIndex);
  }
  return beds.size;
}
