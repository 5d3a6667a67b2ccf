import { msg } from '../language';
import { material } from '../catalog/materials';
import { layOut, type FarmLayout } from '../layout';
import type { FullPlan, Have, Price } from '../plan';
import { chainBetween } from './chain';
import { cutStock, joinedCuts, type CutPlan, type LinearSolver, type Wanted } from './cutting';
import { cutEndOf, runEnd } from './ends';
import { fixingsOf, type Meeting } from './fitter';
import { fittingItem, laidItem, thing, type Item } from './item';
import type { Joint } from './joint';
import { usesOf, type Uses } from './uses';
import { amountOf, HEAD_PLACE, type Use } from './use';

/** One line of the parts list. */
export interface Line {
  item: Item;
  uses: Use[];
  /** Metres or pieces that the plan takes, and more of them against breaking and losing. */
  used: number;
  spares: number;
  /** Taken from what the grower has. */
  had: number;
  /** Rolls, sticks, packs or pieces to buy, what each holds, and what is left over in the end. */
  packs: number;
  holds: number;
  left: number;
  /** How it is cut, of pipe and tape. */
  cuts?: CutPlan;
  /** In the grower's own currency; left out where no price is known. */
  price?: number;
  asked?: string;
  /** At typical prices, to compare. */
  typical: number;
}

export interface Shop {
  lines: Line[];
  meetings: Meeting[];
  /** Sum of the prices that are known, and the lines to buy that have none. */
  total: number;
  gaps: number;
  typical: number;
  /** Known prices by block; by place `head` and `main` for what serves all. */
  places: { id: string; total: number; typical: number; gaps: number }[];
}

/** Larger rolls cost less a metre: the price of a roll goes with this power of its length (common price lists). */
const SCALE = 0.85;
/** At least so many goof plugs and repair couplings lie ready. */
const LEAST_SPARES = 2;
/** Repairs of tape in a season: one for so many metres (growers' practice). */
const REPAIR_EVERY_M = 250;
const SPARED = ['takeoff', 'small'];
/** Of what there are one or two for a header nothing is spare. */
const NONE_SPARE = ['end:', 'header-stake', 'goof-plug'];

const goofPlug: Item = thing('goof-plug', 'small', msg`goof plug`, 0.1, { sold: 'pack', holds: [10, 25] });

/** Pieces of one item that are wanted, alike ones together. */
function wantedOf(uses: readonly Use[]): Wanted[] {
  const found = new Map<string, Wanted>();
  for (const { pieceM, count, at } of uses) {
    const label = `${at.id ?? at.place}${at.bed ? ` ${at.bed}` : ''}`;
    const key = `${pieceM!.toFixed(3)} ${label}`;
    const own = found.get(key);
    if (own) own.count += count;
    else found.set(key, { lengthM: pieceM!, count, label });
  }
  return [...found.values()];
}

const isCut = (item: Item): boolean => item.unit === 'm' && item.group !== 'small';

/** Cuts an item from what is there and from rolls of the size that costs least. */
function cutItem(
  item: Item,
  uses: readonly Use[],
  plan: FullPlan,
  have: Have | undefined,
  solve?: LinearSolver,
): { cuts: CutPlan; holds: number } {
  const wanted = wantedOf(uses);
  const pieces = have?.piecesM ?? [];
  const stated = plan.build.packs[item.id];
  // A roll that holds the longest piece saves a join.
  const longest = Math.max(...wanted.map((w) => w.lengthM));
  const long = item.holds.filter((h) => h >= longest);
  const sizes = stated ? [stated] : long.length > 0 ? long : item.holds.slice(-1);
  const isTape = item.id.startsWith('laid:tape');
  const tried = sizes.map((holds) => {
    const plain = cutStock(wanted, holds, pieces);
    const joined =
      isTape && plan.build.joins > 0 && pieces.length === 0
        ? joinedCuts(wanted, holds, plan.build.joins)
        : undefined;
    const cuts = joined && joined.bought < plain.bought ? joined : plain;
    return { holds, cuts, joined: cuts === joined, cost: cuts.bought * holds ** SCALE };
  });
  const best = tried.reduce((a, b) => (b.cost <= a.cost * (1 + 1e-9) ? b : a));
  const { holds } = best;
  if (best.joined || !solve) return { cuts: best.cuts, holds };
  return { cuts: cutStock(wanted, holds, pieces, solve), holds };
}

