import { msg } from '../../language';
import { isBranch, isFilter } from '../../catalog/headParts';
import { toSheet } from '../../layout';
import { inletParts } from '../../network';
import { bedName, kindOf } from '../../plan';
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

function list(farm: OpenFarm): Spot[] {
  const { results } = farm;
  const { layout, built } = results;
  const head: Point = [layout.head.xM, layout.head.yM];
  const foot = built.head[0]?.from ?? built.outlet;
  const source = screwed('gauge/source', msg`where ${layout.source.name} meets the pipes`, foot, head);
  const spots = [...levelSpots(farm, head), source];
  spots.push(...lineSpots(built.head, { place: 'head', where: msg`at the head`, point: head }));
  spots.push(...mainSpots(farm));
  const stretches = stretchesOf(results);
  for (const b of results.blocks) spots.push(...blockSpots(results, b, stretches));
  if (results.blocks.length > 1) spots.push(walk(results, stretches.length, head));
  spots.push(...shutSpots(farm));
  return spots;
}

/** A gauge that is carried about, screwed on at a node. */
const screwed = (id: string, name: string, node: string, point: Point, block?: number): Spot => ({
  id,
  kind: 'gauge',
  name,
  node,
  point,
  minutes: MINUTES.screwed,
  ...(block !== undefined && { block }),
});

/** How high water stands in a tank or well. */
function levelSpots({ results }: OpenFarm, point: Point): Spot[] {
  const { source } = results.layout;
  const name = kindOf(source).level?.(source.name);
  if (name === undefined) return [];
  return [{ id: 'level', kind: 'level', name, point, minutes: MINUTES.level }];
}

/** Gauges, meters and joints of a line of parts. */
function lineSpots(
  steps: OpenFarm['results']['built']['head'],
  { place, where, point, block }: { place: string; where: string; point: Point; block?: number },
): Spot[] {
  const at = { point, ...(block !== undefined && { block }) };
  return steps.flatMap((s, n): Spot[] => {
    const { part } = s;
    const own: Spot[] = [];
    if (part.role === 'gauge')
      own.push({
        id: `fixed/${place}/${part.id}`,
        kind: 'gauge',
        name: msg`the gauge ${besideOf(steps, n)} ${where}`,
        node: s.from,
        fixed: part.id,
        minutes: MINUTES.fixed,
        ...at,
      });
    if (part.role === 'meter')
      own.push({
        id: `meter/${place}/${part.id}`,
        kind: 'meter',
        name: msg`the ${part.name} ${where}`,
        node: s.to,
        fixed: part.id,
        minutes: MINUTES.fixed + 1,
        ...at,
      });
    if (s.link) own.push(screwed(`gauge/${s.to}`, msg`after the ${part.name} ${where}`, s.to, point, block));
    return own;
  });
}

/** Where each main ends, and along it. */
function mainSpots({ open, results }: OpenFarm): Spot[] {
  const { layout, built } = results;
  return built.mains.flatMap((m): Spot[] => {
    const end: Point = [m.laid.end.xM, m.laid.end.yM];
    const block = m.laid.toBlock ? layout.blocks.find((b) => b.block.id === m.laid.to) : undefined;
    const tee = open.tees.findIndex((t) => t.id === m.laid.to) + 1;
    const name = block ? msg`where the main reaches ${block.block.name}` : msg`at tee ${tee} of the main`;
    return [
      screwed(`gauge/${m.to}`, name, m.to, end, block?.index),
      {
        id: `look/main/${m.laid.to}`,
        kind: 'look',
        name: block ? msg`along the main to ${block.block.name}` : msg`along the main to tee ${tee}`,
        point: end,
        looks: { blocks: [], mains: [m.laid.to] },
        minutes: MINUTES.look,
      },
    ];
  });
}

type OpenBlock = OpenFarm['results']['blocks'][number];
type Stretches = ReturnType<typeof stretchesOf>;

/** A block's inlet, the ends of its header, its runs, and along its beds. */
function blockSpots(results: OpenFarm['results'], b: OpenBlock, stretches: Stretches): Spot[] {
  const { block, frame, headers } = b.built.layout;
  const feed = toSheet(frame, ...headers[0].feed);
  const inlet = inletParts(results, b).map((p) => p.step);
  const own = stretches.filter((s) => s.block === b.index);
  return [
    ...lineSpots(inlet, { place: block.id, where: msg`at ${block.name}`, point: feed, block: b.index }),
    ...headerSpots(b),
    ...own.flatMap((s) => runSpots(results, b, s)),
    {
      id: `look/block/${block.id}`,
      kind: 'look',
      name: msg`along the header and the beds of ${block.name}`,
      point: feed,
      block: b.index,
      looks: { blocks: [b.index], mains: [] },
      minutes: MINUTES.look + LOOK_BED_MIN * own.length,
    },
  ];
}

function headerSpots(b: OpenBlock): Spot[] {
  const { block, frame, takeOffs } = b.built.layout;
  const places = takeOffs.map((t) => t.xM);
  return headerEnds(b.built.takeOffs, places, b.built.feed).map(({ i, side }) => {
    const name =
      side === 'left'
        ? msg`the header’s left end in ${block.name}`
        : msg`the header’s right end in ${block.name}`;
    const point = toSheet(frame, takeOffs[i].xM, takeOffs[i].yM);
    return screwed(`gauge/${b.built.takeOffs[i]}`, name, b.built.takeOffs[i], point, b.index);
  });
}

function runSpots(results: OpenFarm['results'], b: OpenBlock, s: Stretches[number]): Spot[] {
  const { block, frame } = b.built.layout;
  const { run } = results.runs[s.run];
  const name = msg`${bedName(block, run.bed)} in ${block.name}`;
  return [
    {
      id: `end/${block.id}/${run.bed}`,
      kind: 'gauge',
      name: msg`the far end of ${name}`,
      run: s.run,
      point: toSheet(frame, run.xM, run.fromM + run.direction * run.lengthM),
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
  ];
}

/** Whether blocks that do not water now are shut. */
const shutSpots = ({ plan, results }: OpenFarm): Spot[] =>
  results.layout.blocks.flatMap((b): Spot[] => {
    if (b.block.inUse || !plan.blocks[b.index].inUse) return [];
    return [
      {
        id: `look/shut/${b.block.id}`,
        kind: 'look',
        name: msg`whether ${b.block.name} is shut`,
        point: toSheet(b.frame, ...b.headers[0].feed),
        block: b.index,
        looks: { blocks: [], mains: [], shut: b.block.id },
        minutes: MINUTES.look,
      },
    ];
  });

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
