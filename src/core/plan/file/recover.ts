import { jsonrepair } from 'jsonrepair';
import { blankPlan, fillIn } from '../model/defaults';
import { MAX_PLAN_BYTES } from './file';
import { sizeOf, tooLarge } from '../rules/measure';
import { migrate } from './migrations';
import { contradictions } from '../rules/sanity';
import { planSchema } from '../rules/schema';
import { PLAN_FORMAT, PLAN_VERSION, type Plan } from '../model/types';

type Path = (string | number)[];

/** What could be saved of a plan that does not read. */
export interface Recovered {
  plan: Plan;
  /** Places that were left out. */
  dropped: string[];
}

/** Rounds of leaving out what is wrong; each leaves out all that is found at once. */
const MOST_ROUNDS = 60;

/** Takes out what lies at a path. @returns whether there was anything */
function takeOut(root: unknown, path: Path): boolean {
  let at = root as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) {
    at = at?.[key] as Record<string | number, unknown>;
    if (typeof at !== 'object' || at === null) return false;
  }
  const last = path.at(-1);
  if (last === undefined || !(last in at)) return false;
  if (Array.isArray(at)) at.splice(Number(last), 1);
  else delete at[last];
  return true;
}

/** Cuts a list that is too long to its first entries. */
function shorten(root: unknown, path: Path, most: number): boolean {
  const list = path.reduce<unknown>((at, key) => (at as Record<string | number, unknown>)?.[key], root);
  if (!Array.isArray(list)) return false;
  list.length = Math.min(list.length, most);
  return true;
}

/** `blocks[2].outline` as a path. */
const pathOf = (text: string): Path =>
  text
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((key) => (/^\d+$/.test(key) ? Number(key) : key));

/** What is to be left out, the last entries of a list first so that the others keep their places. */
function wrongIn(json: Record<string, unknown>): Path[] {
  const { error } = planSchema.validate(json, { abortEarly: false, convert: false });
  const byPlace = (a: Path, b: Path): number => {
    for (let i = 0; i < Math.min(a.length, b.length); i++)
      if (a[i] !== b[i])
        return typeof a[i] === 'number' && typeof b[i] === 'number'
          ? Number(b[i]) - Number(a[i])
          : String(a[i]) < String(b[i])
            ? -1
            : 1;
    return b.length - a.length;
  };
  if (error)
    return (
      error.details
        .filter((d) => d.type !== 'array.max' || !shorten(json, d.path, d.context?.limit as number))
        // Without a field that it must have, the whole of it goes.
        .map((d) => (d.type === 'any.required' || d.type === 'array.min' ? d.path.slice(0, -1) : d.path))
        .sort(byPlace)
    );
  const full = fillIn(json as unknown as Plan);
  const large = tooLarge(full);
  return [...(large ? [large] : []), ...contradictions(full)].map((c) => pathOf(c.path)).sort(byPlace);
}

/** What the plan needs to be one at all, where it was lost. */
function withWhole(json: Record<string, unknown>): void {
  const blank = blankPlan('metric');
  json.format = PLAN_FORMAT;
  json.version = PLAN_VERSION;
  for (const list of ['sources', 'blocks'] as const)
    if (!Array.isArray(json[list]) || json[list].length === 0) json[list] = blank[list];
}

/**
 * Saves what can be saved of a plan's text: a cut or bent file is closed and straightened, what makes no sense is left
 * out, piece by piece, until the rest is a plan.
 *
 * @returns nothing where no plan can be made out
 */
export function recoverPlan(text: string): Recovered | undefined {
  if (text.length > MAX_PLAN_BYTES) return undefined;
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    try {
      json = JSON.parse(jsonrepair(text));
    } catch {
      return undefined;
    }
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return undefined;
  const raw = json as Record<string, unknown>;
  if (raw.format !== PLAN_FORMAT || sizeOf(raw).tooMuch) return undefined;
  const version =
    typeof raw.version === 'number' && raw.version >= 1 ? Math.floor(raw.version) : PLAN_VERSION;
  let now: Record<string, unknown>;
  try {
    now = structuredClone(migrate({ ...raw, version }, PLAN_VERSION));
  } catch {
    return undefined;
  }
  const dropped = new Set<string>();
  for (let round = 0; round < MOST_ROUNDS; round++) {
    // What was made of the last round’s objects is remembered by them.
    now = structuredClone(now);
    withWhole(now);
    const wrong = wrongIn(now);
    if (wrong.length === 0) return { plan: now as unknown as Plan, dropped: [...dropped] };
    let any = false;
    const gone = new Set<string>();
    for (const path of wrong) {
      const key = path.join('.');
      if (path.length === 0 || gone.has(key)) continue;
      gone.add(key);
      if (!takeOut(now, path)) continue;
      any = true;
      dropped.add(key);
    }
    // What cannot be taken out by itself goes with what it is in.
    if (!any && !wrong.some((path) => path.length > 1 && takeOut(now, path.slice(0, -1)))) return undefined;
  }
  return undefined;
}
