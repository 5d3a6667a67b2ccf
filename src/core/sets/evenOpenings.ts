import { ADJUSTABLE_MOST_LPH } from '../catalog/materials';
import type { PlanSolver } from '../network';
import type { Block, FullPlan } from '../plan';

/** Times that emitters are turned and looked at: what the far ones save lifts the pressure of all. */
const ROUNDS = 10;
/** A hand sets no closer, L/h at the label's pressure. */
const STEP_LPH = 0.1;

/** How far each adjustable emitter of a block is to be opened. */
export interface Openings {
  /** What each is set to at the pressure of its label, L/h, by its plant. */
  setLph: [plant: string, lph: number][];
  /** What each then gives, and what the least and the greatest gave before, L/h. */
  givesLph: number;
  before: { leastLph: number; mostLph: number };
  after: { leastLph: number; mostLph: number };
}

/**
 * Opens each adjustable emitter of a block so that all give alike: as much as the label's flow, or as the weakest gives
 * fully open. Flow goes with a power of the pressure, so an emitter at less pressure is opened by that much more.
 *
 * @returns nothing where the block has none, or nothing flows
 */
export function evenOpenings(plan: FullPlan, blockIndex: number, solver: PlanSolver): Openings | undefined {
  const block = plan.blocks[blockIndex];
  const { places } = block;
  // Beside beds a further tape of the plan says what stands at the plants.
  const tape = (places?.tape !== undefined && block.tapes[places.tape]) || block.tape;
  if (!places || tape.kind !== 'adjustable') return undefined;
  let set = new Map<string, number>();
  const look = (by: ReadonlyMap<string, number> | undefined) => {
    const results = solver.solve(by ? withOpenings(plan, blockIndex, by) : plan);
    const found = results.blocks.find((b) => b.index === blockIndex);
    if (!found) return [];
    return results.runs
      .slice(found.firstRun, found.firstRun + found.runCount)
      .filter((r) => r.emitters > 0 && r.run.label === tape)
      .map((r) => ({ plant: r.run.bed, kpa: r.minKpa, lph: r.flowLph / r.emitters }));
  };
  const spread = (list: readonly { lph: number }[]) => ({
    leastLph: Math.min(...list.map((e) => e.lph)),
    mostLph: Math.max(...list.map((e) => e.lph)),
  });
  const first = look(undefined);
  if (first.length === 0 || first.every((e) => e.lph <= 0)) return undefined;
  let emitters = look(set);
  let givesLph = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const openness = (kpa: number): number => Math.max(kpa, LEAST_KPA) / tape.atKpa;
    const most = Math.min(...emitters.map((e) => ADJUSTABLE_MOST_LPH * openness(e.kpa) ** tape.exponent));
    givesLph = Math.min(tape.flowLph, most);
    set = new Map(
      emitters.map((e) => [
        e.plant,
        Math.min(
          ADJUSTABLE_MOST_LPH,
          Math.max(STEP_LPH, toStep(givesLph / openness(e.kpa) ** tape.exponent)),
        ),
      ]),
    );
    emitters = look(set);
  }
  return { setLph: [...set], givesLph, before: spread(first), after: spread(emitters) };
}

/** Under this an emitter gives next to nothing, however far it is open, kPa. */
const LEAST_KPA = 0.5;
const toStep = (lph: number): number => Math.round(lph / STEP_LPH) * STEP_LPH;

/** The plan with adjustable emitters set so; those not named are set as the label says. */
export function withOpenings(plan: FullPlan, blockIndex: number, set: ReadonlyMap<string, number>): FullPlan {
  const blocks = plan.blocks.map((b, i): Block => {
    if (i !== blockIndex || !b.places) return b;
    const plants = b.places.plants.map((p) => ({ ...p, setLph: set.get(p.id) }));
    return { ...b, places: { ...b.places, plants } };
  });
  return { ...plan, blocks };
}
