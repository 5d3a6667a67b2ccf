import { kpaAt } from '../../network';
import { finding, type Check } from '../types';

/** The weak source falls so low before the booster that its cut-out stops it. */
export const boosterStarved: Check = (_plan, results) => {
  const { booster } = results.layout.source;
  const step = results.built.intakeSteps.find((s) => s.step.kind === 'boost');
  if (!step) return [];
  const before = kpaAt(results, step.from);
  if (before >= booster.lowCutKpa) return [];
  return [
    finding(
      'booster-starved',
      'stop',
      { kind: 'source' },
      {
        measured: before,
        limit: booster.lowCutKpa,
        kind: 'pressure',
        values: { flowLph: results.flowLph },
      },
    ),
  ];
};

/** More flows through the booster than it may, or shut valves drive it over its high cut-out. */
export const boosterLimits: Check = (_plan, results) => {
  const { booster } = results.layout.source;
  if (booster.kind === 'none') return [];
  const found = [];
  if (results.flowLph > booster.maxLph)
    found.push(
      finding(
        'booster-limits',
        'mend',
        { kind: 'source' },
        { measured: results.flowLph, limit: booster.maxLph, kind: 'flow' },
      ),
    );
  if (results.rest.sourceKpa > booster.highCutKpa)
    found.push(
      finding(
        'booster-limits',
        'mend',
        { kind: 'source' },
        {
          measured: results.rest.sourceKpa,
          limit: booster.highCutKpa,
          kind: 'pressure',
        },
      ),
    );
  return found;
};
