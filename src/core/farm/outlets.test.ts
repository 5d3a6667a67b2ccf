import { blankPlan, fillIn, type Plan } from '../plan';
import { jointKey, meetingsOf } from './index';
import { layOut } from '../layout';

/** How the first thing after a tap meets it, where so much was measured to flow. */
const outlet = (units: 'us' | 'metric', flowingLph: number): string => {
  const tap: Plan['sources'][number] = {
    id: 's',
    kind: 'tap',
    method: 'gauge',
    shutKpa: 400,
    flowingKpa: 250,
    flowingLph,
  };
  const plan = fillIn({ ...blankPlan(units), sources: [tap] });
  return jointKey(meetingsOf(plan, layOut(plan))[0].from);
};

test('a garden tap has a thread for hose, a hydrant a pipe thread by what it gives', () => {
  expect([outlet('us', 4500), outlet('metric', 4500)]).toEqual(['hose 3/4 male', 'parallel 3/4 male']);
  // An inch and a half passes 3.5 m/s at 15,000 L/h: π/4·0.039²·3.5·3600 = 15 m³.
  expect([outlet('us', 4600), outlet('metric', 15_000)]).toEqual(['taper 1 male', 'parallel 1-1/2 male']);
  expect([outlet('us', 25_000), outlet('metric', 40_000)]).toEqual(['taper 2 male', 'parallel 3 male']);
});
