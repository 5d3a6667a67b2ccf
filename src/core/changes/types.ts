import type { Draft } from 'immer';
import type { FullPlan, OpenedBy, Plan, WaterSet, WouldDo } from '../plan';
import type { KindName } from '../units';
import type { LiesId, MaterialId } from '../catalog/materials';

/** One thing changed in a plan, told by names and numbers so that it passes between threads and can be made again. */
export type Change =
  | { kind: 'sets'; sets: WaterSet[] }
  | { kind: 'opened-by'; by: OpenedBy; block?: string }
  | { kind: 'header-size'; block: string; pipe: string }
  | { kind: 'header-feed'; block: string; feed: 'middle' | 'both' }
  | { kind: 'header-along'; block: string; along: number }
  | { kind: 'second-header'; block: string }
  | { kind: 'main-size'; to: string; pipe: string }
  | { kind: 'piece-size'; to: string; pipe: string }
  | { kind: 'close-ring'; from: string; to: string; pipe: string }
  | { kind: 'lay-flow'; block: string; flowLph: number; tape?: string }
  | { kind: 'lay-bore'; block: string; boreMm: number; tape?: string }
  | { kind: 'lay-wall'; block: string; wallMm: number; tape?: string }
  | { kind: 'lay-spacing'; block: string; spacingM: number; flowLph: number; tape?: string }
  | { kind: 'lay-material'; block: string; material: MaterialId; tape?: string }
  | { kind: 'lay-alike'; block: string }
  | { kind: 'lay-hole'; block: string; holeMm: number; tape?: string }
  | { kind: 'lay-tube'; block: string; tubeM: number; tape?: string }
  | { kind: 'lay-where'; block: string; lies: LiesId }
  | { kind: 'lay-seasons'; block: string; seasons: number; tape?: string }
  | { kind: 'runs'; block: string; runs: number; keys: string[]; straight?: true }
  | { kind: 'plant-emitters'; block: string; emitters: number }
  | { kind: 'set-pressure'; place: string; id: string; setKpa: number }
  | {
      kind: 'add-part';
      place: string;
      part: string;
      at: number;
      name: string;
      setKpa?: number;
      opensKpa?: number;
    }
  | { kind: 'relief-opens'; place: string; id: string; opensKpa: number }
  | { kind: 'move-part'; place: string; id: string; to: number; name: string; before: string }
  | { kind: 'swap-part'; place: string; id: string; part: string; from: string; name: string }
  | { kind: 'remove-part'; place: string; id: string; name: string }
  | { kind: 'vent-tee'; tee: string }
  | { kind: 'foot-valve' }
  | { kind: 'lower-pump'; liftM: number }
  | { kind: 'suction-size'; pipe: string }
  | { kind: 'tank-size'; volumeL: number }
  | { kind: 'pressure-tank' }
  | { kind: 'vessel-air'; kpa: number }
  | { kind: 'cut-out'; cutOutKpa: number }
  | { kind: 'booster'; lph: number; headM: number }
  | { kind: 'booster-out' }
  | { kind: 'booster-drive' }
  | { kind: 'lift-flow'; lph: number }
  | { kind: 'lasting'; source: string; would: WouldDo; nth: number }
  | { kind: 'raise-tank'; byM: number }
  | { kind: 'height-of-ground'; source?: string; tee?: string; block?: string }
  | { kind: 'allowance'; share: number }
  | { kind: 'wish'; uniformity: number }
  | { kind: 'backup-apart'; backflow: string; valve: string };

export type ChangeKind = Change['kind'];
export type ChangeOf<K extends ChangeKind> = Extract<Change, { kind: K }>;

export type Show = (value: number, kind: KindName) => string;

/** How one kind of change is made and told. */
export interface ChangeMaker<K extends ChangeKind> {
  /** Makes it in a draft of the stated plan. `full` is the same plan filled in, as it was before. */
  make(draft: Draft<Plan>, change: ChangeOf<K>, full: FullPlan): void;
  /** In the imperative, as a step that can be undone: "feed the header from its middle". */
  says(change: ChangeOf<K>, full: FullPlan, show: Show): string;
}

export type ChangeMakers<K extends ChangeKind> = { [P in K]: ChangeMaker<P> };
