import type { Draft } from 'immer';
import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import {
  joiningSources,
  kindOf,
  unguarded,
  type Booster,
  type Enough,
  type FullPlan,
  type Plan,
  type Stated,
  type TankSource,
} from '../plan';
import type { ChangeMakers, ChangeOf, Show } from './types';
import { putOnBranch, sourceIn } from './drafts';

type Sources =
  | 'foot-valve'
  | 'lower-pump'
  | 'suction-size'
  | 'tank-size'
  | 'pressure-tank'
  | 'vessel-air'
  | 'cut-out'
  | 'booster'
  | 'booster-out'
  | 'booster-drive'
  | 'lift-flow'
  | 'lasting'
  | 'raise-tank'
  | 'height-of-ground'
  | 'allowance'
  | 'wish'
  | 'backup-apart';

/** A pump may pass this many times its label's flow before its motor is overloaded. */
const BOOSTER_MOST = 1.5;

/** A well's or a surface pump's own fields. */
type Pumped = {
  footValve?: boolean;
  liftM?: number;
  suction?: { pipe?: string; boreMm?: number; hazenWilliamsC?: number };
  vessel?: { part?: 'tank' | 'none'; volumeL?: number; prechargeKpa?: number; cutOutKpa?: number };
};
const pumped = (source: Draft<Plan['sources'][number]>): Pumped => source as Pumped;

/** A way in which a store would last, as its kind knows it. */
function wayToLast(
  { source, would, nth }: ChangeOf<'lasting'>,
  { sources }: FullPlan,
  show: Show,
): Enough | undefined {
  const own = sources.find((s) => s.id === source);
  return own && kindOf(own).enough?.(own, would, show)[nth];
}

