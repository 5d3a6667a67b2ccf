import { msg } from '../language';
import { HEAD_PARTS } from '../catalog/headParts';
import { KPA_PER_M } from '../hydraulics/water';
import {
  fillIn,
  HEAD,
  sharedHead,
  isStored,
  storedLevelM,
  type FullPlan,
  type Part,
  type Plan,
  type SetAside,
  type StatedPart,
  type StoredSource,
} from '../plan';

/** What drawing on another source does to the lists of parts. */
export interface Drawn {
  /** The plan with its lists as they then are. */
  plan: Plan;
  /** What was done, each in words: "take out the mid-flow regulator of Block 1". */
  says: string[];
}

/** The same part for little pressure, where there is one. */
const FOR_LITTLE: Readonly<Record<string, string>> = {
  'timer-3/4': 'timer-zero-3/4',
  'solenoid-1': 'motor-1',
};

/** The most that a tank ever gives anywhere on the plan, kPa: its highest water over the lowest block. */
export function mostUnderTankKpa(tank: StoredSource, plan: FullPlan): number {
  const waterM = tank.heightM + storedLevelM(tank, 'best');
  return Math.max(0, waterM - Math.min(tank.heightM, ...plan.blocks.map((b) => b.heightM))) * KPA_PER_M;
}

interface List {
  place: string;
  of: string;
  full: readonly Part[];
  stated: readonly StatedPart[] | undefined;
}
const listsOf = (stated: Plan, full: FullPlan): List[] => [
  { place: HEAD, of: msg`the head`, full: sharedHead(full), stated: stated.head },
  ...full.blocks.map((b, i) => ({ place: b.id, of: b.name, full: b.inlet, stated: stated.blocks[i].inlet })),
];

/** The plan with its lists of parts changed at some places. */
function withLists(plan: Plan, lists: ReadonlyMap<string, StatedPart[]>): Plan {
  if (lists.size === 0) return plan;
  const head = lists.get(HEAD);
  return {
    ...plan,
    ...(head && { head }),
    blocks: plan.blocks.map((b) => {
      const inlet = lists.get(b.id);
      return inlet ? { ...b, inlet } : b;
    }),
  };
}

/**
 * A plan that now draws on another source. Under a tank what cannot work at its pressure is taken out of head and inlets, or
 * changed for the kind that can: regulators set above what the tank ever gives, which only cost pressure; and timers, valves
 * and injectors that need more to work. What was there is set aside in the plan. When another source is drawn on it comes
 * back, except where the list was changed meanwhile.
 *
 * @param before the plan while it drew on the source before
 * @param after the same, drawing on the source it now draws on
 */
export function drawnOn(before: Plan, after: Plan): Drawn {
  const [was, is] = [fillIn(before), fillIn(after)];
  const tank = is.sources.find((s) => s.id === is.sourceId);
  if (!isStored(tank)) return restored(after);
  if (isStored(was.sources.find((s) => s.id === was.sourceId))) return { plan: after, says: [] };
  const mostKpa = mostUnderTankKpa(tank, is);
  const fails = (p: Part): boolean => (p.role === 'regulator' ? p.setKpa > mostKpa : p.needsKpa > mostKpa);
  const says: string[] = [];
  const lists = new Map<string, StatedPart[]>();
  const setAside: SetAside[] = [];
  for (const { place, of, full, stated } of listsOf(before, was)) {
    const left = full.flatMap((p): StatedPart[] => {
      // Only what was stated of a part is: its label stays the catalogue's.
      if (!fails(p)) return [stated?.find((x) => x.id === p.id) ?? { id: p.id, kind: p.kind }];
      const other = HEAD_PARTS.find((x) => x.id === FOR_LITTLE[p.kind]);
      says.push(
        other ? msg`put a ${other.name} for the ${p.name} of ${of}` : msg`take out the ${p.name} of ${of}`,
      );
      return other ? [{ id: p.id, kind: other.id }] : [];
    });
    // What nobody stated is typical of the source in use, and changes by itself.
    if (!stated || !full.some(fails)) continue;
    lists.set(place, left);
    setAside.push({ place, had: [...stated], left });
  }
  const plan = withLists(after, lists);
  return { plan: setAside.length > 0 ? { ...plan, setAside } : plan, says };
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What was set aside put back where nothing was changed since. */
function restored(plan: Plan): Drawn {
  if (!plan.setAside) return { plan, says: [] };
  const { setAside, ...rest } = plan;
  const full = fillIn(plan);
  const lists = new Map<string, StatedPart[]>();
  const says: string[] = [];
  for (const { place, of, stated } of listsOf(plan, full)) {
    const aside = setAside.find((s) => s.place === place);
    if (!aside) continue;
    if (same(stated, aside.left)) {
      lists.set(place, aside.had);
      says.push(msg`the parts of ${of} are as they were before the tank`);
    } else says.push(msg`the parts of ${of} stay as you changed them under the tank`);
  }
  return { plan: withLists(rest, lists), says };
}
