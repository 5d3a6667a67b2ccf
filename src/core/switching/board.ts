import { isTimed, SPLITTER_WAYS, type Role } from '../catalog/headParts';
import { layOut, type BlockLayout, type FarmLayout } from '../layout';
import { lastSplitter, outletOf, type Splitter } from '../network';
import {
  HEAD,
  openerOf,
  outletTimer,
  timedPart,
  isPumped,
  type BedGroup,
  type Block,
  type FullPlan,
  type OpenedBy,
  type Part,
  type WaterSet,
} from '../plan';

/*
 * Who opens what: every valve that sets are opened by, with its number, and what each set opens. A set is possible only where all
 * of its beds hang on valves that shut off nothing else.
 */

/** Something that opens and shuts as one. */
export interface SwitchValve {
  /** The same on plan, labels, programme and wire, from 1 on. */
  number: number;
  by: OpenedBy;
  /** Where its part stands in the plan: `head`, or a block's id. */
  place: string;
  /** None for a hand valve at a block that is only bought with it. */
  part: Part | undefined;
  /** Where it stands on the farm. */
  at: 'head' | 'block';
  /** Which of its part's outlets, from 1 on, where that has several. */
  outlet?: number;
  /** Blocks whose water passes it. */
  blocks: string[];
}

/** Why a set cannot be opened by itself. */
export type Problem =
  /** Only some beds of a block are in it, and one valve opens the whole block. */
  | { why: 'part'; block: string; number: number; by: OpenedBy; outside: string[] }
  /** The valve opens other blocks too. */
  | { why: 'shared'; block: string; number: number; by: OpenedBy; others: string[] };

/** How one set is opened. */
export interface SetSwitch {
  set: string;
  name: string;
  /** Stations of the controller that open it. */
  stations: number[];
  /** Its valves, each by whatever opens it. */
  valves: SwitchValve[];
  /** Beds whose own valves a hand opens. */
  byBed: { block: string; keys: string[] }[];
  /** Valves that a hand turns for it, those at runs among them. */
  handValves: number;
  problems: Problem[];
}

export interface Switchboard {
  valves: SwitchValve[];
  sets: SetSwitch[];
  /** What tells wired valves when to open: none where there are none. */
  controller: 'wired' | 'latching' | undefined;
  /** Stations that it needs. */
  stations: number;
  /** A station timer stands in the head: it need not be bought beside. */
  inHead: Part | undefined;
  /** The clock in the head that is all that opens some blocks: the water of all others passes it too. */
  clock: SwitchValve | undefined;
  /** A valve in the head that opens with every set. */
  master: Part | undefined;
  /** The pump has nothing of its own that starts it: the controller must, or a hand. */
  startsPump: boolean;
}

/** Number of what is no valve of the farm's own: the source itself is turned on. */
const AT_SOURCE = 0;
/** Of valves the name that is written on them; of a source that is turned on none. */
export const valveName = (number: number): string => (number === AT_SOURCE ? '' : `V${number}`);

/** The number of the valve that opens a block, as it is written beside its name; empty where one opens all, or its beds have their own. */
export function besideName(plan: FullPlan, layout: FarmLayout, block: string): string {
  const { valves } = switchboardOf(plan, layout);
  const own = valves.length > 1 ? valves.find((v) => v.blocks.includes(block)) : undefined;
  return own ? ` · ${valveName(own.number)}` : '';
}

/** Whether blocks have to be opened and shut one by one. */
export const needsBlockValves = ({ blocks, watering }: Pick<FullPlan, 'blocks' | 'watering'>): boolean =>
  blocks.filter((b) => b.inUse).length > 1 || watering.sets.length > 1;

const HAND: readonly Role[] = ['ball-valve', 'gate-valve'];

/** Whether the runs of a block have valves of their own: as was said, or where a hand opens only some beds in a set, or one is throttled. */
export function hasBedValves(
  plan: Pick<FullPlan, 'watering'>,
  { block, beds }: Pick<BlockLayout, 'block' | 'beds'>,
): boolean {
  if (block.valves !== 'sets') return block.valves !== 'block';
  if (Object.values(block.beds.single).some((b) => (b.valveDeg ?? 0) > 0)) return true;
  if (openerOf(plan, block) !== 'hand') return false;
  const laid = beds.filter((b) => !b.resting);
  return plan.watering.sets.some((s) =>
    s.beds.some(({ block: id, keys }) => id === block.id && keys && laid.some((b) => !keys.includes(b.key))),
  );
}

