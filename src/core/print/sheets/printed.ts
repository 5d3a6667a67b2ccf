import { msg } from '../../language';
import type { Show } from '../../farm';
import type { Shop } from '../../works';
import type { State } from '../../check';
import type { FarmLayout } from '../../layout';
import type { FullPlan, Plan } from '../../plan';
import type { Programme } from '../../sets';
import type { UnitChoice } from '../../units';
import type { Content } from 'pdfmake/interfaces';

/** All that is printed. */
export interface Printed {
  stated: Plan;
  plan: FullPlan;
  /** The whole farm laid out, whatever a set opens. */
  layout: FarmLayout;
  /** States in which sets are open as planned: their readings are told. */
  states: readonly State[];
  shop: Shop;
  programme: Pick<Programme, 'rows' | 'months'>;
  choice: UnitChoice;
  show: Show;
  /** The day it is printed, as 2027-03-01. */
  on: string;
}

export type SheetMaker = (printed: Printed) => Content[];

export const blockName = ({ plan }: Printed, id: string): string =>
  plan.blocks.find((b) => b.id === id)?.name ?? id;
export const setName = (s: State): string => s.set?.name ?? msg`all beds`;
