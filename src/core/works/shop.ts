import { msg } from '../language';
import { material } from '../catalog/materials';
import { layOut, type FarmLayout } from '../layout';
import type { FullPlan, Have, Price } from '../plan';
import { cutStock, joinedCuts, type CutPlan, type Stock, type Wanted } from './cutting';
import type { LinearSolver } from './cutTypes';
import {
  amountOf,
  chainBetween,
  cutEndOf,
  farmOf,
  fittingItem,
  fixingsOf,
  HEAD_PLACE,
  isThere,
  laidItem,
  runEnd,
  thing,
  type Farm,
  type Item,
  type Joint,
  type Meeting,
  type Thing,
} from '../farm';

/** Rolls, sticks or packs of one size. */
export interface Pack {
  holds: number;
  count: number;
}

/** One line of the parts list. */
export interface Line {
  item: Item;
  things: Thing[];
  /** Metres or pieces that the plan takes, and more of them against breaking and losing. */
  used: number;
  spares: number;
  /** Taken from what the grower has. */
  had: number;
  /** It is there already: nothing of it is bought. */
  there: boolean;
  /** Rolls, sticks, packs or pieces to buy, how many of each size, and what is left over in the end. */
  bought: Pack[];
  packs: number;
  /** What the largest of them holds. */
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

/** Where a cut goes: its block or piece of main, and its bed. */
const labelOf = ({ at }: Pick<Thing, 'at'>): string => `${at.id ?? at.place}${at.bed ? ` ${at.bed}` : ''}`;

/** Pieces of one item that are wanted, alike ones together. */
function wantedOf(uses: readonly Thing[]): Wanted[] {
  const found = new Map<string, Wanted>();
  for (const { pieceM, count, at } of uses) {
    const label = labelOf({ at });
    const key = `${pieceM!.toFixed(3)} ${label}`;
    const own = found.get(key);
    if (own) own.count += count;
    else found.set(key, { lengthM: pieceM!, count, label });
  }
  return [...found.values()];
}

const isCut = (item: Item): boolean => item.unit === 'm' && item.group !== 'small';

/** Garden hose with a thread at both ends is bought whole and screwed together; where it is cut for fittings, not. */
const isWhole = ({ allowed }: Thing): boolean => allowed?.whole !== undefined;

/** Sizes that a length is sold in, with what each costs against the others. */
function stocksOf(item: Item, plan: FullPlan, price: Price | undefined): Stock[] {
  const stated = plan.build.packs[item.id];
  // By the metre all cost alike.
  const power = price?.per === 'unit' ? 1 : SCALE;
  const sizes = stated ? [stated] : item.holds;
  return sizes.map((lengthM) => ({ lengthM, cost: lengthM ** power }));
}

const stockCost = (cuts: CutPlan, stocks: readonly Stock[]): number =>
  cuts.rolls.reduce(
    (sum, r) => sum + (r.had ? 0 : (stocks.find((s) => s.lengthM === r.lengthM)?.cost ?? 0)),
    0,
  );

/** Cuts an item from what is there and from the rolls that cost least. */
function cutItem(
  item: Item,
  things: readonly Thing[],
  plan: FullPlan,
  { pieces, price, solve }: { pieces: readonly number[]; price: Price | undefined; solve?: LinearSolver },
): CutPlan {
  const all = stocksOf(item, plan, price);
  // The price of a roll is that of one size: of the sizes there are, the one that comes cheapest.
  const choices = price?.per === 'pack' ? all.map((s) => [s]) : [all];
  return choices
    .map((stocks) => cutFrom(item, things, plan, { pieces, stocks, ...(solve && { solve }) }))
    .reduce((a, b) => (stockCost(b, all) < stockCost(a, all) - SAME_COST ? b : a));
}

/** Cuts an item from rolls of some sizes. */
function cutFrom(
  item: Item,
  things: readonly Thing[],
  plan: FullPlan,
  { pieces, stocks, solve }: { pieces: readonly number[]; stocks: readonly Stock[]; solve?: LinearSolver },
): CutPlan {
  const wanted = wantedOf(things.filter((t) => !isWhole(t)));
  const whole = things.filter(isWhole);
  const cut = cutStock(wanted, stocks, pieces, solve);
  const plain = whole.length > 0 ? withWhole(cut, whole, stocks) : cut;
  if (!item.id.startsWith('laid:tape') || plan.build.joins === 0 || pieces.length > 0) return plain;
  return stocks.reduce((best, { lengthM }) => {
    const joined = joinedCuts(wanted, lengthM, plan.build.joins);
    return joined && stockCost(joined, stocks) < stockCost(best, stocks) - SAME_COST ? joined : best;
  }, plain);
}
const SAME_COST = 1e-9;

/** Whole hoses, as few and short as reach: each thing is made of its own. */
function withWhole(cut: CutPlan, whole: readonly Thing[], stocks: readonly Stock[]): CutPlan {
  const rolls = [...cut.rolls];
  const joins = [...cut.joins];
  for (const t of whole)
    for (let n = 0; n < t.count; n++) {
      const label = labelOf(t);
      const hoses = hosesFor(t.pieceM!, stocks);
      let left = t.pieceM!;
      hoses.forEach((lengthM, i) => {
        const usedM = Math.min(left, lengthM);
        left -= usedM;
        if (i > 0) joins.push({ label, atM: t.pieceM! - left - usedM, screwed: true });
        rolls.push({
          lengthM,
          had: false,
          whole: true,
          cuts: [{ lengthM: usedM, label }],
          leftM: lengthM - usedM,
        });
      });
    }
  const bought = rolls.filter((r) => !r.had).length;
  return { rolls, joins, bought, atLeast: cut.atLeast + bought - cut.bought };
}

/** Hoses that reach a length at the least cost, the longest first. */
function hosesFor(lengthM: number, stocks: readonly Stock[]): number[] {
  const sorted = [...stocks].sort((a, b) => b.lengthM - a.lengthM);
  let best: { cost: number; hoses: number[] } | undefined;
  const go = (i: number, left: number, cost: number, hoses: number[]): void => {
    if (best && cost >= best.cost) return;
    if (left <= REACH_M) return void (best = { cost, hoses });
    if (i === sorted.length) return;
    const { lengthM: own, cost: each } = sorted[i];
    for (let n = Math.ceil((left - REACH_M) / own); n >= 0; n--)
      go(i + 1, left - n * own, cost + n * each, [...hoses, ...Array.from({ length: n }, () => own)]);
  };
  go(0, lengthM, 0, []);
  return best!.hoses;
}
/** A hose that is short by less than this reaches, m. */
const REACH_M = 0.05;

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
    meeting: {
      id: `join/${item.id}`,
      at: HEAD_PLACE,
      count: 1,
      before: name,
      after: name,
      from: end!,
      to: end!,
      chain,
    },
  };
}

