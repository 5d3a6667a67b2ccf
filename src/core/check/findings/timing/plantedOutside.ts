import { layOut } from '../../../layout';
import { alikeBeds, dayAfter, dayText, daysBetween, type AlikeBeds } from '../../../sets';
import { groupName } from '../../facts/groupNames';
import { ofPlan } from '../../facts/ofSets';
import type { Found } from '../../finding';
import { capital, findingKind, type Whole } from '../../kind';

type Said = { crop: string; planted: string; until: string };

const outside = (
  { plan, outlook }: Whole,
  is: (g: AlikeBeds, from: string, end: string) => boolean,
): Found<Said>[] => {
  if (!outlook) return [];
  const { from, days } = plan.watering.season;
  const end = dayAfter(from, days - 1);
  const told = new Map<string, Found<Said>>();
  for (const g of alikeBeds(plan, layOut(plan))) {
    if (g.crop === 'none' || g.plantedIsDefault || !is(g, from, end)) continue;
    const says = { crop: capital(groupName(g, plan)), planted: dayText(g.planted), until: dayText(g.until) };
    told.set(`${says.crop} ${g.planted}`, ofPlan({ grade: 'mend', says }));
  }
  return [...told.values()];
};

/** A crop is planted after the season ends. */
export const plantedLate = findingKind({
  code: 'planted-late',
  stage: 'sets',
  findInWhole: (whole: Whole) => outside(whole, (g, _, end) => daysBetween(end, g.planted) > 0),
  words: ({ says }) => ({
    title: `${says.crop} is planted after the season ends`,
    howMuch: `It is planted on ${says.planted}: it is not watered at all.`,
    why: 'Only days of the season are planned.',
    tries: ['change the planting date', 'make the season longer'],
  }),
  apart: ({ says }) => says.crop + says.planted,
  alike: ({ says }) => says.crop + says.planted,
});

/** A crop is over before the season begins. */
export const overBefore = findingKind({
  code: 'over-before',
  stage: 'sets',
  findInWhole: (whole: Whole) => outside(whole, (g, from) => daysBetween(g.until, from) > 0),
  words: ({ says }) => ({
    title: `${says.crop} is over before the season begins`,
    howMuch: `Planted on ${says.planted}, it is over on ${says.until}: it is not watered at all.`,
    why: 'Only days of the season are planned.',
    tries: ['change the planting date', 'begin the season earlier'],
  }),
  apart: ({ says }) => says.crop + says.planted,
  alike: ({ says }) => says.crop + says.planted,
});
