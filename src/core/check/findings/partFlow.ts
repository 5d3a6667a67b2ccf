import { finding, type Check } from '../types';
import { assemblies } from './parts';

/** More flows through a filter, meter or timer than it is rated for. */
export const flowOverRating: Check = (_plan, results) =>
  assemblies(results).flatMap(({ place, parts }) =>
    parts
      .filter(({ step, flowLph }) => step.part.role !== 'regulator' && flowLph > step.part.maxLph)
      .map(({ step, flowLph }) =>
        finding(
          'flow-over-rating',
          'mend',
          { kind: 'part', place, id: step.part.id },
          {
            measured: flowLph,
            limit: step.part.maxLph,
            kind: 'flow',
            names: { part: step.part.name },
          },
        ),
      ),
  );

/** Less flows than a part needs to work: a separator does not spin, a meter does not turn. */
export const flowUnderRating: Check = (_plan, results) =>
  assemblies(results).flatMap(({ place, parts }) =>
    parts
      .filter(
        ({ step, flowLph }) => step.part.role !== 'regulator' && flowLph > 0 && flowLph < step.part.minLph,
      )
      .map(({ step, flowLph }) =>
        finding(
          'flow-under-rating',
          'mend',
          { kind: 'part', place, id: step.part.id },
          {
            measured: flowLph,
            limit: step.part.minLph,
            kind: 'flow',
            names: { part: step.part.name },
          },
        ),
      ),
  );

/** A timer, valve or injector stands at less pressure than it needs to work. */
export const needsPressure: Check = (_plan, results) =>
  assemblies(results).flatMap(({ place, parts }) =>
    parts
      .filter(({ step, beforeKpa }) => step.part.needsKpa > 0 && beforeKpa < step.part.needsKpa)
      .map(({ step, beforeKpa }) =>
        finding(
          'needs-pressure',
          'stop',
          { kind: 'part', place, id: step.part.id },
          {
            measured: beforeKpa,
            limit: step.part.needsKpa,
            kind: 'pressure',
            values: { tank: results.layout.source.kind === 'tank' ? 1 : 0 },
            names: { part: step.part.name },
          },
        ),
      ),
  );
