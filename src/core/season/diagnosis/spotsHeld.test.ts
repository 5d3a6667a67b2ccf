import { readFileSync } from 'node:fs';
import { farmOf } from '../../farm';
import { fillIn, readPlan } from '../../plan';
import { openFarm } from './openFarm';
import { spotsOf } from './spots';

const DEMOS = ['wren-bottom', 'hollin-bank', 'beck-side', 'larch-tunnels', 'otter-strip'];

/** What hangs there to be read is what is built: every gauge and meter of the farm in some set, and nothing else. */
test.each(DEMOS)(
  'every gauge and meter of %s is a place to read, and each place hangs on what is built',
  (name) => {
    const reading = readPlan(readFileSync(`demo/${name}.json`, 'utf8'));
    if (!reading.ok) throw new Error('it was not read');
    const plan = fillIn(reading.plan);
    const sets = plan.watering.sets.length > 0 ? plan.watering.sets.map((s) => s.id) : [undefined];
    const read = new Set(
      sets.flatMap((set) =>
        spotsOf(openFarm(plan, set)).flatMap((s) =>
          s.fixed === undefined || !/^(fixed|meter)\//.test(s.id) ? [] : [s.id.split('/').slice(1).join('/')],
        ),
      ),
    );
    const built = new Set(
      farmOf(plan).things.flatMap((t) => {
        const parts = t.at.place === 'head' ? plan.head : plan.blocks.find((b) => b.id === t.at.id)?.inlet;
        const part = t.part === undefined ? undefined : parts?.find((p) => p.id === t.part);
        if (part?.role !== 'gauge' && part?.role !== 'meter') return [];
        // A block out of use is built, and not read.
        if (t.at.place === 'block' && !plan.blocks.find((b) => b.id === t.at.id)!.inUse) return [];
        return [`${t.at.place === 'head' ? 'head' : t.at.id}/${part.id}`];
      }),
    );
    expect([...read].sort()).toEqual([...built].sort());
  },
);
