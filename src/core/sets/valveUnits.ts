import { toSheet, type FarmLayout, type LaidBed } from '../layout';
import type { FarmResults } from '../network';
import type { BedGroup, FullPlan, WaterSet } from '../plan';
import { opensWhole, switchboardOf } from '../switching';
import { alikeBeds } from './groups';
import { needFrom, peakDay } from './need';
import { skyOver } from './sky';

/** What opens and shuts as one: a bed with a valve of its own, or a block behind one. */
export interface ValveUnit {
  block: string;
  /** The bed; none for a whole block. */
  key?: string;
  /** Further blocks that the same valve opens. */
  others?: string[];
  lph: number;
  /** Hours a day that it asks to be open: its need over what it puts on. */
  needH: number;
  /** What may be put together where unlike needs are kept apart: material and need, coarsely. */
  like: string;
  /** Place on the sheet, m. */
  xM: number;
  yM: number;
}

/** Needs of time within this share of each other are like: in one set each then gets four fifths to six fifths of its own. */
const LIKE_SHARE = 0.5;

const areaOf = (bed: LaidBed): number => bed.lengthM * bed.widthM;

/** Beds and blocks as they can be opened, in an order in which neighbours, and those of like need and material, follow each other. */
export function valveUnits(plan: FullPlan, layout: FarmLayout, results: FarmResults): ValveUnit[] {
  const sky = skyOver(plan);
  const groups = alikeBeds(plan, layout);
  const peak = peakDay(plan, groups, sky);
  const needOf = new Map<string, { mm: number; material: string }>();
  for (const g of groups) {
    const { mm } = needFrom(plan, g, plan.watering.day.forDate ?? peak, sky);
    for (const key of g.keys) needOf.set(`${g.blockId}/${key}`, { mm, material: g.tape.kind });
  }
  const units: ValveUnit[] = [];
  results.blocks.forEach((b, i) => {
    const { layout: laid } = b.built;
    const { block, frame } = laid;
    // What the satisfied block asks for, shared out by what its emitters are rated at: starved beds would flow too little.
    const rated = new Float64Array(laid.beds.length);
    for (let r = b.firstRun; r < b.firstRun + b.runCount; r++) {
      const { run, emitters } = results.runs[r];
      rated[run.bedIndex] += emitters * run.tape.flowLph;
    }
    const scale = results.demand.blocks[i].askedLph / rated.reduce((sum, lph) => sum + lph, 0);
    const at = (x: number, y: number) => toSheet(frame, x, y);
    const beds = laid.beds
      .map((bed, j) => ({ bed, lph: rated[j] * scale }))
      .filter(({ bed, lph }) => !bed.resting && lph > 0);
    if (beds.length === 0) return;
    if (opensWhole(plan, block)) {
      const lph = beds.reduce((sum, x) => sum + x.lph, 0);
      const needs = beds.map(({ bed }) => needOf.get(`${block.id}/${bed.key}`));
      const litres = beds.reduce((sum, { bed }, j) => sum + (needs[j]?.mm ?? 0) * areaOf(bed), 0);
      const needH = litres / lph;
      const [xM, yM] = at((laid.box.leftM + laid.box.rightM) / 2, (laid.box.nearM + laid.box.farM) / 2);
      units.push({ block: block.id, lph, needH, like: needs[0]?.material ?? '', xM, yM });
      return;
    }
    for (const { bed, lph } of beds) {
      const need = needOf.get(`${block.id}/${bed.key}`);
      const [xM, yM] = at(bed.leftM + bed.widthM / 2, (bed.nearM + bed.farM) / 2);
      units.push({
        block: block.id,
        key: bed.key,
        lph,
        // Two beds of a crop with unlike runs take unlike times.
        needH: ((need?.mm ?? 0) * areaOf(bed)) / lph,
        like: need?.material ?? '',
        xM,
        yM,
      });
    }
  });
  return inOrder(classed(sharing(units, plan, layout)), layout);
}

/** Whole blocks as one unit: what all of them ask for, and as long as the thirstiest. */
function together(units: readonly ValveUnit[], [first, ...others]: readonly string[]): ValveUnit {
  const lead = { ...units.find((u) => u.block === first)! };
  delete lead.key;
  return { ...lead, others, lph: lphOf(units), needH: Math.max(...units.map((u) => u.needH)) };
}

