import { scaleLinear } from 'd3';
import type { PressureWalk, WalkStep } from '../../core/network';

export interface DrawnStep {
  /** One step, or neighbouring parts drawn as one. */
  steps: readonly WalkStep[];
  /** The one of them that takes most. */
  step: WalkStep;
  x0: number;
  x1: number;
  /** The step's line, from its beginning to its end. */
  points: [number, number][];
}

export interface DrawnWalk {
  steps: DrawnStep[];
  y: (kpa: number) => number;
  ticks: number[];
  line: string;
  area: string;
}

const HEAD_ROOM = 1.08;
/** Parts fall as a step in the middle of their width; pipes fall along theirs. */
const PIPES: readonly WalkStep['kind'][] = ['lift', 'join', 'main', 'header', 'run'];
/** Pipes are given more room than parts: their fall is to be read along them. */
const PIPE_SHARE = 1.55;
const TICKS = 5;

const fallOf = (steps: readonly WalkStep[]): number => steps[0].beforeKpa - steps.at(-1)!.afterKpa;
const folds = (steps: readonly WalkStep[]): boolean =>
  steps.every((s) => s.kind === 'part' && s.step?.part.role !== 'regulator');

/** Steps as they are drawn: where there is no room for each, neighbouring parts are one, those that take least first. */
export function foldSteps(steps: readonly WalkStep[], most: number): WalkStep[][] {
  const groups = steps.map((s) => [s]);
  while (groups.length > most) {
    let least: number | undefined;
    const both = (i: number): number => Math.abs(fallOf(groups[i])) + Math.abs(fallOf(groups[i + 1]));
    for (let i = 0; i + 1 < groups.length; i++)
      if (folds(groups[i]) && folds(groups[i + 1]) && (least === undefined || both(i) < both(least)))
        least = i;
    if (least === undefined) break;
    groups.splice(least, 2, [...groups[least], ...groups[least + 1]]);
  }
  return groups;
}

/** Lays a walk out as a stepped, falling line in a box. Pure geometry. */
export function drawWalk(
  walk: PressureWalk,
  box: { x0: number; x1: number; y0: number; y1: number },
  topKpa: number,
  ticksIn: number,
  groups: readonly (readonly WalkStep[])[] = walk.steps.map((s) => [s]),
): DrawnWalk {
  const high = Math.max(...walk.steps.map((s) => Math.max(s.beforeKpa, s.afterKpa)), topKpa) * HEAD_ROOM;
  const low = Math.min(0, ...walk.steps.map((s) => s.afterKpa));
  const y = scaleLinear([low, Math.max(high, low + 1)], [box.y1, box.y0]);
  const shares = groups.map(([s]) => (PIPES.includes(s.kind) ? PIPE_SHARE : 1));
  const unit = (box.x1 - box.x0) / shares.reduce((a, b) => a + b, 0);
  let x = box.x0;
  const steps = groups.map((own, i): DrawnStep => {
    const step = { ...own[0], afterKpa: own.at(-1)!.afterKpa };
    const x0 = x;
    const x1 = (x += shares[i] * unit);
    const points: [number, number][] = [[x0, y(step.beforeKpa)]];
    if (PIPES.includes(step.kind)) {
      for (const p of step.shape ?? []) points.push([x0 + (x1 - x0) * p.share, y(p.kpa)]);
    } else if (step.kind === 'drawing') {
      points.push([x0 + (x1 - x0) * 0.25, y(step.beforeKpa)], [x0 + (x1 - x0) * 0.75, y(step.afterKpa)]);
    } else {
      points.push([(x0 + x1) / 2, y(step.beforeKpa)], [(x0 + x1) / 2, y(step.afterKpa)]);
    }
    points.push([x1, y(step.afterKpa)]);
    const most = own.reduce((a, b) => (Math.abs(fallOf([b])) > Math.abs(fallOf([a])) ? b : a));
    return { steps: own, step: most, x0, x1, points };
  });
  const path = (points: [number, number][]): string =>
    points.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L');
  const all = steps.flatMap((s) => s.points);
  const perTick = y.copy().domain([low / ticksIn, high / ticksIn]);
  return {
    steps,
    y,
    ticks: perTick.ticks(TICKS).map((t) => t * ticksIn),
    line: `M${path(all)}`,
    area: `M${path(all)}L${box.x1} ${y(0)}L${box.x0} ${y(0)}Z`,
  };
}
