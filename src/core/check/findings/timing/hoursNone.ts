import { msg } from '../../../language';
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
    title: says.nobody ? msg`Nobody is there while water may run` : msg`No watering hours set`,
    howMuch: says.nobody
      ? msg`Valves are turned by hand, but nobody is there in the hours in which water may run.`
      : msg`The hours in which water may run end as they begin: nothing can be opened.`,
    why: msg`Sets can only be placed in hours in which they can be opened and shut.`,
    tries: says.nobody
      ? [msg`set the hours of the person`, msg`use a timer`]
      : [msg`set an end that is later than the beginning`],
  }),
});
