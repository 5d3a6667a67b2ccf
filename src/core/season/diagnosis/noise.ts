import { msg } from '../../language';
import { isFilter } from '../../catalog/headParts';
import type { NetworkSolver, NetworkSpec } from '../../hydraulics/network';
import type { Supply } from '../../hydraulics/source';
import { partsOpen } from './faults/parts';
import { withPressure, withSupply } from './faults/sources';
import { shownBy, type Shown } from './predict';
import { spotsOf } from './spots';
import type { OpenFarm, Spot } from './types';
import type { FarmResults } from '../../network';
import { isPumped, type FullPlan, type StoredSource } from '../../plan';

/*
 * How far a reading may be from the plan's figure with nothing wrong: what gauge, meter and cups themselves are out by, and
 * what is not known exactly of source, labels, pipes and ground. Each as a standard deviation.
 */

/** Full scales of gauges that growers have, kPa; the smallest is taken that reads half as much again. */
const FULL_SCALES = [60, 100, 160, 250, 400, 600, 1000, 1600, 2500];
const SCALE_OVER = 1.5;
/** An ordinary gauge (class 2.5) is within so much of its full scale nineteen times of twenty: two deviations. */
export const GAUGE_CLASS = 0.025;
/** A water meter is within so much of what passes, as often. */
export const METER_WITHIN = 0.04;
/** Six cups along a run, timed and measured: so much of their mean, beside what emitters vary by. */
const CUPS_WITHIN = 0.06;
export const CUPS = 6;
/** A level told by stick or tape, m. */
const LEVEL_WITHIN_M = 0.1;
const DEVIATIONS = 2;

/** Half of a full scale's class is the deviation. */
export const gaugeScaleKpa = (kpa: number): number =>
  FULL_SCALES.find((s) => s >= kpa * SCALE_OVER) ?? FULL_SCALES.at(-1)!;

/** What the instrument at a spot is out by, where it would show a value. */
export function instrumentDeviation(spot: Spot, value: number, farm: OpenFarm): number {
  switch (spot.kind) {
    case 'gauge':
      return (gaugeScaleKpa(value) * GAUGE_CLASS) / DEVIATIONS;
    case 'meter':
      return Math.max(1, (value * METER_WITHIN) / DEVIATIONS);
    case 'cups': {
      const { cv } = farm.results.runs[spot.run!].run.tape;
      return Math.max(0.01, value * Math.hypot(CUPS_WITHIN / DEVIATIONS, cv / Math.sqrt(CUPS)));
    }
    case 'level':
      return LEVEL_WITHIN_M / DEVIATIONS;
    case 'look':
      return 0;
  }
}

/** One thing that is not known exactly, and the network if it is out by one deviation. */
export interface Doubt {
  id: string;
  /** What it is called. */
  name: string;
  /** What one deviation of it is: a share, or a height in m, or a pressure in kPa. */
  one: { value: number; kind: 'share' | 'height' | 'pressure' };
  /** A network, sound or with a fault in it, with this out by so many deviations. */
  at(network: NetworkSpec, deviations: number): NetworkSpec;
}

/** A measured source is within so much of its pressure (a bucket timed to a tenth, a gauge of its class); */
const SOURCE_MEASURED = 0.03;
/** one that nobody measured may be anything near. */
const SOURCE_EXAMPLE = 0.1;
/** Mean flow of a batch against its label: makers' usual tolerance, ± 7 %. */
const LABEL = 0.035;
/** A microtube's flow goes with about its length to the power of −0.6: so much more length for so much less flow. */
const TUBE_POWER = 1 / 0.6;
/** Friction of pipes as laid: bore within its tolerance, joints, a little slime. */
const FRICTION = 0.06;
/** Losses of parts against their labels. */
const PARTS = 0.1;
/** Regulators hold their setting within ± 6 %. */
const REGULATOR = 0.03;
/** A block's height against the plan's, m. */
export const HEIGHT_M = 0.15;
/** Evenly spread over a range: its deviation is so much of it. */
const EVEN_SPREAD = 1 / Math.sqrt(12);
/** Filters in use are somewhere between clean and due; so much of that is one deviation from clean. */
const DIRT = 0.25;