/** Sources, and what is planned on of them. */
export const SOURCES: ChangeMakers<Sources> = {
  'height-of-ground': {
    make(draft, { source, tee, block }) {
      const own =
        draft.sources.find((s) => s.id === source) ??
        draft.tees?.find((t) => t.id === tee) ??
        draft.blocks.find((b) => b.id === block);
      if (own) delete own.heightM;
    },
    says: ({ source, tee, block }, { sources, tees, blocks }) => {
      const name =
        sources.find((s) => s.id === source)?.name ??
        blocks.find((b) => b.id === block)?.name ??
        msg`tee ${tees.findIndex((t) => t.id === tee) + 1}`;
      return msg`take the height of ${name} from the ground that was measured`;
    },
  },
  'booster-drive': {
    make(draft, _, full) {
      const booster = (sourceIn(draft, full).booster ??= {});
      const own = full.sources.find((s) => s.id === full.sourceId)!.booster;
      booster.kind = 'variable';
      // It holds what the switch started it at: that did.
      if (own.startKpa !== undefined) booster.holdKpa = own.startKpa;
    },
    says: () => msg`use a booster that holds a pressure instead of one on a switch`,
  },
  lasting: {
    make(draft, change, full) {
      const own = draft.sources.find((s) => s.id === change.source);
      if (own) Object.assign(own, wayToLast(change, full, (v) => String(v))?.fields);
    },
    says: (change, full, show) => wayToLast(change, full, show)?.label ?? '',
  },
  'lift-flow': {
    make: (draft, { lph }, full) => void ((sourceIn(draft, full) as { storeLph?: number }).storeLph = lph),
    says: ({ lph }, _, show) => msg`use a pump that brings ${show(lph, 'flow')} to the float`,
  },
  'foot-valve': {
    make: (draft, _, full) => void (pumped(sourceIn(draft, full)).footValve = true),
    says: () => msg`put a foot valve with a strainer on the suction pipe`,
  },
  'lower-pump': {
    make: (draft, { liftM }, full) => void (pumped(sourceIn(draft, full)).liftM = liftM),
    says: ({ liftM }, _, show) => msg`set the pump ${show(liftM, 'height')} over the water`,
  },
  'suction-size': {
    make(draft, { pipe }, full) {
      const suction = (pumped(sourceIn(draft, full)).suction ??= {});
      suction.pipe = pipe;
      delete suction.boreMm;
      delete suction.hazenWilliamsC;
    },
    says: ({ pipe }) => msg`use ${pipeKind(pipe).name} as the suction pipe`,
  },
  'tank-size': {
    make: (draft, { volumeL }, full) =>
      void ((pumped(sourceIn(draft, full)).vessel ??= {}).volumeL = volumeL),
    says: ({ volumeL }, _, show) => msg`use a pressure tank of ${show(volumeL, 'volume')}`,
  },
  'pressure-tank': {
    make: (draft, _, full) => void ((pumped(sourceIn(draft, full)).vessel ??= {}).part = 'tank'),
    says: () => msg`put in a pressure tank with a switch`,
  },
  'vessel-air': {
    make: (draft, { kpa }, full) => void ((pumped(sourceIn(draft, full)).vessel ??= {}).prechargeKpa = kpa),
    says: ({ kpa }, _, show) => msg`bring the air in the empty pressure tank to ${show(kpa, 'pressure')}`,
  },
  'cut-out': {
    make: (draft, { cutOutKpa }, full) =>
      void ((pumped(sourceIn(draft, full)).vessel ??= {}).cutOutKpa = cutOutKpa),
    says: ({ cutOutKpa }, _, show) => msg`let the switch stop the pump at ${show(cutOutKpa, 'pressure')}`,
  },
  booster: {
    make(draft, { lph, headM }, full) {
      const source = sourceIn(draft, full) as { booster?: Draft<Stated<Booster>> };
      source.booster = {
        kind: 'fixed',
        curve: { method: 'label', labelLph: lph, labelM: headM },
        maxLph: BOOSTER_MOST * lph,
      };
    },
    says: ({ lph, headM }, _, show) =>
      msg`put in a booster pump of ${show(headM, 'height')} at ${show(lph, 'flow')}`,
  },
  'booster-out': {
    make(draft, _, full) {
      (sourceIn(draft, full) as { booster?: Draft<Stated<Booster>> }).booster = { kind: 'none' };
    },
    says: () => msg`take the booster out`,
  },
  'raise-tank': {
    make(draft, { byM }, full) {
      const now = full.sources.find((s) => s.id === full.sourceId) as TankSource;
      const tank = sourceIn(draft, full) as Draft<Stated<TankSource>>;
      for (const field of ['outletM', 'lowM', 'highM', 'floatM'] as const)
        tank[field] = Number((now[field] + byM).toFixed(2));
    },
    says: ({ byM }, _, show) => msg`raise the tank by ${show(byM, 'height')}`,
  },
  allowance: {
    make: (draft, { share }) => void ((draft.wishes ??= {}).allowance = share),
    says: ({ share }, _, show) => msg`plan on ${show(share, 'share')} of the measured flow`,
  },
  wish: {
    make: (draft, { uniformity }) => void ((draft.wishes ??= {}).uniformity = uniformity),
    says: ({ uniformity }, _, show) => msg`set the target to ${show(uniformity, 'share')} evenness`,
  },
  'backup-apart': {
    make(draft, { backflow, valve }, full) {
      const home = full.sources.find((s) => s.id === full.home)!;
      const joining = joiningSources(full);
      const lacking = new Set(joining.flatMap((other) => unguarded(home, other)));
      for (const source of [home, ...joining]) {
        // The valve comes first, so that the preventer can be taken out behind it.
        if (lacking.has(source)) putOnBranch(draft, full, source.id, backflow);
        if (!source.branch.some((p) => p.role === 'ball-valve')) putOnBranch(draft, full, source.id, valve);
      }
    },
    says: () => msg`put a valve on the branch of each, and a backflow preventer where it lacks one`,
  },
};
