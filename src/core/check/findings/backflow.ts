import { isInjector } from '../../catalog/headParts';
import { finding, type Check } from '../types';

/**
 * No backflow preventer: gravest where mains water is drawn or feed is given; a pump's pipes want at least a check valve.
 */
export const noBackflow: Check = (plan, { layout: { source } }) => {
  if (plan.head.some((p) => p.role === 'backflow')) return [];
  const feeding = plan.wishes.feeding || plan.head.some((p) => isInjector(p.role));
  const mains =
    source.kind === 'tap' || (source.kind === 'tank' && source.level === 'held' && source.fedBy === 'mains');
  // A tank filled through open air parts its water from the mains by itself.
  if (source.kind === 'tank' && !feeding) return [];
  const grave = mains || feeding;
  if (!grave && plan.head.some((p) => p.role === 'check-valve')) return [];
  return [
    finding(
      'no-backflow',
      grave ? 'stop' : 'mind',
      { kind: 'head' },
      {
        values: { feeding: feeding ? 1 : 0, mains: mains ? 1 : 0 },
      },
    ),
  ];
};

/** Feed is given on mains water behind a preventer that many rules do not accept for that. */
export const backflowWeak: Check = (plan, { layout: { source } }) => {
  const feeding = plan.wishes.feeding || plan.head.some((p) => isInjector(p.role));
  const preventers = plan.head.filter((p) => p.role === 'backflow');
  if (!feeding || source.kind !== 'tap' || preventers.length === 0) return [];
  if (preventers.some((p) => p.kind !== 'vacuum-breaker' && p.kind !== 'double-check')) return [];
  return [
    finding(
      'backflow-weak',
      'mind',
      { kind: 'part', place: 'head', id: preventers[0].id },
      {
        names: { part: preventers[0].name },
      },
    ),
  ];
};
