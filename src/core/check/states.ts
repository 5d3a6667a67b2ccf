import { createPlanSolver, type FarmResults, type PlanSolver } from '../network';
import { drawingOn, openings, type Block, type FullPlan, type Part, type WaterSet } from '../plan';
import type { Holds } from './finding';

/** The plan at work in one way: one of its sets open, on its source or its backup, with the water low or high, the filters clean or dirty. */
export interface State {
  how: 'open' | 'high' | 'dirty';
  /** None where everything waters at once. */
  set: WaterSet | undefined;
  backup: boolean;
  plan: FullPlan;
  results: FarmResults;
  /** Of a state with dirty filters the same with clean ones. */
  clean?: State;
}

export const holdsOf = ({ how, set, backup }: State): Holds => ({
  ...(set && { set: set.id }),
  ...(backup && { backup: true as const }),
  ...(how === 'high' && { high: true as const }),
  ...(how === 'dirty' && { dirty: true as const }),
});

/**
 * Solves a plan in all its states that differ: each set as planned; with the water high where nothing holds the pressure
 * of what is open; with the filters due for cleaning where that takes more; and all that on the backup.
 *
 * With nothing drawn no open state stands at more than the pressure at rest, which every state's results carry, so that
 * fewer beds than a set opens are bounded by it.
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function statesOf(
  plan: FullPlan,
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): State[] {
  const sources = [{ plan, backup: false }];
  const other = plan.backup && plan.sources.find((s) => s.id === plan.backup!.sourceId);
  if (other && other.id !== plan.home) sources.push({ plan: drawingOn(plan, other.id), backup: true });
  return sources.flatMap((source) =>
    openings(source.plan).flatMap(({ set, plan: open }) => {
      const solved = (how: State['how'], full: FullPlan, clean?: State): State => {
        checkpoint();
        return {
          how,
          set,
          backup: source.backup,
          plan: full,
          results: solver.solve(full),
          ...(clean && { clean }),
        };
      };
      const first = solved('open', open);
      const states = [first];
      if (!isHeld(first)) states.push(solved('high', { ...open, water: 'best' }));
      const dirty = withDirtyFilters(open);
      if (dirty !== open) states.push(solved('dirty', dirty, first));
      return states;
    }),
  );
}

const regulates = (parts: readonly { part: Part }[]): boolean =>
  parts.some((s) => s.part.role === 'regulator');

/** Every open block has its regulator, and each holds its pressure: higher water changes nothing below. */
function isHeld({ plan, results }: State): boolean {
  const before = results.built.head;
  const starved = (part: Part, afterKpa: number): boolean =>
    part.role === 'regulator' && afterKpa < part.setKpa;
  if (results.head.some((p) => starved(p.step.part, p.afterKpa))) return false;
  return (
    plan.head.length === before.length &&
    results.blocks.every(
      (b) =>
        regulates(before) ||
        (regulates(b.built.inlet) && b.entryKpa >= Math.max(...b.built.inlet.map((s) => s.part.setKpa))),
    )
  );
}

const dirtyParts = new WeakMap<readonly Part[], readonly Part[]>();
const dirtyBlocks = new WeakMap<Block, Block>();

/** Parts with what they take when due for cleaning; the same list where none takes more. */
function dirtied(parts: readonly Part[]): readonly Part[] {
  let found = dirtyParts.get(parts);
  if (!found) {
    found = parts.some((p) => p.dirtyKpa > 0)
      ? parts.map((p) => (p.dirtyKpa > 0 ? { ...p, lossKpa: p.lossKpa + p.dirtyKpa } : p))
      : parts;
    dirtyParts.set(parts, found);
  }
  return found;
}

/** The plan with every filter due for cleaning; the same plan where that changes nothing. */
export function withDirtyFilters(plan: FullPlan): FullPlan {
  const head = dirtied(plan.head);
  const blocks = plan.blocks.map((b) => {
    const inlet = dirtied(b.inlet);
    if (inlet === b.inlet) return b;
    let found = dirtyBlocks.get(b);
    if (!found) dirtyBlocks.set(b, (found = { ...b, inlet: inlet as Part[] }));
    return found;
  });
  const same = head === plan.head && blocks.every((b, i) => b === plan.blocks[i]);
  return same ? plan : { ...plan, head: head as Part[], blocks };
}
