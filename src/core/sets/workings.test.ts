import { readFileSync, readdirSync } from 'node:fs';
import { BATTERY } from '../check/battery.testing';
import { SOUND_PLANS } from '../check/soundPlans.testing';
import { createPlanSolver } from '../network';
import { fillIn, openings, readPlan, type FullPlan, type Plan } from '../plan';
import { METRIC } from '../units';
import { workingText } from '../working';
import { wrongIn } from '../working/readBack.testing';
import { outlookOf, type Outlook } from './outlook';
import { seasonOf } from './seasonDays';
import { gardenPlan } from './sets.testing';
import { seasonWorking, SET_WORKING_NAMES, setWorking } from './workings';
import { thinned } from '../effort.testing';

const look = (plan: FullPlan): Outlook => {
  const solver = createPlanSolver();
  const opened = openings(plan).map((o) => ({ ...o, results: solver.solve(o.plan) }));
  return outlookOf(plan, opened, solver);
};

const YARD: NonNullable<Plan['blocks']> = [
  {
    id: 'b',
    name: 'Yard',
    beds: { count: 4, lengthM: 20, widthM: 0.75, pathM: 0.45, runsPerBed: 2, crop: 'lettuce' },
  },
];
type Garden = Parameters<typeof gardenPlan>[0];
const GARDENS: readonly { name: string; plan: FullPlan }[] = (
  [
    ['by weather', {}],
    [
      'by depth, salt washed down',
      { watering: { need: { by: 'depth', depthMm: 28, rainMm: 7, waterDsM: 1.2 } } },
    ],
    ['by litres for a row', { watering: { need: { by: 'row', rowL: 7 } } }],
    ['by minutes', { watering: { need: { by: 'minutes', minutes: 40 }, day: { startsPerDay: 2 } } }],
    ['serves the mean', { watering: { need: { serves: 'mean' } } }],
    ['serves the thirstiest', { watering: { need: { serves: 'thirstiest' }, day: { everyDays: 3 } } }],
    ['water rationed', { watering: { allowed: { dayL: 300 } } }],
    ['water all but gone', { watering: { allowed: { dayL: 1 } } }],
    [
      'soil felt by hand',
      {
        watering: {
          season: { from: '2027-05-01', days: 40 },
          notes: [{ id: 'n', date: '2027-05-04', block: 'b', feel: 'dry' }],
        },
      },
    ],
    [
      'minutes by hand',
      { watering: { sets: [{ id: 's', name: 'A', beds: [{ block: 'b' }], minutes: 25 }] } },
    ],
  ] as unknown as [string, Garden][]
).map(([name, more]) => ({ name, plan: gardenPlan({ tapLph: 9000, blocks: YARD, ...more }) }));

const DEMOS = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((f) => {
    const read = readPlan(readFileSync(`demo/${f}`, 'utf8'));
    if (!read.ok) throw new Error(f);
    return { name: f, plan: fillIn(read.plan) };
  });
const PLANS: readonly { name: string; plan: FullPlan }[] = [
  ...GARDENS,
  ...DEMOS,
  ...thinned(BATTERY).map((b, i) => ({ name: `battery ${i}, ${b.finds.join(' ')}`, plan: fillIn(b.plan) })),
  ...thinned(SOUND_PLANS).map(({ name, plan }) => ({ name, plan: fillIn(plan) })),
];

describe('the printed terms give the printed result', () => {
  test.each(PLANS)('$name', ({ plan }) => {
    const o = look(plan);
    const wrong = o.sets.flatMap((s) =>
      SET_WORKING_NAMES.flatMap((name) => {
        const working = setWorking(name, s.id, o, plan);
        return working ? wrongIn(`${s.name}, ${name}`, working) : [];
      }),
    );
    const season = seasonOf(plan, new Map(o.gifts));
    for (const b of season.beds) wrong.push(...wrongIn(`season of ${b.id}`, seasonWorking(b, plan)));
    expect(wrong).toEqual([]);
  });
});

test('a ration that would not fill the pipes opens nothing', () => {
  const { plan } = GARDENS.find((g) => g.name === 'water all but gone')!;
  const o = look(plan);
  expect(setWorking('runTime', o.sets[0].id, o, plan)!.result!.value).toBe(0);
});

// As they were read over: a change of what is told is looked at in the file beside this one.
test.each(GARDENS)('the workings of $name, as they are printed', ({ plan }) => {
  const o = look(plan);
  const texts = o.sets.flatMap((s) =>
    SET_WORKING_NAMES.flatMap((name) => {
      const working = setWorking(name, s.id, o, plan);
      return working ? [workingText(working, METRIC, () => false)] : [];
    }),
  );
  expect(texts.join('\n\n')).toMatchSnapshot();
});
