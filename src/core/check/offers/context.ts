import { HEAD_PARTS, type PartKind } from '../../catalog/headParts';
import { DRIPPER_FLOWS_LPH, TAPE_FLOWS_AT_KPA, TAPE_FLOWS_LPH } from '../../catalog/tape';
import { PIPES, type PipeKind } from '../../catalog/pipes';
import type { Finding } from '../finding';
import { ORIFICE_EXPONENT } from '../../hydraulics/emitter';
import type { BlockResult, FarmResults } from '../../network';
import type { Block, FullPlan, PipePiece, Tape } from '../../plan';

/** A finding with the plan it was found in. */
export interface Context {
  finding: Finding;
  /** As it is open where it was found. */
  plan: FullPlan;
  results: FarmResults;
  /** All of it. */
  whole: FullPlan;
}

/** The block that a finding is about; where it is about none, the one that asks for most pressure. */
export function blockOf({ finding: { place }, plan, results }: Context): Block | undefined {
  if ('block' in place) return plan.blocks[place.block];
  if (place.kind === 'main') return plan.blocks.find((b) => b.id === place.to);
  return results.blocks[results.demand.ruling]?.built.layout.block ?? results.blocks[0]?.built.layout.block;
}

export const resultOf = ({ plan, results }: Context, block: Block): BlockResult | undefined =>
  results.blocks.find((b) => plan.blocks[b.index].id === block.id);

/** What lies in the run a finding is about, or in most of its block; with the further tape's id, if it is one. */
export function layingOf(context: Context, block: Block): { tape: Tape; id: string | undefined } {
  const { finding, results } = context;
  const { place } = finding;
  if (place.kind === 'run') {
    const { run } = results.runs[place.runIndex];
    const stated = run.label ?? run.tape;
    const id = Object.keys(block.tapes).find((key) => block.tapes[key] === stated);
    return { tape: run.tape, id };
  }
  return { tape: block.tape, id: undefined };
}

/** Wider pipes of a pipe's own kind, next first; beyond a garden hose, poly pipe. */
export function widerThan({ pipe, boreMm }: PipePiece, most = 4): PipeKind[] {
  const own = PIPES.find((p) => p.id === pipe);
  const family = own?.family ?? 'poly';
  const metric = /^pe-\d\d$/.test(pipe);
  const wider = (list: PipeKind[]): PipeKind[] =>
    list.filter((p) => p.boreMm > boreMm * LEAST_WIDER).sort((a, b) => a.boreMm - b.boreMm);
  const alike = wider(
    PIPES.filter((p) => p.family === family && (family !== 'poly' || /^pe-\d\d$/.test(p.id) === metric)),
  );
  const beyond =
    family === 'hose' ? wider(PIPES.filter((p) => p.family === 'poly' && !/^pe-\d\d$/.test(p.id))) : [];
  const widest = alike.at(-1)?.boreMm ?? 0;
  return [...alike, ...beyond.filter((p) => p.boreMm > widest)].slice(0, most);
}

/** A pipe only a hair wider is no remedy. */
const LEAST_WIDER = 1.05;

/** Flows that something laid is sold with at its label's pressure, lower ones first downwards. */
export function flowsUnder({ kind, flowLph, atKpa }: Tape): number[] {
  if (kind !== 'tape' && kind !== 'dripline' && kind !== 'compensating' && kind !== 'emitters') return [];
  const all =
    kind === 'tape'
      ? TAPE_FLOWS_LPH.map((f) => f * (atKpa / TAPE_FLOWS_AT_KPA) ** ORIFICE_EXPONENT)
      : [...DRIPPER_FLOWS_LPH];
  return all
    .map((f) => Number(f.toFixed(2)))
    .filter((f) => f < flowLph * LESS)
    .sort((a, b) => b - a);
}

/** A flow only a hair lower is no remedy. */
const LESS = 0.97;

/** Room left over and under a flow when a regulator is chosen for it: it grows with the set pressure, and falls with fewer beds. */
const ROOM_OVER = 1.5;
const ROOM_UNDER = 0.6;

/** Kinds of regulator that work with a flow, those with room about it first. */
export function regulatorsFor(lph: number): PartKind[] {
  const fit = HEAD_PARTS.filter((p) => p.role === 'regulator' && p.minLph <= lph && lph <= p.maxLph);
  const roomy = (p: PartKind): boolean => p.minLph <= lph * ROOM_UNDER && lph * ROOM_OVER <= p.maxLph;
  return [...fit.filter(roomy), ...fit.filter((p) => !roomy(p))];
}
