import type { Draft } from 'immer';
import { msg } from '../../../core/language';
import type { Build, Done, Have, Plan, Price, Stated } from '../../../core/plan';
import type { Refusal } from '../plan';
import { boundTo, type PlanStore } from './bound';
import { assign } from './fields';

type StatedBuild = Draft<Stated<Build>>;

/** Replaces the entry of a list that is of something, or takes it out. */
function put<T>(
  list: readonly T[] | undefined,
  same: (entry: T) => boolean,
  entry: T | undefined,
): T[] | undefined {
  const at = (list ?? []).findIndex(same);
  const next = [...(list ?? [])];
  if (at >= 0 && entry !== undefined) next[at] = entry;
  else if (at >= 0) next.splice(at, 1);
  else if (entry !== undefined) next.push(entry);
  return next.length > 0 ? next : undefined;
}

function change(
  plan: PlanStore,
  label: string,
  make: (build: StatedBuild) => void,
  gesture?: string,
): Refusal | undefined {
  return plan.edit(
    label,
    (draft: Draft<Plan>) => {
      const build = (draft.build ??= {}) as StatedBuild;
      make(build);
      for (const [key, value] of Object.entries(build))
        if (value === undefined) delete (build as Record<string, unknown>)[key];
      if (Object.keys(build).length === 0) delete draft.build;
    },
    gesture,
  );
}

const EDITS = {
  /** Sets fields of what is built; `undefined` goes back to the default. */
  build: (plan: PlanStore, fields: Partial<Build>, label: string, gesture?: string): Refusal | undefined =>
    change(plan, label, (b) => assign(b as Record<string, unknown>, fields), gesture),
  /** A price of the grower's own, or none any more. */
  price: (
    plan: PlanStore,
    item: string,
    price: Omit<Price, 'item'> | undefined,
    gesture?: string,
  ): Refusal | undefined =>
    change(
      plan,
      msg`set a price`,
      (b) => (b.prices = put(b.prices, (p) => p.item === item, price && { item, ...price })),
      gesture,
    ),
  /** What the grower has of an item, or nothing any more. */
  have: (
    plan: PlanStore,
    item: string,
    have: Omit<Have, 'item'> | undefined,
    gesture?: string,
  ): Refusal | undefined =>
    change(
      plan,
      msg`set what you have`,
      (b) => (b.have = put(b.have, (h) => h.item === item, have && { item, ...have })),
      gesture,
    ),
  /** Whether something that belongs to a source is there already, or is to be bought. */
  there: (plan: PlanStore, item: string, there: boolean): Refusal | undefined =>
    change(plan, there ? msg`say that it is there` : msg`say that it is to be bought`, (b) => {
      const own = { ...b.there };
      // What belongs to a source is there unless it is said.
      if (there) delete own[item];
      else own[item] = false;
      b.there = Object.keys(own).length > 0 ? own : undefined;
    }),
  /** How much a roll, stick or pack of an item holds; `undefined` goes back to the usual ones. */
  pack: (plan: PlanStore, item: string, holds: number | undefined, gesture?: string): Refusal | undefined =>
    change(
      plan,
      msg`say how it is sold`,
      (b) => {
        const packs = { ...b.packs };
        if (holds === undefined) delete packs[item];
        else packs[item] = holds;
        b.packs = Object.keys(packs).length > 0 ? packs : undefined;
      },
      gesture,
    ),
  /** Hours that a step is thought to take one person; `undefined` goes back to those that are counted. */
  stepHours: (
    plan: PlanStore,
    step: string,
    hours: number | undefined,
    gesture?: string,
  ): Refusal | undefined =>
    change(
      plan,
      msg`say how long a step takes`,
      (b) => {
        const own = { ...b.hours };
        if (hours === undefined) delete own[step];
        else own[step] = hours;
        b.hours = Object.keys(own).length > 0 ? own : undefined;
      },
      gesture,
    ),
  /** A fitting that the grower has, used where two ends meet; or no more. */
  joinedBy: (plan: PlanStore, at: string, fitting: string | undefined): Refusal | undefined =>
    change(
      plan,
      msg`use a fitting you have`,
      (b) =>
        (b.joined = put(b.joined, (j) => j.at === at, fitting === undefined ? undefined : { at, fitting })),
    ),
  /** A step done, with what is told of it; or not done after all. */
  done: (
    plan: PlanStore,
    step: string,
    done: Omit<Done, 'step'> | undefined,
    gesture?: string,
  ): Refusal | undefined =>
    change(
      plan,
      done ? msg`tick a step off` : msg`untick a step`,
      (b) => (b.done = put(b.done, (d) => d.step === step, done && { step, ...done })),
      gesture,
    ),
  /** Prices and packs of a whole book; those of other items stay. */
  priceBook: (
    plan: PlanStore,
    prices: readonly Price[],
    packs: Readonly<Record<string, number>>,
    currency: string | undefined,
  ): Refusal | undefined =>
    change(plan, msg`read a price book in`, (b) => {
      const own = new Map([...(b.prices ?? []), ...prices].map((p) => [p.item, p]));
      b.prices = [...own.values()];
      if (Object.keys(packs).length > 0) b.packs = { ...b.packs, ...packs };
      if (currency && !b.currency) b.currency = currency;
    }),
  /** A whole list of what there is; other items stay. */
  inventory: (plan: PlanStore, have: readonly Have[]): Refusal | undefined =>
    change(plan, msg`read a list of what you have in`, (b) => {
      const own = new Map([...(b.have ?? []), ...have].map((h) => [h.item, h]));
      b.have = [...own.values()] as never;
    }),
};

/** Edits of what is bought and built. */
export const buildEdits = (plan: PlanStore) => boundTo(plan, EDITS);