/** Everything that is not known exactly of a farm; of what was learned no more than is still uncertain. */
export const doubtsOf = (farm: OpenFarm): Doubt[] =>
  allDoubts(farm).map((doubt) => {
    const learned = farm.learned?.[doubt.id];
    return learned ? { ...doubt, at: (network, d) => doubt.at(network, d * learned.within) } : doubt;
  });

/** Everything that is not known exactly of a farm of which nothing was learned. */
export function allDoubts(farm: OpenFarm): Doubt[] {
  const { results, plan } = farm;
  const doubts: Doubt[] = sourceDoubts(results, plan);
  addSwitchDoubt(results, doubts);
  pipeDoubts(doubts);
  for (const { step, place } of partsOpen(farm)) {
    const { link, part } = step;
    if (link?.kind === 'regulator')
      doubts.push({
        id: `regulator/${place}/${part.id}`,
        name: msg`what the ${part.name} holds`,
        one: { value: REGULATOR, kind: 'share' },
        at: (network, d) => ({
          ...network,
          links: network.links.map((l) =>
            l.to === link.to && l.kind === 'regulator' ? { ...l, setKpa: l.setKpa * (1 + d * REGULATOR) } : l,
          ),
        }),
      });
    if (link?.kind === 'loss' && isFilter(part.role) && part.dirtyKpa > 0)
      doubts.push({
        id: `dirt/${place}/${part.id}`,
        name: msg`how clean the ${part.name} is`,
        one: { value: DIRT, kind: 'share' },
        // No filter is cleaner than clean.
        at: (network, d) => ({
          ...network,
          links: network.links.map((l) =>
            l.to === link.to && l.kind === 'loss'
              ? { ...l, lossKpa: l.lossKpa + Math.abs(d) * DIRT * part.dirtyKpa }
              : l,
          ),
        }),
      });
  }
  results.blocks.forEach((b) => {
    const { entry, layout } = b.built;
    const own = (id: string): boolean => id === entry || id.startsWith(`${entry}/`);
    doubts.push({
      id: `height/${layout.block.id}`,
      name: msg`the height of ${layout.block.name}`,
      one: { value: HEIGHT_M, kind: 'height' },
      at: (network, d) => ({
        ...network,
        nodes: network.nodes.map((n) => (own(n.id) ? { ...n, elevationM: n.elevationM + d * HEIGHT_M } : n)),
      }),
    });
  });
  return doubts;
}

/** What a sound farm shows, and how each doubt moves each spot by one deviation: rows of doubts, columns of spots. */
export interface Sound {
  shown: Shown;
  moves: Float64Array[];
  doubts: Doubt[];
}

/** Where between cut-in and cut-out a pump’s pressure stands just now. */
function addSwitchDoubt(results: FarmResults, doubts: Doubt[]) {
  const held = results.built.intakeSteps.find((s) => s.step.kind === 'switch')?.link;
  const source = results.layout.source;
  if (held?.kind === 'regulator' && isPumped(source)) {
    const rangeKpa = 2 * (source.vessel.cutOutKpa - source.vessel.cutInKpa) * EVEN_SPREAD;
    doubts.push({
      id: 'switch',
      name: msg`where between cut-in and cut-out the pump is`,
      one: { value: rangeKpa / 2, kind: 'pressure' },
      at: (network, d) => ({
        ...network,
        links: network.links.map((l) =>
          l.to === held.to && l.kind === 'regulator' ? { ...l, setKpa: l.setKpa + (d * rangeKpa) / 2 } : l,
        ),
      }),
    });
  }
}