function priced(line: Omit<Line, 'typical' | 'packs' | 'holds'>, price: Price | undefined): Line {
  const { item, bought } = line;
  const packs = bought.reduce((n, b) => n + b.count, 0);
  const amount = bought.reduce((n, b) => n + b.count * b.holds, 0);
  const typical = amount * item.typical;
  const full = { ...line, packs, holds: bought[0]?.holds ?? item.holds[0], typical };
  if (packs === 0) return { ...full, price: 0 };
  if (!price) return full;
  return {
    ...full,
    price: price.per === 'pack' ? packs * price.price : amount * price.price,
    ...(price.asked && { asked: price.asked }),
  };
}

/** Packs of a counted item: of the sizes there are, the one that costs least. */
function packsOf(item: Item, need: number, stated: number | undefined): Pack[] {
  const sizes = stated ? [stated] : item.holds;
  const best = sizes
    .map((holds) => ({ holds, count: Math.max(0, Math.ceil(need / holds - 1e-9)) }))
    .reduce((a, b) => (b.count * b.holds ** SCALE <= a.count * a.holds ** SCALE * (1 + 1e-9) ? b : a));
  return best.count > 0 ? [best] : [];
}
const holdAll = (bought: readonly Pack[]): number => bought.reduce((n, b) => n + b.count * b.holds, 0);

/** Rolls bought, those of one length together, the longest first. */
function rollsBought({ rolls }: CutPlan): Pack[] {
  const found = new Map<number, number>();
  for (const r of rolls) if (!r.had) found.set(r.lengthM, (found.get(r.lengthM) ?? 0) + 1);
  return [...found].sort(([a], [b]) => b - a).map(([holds, count]) => ({ holds, count }));
}

/**
 * What is bought for a plan: everything used, with spares, less what the grower has, in whole rolls, sticks and packs.
 * @param solve cuts rolls and sticks to least waste; without it the longest are cut first
 */
