import fc from 'fast-check';
import { anyPlan } from '../check/anyPlan.testing';
import { runs } from '../effort.testing';
import { farmOf, type Farm, type Thing } from '../farm';
import { layOut } from '../layout';
import { createPlanSolver } from '../network';
import { fillIn, withOpen, type FullPlan, type Plan } from '../plan';
import { makeSets } from '../sets';
import { switchboardOf, type SetSwitch, type Switchboard } from './index';

const OPENED = ['hand', 'battery', 'wired', 'latching'] as const;

/** A random plan, opened in a random way, some of it by another, its mains by a tee or each from the head, in sets that were made for it. */
const switched: fc.Arbitrary<Plan> = fc
  .record({
    plan: anyPlan,
    by: fc.constantFrom(...OPENED),
    other: fc.constantFrom(undefined, ...OPENED),
    tee: fc.boolean(),
    at: fc.constantFrom('head' as const, 'blocks' as const),
    timer: fc.constantFrom(undefined, 'timer-1', 'timer-4-3/4', 'timer-stations-1', 'splitter-4'),
  })
  .map(({ plan, by, other, tee, at, timer }) => ({
    ...plan,
    head: [...(plan.head ?? []), ...(timer ? [{ id: 'clock', kind: timer }] : [])],
    ...(tee && { tees: [{ id: 't', xM: 3, yM: 2 }] }),
    blocks: plan.blocks.map((b, i) => ({
      ...b,
      valves: b.valves === 'beds' ? ('sets' as const) : b.valves,
      ...(i === 0 && other && { opened: other }),
      ...(tee && i > 0 && { main: { ...b.main, from: 't' } }),
    })),
    watering: { switching: { by, valvesAt: at } },
  }));

/** Things that open and shut, which the sets turn: parts of valves, the block's own, and take-offs with valves. */
function isShut(t: Thing, board: Switchboard, open: SetSwitch, plan: FullPlan): boolean {
  const at = (place: string): boolean =>
    t.at.id === place ||
    (t.at.place === 'head' && t.reason === `opens ${plan.blocks.find((b) => b.id === place)?.name}`);
  const valve = board.valves.find((v) =>
    v.part === undefined
      ? t.item.id.startsWith('valve:') && t.at.id === v.place
      : t.part === v.part.id &&
        (v.place === 'head' ? t.at.place === 'head' && t.part !== 'set-valve' : at(v.place)),
  );
  // An outlet is one of several of its part: which hose hangs on it is asked of the block.
  if (valve && valve.outlet === undefined) return !open.valves.includes(valve);
  if (!t.item.id.startsWith('takeoff:') || !t.item.id.endsWith(':valve')) return false;
  const own = open.byBed.find((g) => g.block === t.at.id);
  return !own || !own.keys.includes(t.at.bed ?? '');
}

/** Beds that get water where exactly the valves of a set are open: from run to run back to the source, over what was bought. */
function wet(farm: Farm, board: Switchboard, open: SetSwitch, plan: FullPlan): string[] {
  const byId = new Map(farm.things.map((t) => [t.id, t]));
  const flows = (t: Thing | undefined): boolean =>
    t !== undefined && !isShut(t, board, open, plan) && (t.on === undefined || flows(byId.get(t.on)));
  const outletShut = (block: string): boolean => {
    const outlet = board.valves.find((v) => v.outlet !== undefined && v.blocks.includes(block));
    return outlet !== undefined && !open.valves.includes(outlet);
  };
  const beds = farm.things
    .filter(
      (t) => t.item.id.startsWith('laid:') && t.at.bed !== undefined && flows(t) && !outletShut(t.at.id!),
    )
    .map((t) => `${t.at.id}/${t.at.bed}`);
  return [...new Set(beds)].sort();
}

test('every set that is made can be opened by what is bought, and only its beds get water', () => {
  let sets = 0;
  fc.assert(
    fc.property(switched, (stated) => {
      const solver = createPlanSolver();
      const made = makeSets(fillIn(stated), { afresh: true, least: 3 }, solver);
      const plan = fillIn({ ...stated, watering: { ...stated.watering, sets: made.sets } });
      const layout = layOut(plan);
      const farm = farmOf(plan, layout);
      const board = switchboardOf(plan, layout);
      expect(board.sets.flatMap((s) => s.problems)).toEqual([]);
      for (const open of board.sets) {
        sets++;
        const set = plan.watering.sets.find((s) => s.id === open.set)!;
        const results = solver.solve(withOpen(plan, set));
        const watered = results.blocks.flatMap((b) =>
          b.beds.filter((bed) => bed.flowLph > 0).map((bed) => `${b.built.layout.block.id}/${bed.key}`),
        );
        const own = wet(farm, board, open, plan);
        // What drips is open; where the source is too weak for some of it, no more than that.
        expect(watered.filter((bed) => !own.includes(bed))).toEqual([]);
        const asked = set.beds.flatMap(({ block, keys }) =>
          layout.blocks
            .find((b) => b.block.id === block)!
            .beds.filter((b) => !b.resting && (!keys || keys.includes(b.key)))
            .map((b) => `${block}/${b.key}`),
        );
        expect(own).toEqual(asked.sort());
      }
    }),
    { numRuns: runs(300) },
  );
  expect(sets).toBeGreaterThan(100);
});
