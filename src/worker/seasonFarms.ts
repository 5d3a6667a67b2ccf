import {
  buildLibrary,
  openFarm,
  seenChoices,
  seenName,
  spotsOf,
  withLearned,
  type Expected,
  type Learned,
  type Library,
  type OpenFarm,
  type Seen,
} from '../core/season';
import { fillIn, type FullPlan, type Plan } from '../core/plan';
import { format, type KindName, type UnitChoice } from '../core/units';
import { checkpoint } from './jobs';

/*
 * Farms with a set open, and what readings there are told by, kept as long as the plan stays the same.
 */

/** A place to read, as pages show it. */
export interface Place {
  id: string;
  name: string;
  kind: 'gauge' | 'meter' | 'cups' | 'level' | 'look';
  fixed: boolean;
  at: [number, number];
  block?: number;
  expected?: { value: number; low: number; high: number; deviation: number };
  /** Of a look: what may be seen. */
  choices?: { seen: Seen; name: string }[];
}

export const shower =
  (choice: UnitChoice) =>
  (value: number, kind: KindName): string =>
    format(value, kind, choice);

/** The farm with a set open, of the last plan that was asked about. */
let farms:
  | { key: string; plan: Plan; full: FullPlan; open: Map<string, OpenFarm>; libraries: Map<string, Library> }
  | undefined;
const NO_SET = '';

export function of(plan: Plan, learned: Learned | undefined): NonNullable<typeof farms> {
  const key = JSON.stringify([plan, learned ?? null]);
  if (farms?.key !== key) farms = { key, plan, full: fillIn(plan), open: new Map(), libraries: new Map() };
  return farms;
}
export function farmOf(plan: Plan, set: string | undefined, learned: Learned | undefined): OpenFarm {
  const { open, full } = of(plan, learned);
  let found = open.get(set ?? NO_SET);
  if (!found) open.set(set ?? NO_SET, (found = withLearned(openFarm(full, set), learned)));
  return found;
}
export function libraryOf(
  plan: Plan,
  set: string | undefined,
  learned: Learned | undefined,
  progress: (share: number) => void,
): Library {
  const farm = farmOf(plan, set, learned);
  const { libraries } = of(plan, learned);
  let found = libraries.get(set ?? NO_SET);
  if (!found) libraries.set(set ?? NO_SET, (found = buildLibrary(farm, progress, checkpoint)));
  return found;
}

export function placesOf(farm: OpenFarm, expected: readonly Expected[]): Place[] {
  const at = new Map(expected.map((e) => [e.spot.id, e]));
  return spotsOf(farm).map((s): Place => {
    const e = at.get(s.id);
    return {
      id: s.id,
      name: s.name,
      kind: s.kind,
      fixed: s.fixed !== undefined,
      at: [s.point[0], s.point[1]],
      ...(s.block !== undefined && { block: s.block }),
      ...(e && { expected: { value: e.value, low: e.low, high: e.high, deviation: e.deviation } }),
      ...(s.looks && {
        choices: seenChoices(s, farm).map((seen) => ({ seen, name: seenName(seen, farm.plan, farm) })),
      }),
    };
  });
}
