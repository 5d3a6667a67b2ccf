import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createPlanSolver } from '../network';
import { fillIn, openings, readPlan, type Plan } from '../plan';
import { planOf, SKETCHES } from '../sketches';
import { evenOut, makeSets, outlookOf, seasonOf } from './index';

const demo = (name: string): [string, Plan] => {
  const reading = readPlan(readFileSync(join(__dirname, `../../../demo/${name}.json`), 'utf8'));
  if (!reading.ok) throw new Error(name);
  return [name, reading.plan];
};
const OF_EACH_SOURCE = ['barrel', 'roof-tote', 'house-well', 'pond-pump', 'float-plots', 'pots-rings'];
const PLANS: [string, Plan][] = [
  ...SKETCHES.filter((s) => OF_EACH_SOURCE.includes(s.id)).map((s): [string, Plan] => [
    s.id,
    planOf(s, 'metric'),
  ]),
  ...['larch-tunnels', 'hollin-bank'].map(demo),
];

/** What the plan itself says. */
const STATED = ['tape', 'crop', 'cover', 'lies', 'plantedIsDefault', 'tunnel'];
/** Figures to four digits; of long series the first, the middle and the last. */
function brief(value: unknown): unknown {
  if (typeof value === 'number') return Number.isFinite(value) ? Number(value.toPrecision(4)) : String(value);
  if (value instanceof Map) return brief([...value]);
  if (ArrayBuffer.isView(value)) return brief(Array.from(value as Float64Array));
  if (Array.isArray(value)) {
    const long = value.length > 8 && !Array.isArray(value[0]);
    const kept = long
      ? [0, Math.floor(value.length / 3), Math.floor(value.length / 2), value.length - 1].map(
          (i) => value[i] as unknown,
        )
      : value;
    return [...(long ? [`${value.length} of them`] : []), ...kept.map(brief)];
  }
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key]) => !STATED.includes(key))
      .map(([key, v]) => [key, brief(v)]),
  );
}

// Sets as they are made, their times, day, tank, feed and season, for gardens of every kind: a change is read before it is taken over.
test.each(PLANS)('who waters when in %s', (_, stated) => {
  const solver = createPlanSolver();
  const made = makeSets(fillIn(stated), { afresh: true }, solver);
  const plan = fillIn({ ...stated, watering: { ...stated.watering, sets: made.sets } });
  const opened = openings(plan).map(({ set, plan: open }) => ({
    set,
    plan: open,
    results: solver.solve(open),
  }));
  const outlook = outlookOf(plan, opened, solver);
  const season = seasonOf(plan, new Map(outlook.gifts));
  const even = evenOut(opened[0].plan, solver);
  expect(brief({ made, outlook, season, even })).toMatchSnapshot();
});
