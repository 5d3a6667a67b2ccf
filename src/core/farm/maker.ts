import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { Family, FullPlan } from '../plan';
import { chainBetween, chainThrough, offeredBy } from './chain';
import { fittingOf, isStub, stubPipe, type Fitting } from './fittings';
import { fittingItem, pipeItem, thing, type Item } from './item';
import { isClamped, isGlued, isTaped, jointKey, sizeWords, type Joint } from './joint';
import {
  amountOf,
  roundedUpM,
  type Allowances,
  type Farm,
  type Meeting,
  type Thing,
  type Where,
} from './thing';

/** An end that waits for what comes after it. */
export interface Open {
  joint: Joint;
  /** Of what it is the end. */
  name: string;
  /** The thing whose end it is, by id. */
  of?: string;
  /** Of a part: its id in the plan. */
  part?: string;
}

/** How a thing is put: to what part of the plan it belongs, how it is cut. */
export interface Put {
  pieceM?: number;
  laidM?: number;
  allowed?: Allowances;
  part?: string;
  on?: string | undefined;
}

/** Puts things onto a farm and joins their ends, as a plan is walked from its source to its run ends. */
export interface Maker extends Farm {
  plan: FullPlan;
  /** Puts so many of an item in one place; @returns its id. */
  put(item: Item, count: number, at: Where, reason: string, more?: Put): string;
  /** Lays a length and cuts it with what is allowed for, rounded up; @returns its id. */
  lay(
    item: Item,
    laidM: number,
    at: Where,
    reason: string,
    allowed?: Allowances,
    more?: Pick<Put, 'on'>,
  ): string;
  /** Joins an open end to what comes next. */
  join(open: Open, to: Open, at: Where): void;
  /** The same, where many alike are made in one place: they are told together. */
  joinAlike(open: Open, to: Open, at: Where): void;
}

/** A short piece of pipe between two fittings, m: both barbs and a finger's breadth (growers' practice). */
const STUB_M = 0.15;
/** Names of places are kept in plans, and cut to so many letters. */
const MOST_ID = 110;

const placeName = (at: Where): string => `${at.place}${at.id !== undefined ? `/${at.id}` : ''}`;

/** Plans of before kept fittings by the names of both ends, as they were said in English. */
const nameBefore = (open: Open, to: Open, at: Where): string =>
  `${placeName(at)}/${open.name} to ${to.name}`.slice(0, MOST_ID);

class FarmMaker implements Maker {
  readonly plan: FullPlan;
  readonly things: Thing[] = [];
  readonly meetings: Meeting[] = [];
  private readonly family: Family;
  /** Fittings that the grower has, by the place. */
  private readonly has: ReadonlyMap<string, string>;
  /** Things and joints of one name so far. */
  private readonly named = new Map<string, number>();
  private readonly joined = new Map<string, number>();
  private readonly alike = new Map<string, Meeting>();
  private readonly byId = new Map<string, Thing>();

  constructor(plan: FullPlan) {
    this.plan = plan;
    this.family = plan.build.family;
    this.has = new Map(plan.build.joined.map((j) => [j.at, j.fitting]));
  }

  put(item: Item, count: number, at: Where, reason: string, more: Put = {}): string {
    const name = `${placeName(at)}${at.bed !== undefined ? `/${at.bed}` : ''}/${item.id}`;
    const nth = (this.named.get(name) ?? 0) + 1;
    const id = nth > 1 ? `${name}/${nth}` : name;
    if (count <= 0 || (more.pieceM !== undefined && more.pieceM <= 0)) return id;
    this.named.set(name, nth);
    const { on, ...rest } = more;
    const made: Thing = { id, item, count, at, reason, ...rest, ...(on !== undefined && { on }) };
    this.things.push(made);
    this.byId.set(id, made);
    return id;
  }

  lay(
    item: Item,
    laidM: number,
    at: Where,
    reason: string,
    allowed: Allowances = {},
    more: Pick<Put, 'on'> = {},
  ): string {
    const wantedM = laidM + Object.values(allowed).reduce((sum, m) => sum + m, 0);
    if (wantedM <= 0) return this.put(item, 0, at, reason);
    // Whole hoses are not cut.
    const pieceM = allowed.whole !== undefined ? wantedM : roundedUpM(wantedM, this.family);
    const cut = { pieceM, laidM, allowed: { ...allowed, round: pieceM - wantedM } };
    return this.put(item, 1, at, reason, { ...more, ...cut });
  }

  join(open: Open, to: Open, at: Where): void {
    const { chain = [] } = this.meet(open, to, at);
    this.hang(open, to);
    this.putChain(chain, open, to, at);
  }

  joinAlike(open: Open, to: Open, at: Where): void {
    const key = [nameBefore(open, to, at), jointKey(open.joint), jointKey(to.joint)].join('|');
    const known = this.alike.get(key);
    const meeting = known ?? this.meet(open, to, at);
    if (known) known.count++;
    else this.alike.set(key, meeting);
    this.hang(open, to);
    this.putChain(meeting.chain ?? [], open, to, at);
  }

  /** Water comes to the second from the first. */
  private hang({ of: on }: Open, { of }: Open): void {
    const t = of === undefined ? undefined : this.byId.get(of);
    if (t && t.on === undefined && on !== undefined && on !== of) t.on = on;
  }

  /** What joins two ends, by way of a fitting that the grower has where that was said of this place. */
  private chainOf(open: Open, to: Open, has: string | undefined): Pick<Meeting, 'chain' | 'has'> {
    const own = has === undefined ? undefined : fittingOf(has);
    const through = own && chainThrough(open.joint, own, to.joint, this.family);
    const chain = through ?? chainBetween(open.joint, to.joint, this.family);
    return { ...(chain && { chain }), ...(through && { has: own.id }) };
  }

