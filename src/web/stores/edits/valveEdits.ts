import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import type { BedGroup, Block } from '../../../core/plan';
import type { Refusal } from '../plan';
import { assign } from './fields';
import { boundTo, type PlanStore } from './bound';
import { keysIn } from './wateringChange';

const blockValves = (
  plan: PlanStore,
  block: string,
  valves: Block['valves'] | undefined,
): Refusal | undefined =>
  plan.edit(msg`change where the valves are`, (draft) => {
    const b = draft.blocks.find((x) => x.id === block)!;
    assign(b as Record<string, unknown>, { valves });
    // Behind one valve a block is in one set as a whole.
    if (valves !== 'block') return;
    let seen = false;
    for (const s of draft.watering?.sets ?? [])
      s.beds = s.beds.flatMap((g): Draft<BedGroup>[] => {
        if (g.block !== block) return [g];
        if (seen) return [];
        seen = true;
        return [{ block }];
      });
  });

/** Turns valves for evenness: those of the beds that a set opens. */
function turnValves(
  plan: PlanStore,
  valves: readonly (readonly [string, readonly (readonly [string, number])[]])[],
  of: readonly BedGroup[],
): void {
  const turned = new Map(valves.map(([block, beds]) => [block, new Map(beds)]));
  plan.edit(msg`turn valves for evenness`, (draft) => {
    for (const { block, keys } of of) {
      const b = draft.blocks.find((x) => x.id === block);
      if (!b) continue;
      const own = turned.get(block);
      const beds = (b.beds ??= {});
      const single = { ...beds.single };
      for (const key of keys ?? keysIn(plan, block)) {
        const deg = own?.get(key);
        const now = { ...single[key], ...(deg ? { valveDeg: deg } : {}) };
        if (!deg) delete now.valveDeg;
        if (Object.keys(now).length > 0) single[key] = now;
        else delete single[key];
      }
      if (Object.keys(single).length > 0) beds.single = single;
      else delete beds.single;
    }
  });
}

const openValves = (plan: PlanStore): Refusal | undefined =>
  plan.edit(msg`open all valves`, (draft) => {
    for (const b of draft.blocks)
      for (const [key, s] of Object.entries(b.beds?.single ?? {})) {
        delete s.valveDeg;
        if (Object.keys(s).length === 0) delete b.beds!.single![key];
      }
  });

/** Edits of valves: where they stand, and how far they are turned. */
export const valveEdits = (plan: PlanStore) =>
  boundTo(plan, {
    blockValves,
    turnValves,
    openValves,
  });