/** The cut end of what an item is a length of, by its id; nothing where pieces of it are not joined by fittings. */
function endOf({ id }: Item): Joint | undefined {
  const [group, kind, bore] = id.split(':');
  if (group === 'pipe') return cutEndOf(kind);
  if (group !== 'laid') return undefined;
  return runEnd({ kind: kind === 'tape' ? 'tape' : 'dripline', boreMm: Number(bore) });
}
/** The fitting that joins two such ends, and the joints that it makes. */
function couplingOf(item: Item, { build }: FullPlan): { item: Item; meeting: Meeting } | undefined {
  const end = endOf(item);
  const chain = end && chainBetween(end, end, build.family);
  if (!chain?.[0]) return undefined;
  const name = msg`where rolls or sticks meet`;
  return {
    item: fittingItem(chain[0]),
    meeting: { id: name, at: HEAD_PLACE, before: name, after: name, from: end!, to: end!, chain },
  };
}

function priced(line: Omit<Line, 'typical'>, price: Price | undefined): Line {
  const { item, packs, holds } = line;
  const typical = packs * holds * item.typical;
  if (packs === 0) return { ...line, price: 0, typical };
  if (!price) return { ...line, typical };
  return {
    ...line,
    price: price.per === 'pack' ? packs * price.price : packs * holds * price.price,
    ...(price.asked && { asked: price.asked }),
    typical,
  };
}

/** Packs of a counted item: of the sizes there are, the one that costs least. */
function packsOf(item: Item, need: number, stated: number | undefined): { packs: number; holds: number } {
  const sizes = stated ? [stated] : item.holds;
  return sizes
    .map((holds) => ({ holds, packs: Math.max(0, Math.ceil(need / holds - 1e-9)) }))
    .reduce((a, b) => (b.packs * b.holds ** SCALE <= a.packs * a.holds ** SCALE * (1 + 1e-9) ? b : a));
}

/**
 * What is bought for a plan: everything used, with spares, less what the grower has, in whole rolls, sticks and packs.
 * @param solve cuts rolls and sticks to least waste; without it the longest are cut first
 */
export function shopFor(
  plan: FullPlan,
  layout: FarmLayout = layOut(plan),
  solve?: LinearSolver,
  { uses, meetings }: Uses = usesOf(plan, layout),
): Shop {
  const { build } = plan;
  const have = new Map(build.have.map((h) => [h.item, h]));
  const prices = new Map(build.prices.map((p) => [p.item, p]));
  const byItem = new Map<string, Use[]>();
  const add = (u: Use): void => {
    const own = byItem.get(u.item.id);
    if (own) own.push(u);
    else byItem.set(u.item.id, [u]);
  };
  uses.forEach(add);
  const lines: Line[] = [];
  // Lengths first: where pieces are joined, couplings are used.
  addCutLines(byItem, plan, have, solve, add, lines, prices);
  for (const [id, own] of byItem) {
    const { item } = own[0];
    if (isCut(item)) continue;
    const used = own.reduce((sum, u) => sum + amountOf(u), 0);
    const spares =
      SPARED.includes(item.group) && !NONE_SPARE.some((id) => item.id.startsWith(id))
        ? moreOf(item, used, build.spares)
        : 0;
    const had = Math.min(used + spares, have.get(id)?.count ?? 0);
    const need = used + spares - had;
    const { packs, holds } = packsOf(item, need, build.packs[id]);
    lines.push(
      priced(
        { item, uses: own, used, spares, had, packs, holds, left: packs * holds - need },
        prices.get(id),
      ),
    );
  }
  const toBuy = lines.filter((l) => l.packs > 0);
  return {
    lines,
    meetings,
    total: toBuy.reduce((s, l) => s + (l.price ?? 0), 0),
    gaps: toBuy.filter((l) => l.price === undefined).length,
    typical: toBuy.reduce((s, l) => s + l.typical, 0),
    places: placesOf(plan, toBuy),
  };
}

const moreOf = (item: Item, used: number, share: number): number =>
  item.unit === 'm' ? used * share : Math.max(0, Math.ceil(used * share - 1e-9));

