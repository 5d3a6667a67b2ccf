import { msg } from '../../language';
import { isBranch, isFilter } from '../../catalog/headParts';
import { toSheet } from '../../layout';
import { inletParts } from '../../network';
import { bedName } from '../../plan';
import type { Point } from '../../ground';
import { stretchesOf } from './stretches';
import type { OpenFarm, Spot } from './types';

/*
 * Everywhere that something can be read while a set runs: the plan's own gauges and meters, a gauge carried about and
 * screwed to any joint, to the ends of headers and of runs, cups under emitters, a stick into tank or well, and a look along.
 */

/** Minutes that a reading takes once one stands there: a gauge that hangs there, a gauge screwed on, at a run's end, */
const MINUTES = { fixed: 0.5, screwed: 3, runEnd: 4, cups: 6, level: 3, look: 1 };
/** and a look along the beds takes this much a bed. */
const LOOK_BED_MIN = 0.3;

/** People walk about so fast between beds, m/min. */
export const WALK_M_PER_MIN = 50;

const known = new WeakMap<OpenFarm['results'], Spot[]>();

/** Every place to read, each once; of the same results the same. */
export function spotsOf(farm: OpenFarm): Spot[] {
  let found = known.get(farm.results);
  if (!found) known.set(farm.results, (found = list(farm)));
  return found;
}

function list({ plan, open, results }: OpenFarm): Spot[] {
  const { layout, built } = results;
  const spots: Spot[] = [];
  const head: Point = [layout.head.xM, layout.head.yM];
  const screwed = (id: string, name: string, node: string, point: Point, block?: number): void => {
    spots.push({
      id,
      kind: 'gauge',
      name,
      node,
      point,
      minutes: MINUTES.screwed,
      ...(block !== undefined && { block }),
    });
  };
  const source = layout.source;
  if (source.kind === 'tank' || source.kind === 'well')
    spots.push({
      id: 'level',
      kind: 'level',
      name:
        source.kind === 'tank'
          ? msg`how high the water stands in ${source.name}`
          : msg`how deep the water stands in ${source.name}`,
      point: head,
      minutes: MINUTES.level,
    });
  const foot = built.head[0]?.from ?? built.outlet;
  screwed('gauge/source', msg`where ${source.name} meets the pipes`, foot, head);
  const line = (
    steps: typeof built.head,
    place: string,
    where: string,
    point: Point,
    block?: number,
  ): void => {
    const at = block !== undefined ? { block } : {};
    for (const [n, s] of steps.entries()) {
      if (s.part.role === 'gauge')
        spots.push({
          id: `fixed/${place}/${s.part.id}`,
          kind: 'gauge',
          name: msg`the gauge ${besideOf(steps, n)} ${where}`,
          node: s.from,
          point,
          fixed: s.part.id,
          minutes: MINUTES.fixed,
          ...at,
        });
      if (s.part.role === 'meter')
        spots.push({
          id: `meter/${place}/${s.part.id}`,
          kind: 'meter',
          name: msg`the ${s.part.name} ${where}`,
          node: s.to,
          point,
          fixed: s.part.id,
          minutes: MINUTES.fixed + 1,
          ...at,
        });
      if (s.link) screwed(`gauge/${s.to}`, msg`after the ${s.part.name} ${where}`, s.to, point, block);
    }
  };
  line(built.head, 'head', msg`at the head`, head);
  for (const m of built.mains) {
    const end: Point = [m.laid.end.xM, m.laid.end.yM];
    const block = m.laid.toBlock ? layout.blocks.find((b) => b.block.id === m.laid.to) : undefined;
    const tee = open.tees.findIndex((t) => t.id === m.laid.to) + 1;
    const name = block ? msg`where the main reaches ${block.block.name}` : msg`at tee ${tee} of the main`;
    screwed(`gauge/${m.to}`, name, m.to, end, block?.index);
    spots.push({
      id: `look/main/${m.laid.to}`,
      kind: 'look',
      name: block ? msg`along the main to ${block.block.name}` : msg`along the main to tee ${tee}`,
      point: end,
      looks: { blocks: [], mains: [m.laid.to] },
      minutes: MINUTES.look,
    });
  }
  const stretches = stretchesOf(results);
  for (const b of results.blocks) {
    const { block, frame, takeOffs } = b.built.layout;
    const [fx, fy] = b.built.layout.headers[0].feed;
    const feed = toSheet(frame, fx, fy);
    line(
      inletParts(results, b).map((p) => p.step),
      block.id,
      msg`at ${block.name}`,
      feed,
      b.index,
    );
    const ends = headerEnds(
      b.built.takeOffs,
      takeOffs.map((t) => t.xM),
      b.built.feed,
    );
    for (const { i, side } of ends)
      screwed(
        `gauge/${b.built.takeOffs[i]}`,
        side === 'left'
          ? msg`the header’s left end in ${block.name}`
          : msg`the header’s right end in ${block.name}`,
        b.built.takeOffs[i],
        toSheet(frame, takeOffs[i].xM, takeOffs[i].yM),
        b.index,
      );
    const own = stretches.filter((s) => s.block === b.index);
    for (const s of own) {
      const { run } = results.runs[s.run];
      const end = toSheet(frame, run.xM, run.fromM + run.direction * run.lengthM);
      const name = msg`${bedName(block, run.bed)} in ${block.name}`;
      spots.push(
        {
          id: `end/${block.id}/${run.bed}`,
          kind: 'gauge',
          name: msg`the far end of ${name}`,
          run: s.run,
          point: end,
          block: b.index,
          minutes: MINUTES.runEnd,
        },
        {
          id: `cups/${block.id}/${run.bed}`,
          kind: 'cups',
          name: msg`cups along ${name}`,
          run: s.run,
          point: toSheet(frame, run.xM, run.fromM),
          block: b.index,
          minutes: MINUTES.cups,
        },
      );
    }
    spots.push({
      id: `look/block/${block.id}`,
      kind: 'look',
      name: msg`along the header and the beds of ${block.name}`,
      point: feed,
      block: b.index,
      looks: { blocks: [b.index], mains: [] },
      minutes: MINUTES.look + LOOK_BED_MIN * own.length,
    });
  }
  if (results.blocks.length > 1) spots.push(walk(results, stretches.length, head));
  for (const b of layout.blocks) {
    if (b.block.inUse || !plan.blocks[b.index].inUse) continue;
    const [x, y] = b.headers[0].feed;
    spots.push({
      id: `look/shut/${b.block.id}`,
      kind: 'look',
      name: msg`whether ${b.block.name} is shut`,
      point: toSheet(b.frame, x, y),
      block: b.index,
      looks: { blocks: [], mains: [], shut: b.block.id },
      minutes: MINUTES.look,
    });
  }
  return spots;
}