/** Whether a block opens as a whole: by a clock, or by the one valve that it was given. */
export const opensWhole = (plan: Pick<FullPlan, 'watering'>, block: Block): boolean =>
  openerOf(plan, block) !== 'hand' || block.valves === 'block';

/** The piece of main that leaves the head on the way to a block. */
function rootTo(layout: FarmLayout, block: string): string {
  const byEnd = new Map(layout.mains.map((m) => [m.to, m]));
  let at = byEnd.get(block);
  while (at && at.from !== HEAD && byEnd.has(at.from)) at = byEnd.get(at.from);
  return at?.to ?? block;
}

/** Finds the valve of each block, and gives those that are new their number. */
class Board {
  readonly valves: SwitchValve[] = [];
  private readonly plan: FullPlan;
  private readonly layout: FarmLayout;
  private readonly splitter: Splitter | undefined;
  private readonly outlets: ReadonlyMap<string, number>;
  private readonly byKey = new Map<string, SwitchValve>();

  constructor(plan: FullPlan, layout: FarmLayout) {
    this.plan = plan;
    this.layout = layout;
    this.splitter = lastSplitter(plan.head);
    this.outlets = this.splitter ? outletOf(this.splitter, layout.mains) : new Map();
  }

  private put(key: string, block: string, made: Omit<SwitchValve, 'number' | 'blocks'>): SwitchValve {
    const found = this.byKey.get(key);
    if (found) {
      found.blocks.push(block);
      return found;
    }
    const valve = { ...made, number: this.valves.length + 1, blocks: [block] };
    this.byKey.set(key, valve);
    this.valves.push(valve);
    return valve;
  }

  /** What opens a block as a whole. */
  valveOf(block: Block): SwitchValve {
    const by = openerOf(this.plan, block);
    const own = timedPart(block.inlet) ?? block.inlet.find((p) => HAND.includes(p.role));
    const timed = timedPart(block.inlet);
    if (by === 'hand' ? own : timed) {
      const part = (by === 'hand' ? own : timed)!;
      return this.put(`own ${block.id}`, block.id, {
        by,
        place: block.id,
        part,
        at: part.planned === 'head' ? 'head' : 'block',
      });
    }
    const outlet = this.outlets.get(rootTo(this.layout, block.id));
    if (this.splitter && outlet !== undefined && (by === 'hand' || outletTimer(this.plan.head)))
      return this.put(`outlet ${outlet}`, block.id, {
        by,
        place: HEAD,
        part: this.splitter.part,
        at: 'head',
        outlet: outlet + 1,
      });
    const clock = timedPart(this.plan.head);
    if (by !== 'hand' && clock)
      return this.put('head', block.id, { by, place: HEAD, part: clock, at: 'head' });
    if (needsBlockValves(this.plan))
      return this.put(`own ${block.id}`, block.id, { by, place: block.id, part: undefined, at: 'block' });
    // One block, opened all at once: by a valve of the head, or at the source itself.
    const shuts = this.plan.head.find((p) => HAND.includes(p.role));
    if (shuts) return this.put('head', block.id, { by, place: HEAD, part: shuts, at: 'head' });
    return { by, place: HEAD, part: undefined, at: 'head', number: AT_SOURCE, blocks: [block.id] };
  }
}

/** Beds of a block that get water. */
const watered = ({ beds }: BlockLayout): string[] => beds.filter((b) => !b.resting).map((b) => b.key);

/** Valves at the runs of some beds: one at each run. */
const runValves = ({ runs }: BlockLayout, keys: readonly string[]): number =>
  runs.filter((r) => keys.includes(r.bed)).length;

const known = new WeakMap<FullPlan, Switchboard>();

/** Who opens what on a plan; of the same plan the same. */
export function switchboardOf(plan: FullPlan, layout: FarmLayout = layOut(plan)): Switchboard {
  let found = known.get(plan);
  if (!found) known.set(plan, (found = made(plan, layout)));
  return found;
}

