import { msg } from '../../language';
import { bedsSpan, cropName, type FullPlan } from '../../plan';
import type { AlikeBeds } from '../../sets';

/** Beds that need alike by their crop and block: "lettuce in Long Field". */
export const groupName = (g: Pick<AlikeBeds, 'crop' | 'block'>, plan: FullPlan): string =>
  msg`${cropName(plan, g.crop)} in ${plan.blocks[g.block].name}`;

/** Two groups told apart: by their beds where crop and block are the same. */
export function apartNames(a: AlikeBeds, b: AlikeBeds, plan: FullPlan): [string, string] {
  const names: [string, string] = [groupName(a, plan), groupName(b, plan)];
  if (names[0] !== names[1]) return names;
  const beds = ({ keys, block }: AlikeBeds): string => bedsSpan(plan.blocks[block], keys);
  return [`${names[0]} (${beds(a)})`, `${names[1]} (${beds(b)})`];
}
