import equal from 'fast-deep-equal';
import { produce } from 'immer';
import type { FullPlan, Plan } from '../model/types';

/** Where a value stands in a plan: fields by name, entries of lists by “#” and their id. */
export type PlanPath = readonly string[];

/** One value that was changed on both sides, and not alike. A value that is left out is undefined. */
export interface PlanClash {
  path: PlanPath;
  mine: unknown;
  theirs: unknown;
}

export interface MergedPlans {
  /** With what only the other side changed; clashes as they are here. */
  plan: Plan;
  /** How many values came from the other side. */
  taken: number;
  clashes: PlanClash[];
}

type Fields = Record<string, unknown>;
type Entry = Fields & { id: string };

/** Nothing is known of what both sides began from. */
const UNKNOWN = Symbol('unknown');

const isFields = (v: unknown): v is Fields => typeof v === 'object' && v !== null && !Array.isArray(v);
const isList = (v: unknown): v is Entry[] =>
  Array.isArray(v) &&
  v.length > 0 &&
  v.every((e) => isFields(e) && typeof e.id === 'string') &&
  new Set((v as Entry[]).map((e) => e.id)).size === v.length;
/** A list of entries with ids, or none yet. */
const listOrNone = (v: unknown): v is Entry[] => isList(v) || (Array.isArray(v) && v.length === 0);

/** Fields that say how a plan was written, not what it says. */
const ASIDE = new Set(['units', 'version', 'format']);

/**
 * Puts together two plans that began as one and were changed apart, value by value: what only one side changed is taken from
 * it, what both changed and not alike is told. Entries of lists go by their id.
 * @param base what both began from; without it every difference between them is asked about, and what only one has is kept
 */
export function mergePlans(base: Plan | undefined, mine: Plan, theirs: Plan): MergedPlans {
  const clashes: PlanClash[] = [];
  let taken = 0;

  function merged(from: unknown, here: unknown, there: unknown, path: PlanPath): unknown {
    if (equal(here, there)) return here;
    if (from !== UNKNOWN) {
      if (equal(from, there)) return here;
      if (equal(from, here)) {
        taken++;
        return there;
      }
    } else if (there === undefined) return here;
    else if (here === undefined) {
      taken++;
      return there;
    }
    if (isFields(here) && isFields(there) && here.kind === there.kind) return fields(from, here, there, path);
    if (listOrNone(here) && listOrNone(there)) return list(from, here, there, path);
    clashes.push({ path, mine: here, theirs: there });
    return here;
  }

  function fields(from: unknown, here: Fields, there: Fields, path: PlanPath): Fields {
    const was = (key: string): unknown =>
      from === UNKNOWN ? UNKNOWN : isFields(from) ? from[key] : undefined;
    const entries = [...new Set([...Object.keys(here), ...Object.keys(there)])].flatMap((key) => {
      const value =
        path.length === 0 && ASIDE.has(key)
          ? here[key]
          : merged(was(key), here[key], there[key], [...path, key]);
      return value === undefined ? [] : [[key, value] as const];
    });
    return Object.fromEntries(entries);
  }

  function list(from: unknown, here: Entry[], there: Entry[], path: PlanPath): Entry[] {
    const byId = (of: unknown): Map<string, Entry> => new Map(listOrNone(of) ? of.map((e) => [e.id, e]) : []);
    const [was, own, other] = [byId(from), byId(here), byId(there)];
    const order = orderOf(from, here, there);
    return order.flatMap((id) => {
      const value = merged(from === UNKNOWN ? UNKNOWN : was.get(id), own.get(id), other.get(id), [
        ...path,
        `#${id}`,
      ]);
      return value === undefined ? [] : [value as Entry];
    });
  }

  const plan = fields(base ?? UNKNOWN, mine as unknown as Fields, theirs as unknown as Fields, []);
  return { plan: plan as unknown as Plan, taken, clashes };
}

/** Ids in the order of the side that changed it, what the other has besides behind what it followed there. */
function orderOf(from: unknown, here: readonly Entry[], there: readonly Entry[]): string[] {
  const ids = (of: readonly Entry[]): string[] => of.map((e) => e.id);
  const was = listOrNone(from) ? ids(from) : undefined;
  const kept = (of: readonly string[]): string[] => of.filter((id) => was?.includes(id));
  // Entries that came or went apart, this side moved none of those that were there.
  const still =
    was !== undefined &&
    equal(
      kept(ids(here)),
      was.filter((id) => ids(here).includes(id)),
    );
  const [first, second] = still ? [ids(there), ids(here)] : [ids(here), ids(there)];
  const order = [...first];
  second.forEach((id, i) => {
    if (order.includes(id)) return;
    const before = second
      .slice(0, i)
      .reverse()
      .find((b) => order.includes(b));
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id);
  });
  return order;
}

/** A plan with one value put in; undefined takes it away. */
export const withValue = (plan: Plan, path: PlanPath, value: unknown): Plan =>
  produce(plan, (draft) => {
    let at: unknown = draft;
    for (const step of path.slice(0, -1))
      at = step.startsWith('#') ? (at as Entry[]).find((e) => e.id === step.slice(1)) : (at as Fields)[step];
    const last = path.at(-1)!;
    if (last.startsWith('#')) {
      const list = at as Entry[];
      const i = list.findIndex((e) => e.id === last.slice(1));
      if (value === undefined) list.splice(i, i < 0 ? 0 : 1);
      else if (i < 0) list.push(value as Entry);
      else list[i] = value as Entry;
    } else if (value === undefined) delete (at as Fields)[last];
    else (at as Fields)[last] = value;
  });

const UNIT_AT_END = /(Kpa|Lph|Mps|Mm|L|M|S|C)$/;
/** A field's name in words: “lengthM” is “length”. */
const inWords = (field: string): string =>
  field
    .replace(UNIT_AT_END, '')
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** Where a clash stands, in words: “West tunnel, beds, length”. */
export function clashPlace(path: PlanPath, plan: FullPlan): string {
  const names = new Map(
    [...plan.blocks, ...plan.sources, ...plan.head, ...plan.watering.sets].map((e) => [e.id, e.name]),
  );
  const said = path.map((step) =>
    step.startsWith('#') ? (names.get(step.slice(1)) ?? step.slice(1)) : inWords(step),
  );
  // “blocks, West tunnel, …”: the name says enough.
  return said.filter((_, i) => !(path[i + 1] ?? '').startsWith('#')).join(', ');
}