/** What is not known of the source: how high its water stands, or what it gives. */
function sourceDoubts(results: FarmResults, plan: FullPlan) {
  const { network } = results.built;
  const stated = plan.sources.find((s) => s.id === results.layout.source.id)!;
  const share = stated.examples?.length ? SOURCE_EXAMPLE : SOURCE_MEASURED;
  const doubts: Doubt[] = [];
  const { supply } = network;
  if (supply.kind === 'tank') {
    const source = results.layout.source as StoredSource;
    // `lowM` is the middle of what it stands at today: half the range to the top.
    const rangeM =
      source.level === 'held' ? HEIGHT_M : Math.max(HEIGHT_M, 2 * (source.highM - source.lowM) * EVEN_SPREAD);
    doubts.push({
      id: 'source',
      name: msg`how high the water stands`,
      one: { value: rangeM, kind: 'height' },
      at: (network, d) =>
        withSupply(network, (water) =>
          water.kind === 'tank' ? { ...water, waterLevelM: water.waterLevelM + d * rangeM } : water,
        ),
    });
  } else
    doubts.push({
      id: 'source',
      name: msg`what the source gives`,
      one: { value: share, kind: 'share' },
      at: (network, d) => withSupply(network, (s: Supply) => withPressure(s, (kpa) => kpa * (1 + d * share))),
    });
  return doubts;
}

/** What is not known of labels, friction and parts, each the same on every farm. */
function pipeDoubts(doubts: Doubt[]) {
  doubts.push(
    {
      id: 'label',
      name: msg`the label’s flow`,
      one: { value: LABEL, kind: 'share' },
      at: (network, d) => ({
        ...network,
        laterals: network.laterals.map((l) =>
          l.emitter.kind === 'microtube'
            ? {
                ...l,
                emitter: {
                  ...l.emitter,
                  tubeM: l.emitter.tubeM / Math.max(0.1, 1 + d * LABEL) ** TUBE_POWER,
                },
              }
            : { ...l, emitter: { ...l.emitter, flowLph: l.emitter.flowLph * (1 + d * LABEL) } },
        ),
      }),
    },
    {
      id: 'friction',
      name: msg`friction of the pipes`,
      one: { value: FRICTION, kind: 'share' },
      at: (network, d) => ({
        ...network,
        links: network.links.map((l) =>
          l.kind === 'pipe' ? { ...l, lengthM: l.lengthM * Math.max(0.1, 1 + d * FRICTION) } : l,
        ),
      }),
    },
    {
      id: 'parts',
      name: msg`what the parts lose`,
      one: { value: PARTS, kind: 'share' },
      at: (network, d) => ({
        ...network,
        links: network.links.map((l) =>
          l.kind === 'loss' ? { ...l, lossKpa: l.lossKpa * Math.max(0.1, 1 + d * PARTS) } : l,
        ),
      }),
    },
  );
}

/** @param checkpoint called before each solve; what it throws ends the work */
export function soundFarm(farm: OpenFarm, solver: NetworkSolver, checkpoint: () => void = () => {}): Sound {
  const { network } = farm.results.built;
  const show = (spec: NetworkSpec): Shown => {
    checkpoint();
    return shownBy(farm, { network: spec }, solver.solve(spec));
  };
  const shown = show(network);
  const doubts = doubtsOf(farm);
  const moves = doubts.map((d) => show(d.at(network, 1)).values.map((v, i) => v - shown.values[i]));
  return { shown, moves, doubts };
}

/** Covariance of two spots from what is not known exactly. */
export function covariance({ moves }: Sound, a: number, b: number): number {
  let sum = 0;
  for (const m of moves) sum += m[a] * m[b];
  return sum;
}

/** A spot's whole deviation with nothing wrong: doubts and instrument together. */
export const deviationAt = (farm: OpenFarm, sound: Sound, i: number): number =>
  Math.hypot(
    Math.sqrt(covariance(sound, i, i)),
    instrumentDeviation(spotsOf(farm)[i], sound.shown.values[i], farm),
  );
