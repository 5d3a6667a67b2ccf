import { judge, roots, type Finding } from '../check';
import { createPlanSolver, type PlanSolver } from '../network';
import { fillIn, type Plan, type WaterSet } from '../plan';
import { makeSets, type MadeSets } from '../sets';

/** Sets as they were chosen, and the new problems that they bring. */
export interface ChosenSets extends MadeSets {
  /** Beds of unlike need water together, though they were to be kept apart: apart, a set had new problems. */
  mixed: boolean;
  /** To stop or mend, and not there while all waters at once. */
  worse: Finding[];
}

const withSets = (stated: Plan, sets: readonly WaterSet[]): Plan => ({
  ...stated,
  watering: { ...stated.watering, sets: sets.map((s) => ({ ...s })) },
});

const toMend = (found: readonly Finding[]): Finding[] =>
  roots(found).filter((f) => f.grade === 'stop' || f.grade === 'mend');

const stops = (found: readonly Finding[]): number => found.filter((f) => f.grade === 'stop').length;

/**
 * Makes sets and chooses between ways of making them by the whole list of findings: beds of unlike need apart as wished, or
 * where a set then has new problems (too small for a regulator or a separator, say), together; and whole blocks, where a part of
 * one has them.
 *
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function chooseSets(
  stated: Plan,
  how: { afresh: boolean },
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): ChosenSets {
  const plan = fillIn(stated);
  const wished = makeSets(plan, how, solver, checkpoint);
  const made = how.afresh || plan.watering.sets.length === 0;
  const only = { ...wished, mixed: false, worse: [] };
  if (!made || wished.sets.length < 2) return only;
  const several = plan.blocks.filter((b) => b.inUse).length > 1;
  const parted = several && wished.sets.some((s) => s.beds.some((g) => g.keys));
  const apart = { ...plan, watering: { ...plan.watering, apart: false } };
  const together = plan.watering.apart ? makeSets(apart, how, solver, checkpoint) : wished;
  const differs = together.sets.length !== wished.sets.length;
  if (!parted && !differs) return only;
  const judged = (sets: readonly WaterSet[]): Finding[] =>
    toMend(judge(withSets(stated, sets), { solver, checkpoint }).each);
  const atOnce = new Set(judged([]).map((f) => f.code));
  const worseOf = (sets: readonly WaterSet[]): Finding[] => judged(sets).filter((f) => !atOnce.has(f.code));
  let best: ChosenSets = { ...wished, mixed: false, worse: worseOf(wished.sets) };
  const consider = (other: MadeSets, mixed: boolean): void => {
    const worse = worseOf(other.sets);
    const more = stops(worse) - stops(best.worse) || worse.length - best.worse.length;
    if (more < 0) best = { ...other, mixed, worse };
  };
  if (differs) consider(together, true);
  // Whole valves first: a part of a block may be too little for its regulator.
  if (parted && best.worse.length > 0)
    consider(makeSets(plan, { ...how, wholes: true }, solver, checkpoint), false);
  return best;
}