/** Blocks behind one valve as one unit. */
function sharing(units: readonly ValveUnit[], plan: FullPlan, layout: FarmLayout): ValveUnit[] {
  const { valves, clock } = switchboardOf(plan, layout);
  const all = [...new Set(units.map((u) => u.block))];
  // What only a clock in the head opens gets water whenever any other block does.
  if (clock && all.length > 1) return [together(units, all)];
  const shared = valves.filter((v) => v.blocks.length > 1);
  const leads = new Map<string, ValveUnit>();
  return units.flatMap((u) => {
    const valve = u.key === undefined && shared.find((v) => v.blocks.includes(u.block));
    if (!valve) return [u];
    const [first] = valve.blocks;
    const lead = leads.get(first);
    if (!lead) {
      const own = { ...u };
      leads.set(first, own);
      return [own];
    }
    (lead.others ??= []).push(u.block);
    // What all of them ask for, and as long as the thirstiest.
    lead.lph += u.lph;
    lead.needH = Math.max(lead.needH, u.needH);
    return [];
  });
}

/** Adds to each unit's likeness the class of its need: classes are as wide as needs count as like. */
function classed(units: ValveUnit[]): ValveUnit[] {
  const needs = [...new Set(units.map((u) => u.needH))].sort((a, b) => a - b);
  const classOf = new Map<number, number>();
  let first = NaN;
  let n = -1;
  for (const hours of needs) {
    if (!(hours <= first * (1 + LIKE_SHARE))) {
      first = hours;
      n++;
    }
    classOf.set(hours, n);
  }
  return units.map((u) => ({ ...u, like: `${u.like} ${classOf.get(u.needH)}` }));
}

/** By likeness, then block by block from neighbour to neighbour, then bed by bed. */
function inOrder(units: ValveUnit[], layout: FarmLayout): ValveUnit[] {
  const rank = new Map<string, number>();
  let [x, y] = [layout.head.xM, layout.head.yM];
  const left = new Map<string, { x: number; y: number }>();
  for (const u of units) if (!left.has(u.block)) left.set(u.block, { x: u.xM, y: u.yM });
  while (left.size > 0) {
    const next = [...left].reduce((a, b) =>
      Math.hypot(b[1].x - x, b[1].y - y) < Math.hypot(a[1].x - x, a[1].y - y) ? b : a,
    );
    rank.set(next[0], rank.size);
    ({ x, y } = next[1]);
    left.delete(next[0]);
  }
  const number = (key: string | undefined): number => (key ? parseInt(key.replace('p', ''), 10) : 0);
  return [...units].sort(
    (a, b) =>
      a.like.localeCompare(b.like) ||
      rank.get(a.block)! - rank.get(b.block)! ||
      number(a.key) - number(b.key) ||
      (a.key ?? '').localeCompare(b.key ?? ''),
  );
}

/** Units as a set names them: whole blocks without their beds' keys. */
export function bedsOf(units: readonly ValveUnit[]): BedGroup[] {
  const groups = new Map<string, BedGroup>();
  for (const u of units) {
    const group = groups.get(u.block) ?? { block: u.block };
    if (u.key) (group.keys ??= []).push(u.key);
    groups.set(u.block, group);
    for (const other of u.others ?? []) groups.set(other, { block: other });
  }
  return [...groups.values()];
}

/** Blocks whose beds are alike as one unit each, where the source gives enough for all of one: its valves are then opened together. */
export function wholeBlocks(units: readonly ValveUnit[], givesLph: number): ValveUnit[] {
  const byBlock = new Map<string, ValveUnit[]>();
  for (const u of units) byBlock.set(u.block, [...(byBlock.get(u.block) ?? []), u]);
  const merges = (own: readonly ValveUnit[]): boolean =>
    own.length > 1 && lphOf(own) <= givesLph && own.every((u) => u.like === own[0].like);
  return [...byBlock.values()].flatMap((own) => (merges(own) ? [together(own, [own[0].block])] : own));
}

export const holds = (set: Pick<WaterSet, 'beds'>, u: ValveUnit): boolean =>
  set.beds.some((g) => g.block === u.block && (!g.keys || (u.key !== undefined && g.keys.includes(u.key))));

export const lphOf = (units: readonly ValveUnit[]): number => units.reduce((sum, u) => sum + u.lph, 0);

/** Units by their likeness, in the order they come. */
export function byLike(units: readonly ValveUnit[]): ValveUnit[][] {
  const classes = new Map<string, ValveUnit[]>();
  for (const u of units) classes.set(u.like, [...(classes.get(u.like) ?? []), u]);
  return [...classes.values()];
}
