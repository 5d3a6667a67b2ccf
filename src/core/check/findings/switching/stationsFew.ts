import { forms, msg } from '../../../language';
import { switchboardOf } from '../../../switching';
import { ofPlan } from '../../facts/ofSets';
import { findingKind, type Whole } from '../../kind';

/** The sets need more stations than the controller that is there has. */
export const stationsFew = findingKind({
  code: 'stations-few',
  stage: 'sets',
  findInWhole({ plan }: Whole) {
    const has = plan.watering.switching.stations;
    const { controller, stations } = switchboardOf(plan);
    if (has === undefined || !controller || stations <= has) return [];
    return [ofPlan({ grade: 'mend', measured: stations, limit: has, kind: 'count', says: {} })];
  },
  words: ({ measured, limit }) => ({
    title: msg`The controller has too few stations`,
    howMuch: msg`The sets need ${measured} ${forms(measured, 'station', 'stations')}; it has ${limit}.`,
    why: msg`What hangs on no station stays shut.`,
    tries: [msg`open more beds at once, in fewer sets`, msg`use a controller with more stations`],
  }),
  compares: {
    holds: 'n ≤ n_stations',
    measured: msg`stations that the sets need`,
    limit: msg`the controller has`,
    source: msg`The plan’s own wish.`,
  },
});