export function shopFor(
  plan: FullPlan,
  layout: FarmLayout = layOut(plan),
  solve?: LinearSolver,
  { things, meetings }: Farm = farmOf(plan, layout),
): Shop {
  const { build } = plan;
  const have = new Map(build.have.map((h) => [h.item, h]));
  const prices = new Map(build.prices.map((p) => [p.item, p]));
  const byItem = new Map<string, Thing[]>();
  const add = (u: Thing): void => {
    const own = byItem.get(u.item.id);
    if (own) own.push(u);
    else byItem.set(u.item.id, [u]);
  };
  things.forEach(add);
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
    const there = isThere(plan, item);
    const had = there ? used + spares : Math.min(used + spares, have.get(id)?.count ?? 0);
    const need = used + spares - had;
    const bought = packsOf(item, need, build.packs[id]);
    lines.push(
      priced(
        { item, things: own, used, spares, had, there, bought, left: holdAll(bought) - need },
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
  byItem: Map<string, Thing[]>,
  plan: FullPlan,
  have: Map<string, Have>,
  solve: LinearSolver | undefined,
  add: (u: Thing) => void,
  lines: Line[],
  prices: Map<string, Price>,
) {
  for (const [id, own] of [...byItem].filter(([, u]) => isCut(u[0].item))) {
    const { item } = own[0];
    const used = own.reduce((sum, u) => sum + amountOf(u), 0);
    const price = prices.get(id);
    const base = { item, things: own, used, spares: 0 };
    if (isThere(plan, item)) {
      lines.push(priced({ ...base, had: used, there: true, bought: [], left: 0 }, price));
      continue;
    }
    const cuts = cutItem(item, own, plan, {
      pieces: have.get(id)?.piecesM ?? [],
      price,
      ...(solve && { solve }),
    });
    const had = cuts.rolls.filter((r) => r.had).reduce((s, r) => s + r.lengthM - r.leftM, 0);
    addCouplings(item, cuts, plan, add);
    const left = cuts.rolls.filter((r) => !r.had).reduce((s, r) => s + r.leftM, 0);
    lines.push(priced({ ...base, had, there: false, bought: rollsBought(cuts), left, cuts }, price));
  }
  addSpares(plan, byItem, add);
}

/** What joins rolls and sticks; whole hoses screw into each other. */
function addCouplings(item: Item, cuts: CutPlan, plan: FullPlan, add: (u: Thing) => void): void {
  const joins = cuts.joins.filter((j) => !j.screwed).length;
  if (joins === 0) return;
  const coupling = couplingOf(item, plan);
  if (!coupling) return;
  add({ ...ready(coupling.item, joins, msg`where rolls or sticks meet`), id: `join/${item.id}` });
  fixingsOf([{ ...coupling.meeting, count: joins }]).forEach(add);
}
/** Something that lies ready, or is used where rolls meet. */
const ready = (item: Item, count: number, reason: string): Thing => ({
  id: `ready/${item.id}`,
  item,
  count,
  at: HEAD_PLACE,
  reason,
});

/** Goof plugs for holes punched wrong, and couplings to mend tape with. */
function addSpares(plan: FullPlan, byItem: ReadonlyMap<string, Thing[]>, add: (u: Thing) => void): void {
  const share = plan.build.spares;
  if (share <= 0) return;
  const all = [...byItem.values()].flat();
  const holes = all
    .filter((u) => u.item.id.startsWith('takeoff:') && !u.item.id.startsWith('takeoff:tee'))
    .reduce((n, u) => n + u.count, 0);
  if (holes > 0)
    add(
      ready(
        goofPlug,
        Math.max(LEAST_SPARES, Math.ceil(holes * share)),
        msg`for holes punched in the wrong place`,
      ),
    );
  for (const [, own] of [...byItem].filter(([, u]) => u[0].item.id.startsWith('laid:'))) {
    const coupling = couplingOf(own[0].item, plan);
    const lengthM = own.reduce((sum, u) => sum + amountOf(u), 0);
    if (coupling)
      add({
        ...ready(
          coupling.item,
          Math.max(LEAST_SPARES, Math.ceil((lengthM / REPAIR_EVERY_M) * (share / USUAL_SPARES))),
          msg`to mend what is cut or chewed`,
        ),
        id: `mend/${own[0].item.id}`,
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
    for (const u of line.things) {
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
