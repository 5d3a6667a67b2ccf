import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** There are no hours in which water may run, or nobody is there in them to turn valves by hand. */
export const hoursNone = findingKind({
  code: 'hours-none',
  stage: 'sets',
  findInWhole({ plan, outlook }: Whole) {
    if (!outlook) return [];
    const { pump } = plan.watering.day;
    const none = pump.fromMin === pump.toMin;
    if (!none && outlook.day.allowedMin > 0) return [];
    return [ofPlan({ grade: 'stop', says: { nobody: !none } })];
  },
  words: ({ says }) => ({
    title: says.nobody ? 'Nobody is there while water may run' : 'No watering hours set',
    howMuch: says.nobody
      ? 'Valves are turned by hand, but nobody is there in the hours in which water may run.'
      : 'The hours in which water may run end as they begin: nothing can be opened.',
    why: 'Sets can only be placed in hours in which they can be opened and shut.',
    tries: says.nobody
      ? ['set the hours of the person', 'use a timer']
      : ['set an end that is later than the beginning'],
  }),
});
