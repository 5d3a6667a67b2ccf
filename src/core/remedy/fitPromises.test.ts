import { changed } from '../changes';
import { judge } from '../check';
import { BATTERY } from '../check/battery.testing';
import { fit, tellRefusal, type FitLimits } from './index';
import { format, METRIC } from '../units';
import { thinned } from '../effort.testing';

const FREE: FitLimits = { keepTape: false, keepHeaders: false, budget: undefined, mostSets: 8 };

/** A plan that is offered has no stop or mend that was not there before, once it is taken; else it is said why none is. */
test.each(thinned(BATTERY).map((b) => [b.name, b.plan] as const))(
  'what fits %s holds once it is taken',
  (_, plan) => {
    const had = new Set(judge(plan).each.map((f) => f.id));
    const { fits, refusal } = fit(plan, FREE);
    for (const f of fits) {
      const fresh = judge(changed(plan, f.changes)).each.filter(
        (x) => (x.grade === 'stop' || x.grade === 'mend') && !had.has(x.id),
      );
      expect(fresh.map((x) => x.code)).toEqual([]);
    }
    if (fits.length === 0)
      expect(tellRefusal(refusal!, (value, kind) => format(value, kind, METRIC)).length).toBeGreaterThan(20);
  },
);
