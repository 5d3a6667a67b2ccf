import { blankPlan, fillIn, type Plan } from '../plan';
import { farmOf } from './index';

/** A garden of four beds with two runs each on one block. */
const garden = (more: Partial<Plan> = {}, block: Partial<Plan['blocks'][number]> = {}): Plan => ({
  ...blankPlan('metric'),
  blocks: [{ id: 'b', beds: { count: 4, lengthM: 10, runsPerBed: 2 }, ...block }],
  ...more,
});
const valved = (plan: Plan): number =>
  farmOf(fillIn(plan))
    .things.filter((t) => t.reason === 'one at each run' && t.item.id.includes('valve'))
    .reduce((n, t) => n + t.count, 0);
const sets = (...keys: (string[] | undefined)[]): Plan['watering'] => ({
  sets: keys.map((k, i) => ({
    id: `s${i}`,
    name: `Set ${i}`,
    beds: [{ block: 'b', ...(k && { keys: k }) }],
  })),
});

test('a valve at each run is bought only where a set opens some of its beds, one is throttled, or it was said', () => {
  expect(valved(garden())).toBe(0);
  expect(valved(garden({ watering: sets(undefined) }))).toBe(0);
  expect(valved(garden({ watering: sets(['1', '2', '3', '4']) }))).toBe(0);
  expect(valved(garden({ watering: sets(['1', '2'], ['3', '4']) }))).toBe(8);
  expect(valved(garden({}, { valves: 'beds' }))).toBe(8);
  expect(valved(garden({ watering: sets(['1', '2'], ['3', '4']) }, { valves: 'block' }))).toBe(0);
  const beds = { count: 4, lengthM: 10, runsPerBed: 2, single: { '2': { valveDeg: 30 } } };
  expect(valved(garden({}, { beds }))).toBe(8);
});
