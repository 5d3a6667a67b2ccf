import { produce } from 'immer';
import { fillIn, type Plan, type FullPlan } from '../plan';
import type { Change, ChangeKind, ChangeMaker, ChangeMakers, Show } from './types';
import { inletsLike } from './drafts';
import { LAYING } from './laying';
import { OPENING } from './opening';
import { PARTS } from './parts';
import { PIPES_CHANGED } from './pipes';
import { SOURCES } from './sources';

export { pieceOf, wayTo } from './pipes';
export { freePartId, inletsLike, partsIn } from './drafts';
export { drawnOn } from './underTank';

const MAKERS: ChangeMakers<ChangeKind> = { ...OPENING, ...PIPES_CHANGED, ...LAYING, ...PARTS, ...SOURCES };

const makerOf = <K extends ChangeKind>(kind: K): ChangeMaker<K> => MAKERS[kind] as unknown as ChangeMaker<K>;

/** A plan with changes made, one after the other. The plan itself stays as it is. */
export const changed = (plan: Plan, changes: readonly Change[]): Plan =>
  changes.reduce((now, change) => {
    const full = fillIn(now);
    return produce(now, (draft) => {
      makerOf(change.kind).make(draft, change, full);
      if ('place' in change) inletsLike(draft, change.place);
    });
  }, plan);

/** What a change does, in the imperative. */
export const sayChange = (change: Change, full: FullPlan, show: Show): string =>
  makerOf(change.kind).says(change, full, show);

export type { Change, ChangeKind, ChangeOf, Show } from './types';
export { cautionOf, cautionsOf } from './cautions';
