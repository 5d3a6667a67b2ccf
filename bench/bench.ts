import { bareMarch } from './floor';
import { benchPlans } from './plans';
import { prepareRun } from '../src/core/hydraulics/run';
import {
  createNetworkSolver,
  type LateralSpec,
  type LinkSpec,
  type NetworkSpec,
  type NodeSpec,
} from '../src/core/hydraulics/network';

/**
 * Solver times as multiples of a floor measured in the same run: one exact march from far end to inlet over the same
 * emitters with the same formulas, as a tight loop that allocates nothing.
 */

/** Blocks of runs along headers, each behind a regulator on a main from one pump. */
function farm(
  runs: number,
  emittersPerRun: number,
  perHeader: number,
  unlike: boolean,
  regulated = true,
): NetworkSpec {
  const nodes: NodeSpec[] = [{ id: 's', elevationM: 0 }];
  const links: LinkSpec[] = [];
  const laterals: LateralSpec[] = [];
  const flowLph = runs * emittersPerRun * 1.1;
  for (let h = 0; h * perHeader < runs; h++) {
    nodes.push({ id: `m${h}`, elevationM: 0.2 }, { id: `h${h}`, elevationM: 0.2 });
    links.push({
      kind: 'pipe',
      from: h ? `m${h - 1}` : 's',
      to: `m${h}`,
      lengthM: 30,
      diameterMm: 300,
      minorK: 1,
    });
    links.push({
      kind: 'regulator',
      from: `m${h}`,
      to: `h${h}`,
      // Set far above what reaches it, it is as good as none: every change reaches every run.
      setKpa: regulated ? 83 : 1000,
      lossKpa: 20,
      atLph: perHeader * emittersPerRun * 2,
    });
    for (let i = 0; i < perHeader && h * perHeader + i < runs; i++) {
      const id = `h${h}-${i}`;
      nodes.push({ id, elevationM: 0.2 + 0.01 * i });
      links.push({
        kind: 'pipe',
        from: i ? `h${h}-${i - 1}` : `h${h}`,
        to: id,
        lengthM: 0.9,
        diameterMm: 79.2,
      });
      const n = h * perHeader + i;
      laterals.push({
        id: `r${n}`,
        node: id,
        lengthM: emittersPerRun * 0.2,
        diameterMm: 22.2,
        slope: unlike ? 0.004 * Math.sin(n) : 0.002,
        inletK: 1.5,
        emitter: { spacingM: unlike ? 0.2 - 1e-6 * (n % 97) : 0.2, flowLph: 0.5, atKpa: 55 },
      });
    }
  }
  return {
    supply: {
      node: 's',
      kind: 'pump',
      points: [
        { flowLph: 0, pressureKpa: regulated ? 400 : 130 },
        { flowLph, pressureKpa: regulated ? 320 : 110 },
        { flowLph: 2 * flowLph, pressureKpa: regulated ? 60 : 20 },
      ],
    },
    nodes,
    links,
    laterals,
  };
}

const median = (times: number[]): number => times.sort((x, y) => x - y)[times.length >> 1];
function clock(work: () => void): number {
  const t = performance.now();
  work();
  return performance.now() - t;
}
/** How many times as long as the floor some work takes: each time is set against the floor just before it, so that a machine that slows down slows both. */
const inFloors = (repeat: number, floor: () => void, work: () => void): number =>
  median(
    Array.from({ length: repeat }, () => {
      const floorMs = clock(floor);
      return clock(work) / floorMs;
    }),
  );

/** Solves before the clock is started, so that it is the method that is timed and not the compiler. */
const WARM_UP = 8;

let sink = 0;
function measure(
  name: string,
  network: NetworkSpec,
  aims: { cold?: number; change?: number; source?: number },
): void {
  const runs = network.laterals.map((l) => prepareRun(l, { waterC: 20, friction: 'darcy-weisbach' }));
  const emitters = runs.reduce((n, r) => n + r.n, 0);
  const floor = (): void => runs.forEach((r) => (sink += bareMarch(r, 45)));
  const floorMs = median(Array.from({ length: 15 }, () => clock(floor)));
  // Preparation (geometry into arrays) belongs to a cold solve and is part of its time.
  for (let i = 0; i < WARM_UP; i++) createNetworkSolver().solve(network);
  const cold = inFloors(15, floor, () => (sink += createNetworkSolver().solve(network).supply.flowLph));
  const solver = createNetworkSolver();
  for (let i = 0; i < WARM_UP; i++) solver.solve(network);
  let turn = 0;
  const change = inFloors(25, floor, () => {
    turn++;
    const laterals = network.laterals.map((l, i) =>
      i === 7 ? { ...l, lengthM: l.lengthM * (1 - 0.002 * turn) } : l,
    );
    sink += solver.solve({ ...network, laterals }).supply.flowLph;
  });
  solver.solve(network);
  const source = inFloors(15, floor, () => {
    turn++;
    const { supply } = network;
    if (supply.kind !== 'pump') throw new Error('the bench has a pump');
    const points = supply.points.map((p) => ({
      ...p,
      pressureKpa: p.pressureKpa * (1 - 0.002 * (turn % 50)),
    }));
    sink += solver.solve({ ...network, supply: { ...supply, points } }).supply.flowLph;
  });
  const head = inFloors(15, floor, () => {
    turn++;
    const links = network.links.map((l, i) =>
      i === 0 && l.kind === 'pipe' ? { ...l, minorK: 1 + 0.1 * (turn % 50) } : l,
    );
    sink += solver.solve({ ...network, links }).supply.flowLph;
  });
  const aim = (value: number, at?: number): string =>
    at === undefined ? '' : ` (aim ≤ ${at}: ${value <= at ? 'met' : 'MISSED'})`;
  process.stdout.write(
    `${name}: ${emitters.toLocaleString('en-US')} emitters, floor ${floorMs.toFixed(2)} ms\n` +
      `  cold              ${cold.toFixed(2)} floors${aim(cold, aims.cold)}\n` +
      `  one bed changed   ${change.toFixed(3)} floors${aim(change, aims.change)}\n` +
      `  source changed    ${source.toFixed(3)} floors${aim(source, aims.source)}\n` +
      `  head changed      ${head.toFixed(3)} floors${aim(head, aims.source)}\n`,
  );
}

measure('30 like beds', farm(30, 300, 30, false), {});
measure('500 unlike runs', farm(500, 1000, 25, true), { cold: 1.5, change: 0.02, source: 0.5 });
// The hardest change: nothing holds the pressure, so every run must be looked at anew.
measure('500 unlike runs, unregulated', farm(500, 1000, 25, true, false), {});
benchPlans();
if (!Number.isFinite(sink)) process.exit(1);
