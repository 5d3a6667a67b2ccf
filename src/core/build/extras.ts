import { msg } from '../language';
import { headerCrossings, type FarmLayout, type LaidMain } from '../layout';
import type { FullPlan, Part } from '../plan';
import { pipeKind } from '../catalog/pipes';
import { sourceOutlet } from './ends';
import type { Fitter } from './fitter';
import { thing, type Item } from './item';
import { sizeWords } from './joint';
import { blockPlace, HEAD_PLACE, mainPlace, type Where } from './use';

/** A sleeve under a lane reaches past its edge on either side by this, m. */
export const SLEEVE_PAST_M = 0.5;
/** Depths of soil over a pipe, m: under a lane that vehicles use, and the usual least in a field (growers' practice; local rules decide). */
const UNDER_LANE_M = 0.6;
const UNDER_FROST_M = 0.1;
/** A trench is a spade wide, and dug soil takes more room than it had (civil engineers' rule for loam). */
export const TRENCH_WIDTH_M = 0.2;
export const SPOIL_SWELLS = 1.25;

/** A length of ditch for a pipe. */
export interface Trench {
  to: string;
  lengthM: number;
  depthM: number;
  /** What decides its depth. */
  because: 'frost' | 'lane' | 'cover';
  spoilM3: number;
}

/** Whether mains lie in a trench: as stated; if not, of PVC, which sunlight makes brittle. */
export const isBuried = (plan: FullPlan, main: LaidMain): boolean =>
  plan.build.mains !== undefined ? plan.build.mains === 'buried' : pipeKind(main.piece.pipe).family === 'pvc';

export function trenchesOf(plan: FullPlan, layout: FarmLayout): Trench[] {
  const { frostM, coverM } = plan.build;
  return layout.mains.flatMap((m): Trench[] => {
    if (!isBuried(plan, m) || m.lengthM < SLEEVE_PAST_M) return [];
    const lane = m.crossings.some((c) => c.thing.kind === 'lane');
    const needs = [
      { because: 'cover' as const, depthM: coverM },
      ...(frostM > 0 ? [{ because: 'frost' as const, depthM: frostM + UNDER_FROST_M }] : []),
      ...(lane ? [{ because: 'lane' as const, depthM: UNDER_LANE_M }] : []),
    ];
    const deepest = needs.reduce((a, b) => (b.depthM > a.depthM ? b : a));
    const depthM = deepest.depthM + m.piece.boreMm / 1000;
    return [
      {
        to: m.to,
        lengthM: m.lengthM,
        depthM,
        because: deepest.because,
        spoilM3: m.lengthM * depthM * TRENCH_WIDTH_M * SPOIL_SWELLS,
      },
    ];
  });
}

const isWired = (p: Part): boolean => p.role === 'solenoid-valve' || p.role === 'motor-valve';
/** Cores that cable is sold with. */
const CORES = [2, 3, 5, 7, 9, 13, 25];

/** Sleeves, wire, valve boxes, the tank's outlet, screen, overflow and stand. */
export function addExtras(plan: FullPlan, layout: FarmLayout, fitter: Fitter): void {
  const { use } = fitter;
  const wired = sleevesAndWire(plan, layout, use);
  for (const [id, n] of wired)
    if (n > 0) {
      use(
        thing('wire-joint', 'wire', msg`waterproof wire joint`, 0.8, { sold: 'pack', holds: [10] }),
        2 * n,
        blockPlace(id),
        msg`two at each valve`,
      );
      const main = layout.mains.find((m) => m.to === id);
      if (main && isBuried(plan, main))
        use(
          thing('valve-box', 'wire', msg`valve box with lid`, 18),
          1,
          blockPlace(id),
          msg`over the valves of a buried main`,
        );
    }

  const { source } = layout;
  if (source.kind !== 'tank') return;
  const { size } = sourceOutlet(source, plan.build.family, 0);
  use(
    thing(`tank-outlet:${size}`, 'tank', msg`tank outlet with washers, ${sizeWords(size)}`, 6),
    source.count,
    HEAD_PLACE,
    msg`one through each tank’s wall`,
  );
  use(
    thing('tank-screen', 'tank', msg`screen for a tank’s inlet`, 4),
    source.count,
    HEAD_PLACE,
    msg`keeps leaves and mosquitoes out`,
  );
  use(
    thing('tank-overflow', 'tank', msg`overflow pipe with screen`, 8),
    source.count,
    HEAD_PLACE,
    msg`where the tank overflows`,
  );
  if (source.count > 1)
    use(
      thing('tank-link', 'tank', msg`hose with a valve and tee, from tank to tank`, 14),
      source.count - 1,
      HEAD_PLACE,
      msg`joins the tanks at the bottom`,
    );
  if (source.level === 'held')
    use(thing('float-valve', 'tank', msg`float valve`, 12), 1, HEAD_PLACE, msg`holds the level`);
  if (source.outletM > NO_STAND_M)
    use(
      thing('stand', 'tank', msg`stand strong enough for the full tank`, 60),
      source.count,
      HEAD_PLACE,
      msg`under each tank`,
    );
}
/** Spare wire at a valve, m. */
const WIRE_TAIL_M = 1;
/** A tank whose outlet is this near the ground stands on it, m. */
const NO_STAND_M = 0.25;

/** Sleeves under lanes, valve boxes and wire. */
function sleevesAndWire(
  plan: FullPlan,
  layout: FarmLayout,
  use: (item: Item, count: number, at: Where, reason: string, pieceM?: number) => void,
) {
  const sleeve = thing('sleeve', 'pipe', msg`wide pipe as a sleeve`, 2, {
    unit: 'm',
    sold: 'stick',
    holds: plan.build.family === 'inch' ? [3.048, 6.096] : [3, 6],
  });
  for (const m of layout.mains)
    for (const { thing: lane, lengthM } of m.crossings)
      if (lane.kind === 'lane' || lane.kind === 'ditch')
        use(
          sleeve,
          1,
          mainPlace(m.to),
          msg`under or over what the main crosses`,
          lengthM + 2 * SLEEVE_PAST_M,
        );
  for (const b of layout.blocks)
    for (const { thing: lane, lengthM } of headerCrossings(b, plan.obstacles))
      if (lane.kind === 'lane' || lane.kind === 'ditch')
        use(
          sleeve,
          1,
          blockPlace(b.block.id),
          msg`under or over what the header crosses`,
          lengthM + 2 * SLEEVE_PAST_M,
        );

  // Wire runs along the mains: a core for each valve beyond, and one that they share.
  const wired = new Map(plan.blocks.map((b) => [b.id, b.inlet.filter(isWired).length]));
  const beyond = (to: string): number =>
    (wired.get(to) ?? 0) +
    layout.mains.filter((m) => m.from === to && m.to !== to).reduce((n, m) => n + beyond(m.to), 0);
  for (const m of layout.mains) {
    const valves = beyond(m.to);
    if (valves === 0) continue;
    const cores = CORES.find((c) => c >= valves + 1) ?? CORES[CORES.length - 1];
    use(
      thing(`wire:${cores}`, 'wire', msg`cable with ${cores} cores for valves`, 0.25 * cores, {
        unit: 'm',
        sold: 'roll',
        holds: [25, 50, 100, 250],
      }),
      1,
      mainPlace(m.to),
      msg`along the main, with a core for each valve and one they share`,
      m.lengthM + WIRE_TAIL_M,
    );
  }
  return wired;
}