  private putChain(chain: readonly Fitting[], open: Open, to: Open, at: Where): void {
    const on = { on: open.of };
    for (const f of chain) {
      const pipe = isStub(f) ? stubPipe(f) : undefined;
      const reason = msg`between the ${open.name} and the ${to.name}`;
      if (pipe) {
        const item = pipeItem({ pipe, boreMm: pipeKind(pipe).boreMm }, this.family);
        this.lay(item, STUB_M, at, reason, {}, on);
      } else this.put(fittingItem(f), 1, at, reason, on);
    }
  }

  /** What stands at an end, in no language: its part, its item, or how it is joined. */
  private endName({ part, of, joint }: Open): string {
    return part ?? (of === undefined ? undefined : this.byId.get(of)?.item.id) ?? jointKey(joint);
  }

  /** A new place where two ends meet. */
  private meet(open: Open, to: Open, at: Where): Meeting {
    const name = `${placeName(at)}/${this.endName(open)}>${this.endName(to)}`.slice(0, MOST_ID);
    const n = (this.joined.get(name) ?? 0) + 1;
    this.joined.set(name, n);
    const nth = n > 1 ? ` ${n}` : '';
    const id = `${name}${nth}`;
    const has = this.has.get(id) ?? this.has.get(`${nameBefore(open, to, at)}${nth}`);
    const part = to.part ?? open.part;
    const meeting: Meeting = {
      id,
      at,
      count: 1,
      before: open.name,
      after: to.name,
      ...(part !== undefined && { part }),
      from: open.joint,
      to: to.joint,
      ...this.chainOf(open, to, has),
    };
    this.meetings.push(meeting);
    return meeting;
  }
}
export const createMaker = (plan: FullPlan): Maker => new FarmMaker(plan);

/** Every place where two ends are put together, by its joint, once for all that are alike. */
export function madeJoints({ from, chain }: Pick<Meeting, 'from' | 'chain'>): Joint[] {
  if (!chain) return [];
  const made: Joint[] = [];
  let open = from;
  for (const f of chain) {
    made.push(open);
    open = offeredBy(f, open);
  }
  made.push(open);
  return made;
}

/** Joints as a list is read: those that are alike in one row, with how often they are made. */
export function jointRows(meetings: readonly Meeting[]): Meeting[] {
  const rows = new Map<string, Meeting>();
  for (const m of meetings) {
    const key = [
      m.before,
      m.after,
      jointKey(m.from),
      jointKey(m.to),
      ...(m.chain ?? []).map((f) => f.id),
    ].join('|');
    const own = rows.get(key);
    rows.set(key, own ? { ...own, count: own.count + m.count } : m);
  }
  return [...rows.values()];
}

/** Clamps at each barb: the second holds when the first lets go (growers' practice). */
export const CLAMPS_A_BARB = 2;
/** Thread tape about a joint, m: five turns about a 1 in thread. */
const TAPE_A_THREAD_M = 0.6;
/** Solvent cement for a joint of each size, mL, and as much primer (makers' tables, rounded up). */
const CEMENT_ML: Record<string, number> = {
  '1/2': 2,
  '3/4': 3,
  '1': 4,
  '1-1/4': 5,
  '1-1/2': 7,
  '2': 11,
  '3': 20,
};

const clampItem = (size: string): Item =>
  thing(`clamp:${size}`, 'small', msg`clamp for ${sizeWords(size)}`, 0.7, {
    sold: 'pack',
    holds: [1, 10],
  });
const threadTape: Item = thing('thread-tape', 'small', msg`thread tape`, 0.08, {
  unit: 'm',
  sold: 'roll',
  holds: [12],
});
const cement: Item = thing('cement', 'small', msg`solvent cement, mL`, 0.05, {
  sold: 'pack',
  holds: [125, 250, 500],
});
const primer: Item = thing('primer', 'small', msg`primer, mL`, 0.04, {
  sold: 'pack',
  holds: [125, 250, 500],
});

/** What one joint takes: clamps, thread tape, or cement and primer. */
function fixingsOfOne(j: Joint): { item: Item; count: number; pieceM?: number; reason: string }[] {
  if (isClamped(j)) return [{ item: clampItem(j.size), count: CLAMPS_A_BARB, reason: msg`two at each barb` }];
  if (isTaped(j))
    return [{ item: threadTape, count: 1, pieceM: TAPE_A_THREAD_M, reason: msg`for each pipe thread` }];
  if (isGlued(j))
    return [cement, primer].map((item) => ({
      item,
      count: CEMENT_ML[j.size] ?? CEMENT_ML['3'],
      reason: msg`at each glued joint`,
    }));
  return [];
}

/** Clamps, thread tape, cement and primer for every joint that is made. */
export function fixingsOf(meetings: readonly Meeting[]): Thing[] {
  return meetings.flatMap((m) =>
    madeJoints(m).flatMap((j, i) =>
      fixingsOfOne(j).map(({ item, count, pieceM, reason }): Thing => ({
        id: `${m.id}/${i}/${item.id}`,
        item,
        count: count * m.count,
        ...(pieceM !== undefined && { pieceM }),
        at: m.at,
        reason,
      })),
    ),
  );
}

/** A joint as the key of a fitting. */
export const keyOf = (j: Joint): string => jointKey(j).replace(/ /g, '_');
/** Metres or pieces of an item's kind, by the beginning of its id. */
export const amountStarting = (things: readonly Thing[], starts: string): number =>
  things.reduce((sum, t) => (t.item.id.startsWith(starts) ? sum + amountOf(t) : sum), 0);
