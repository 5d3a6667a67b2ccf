import { isStationTimer, isTimed, SPLITTER_WAYS, type Role } from '../../catalog/headParts';
import { isStored } from '../sources';
import { fullPart } from './fullPart';
import { HEAD, type Block, type FullPlan, type Part, type Source } from './types';
import type { OpenedBy, WaterSet } from './wateringTypes';

/*
 * What opens a set. Blocks are opened by a hand, by timers with a battery, or by valves on wires; where a clock does and a block
 * has nothing of its kind, a valve is planned for it by itself, and is then solved, bought and joined like one that was put there.
 */

/** The id of a valve that is planned at a block. */
export const PLANNED_VALVE = 'set-valve';

/** Valves that a hand turns. */
const HAND_VALVES: readonly Role[] = ['ball-valve', 'gate-valve'];
const hasHandValve = (parts: readonly Pick<Part, 'role'>[]): boolean =>
  parts.some((p) => HAND_VALVES.includes(p.role));
/** The part that a clock opens among some; a station timer tells others. */
export const timedPart = (parts: readonly Part[]): Part | undefined => parts.find((p) => isTimed(p.role));

/** What opens the blocks of a plan that does not say: what stands at their inlets, else in the head; a hand where nothing does it by itself. */
export function usuallyOpenedBy(head: readonly Part[], inlets: readonly (readonly Part[])[]): OpenedBy {
  const own = inlets.flatMap((parts) => timedPart(parts) ?? []);
  if (own.length > 0) return byPart(own[0]);
  // Hand valves at every block choose what a clock in the head lets through.
  if (inlets.length > 0 && inlets.every(hasHandValve)) return 'hand';
  const first = head.find((p) => isStationTimer(p.kind)) ?? timedPart(head);
  return first ? byPart(first) : 'hand';
}

/** What opens a part that opens by itself. */
function byPart({ role, kind }: Part): OpenedBy {
  if (kind.startsWith('latching')) return 'latching';
  return role === 'timer' && !isStationTimer(kind) ? 'battery' : 'wired';
}

/** What opens a block. */
export const openerOf = (plan: Pick<FullPlan, 'watering'>, block: Pick<Block, 'opened'>): OpenedBy =>
  block.opened ?? plan.watering.switching.by;

/** The last part that water passes is a timer with outlets of its own. */
export const outletTimer = (head: readonly Part[]): Part | undefined => {
  const last = head.filter((p) => p.role === 'splitter' || p.role === 'timer').at(-1);
  return last?.role === 'timer' && SPLITTER_WAYS[last.kind] !== undefined ? last : undefined;
};

/**
 * Valves of a size stand in pipe up to this bore, mm. What pipe of 1¼ in carries without losing much passes a valve of 1 in: the
 * smaller one shuts well at little flow too.
 */
const SIZES: readonly { upToMm: number; size: string }[] = [
  { upToMm: 22, size: '3/4' },
  { upToMm: 36, size: '1' },
  { upToMm: 46, size: '1-1/2' },
  { upToMm: Infinity, size: '2' },
];
const LARGE_MM = 36;

/** The kind of valve that a clock opens, for pipe of a bore; under a tank without a booster one that needs no pressure to open. */
export function valveKindFor(by: Exclude<OpenedBy, 'hand'>, boreMm: number, gravity: boolean): string {
  const { size } = SIZES.find((s) => boreMm <= s.upToMm)!;
  if (by === 'battery') {
    const small = size === '3/4' ? '3/4' : '1';
    return gravity ? `timer-zero-${small}` : `timer-${small}`;
  }
  if (gravity) return boreMm > LARGE_MM ? 'motor-2' : 'motor-1';
  return `${by === 'latching' ? 'latching' : 'solenoid'}-${size}`;
}

/** The part at a block's inlet that a clock opens and that was put there. */
const ownTimed = ({ inlet }: Block): Part | undefined => timedPart(inlet.filter((p) => !p.planned));

/** Water that stands no higher than a tank holds it: nothing presses a valve open. */
const isGravityFed = (source: Source): boolean => isStored(source) && source.booster.kind === 'none';

const typical = new Map<string, Part>();
function plannedPart(kind: string, at: 'head' | 'block'): Part {
  const key = `${kind} ${at}`;
  let part = typical.get(key);
  if (!part) typical.set(key, (part = { ...fullPart({ id: PLANNED_VALVE, kind }, []), planned: at }));
  return part;
}

/**
 * The valve that is planned for a block; none where a hand opens it, where something of its own does, or where one clock in the head
 * opens all there is.
 * @param apart blocks are opened apart from each other
 */
function plannedFor(
  plan: Pick<FullPlan, 'watering' | 'head' | 'blocks'>,
  block: Block,
  source: Source,
  apart: boolean,
): Part | undefined {
  const by = openerOf(plan, block);
  if (by === 'hand' || timedPart(block.inlet)) return undefined;
  const fromHead = block.main.from === HEAD;
  const first = timedPart(plan.head);
  // Where all opens at once, one thing that opens is enough.
  if (!apart && (first || plan.blocks.some((b) => b.inUse && ownTimed(b)))) return undefined;
  if (first && by === 'battery' && byPart(first) === 'battery') return undefined;
  if (fromHead && outletTimer(plan.head)) return undefined;
  const at = fromHead && plan.watering.switching.valvesAt === 'head' ? 'head' : 'block';
  return plannedPart(valveKindFor(by, block.main.boreMm, isGravityFed(source)), at);
}

const bare = new WeakMap<Block, Block>();
const valved = new WeakMap<Block, Map<Part, Block>>();

/** A block without what was planned for it. */
const unplanned = (block: Block): Block =>
  block.inlet.some((p) => p.planned) ? (bare.get(block) ?? block) : block;

function withPart(block: Block, part: Part): Block {
  let byPart = valved.get(block);
  if (!byPart) valved.set(block, (byPart = new Map()));
  let found = byPart.get(part);
  if (!found) {
    found = { ...block, inlet: [part, ...block.inlet] };
    byPart.set(part, found);
    bare.set(found, block);
  }
  return found;
}

/** Blocks with the valves that are planned for them; of the same block and valve the same object. */
export function withValves(
  plan: Pick<FullPlan, 'watering' | 'head' | 'blocks'>,
  source: Source,
  apart: boolean,
): Block[] {
  return plan.blocks.map((block) => {
    const own = unplanned(block);
    const part = own.inUse ? plannedFor(plan, own, source, apart) : undefined;
    return part ? withPart(own, part) : own;
  });
}

/** The plan with the valves that it would have if its blocks were opened apart, whatever sets it has. */
export const openedApart = (plan: FullPlan): FullPlan => {
  const source = plan.sources.find((s) => s.id === plan.sourceId) ?? plan.sources[0];
  return { ...plan, blocks: withValves(plan, source, true) };
};

/** Whether sets open different things at different times. */
export const opensApart = (sets: readonly Pick<WaterSet, 'id'>[]): boolean => sets.length > 1;

/** Whether a hand opens any of the blocks in use. */
export const turnedByHand = (plan: Pick<FullPlan, 'watering' | 'blocks'>): boolean =>
  plan.blocks.some((b) => b.inUse && openerOf(plan, b) === 'hand');
