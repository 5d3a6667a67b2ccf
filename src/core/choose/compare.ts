import { msg } from '../language';
import { material, materialsFor } from '../catalog/materials';
import { pipeKind } from '../catalog/pipes';
import { TAPE_BORES_MM } from '../catalog/tape';
import { emittersOf, mediumOf, type BlockResult, type PlanSolver } from '../network';
import { emitterLph } from '../hydraulics/emitter';
import { emitterOf } from '../network';
import { type Block, type Plan, onlyPlaces } from '../plan';
import { flowsUnder, judgeOpen, roots, widerThan, type Judgement } from '../check';
import { changed, figuresOf, type Change, type Figures } from '../remedy';
import { CHART_SLOPES, longestRunOn } from './runLength';
import { MIN_PER_HOUR } from '../units/time';

/** One of the things that can be laid side by side. */
export interface Option {
  id: string;
  changes: Change[];
  group: 'laid' | 'pipes';
}

/** What a block can be compared with: other flows, bores, kinds, header sizes and places. `as-it-is` is the first. */
export function optionsFor(block: Block): Option[] {
  const { id, tape, header } = block;
  const laid = (key: string, change: Change): Option => ({ id: key, changes: [change], group: 'laid' });
  const pipes = (key: string, change: Change): Option => ({ id: key, changes: [change], group: 'pipes' });
  return [
    { id: 'as-it-is', changes: [], group: 'laid' },
    ...flowsUnder(tape)
      .slice(0, 3)
      .map((flowLph) => laid(`flow-${flowLph}`, { kind: 'lay-flow', block: id, flowLph })),
    ...(tape.kind === 'tape' ? TAPE_BORES_MM : [])
      .filter((b) => Math.abs(b - tape.boreMm) > 1)
      .map((boreMm) => laid(`bore-${boreMm}`, { kind: 'lay-bore', block: id, boreMm })),
    ...materialsFor(onlyPlaces(block))
      .filter((m) => m.id !== tape.kind)
      .map((m) => laid(`kind-${m.id}`, { kind: 'lay-material', block: id, material: m.id })),
    ...widerThan(header, 3).map((p) =>
      pipes(`header-${p.id}`, { kind: 'header-size', block: id, pipe: p.id }),
    ),
    ...(header.feed === 'left' || header.feed === 'right'
      ? [pipes('feed-middle', { kind: 'header-feed', block: id, feed: 'middle' })]
      : []),
    ...(Math.abs(header.along - 0.5) > 0.1 && !header.other
      ? [
          pipes('header-middle', { kind: 'header-along', block: id, along: 0.5 }),
          pipes('two-headers', { kind: 'second-header', block: id }),
        ]
      : []),
  ];
}

/** Short name of what an option is, in the grower's words. */
export function optionName(
  option: Option,
  block: Block,
  show: (v: number, k: 'emitterFlow' | 'bore') => string,
): string {
  const [change] = option.changes;
  if (!change)
    return msg`as it is: ${material(block.tape.kind).name}, ${show(block.tape.flowLph, 'emitterFlow')}`;
  switch (change.kind) {
    case 'lay-flow':
      return msg`${material(block.tape.kind).name} of ${show(change.flowLph, 'emitterFlow')}`;
    case 'lay-bore':
      return msg`bore of ${show(change.boreMm, 'bore')}`;
    case 'lay-material':
      return material(change.material).name;
    case 'header-size':
      return msg`${pipeKind(change.pipe).name} header`;
    case 'header-feed':
      return msg`header fed from its middle`;
    case 'header-along':
      return msg`header in the middle of the beds`;
    case 'second-header':
      return msg`a header at each end`;
    default:
      return change.kind;
  }
}

/** What an option does in this plan. */
export interface Compared {
  id: string;
  /** Along the run of the block whose emitters are weakest: distance from its take-off, and flow of each emitter shown. */
  along: { distanceM: number; lph: number }[];
  /** Longest run that is as even as the target, against slope. */
  longest: { slope: number; lengthM: number }[];
  blockLph: number;
  figures: Figures;
  /** Evenness of this block. */
  evenness: number;
  /** Minutes to put the need onto the beds' whole area, evenness counted in. */
  minutes: number;
  /** The worst of what is found, if it is no note. */
  worst: string | undefined;
}

/** Emitters of a run that are drawn, at most. */
const POINTS = 60;

/** @param needMm depth wished on the beds, mm */
export function compareOption(
  plan: Plan,
  blockId: string,
  option: Option,
  needMm: number,
  solver: PlanSolver,
): Compared | undefined {
  const now = judgeOpen(changed(plan, option.changes), { solver, block: blockId });
  const { plan: full, results } = now.worst;
  const block = results.blocks.find((b) => full.blocks[b.index].id === blockId);
  if (!block || block.weakest < 0) return undefined;
  return {
    id: option.id,
    along: flowsOf(now, block),
    longest: longestOf(now, block),
    blockLph: block.flowLph,
    figures: figuresOf(now),
    evenness: block.uniformity,
    minutes: minutesFor(block, needMm),
    worst: roots(now.told).find((f) => f.grade !== 'note')?.code,
  };
}

function flowsOf({ worst: { plan: full, results } }: Judgement, block: BlockResult): Compared['along'] {
  const { distanceM, kpa } = emittersOf(full, results, block.weakest);
  const { tape } = results.runs[block.weakest].run;
  const emitter = emitterOf(tape);
  const step = Math.max(1, Math.ceil(kpa.length / POINTS));
  const at = (i: number) => ({
    distanceM: distanceM[i],
    lph: emitterLph(emitter, kpa[i], full.wishes.waterC),
  });
  const points = [];
  for (let i = 0; i < kpa.length - 1; i += step) points.push(at(i));
  if (kpa.length > 0) points.push(at(kpa.length - 1));
  return points;
}

/** Every second slope of the chart is enough to compare by. */
const COMPARED_SLOPES = CHART_SLOPES.filter((_, i) => i % 2 === 0);

function longestOf({ worst: { plan: full, results } }: Judgement, block: BlockResult): Compared['longest'] {
  const { run, inletKpa } = results.runs[block.weakest];
  const c = {
    tape: run.tape,
    medium: mediumOf(full),
    school: full.wishes.evenness,
    inletKpa,
    takeOffK: full.blocks[block.index].header.takeOffK,
  };
  return COMPARED_SLOPES.map((slope) => ({ slope, lengthM: longestRunOn(c, slope, full.wishes.uniformity) }));
}

/** Minutes to put a depth onto the whole area of the beds that water: a litre on a square metre is a millimetre. */
export function minutesFor(block: BlockResult, needMm: number): number {
  const { beds } = block.built.layout;
  const areaM2 = beds.reduce((sum, b, i) => sum + (block.beds[i].flowLph > 0 ? b.lengthM * b.widthM : 0), 0);
  const mmPerHour = block.flowLph / areaM2;
  return mmPerHour > 0 ? (needMm / mmPerHour / Math.max(0.1, block.uniformity)) * MIN_PER_HOUR : Infinity;
}