function made(plan: FullPlan, layout: FarmLayout): Switchboard {
  const board = new Board(plan, layout);
  const used = layout.blocks.filter((b) => b.block.inUse && watered(b).length > 0);
  const byBlock = new Map(used.map((b) => [b.block.id, b]));
  const perBed = new Set(
    used.filter((b) => openerOf(plan, b.block) === 'hand' && hasBedValves(plan, b)).map((b) => b.block.id),
  );
  const valveOf = new Map(
    used.filter((b) => !perBed.has(b.block.id)).map((b) => [b.block.id, board.valveOf(b.block)]),
  );
  const sets: WaterSet[] = plan.watering.sets;
  const clock = board.valves.find(
    (v) => v.place === HEAD && v.outlet === undefined && v.part && isTimed(v.part.role),
  );
  const openings = sets.map((set) => openingOf(set, { byBlock, perBed, valveOf, clock }));
  const wired = board.valves.filter((v) => v.by === 'wired' || v.by === 'latching');
  const inHead = plan.head.find((p) => p.role === 'timer' && SPLITTER_WAYS[p.kind] === undefined);
  const isController = inHead !== undefined && plan.watering.switching.by === 'wired';
  const stations = numberStations(openings, wired);
  const { source } = layout;
  return {
    valves: board.valves,
    sets: openings,
    controller: wired.length === 0 ? undefined : wired.some((v) => v.by === 'wired') ? 'wired' : 'latching',
    stations,
    inHead: isController ? inHead : undefined,
    clock,
    master: clock || board.valves.length === 0 || outletTimer(plan.head) ? undefined : timedPart(plan.head),
    startsPump: isPumped(source) && source.vessel.part === 'none',
  };
}

/** What is known of the blocks while a set is looked at. */
interface Blocks {
  byBlock: ReadonlyMap<string, BlockLayout>;
  perBed: ReadonlySet<string>;
  valveOf: ReadonlyMap<string, SwitchValve>;
  /** The clock in the head that is all that opens some blocks: the water of the others passes it too. */
  clock: SwitchValve | undefined;
}

function openingOf(set: WaterSet, { byBlock, perBed, valveOf, clock }: Blocks): SetSwitch {
  const valves: SwitchValve[] = [];
  const byBed: SetSwitch['byBed'] = [];
  const problems: Problem[] = [];
  let handValves = 0;
  const groups = new Map(set.beds.map((g): [string, BedGroup] => [g.block, g]));
  for (const { block, keys } of set.beds) {
    const own = byBlock.get(block);
    if (!own) continue;
    const all = watered(own);
    const open = keys ? all.filter((k) => keys.includes(k)) : all;
    if (open.length === 0) continue;
    if (perBed.has(block)) {
      byBed.push({ block, keys: open });
      handValves += runValves(own, open);
      continue;
    }
    const valve = valveOf.get(block)!;
    const { number, by } = valve;
    if (!valves.includes(valve)) valves.push(valve);
    const outside = all.filter((k) => !open.includes(k));
    if (outside.length > 0) problems.push({ why: 'part', block, number, by, outside });
    const others = valve.blocks.filter((id) => !groups.has(id));
    if (others.length > 0 && !problems.some((p) => p.why === 'shared' && p.number === number))
      problems.push({ why: 'shared', block, number, by, others });
  }
  if (clock && !valves.includes(clock) && (valves.length > 0 || byBed.length > 0)) {
    valves.unshift(clock);
    const { number, by, blocks: others } = clock;
    const block = set.beds[0].block;
    problems.push({ why: 'shared', block, number, by, others: [...others] });
  }
  valves.sort((a, b) => a.number - b.number);
  handValves += valves.filter((v) => v.by === 'hand').length;
  return { set: set.id, name: set.name, stations: [], valves, byBed, handValves, problems };
}

/**
 * Gives wired valves their stations: one for each set, whose valves hang on it together, where no valve is in two sets; else one for
 * each valve. @returns how many there are
 */
function numberStations(openings: readonly SetSwitch[], wired: readonly SwitchValve[]): number {
  if (openings.length === 0) return wired.length > 0 ? 1 : 0;
  const setsOf = (v: SwitchValve): number => openings.filter((s) => s.valves.includes(v)).length;
  const own = (s: SetSwitch): SwitchValve[] => s.valves.filter((v) => wired.includes(v));
  if (wired.some((v) => setsOf(v) > 1)) {
    for (const s of openings) s.stations = own(s).map((v) => wired.indexOf(v) + 1);
    return wired.length;
  }
  let n = 0;
  for (const s of openings) if (own(s).length > 0) s.stations = [++n];
  return n;
}

/** The valves that stations open, by their number. */
export function stationValves({ valves, sets, stations }: Switchboard): Map<number, SwitchValve[]> {
  const wired = valves.filter((v) => v.by === 'wired' || v.by === 'latching');
  const found = new Map<number, SwitchValve[]>();
  if (sets.length === 0) return stations > 0 ? found.set(1, wired) : found;
  for (const s of sets)
    s.stations.forEach((n, i) => {
      const own = s.valves.filter((v) => wired.includes(v));
      found.set(n, s.stations.length > 1 ? [own[i]] : own);
    });
  return found;
}