/** Lines of what is cut: pipe, tape and what joins their rolls. */
function addCutLines(
  byItem: Map<string, Use[]>,
  plan: FullPlan,
  have: Map<string, Have>,
  solve: LinearSolver | undefined,
  add: (u: Use) => void,
  lines: Line[],
  prices: Map<string, Price>,
) {
  for (const [id, own] of [...byItem].filter(([, u]) => isCut(u[0].item))) {
    const { item } = own[0];
    const { cuts, holds } = cutItem(item, own, plan, have.get(id), solve);
    const used = own.reduce((sum, u) => sum + amountOf(u), 0);
    const had = cuts.rolls.filter((r) => r.had).reduce((s, r) => s + r.lengthM - r.leftM, 0);
    const coupling = cuts.joins.length > 0 ? couplingOf(item, plan) : undefined;
    if (coupling) {
      add({
        item: coupling.item,
        count: cuts.joins.length,
        at: HEAD_PLACE,
        reason: msg`where rolls or sticks meet`,
      });
      fixingsOf(cuts.joins.map(() => coupling.meeting)).forEach(add);
    }
    lines.push(
      priced(
        {
          item,
          uses: own,
          used,
          spares: 0,
          had,
          packs: cuts.bought,
          holds,
          left: cuts.rolls.filter((r) => !r.had).reduce((s, r) => s + r.leftM, 0),
          cuts,
        },
        prices.get(id),
      ),
    );
  }
  addSpares(plan, byItem, add);
}

/** Goof plugs for holes punched wrong, and couplings to mend tape with. */
function addSpares(plan: FullPlan, byItem: ReadonlyMap<string, Use[]>, add: (u: Use) => void): void {
  const share = plan.build.spares;
  if (share <= 0) return;
  const all = [...byItem.values()].flat();
  const holes = all
    .filter((u) => u.item.id.startsWith('takeoff:') && !u.item.id.startsWith('takeoff:tee'))
    .reduce((n, u) => n + u.count, 0);
  if (holes > 0)
    add({
      item: goofPlug,
      count: Math.max(LEAST_SPARES, Math.ceil(holes * share)),
      at: HEAD_PLACE,
      reason: msg`for holes punched in the wrong place`,
    });
  for (const [, own] of [...byItem].filter(([, u]) => u[0].item.id.startsWith('laid:'))) {
    const coupling = couplingOf(own[0].item, plan);
    const lengthM = own.reduce((sum, u) => sum + amountOf(u), 0);
    if (coupling)
      add({
        item: coupling.item,
        count: Math.max(LEAST_SPARES, Math.ceil((lengthM / REPAIR_EVERY_M) * (share / USUAL_SPARES))),
        at: HEAD_PLACE,
        reason: msg`to mend what is cut or chewed`,
      });
  }
}
/** The share of spares that repairs are reckoned at. */
const USUAL_SPARES = 0.1;

/** Each place's share of what is bought, by what it uses of each line. */
function placesOf(plan: FullPlan, lines: readonly Line[]): Shop['places'] {
  const ids = ['head', 'main', ...plan.blocks.map((b) => b.id)];
  const found = new Map(ids.map((id) => [id, { id, total: 0, typical: 0, gaps: 0 }]));
  for (const line of lines) {
    const own = new Map<string, number>();
    for (const u of line.uses) {
      const id = u.at.place === 'block' ? u.at.id! : u.at.place;
      own.set(id, (own.get(id) ?? 0) + amountOf(u));
    }
    for (const [id, amount] of own) {
      const place = found.get(id)!;
      const share = line.used > 0 ? amount / line.used : 0;
      place.typical += line.typical * share;
      if (line.price === undefined) place.gaps++;
      else place.total += line.price * share;
    }
  }
  return [...found.values()].filter((p) => p.typical > 0 || p.gaps > 0);
}

/** Cost of what is laid for each season that it should last, in the money of the price. */
export function perSeason(plan: FullPlan, shop: Shop): { price: number | undefined; typical: number } {
  let price: number | undefined = 0;
  let typical = 0;
  for (const line of shop.lines) {
    if (line.item.group !== 'laid' || line.packs === 0) continue;
    const tape = [...plan.blocks.map((b) => b.tape), ...plan.tapes.map((t) => t.tape)].find(
      (t) => laidItem(t, plan.build.family).id === line.item.id,
    );
    const seasons = tape?.seasons ?? material('dripline').seasons;
    typical += line.typical / seasons;
    price = price === undefined || line.price === undefined ? undefined : price + line.price / seasons;
  }
  return { price, typical };
}

/** Metres of run laid in a block's beds. */
export const rowsM = (layout: FarmLayout, block: string): number =>
  layout.blocks
    .filter((b) => b.block.id === block)
    .reduce((s, b) => s + b.runs.reduce((m, r) => m + r.lengthM - r.leadM, 0), 0);
