import { finding, type Check } from '../types';
import { assemblies } from './parts';

/** A regulator's flow is under its least or over its greatest: it does not hold its pressure there. */
export const regulatorRange: Check = (_plan, results) =>
  assemblies(results).flatMap(({ place, parts }) =>
    parts.flatMap(({ step: { part }, flowLph }) => {
      if (part.role !== 'regulator' || !(flowLph > 0)) return [];
      const under = flowLph < part.minLph;
      if (!under && flowLph <= part.maxLph) return [];
      return finding(
        'regulator-range',
        'mend',
        { kind: 'part', place, id: part.id },
        {
          measured: flowLph,
          limit: under ? part.minLph : part.maxLph,
          kind: 'flow',
          values: { under: under ? 1 : 0 },
          names: { part: part.name },
        },
      );
    }),
  );
