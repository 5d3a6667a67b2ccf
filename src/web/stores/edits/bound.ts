import type { usePlan } from '../plan';

export type PlanStore = ReturnType<typeof usePlan>;

/** An edit: a function of the plan's store, and of what is to be changed. */
type Edit = (plan: PlanStore, ...words: never[]) => unknown;

/** The same edits of one store, which need not be named each time. */
type Bound<Edits> = {
  [Name in keyof Edits]: Edits[Name] extends (plan: PlanStore, ...words: infer Words) => infer Outcome
    ? (...words: Words) => Outcome
    : never;
};

/** Edits of one plan. */
export const boundTo = <Edits extends Record<string, Edit>>(plan: PlanStore, edits: Edits): Bound<Edits> =>
  Object.fromEntries(
    Object.entries(edits).map(([name, edit]) => [name, (...words: never[]) => edit(plan, ...words)]),
  ) as Bound<Edits>;
