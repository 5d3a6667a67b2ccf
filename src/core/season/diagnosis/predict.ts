import { isWell } from '../../plan';
import { levelAtM } from '../../hydraulics/drawdown';
import { LATERAL_FIELDS, type NetworkSolution } from '../../hydraulics/network';
import type { FarmResults } from '../../network';
import { openBlockOf, type Sight } from './look';
import { spotsOf } from './spots';
import { stretchesOf } from './stretches';
import type { Changed, OpenFarm } from './types';

const FIELDS = LATERAL_FIELDS.length;
const END = LATERAL_FIELDS.indexOf('endKpa');
const FLOW = LATERAL_FIELDS.indexOf('flowLph');
const LEAST = LATERAL_FIELDS.indexOf('minLph');
const EMITTERS = LATERAL_FIELDS.indexOf('emitters');

/** What would be read and seen. */
export interface Shown {
  /** At each spot in order; of a look nothing. */
  values: Float64Array;
  sight: Sight;
}

/** A stick or tape: how high the water stands in a tank over its foot, or how deep under the ground in a well, m. */
function levelShown({ results }: OpenFarm, { network, levelFallM = 0 }: Changed): number {
  const { source } = results.layout;
  const { supply, nodes } = network;
  if (supply.kind === 'tank') return supply.waterLevelM - nodes.find((n) => n.id === supply.node)!.elevationM;
  return isWell(source) ? levelAtM(source, results.flowLph + source.othersLph) + levelFallM : 0;
}

/** What every spot of a farm shows where its network is changed and solved so. */
export function shownBy(farm: OpenFarm, changed: Changed, solution: NetworkSolution): Shown {
  const { results } = farm;
  const places = changed.built ? new Map(changed.network.nodes.map((n, i) => [n.id, i])) : undefined;
  const kpa = (node: string): number => {
    const i = places ? places.get(node) : results.built.nodeAt(node);
    if (i !== undefined && changed.network.nodes[i]?.id === node) return solution.nodeKpa[i];
    return solution.nodeKpa[changed.network.nodes.findIndex((n) => n.id === node)];
  };
  /** Runs of a farm with more open stand at other places. */
  const nameOf = (l: { id: string; node: string }): string => `${l.node} ${l.id}`;
  const runs = changed.built && new Map(changed.built.network.laterals.map((l, i) => [nameOf(l), i]));
  const lateralAt = (run: number): number => runs?.get(nameOf(results.built.network.laterals[run])) ?? run;
  const run = (r: number): { meanLph: number; leastLph: number; endKpa: number } => {
    if (changed.runAs?.run === r) {
      const { laterals, endNode } = changed.runAs;
      let flow = 0;
      let emitters = 0;
      let least = Infinity;
      for (const l of laterals) {
        flow += solution.laterals[l * FIELDS + FLOW];
        emitters += solution.laterals[l * FIELDS + EMITTERS];
        if (solution.laterals[l * FIELDS + EMITTERS] > 0)
          least = Math.min(least, solution.laterals[l * FIELDS + LEAST]);
      }
      return { meanLph: emitters > 0 ? flow / emitters : 0, leastLph: least, endKpa: kpa(endNode) };
    }
    const at = lateralAt(r) * FIELDS;
    const { laterals } = solution;
    const emitters = results.runs[r].emitters;
    return {
      meanLph: laterals[at + FLOW] / emitters,
      leastLph: laterals[at + LEAST],
      endKpa: laterals[at + END],
    };
  };
  const built = changed.built ?? results.built;
  const flowAt = (node: string): number => {
    const at = built.network.links.findIndex((l) => l.to === node);
    // Meters of the head count all; a meter at a block what passes it.
    const head = built.head.some((s) => s.to === node || s.from === node);
    if (head || at < 0) return solution.supply.flowLph;
    const own = changed.network.links.findIndex((l) => l.to === node);
    return own >= 0 ? solution.linkLph[own] : solution.supply.flowLph;
  };
  const spots = spotsOf(farm);
  const values = new Float64Array(spots.length);
  spots.forEach((spot, i) => {
    let value = NaN;
    if (spot.kind === 'gauge') value = spot.run !== undefined ? run(spot.run).endKpa : kpa(spot.node!);
    else if (spot.kind === 'meter') value = flowAt(spot.node!);
    else if (spot.kind === 'cups') value = run(spot.run!).meanLph;
    else if (spot.kind === 'level') value = levelShown(farm, changed);
    // Nothing sucks at a gauge that is open to the ground's air: emptied pipes read nothing.
    if (spot.kind === 'gauge') value = Math.max(0, value);
    values[i] = changed.reads && spot.kind !== 'look' ? changed.reads(spot, value) : value;
  });
  return sightOf(results, run, values, changed, solution);
}

/** What can be seen and heard beside what gauges show. */
function sightOf(
  results: FarmResults,
  run: (r: number) => { meanLph: number; leastLph: number; endKpa: number },
  values: Float64Array<ArrayBuffer>,
  changed: Changed,
  solution: NetworkSolution,
) {
  const shares = stretchesOf(results).map((s) => {
    const r = results.runs[s.run];
    const now = run(s.run);
    const least = r.minLph > 0 ? now.leastLph / r.minLph : 1;
    return Math.min(now.meanLph / (r.flowLph / r.emitters), least);
  });
  return {
    values,
    sight: {
      shares,
      leaks: (changed.leaks ?? []).map((l) => ({ ...l, lph: solution.laterals[l.lateral * FIELDS + FLOW] })),
      ...(changed.gaps && { gaps: changed.gaps }),
      ...(changed.openAt && { openAt: changed.openAt, openBlock: openBlockOf(changed) }),
    },
  };
}
