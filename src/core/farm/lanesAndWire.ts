import { msg } from '../language';
import { headerCrossings, type Crossing, type FarmLayout } from '../layout';
import type { Part } from '../plan';
import { thing } from './item';
import type { Maker } from './maker';
import { blockPlace, mainPlace, type Where } from './thing';
import { isBuried } from './trenches';

/** A sleeve under a lane reaches past its edge on either side by this, m. */
export const SLEEVE_PAST_M = 0.5;
/** Spare wire at a valve, m. */
const WIRE_TAIL_M = 1;
/** Cores that cable is sold with. */
const CORES = [2, 3, 5, 7, 9, 13, 25];
const isWired = (p: Part): boolean => p.role === 'solenoid-valve' || p.role === 'motor-valve';

/** Sleeves under lanes and over ditches. */
export function laySleeves(layout: FarmLayout, maker: Maker): void {
  const { family } = maker.plan.build;
  const sleeve = thing('sleeve', 'pipe', msg`wide pipe as a sleeve`, 2, {
    unit: 'm',
    sold: 'stick',
    holds: family === 'inch' ? [3.048, 6.096] : [3, 6],
  });
  const lay = (crossings: readonly Crossing[], at: Where, reason: string): void => {
    for (const { thing: lane, lengthM } of crossings)
      if (lane.kind === 'lane' || lane.kind === 'ditch')
        maker.lay(sleeve, lengthM, at, reason, { tail: 2 * SLEEVE_PAST_M });
  };
  for (const m of layout.mains) lay(m.crossings, mainPlace(m.to), msg`under or over what the main crosses`);
  for (const b of layout.blocks)
    lay(
      headerCrossings(b, maker.plan.obstacles),
      blockPlace(b.block.id),
      msg`under or over what the header crosses`,
    );
}

/** Wire along the mains: a core for each valve beyond, and one that they share; its joints, and boxes over valves of buried mains. */
export function layWire(layout: FarmLayout, maker: Maker): void {
  const { plan } = maker;
  const wired = new Map(plan.blocks.map((b) => [b.id, b.inlet.filter(isWired).length]));
  const beyond = (to: string): number =>
    (wired.get(to) ?? 0) +
    layout.mains.filter((m) => m.from === to && m.to !== to).reduce((n, m) => n + beyond(m.to), 0);
  for (const m of layout.mains) {
    const valves = beyond(m.to);
    if (valves === 0) continue;
    const cores = CORES.find((c) => c >= valves + 1) ?? CORES[CORES.length - 1];
    maker.lay(
      thing(`wire:${cores}`, 'wire', msg`cable with ${cores} cores for valves`, 0.25 * cores, {
        unit: 'm',
        sold: 'roll',
        holds: [25, 50, 100, 250],
      }),
      m.lengthM,
      mainPlace(m.to),
      msg`along the main, with a core for each valve and one they share`,
      { tail: WIRE_TAIL_M },
    );
  }
  for (const [id, n] of wired) {
    if (n === 0) continue;
    maker.put(
      thing('wire-joint', 'wire', msg`waterproof wire joint`, 0.8, { sold: 'pack', holds: [10] }),
      2 * n,
      blockPlace(id),
      msg`two at each valve`,
    );
    const main = layout.mains.find((m) => m.to === id);
    if (main && isBuried(plan, main))
      maker.put(
        thing('valve-box', 'wire', msg`valve box with lid`, 18),
        1,
        blockPlace(id),
        msg`over the valves of a buried main`,
      );
  }
}
