import { isMains, isPumped, isWell } from '../../../plan';
import { msg } from '../../../language';
import type { NetworkSpec } from '../../../hydraulics/network';
import type { Supply } from '../../../hydraulics/source';
import { KPA_PER_M } from '../../../hydraulics/water';
import type { OpenFarm } from '../types';
import { faultKind } from './kind';

/** A supply whose pressures are changed at every flow. */
export function withPressure(supply: Supply, change: (kpa: number) => number): Supply {
  switch (supply.kind) {
    case 'constant':
      return { ...supply, pressureKpa: change(supply.pressureKpa) };
    case 'two-point':
      return { ...supply, staticKpa: change(supply.staticKpa), flowingKpa: change(supply.flowingKpa) };
    case 'pump':
      return {
        kind: 'pump',
        points: supply.points.map((p) => ({ ...p, pressureKpa: change(p.pressureKpa) })),
      };
    case 'shared':
      return { ...supply, of: withPressure(supply.of, change) };
    case 'tank':
      return supply;
  }
}

/** A tap's curve weakened: less at rest, and the fall to what flows as before. */
const weakened = (supply: Supply, share: number): Supply =>
  supply.kind === 'shared'
    ? { ...supply, of: weakened(supply.of, share) }
    : supply.kind === 'two-point'
      ? {
          ...supply,
          staticKpa: supply.staticKpa * (1 - share),
          flowingKpa: supply.flowingKpa * (1 - share),
          flowLph: supply.flowLph * Math.sqrt(1 - share),
        }
      : withPressure(supply, (kpa) => kpa * (1 - share));

/** A network with another supply. */
export function withSupply(network: NetworkSpec, change: (supply: Supply) => Supply): NetworkSpec {
  const { node, ...supply } = network.supply;
  return { ...network, supply: { node, ...change(supply as Supply) } };
}

const supplied = ({ results }: OpenFarm, change: (supply: Supply) => Supply) => ({
  network: withSupply(results.built.network, change),
});

const SHARES = [0.06, 0.12, 0.22, 0.35, 0.5, 0.7];

export const sourceWeak = faultKind({
  kind: 'source-weak',
  name: msg`source weaker than tested`,
  often: 5,
  words: {
    title: msg`The source is weaker than when it was tested`,
    looksLike: msg`The very first gauge reads low, at all hours or when neighbours water too; everything downstream is low in the same proportion.`,
    mend: msg`Test the source again at this hour, with bucket and shut gauge. Water at another hour or fewer beds at once; ask the supplier.`,
  },
  size: (share, show) => msg`it gives ${show(share, 'share')} less pressure`,
  make: (farm) =>
    isMains(farm.results.layout.source)
      ? [
          {
            id: 'source-weak',
            site: { at: 'source' as const },
            sizes: SHARES,
            change: (share: number) => supplied(farm, (s) => weakened(s, share)),
          },
        ]
      : [],
});

export const pumpWorn = faultKind({
  kind: 'pump-worn',
  name: msg`pump worn`,
  often: 3,
  words: {
    title: msg`The pump no longer gives what its curve says`,
    looksLike: msg`The gauge at the pump is low at the same flow, and its water level is as it was; it runs longer, warmer or louder.`,
    mend: msg`Have pump and electrics looked at by a licensed electrician or pump fitter: impeller, strainer, air on the suction side.`,
  },
  size: (share, show) => msg`it gives ${show(share, 'share')} less pressure than its curve`,
  make: (farm) => {
    return isPumped(farm.results.layout.source)
      ? [
          {
            id: 'pump-worn',
            site: { at: 'source' as const },
            sizes: SHARES,
            change: (share: number) => supplied(farm, (s) => withPressure(s, (kpa) => kpa * (1 - share))),
          },
        ]
      : [];
  },
});

export const wellFallen = faultKind({
  kind: 'well-fallen',
  name: msg`well fallen`,
  often: 2,
  words: {
    title: msg`The water in the well stands lower than planned`,
    looksLike: msg`The gauge at the well head is low, more so the longer it runs; the level in the well is lower.`,
    mend: msg`Measure the level while it pumps. Rest between sets, draw less at once; ask a well driller before the pump is hung lower.`,
  },
  size: (m, show) => msg`its water stands ${show(m, 'height')} lower`,
  make: (farm) =>
    isWell(farm.results.layout.source)
      ? [
          {
            id: 'well-fallen',
            site: { at: 'source' as const },
            sizes: [1, 2, 4, 8, 16],
            change: (m: number) => ({
              ...supplied(farm, (s) => withPressure(s, (kpa) => kpa - m * KPA_PER_M)),
              levelFallM: m,
            }),
          },
        ]
      : [],
});

export const tankLow = faultKind({
  kind: 'tank-low',
  name: msg`tank low`,
  often: 3,
  words: {
    title: msg`The tank is lower than planned`,
    looksLike: msg`The water in the tank stands low; every gauge is low by the same height of water.`,
    mend: msg`Fill it, and find out why it is low: a float that sticks, a gutter or hose that gives nothing, a leak.`,
  },
  size: (m, show) => msg`its water stands ${show(m, 'height')} lower`,
  make: (farm) => {
    const { supply, nodes } = farm.results.built.network;
    if (supply.kind !== 'tank') return [];
    const ground = nodes.find((n) => n.id === supply.node)!.elevationM;
    const head = supply.waterLevelM - ground;
    return head <= 0
      ? []
      : [
          {
            id: 'tank-low',
            site: { at: 'source' as const },
            sizes: [0.1, 0.25, 0.45, 0.7, 0.9].map((s) => s * head),
            change: (m: number) => ({
              ...supplied(farm, () => ({ kind: 'tank', waterLevelM: supply.waterLevelM - m })),
              levelFallM: m,
            }),
          },
        ];
  },
});
