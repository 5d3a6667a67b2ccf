import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';
import { assemblies } from './parts';

/** What reaches a regulator does not suffice for its set pressure. */
export const regulatorStarved: Check = (plan, results) =>
  assemblies(results).flatMap(({ place, parts }) =>
    parts
      .filter(
        ({ step, afterKpa }) =>
          step.part.role === 'regulator' && afterKpa < step.part.setKpa - limitsOf(plan).starvedKpa,
      )
      .map(({ step, beforeKpa, afterKpa, flowLph }) =>
        finding(
          'regulator-starved',
          'mend',
          { kind: 'part', place, id: step.part.id },
          {
            measured: afterKpa,
            limit: step.part.setKpa,
            kind: 'pressure',
            values: { inletKpa: beforeKpa, flowLph },
          },
        ),
      ),
  );
