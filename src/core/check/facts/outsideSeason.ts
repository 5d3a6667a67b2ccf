import { layOut } from '../../layout';
import { alikeBeds, dayAfter, type AlikeBeds } from '../../sets';
import { dateDay } from '../../units';
import { groupName } from './groupNames';
import { ofPlan } from './ofSets';
import type { Found } from '../finding';
import { capital, type Whole } from '../kind';

type Said = { crop: string; planted: number; until: number };

/** Crops whose life lies outside the season, each once. */
export const outsideSeason = (
  { plan, outlook }: Whole,
  is: (g: AlikeBeds, from: string, end: string) => boolean,
): Found<Said>[] => {
  if (!outlook) return [];
  const { from, days } = plan.watering.season;
  const end = dayAfter(from, days - 1);
  const told = new Map<string, Found<Said>>();
  for (const g of alikeBeds(plan, layOut(plan))) {
    if (g.crop === 'none' || g.plantedIsDefault || !is(g, from, end)) continue;
    const says = { crop: capital(groupName(g, plan)), planted: dateDay(g.planted), until: dateDay(g.until) };
    told.set(`${says.crop} ${g.planted}`, ofPlan({ grade: 'mend', says }));
  }
  return [...told.values()];
};
