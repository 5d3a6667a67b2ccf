import { msg } from '../language';
import type { FullPlan } from '../plan';
import { chainBetween, chainThrough, offeredBy } from './chain';
import { fittingOf, type Fitting } from './fittings';
import { fittingItem, thing, type Item } from './item';
import { isClamped, isGlued, isTaped, jointKey, sizeWords, type Joint } from './joint';
import type { Use, Where } from './use';

/** An end that waits for what comes after it. */
export interface Open {
  joint: Joint;
  /** Of what it is the end. */
  name: string;
  /** Of a part: its id. */
  part?: string;
}

/** Two ends that come together, with what joins them. */
export interface Meeting {
  id: string;
  at: Where;
  before: string;
  after: string;
  /** A part whose end it is, by its id. */
  part?: string;
  from: Joint;
  to: Joint;
  /** Stock fittings between them, none where they meet as they are; left out where none join them. */
  chain?: Fitting[];
  /** A fitting that the grower has is in it. */
  has?: string;
}

/** Joins ends and counts what is used, as a plan is walked from its source to its run ends. */
export interface Fitter {
  uses: Use[];
  meetings: Meeting[];
  use(item: Item, count: number, at: Where, reason: string, pieceM?: number): void;
  /** Joins an open end to what comes next. */
  join(open: Open, to: Open, at: Where): void;
}

export function createFitter(plan: FullPlan): Fitter {
  const { family } = plan.build;
  const uses: Use[] = [];
  const meetings: Meeting[] = [];
  const has = new Map(plan.build.joined.map((j) => [j.at, j.fitting]));
  const seen = new Map<string, number>();
  const use: Fitter['use'] = (item, count, at, reason, pieceM) => {
    if (count > 0 && (pieceM === undefined || pieceM > 0))
      uses.push({ item, count, at, reason, ...(pieceM !== undefined && { pieceM }) });
  };
  return {
    uses,
    meetings,
    use,
    join(open, to, at) {
      const name = msg`${at.place}${at.id ? `/${at.id}` : ''}/${open.name} to ${to.name}`.slice(0, MOST_ID);
      const nth = seen.get(name) ?? 0;
      seen.set(name, nth + 1);
      const id = nth > 0 ? `${name} ${nth + 1}` : name;
      const own = has.get(id) === undefined ? undefined : fittingOf(has.get(id)!);
      const through = own && chainThrough(open.joint, own, to.joint, family);
      const chain = through ?? chainBetween(open.joint, to.joint, family);
      meetings.push({
        id,
        at,
        before: open.name,
        after: to.name,
        ...((to.part ?? open.part) !== undefined && { part: to.part ?? open.part }),
        from: open.joint,
        to: to.joint,
        ...(chain && { chain }),
        ...(through && { has: own.id }),
      });
      for (const f of chain ?? [])
        use(fittingItem(f), 1, at, msg`between the ${open.name} and the ${to.name}`);
    },
  };
}
/** Names of places are kept in plans, and cut to so many letters. */
const MOST_ID = 110;

/** Every place where two ends are put together, by its joint. */
export function madeJoints({ from, chain }: Meeting): Joint[] {
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

/** Clamps, thread tape, cement and primer for every joint that is made. */
export function fixingsOf(meetings: readonly Meeting[]): Use[] {
  return meetings.flatMap((m) =>
    madeJoints(m).flatMap((j): Use[] => {
      if (isClamped(j))
        return [{ item: clampItem(j.size), count: CLAMPS_A_BARB, at: m.at, reason: msg`two at each barb` }];
      if (isTaped(j))
        return [
          {
            item: threadTape,
            count: 1,
            pieceM: TAPE_A_THREAD_M,
            at: m.at,
            reason: msg`for each pipe thread`,
          },
        ];
      if (isGlued(j))
        return [cement, primer].map((item) => ({
          item,
          count: CEMENT_ML[j.size] ?? CEMENT_ML['3'],
          at: m.at,
          reason: msg`at each glued joint`,
        }));
      return [];
    }),
  );
}

/** A joint as the key of a fitting. */
export const keyOf = (j: Joint): string => jointKey(j).replace(/ /g, '_');