/** One walk along everything that is open. */
function walk({ blocks, mains }: OpenFarm['results'], stretches: number, head: Point): Spot {
  const feeds = blocks.map(({ built }) => toSheet(built.layout.frame, ...built.layout.headers[0].feed));
  const way = feeds.reduce((sum, f, i) => {
    const before = feeds[i - 1] ?? head;
    return sum + Math.hypot(f[0] - before[0], f[1] - before[1]);
  }, 0);
  return {
    id: 'look/open',
    kind: 'look',
    name: msg`along the mains and all beds that are open`,
    point: head,
    looks: { blocks: blocks.map((b) => b.index), mains: mains.map((m) => m.laid.to) },
    minutes: MINUTES.look + LOOK_BED_MIN * stretches + way / WALK_M_PER_MIN,
  };
}

/** Beside what a gauge stands: before a filter or regulator, else after the part before it. */
function besideOf(steps: OpenFarm['results']['built']['head'], n: number): string {
  const through = (s: (typeof steps)[number]): boolean => !isBranch(s.part.role);
  const after = steps.slice(n + 1).find(through)?.part;
  const before = steps.slice(0, n).reverse().find(through)?.part;
  if (after && (!before || isFilter(after.role) || after.role === 'regulator'))
    return msg`before the ${after.name}`;
  return before ? msg`after the ${before.name}` : '';
}

/** The outermost take-offs of a header, but for where it is fed. */
function headerEnds(
  nodes: readonly string[],
  xM: readonly number[],
  feed: string,
): { i: number; side: 'left' | 'right' }[] {
  if (nodes.length === 0) return [];
  let left = 0;
  let right = 0;
  xM.forEach((x, i) => {
    if (x < xM[left]) left = i;
    if (x > xM[right]) right = i;
  });
  const ends: { i: number; side: 'left' | 'right' }[] = [];
  if (nodes[left] !== feed) ends.push({ i: left, side: 'left' });
  if (right !== left && nodes[right] !== feed) ends.push({ i: right, side: 'right' });
  return ends;
}
