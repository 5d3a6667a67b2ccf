import { isFilter, isInjector } from '../../catalog/headParts';
import { finding, type Check } from '../types';

/** Feed is given above the backflow preventer: it can run back into the source. */
export const injectorAboveBackflow: Check = (plan) => {
  const injector = plan.head.findIndex((p) => isInjector(p.role));
  const preventer = plan.head.findIndex((p) => p.role === 'backflow');
  if (injector < 0 || preventer < 0 || injector > preventer) return [];
  return [
    finding(
      'injector-above-backflow',
      'stop',
      { kind: 'part', place: 'head', id: plan.head[injector].id },
      {
        names: { injector: plan.head[injector].name, preventer: plan.head[preventer].name },
      },
    ),
  ];
};

/** Feed is given below the last filter: what does not dissolve goes into the emitters. */
export const injectorBelowFilter: Check = (plan) => {
  const injector = plan.head.findIndex((p) => isInjector(p.role));
  if (injector < 0) return [];
  const filterBefore = plan.head.slice(0, injector).find((p) => isFilter(p.role));
  if (!filterBefore || plan.head.slice(injector).some((p) => isFilter(p.role))) return [];
  return [
    finding(
      'injector-below-filter',
      'mend',
      { kind: 'part', place: 'head', id: plan.head[injector].id },
      {
        names: { injector: plan.head[injector].name, filter: filterBefore.name },
      },
    ),
  ];
};

/** A filter stands before the sand separator: it takes the sand that the separator is there for. */
export const filterAboveSeparator: Check = (plan) => {
  const separator = plan.head.findIndex((p) => p.role === 'separator');
  const filter = plan.head.findIndex((p) => isFilter(p.role));
  if (separator < 0 || filter < 0 || filter > separator) return [];
  return [
    finding(
      'filter-above-separator',
      'mend',
      { kind: 'part', place: 'head', id: plan.head[filter].id },
      {
        names: { filter: plan.head[filter].name, separator: plan.head[separator].name },
      },
    ),
  ];
};

/** No gauge before and after the filter: its dirt cannot be read. */
export const noGauges: Check = (plan) => {
  const filter = plan.head.findIndex((p) => isFilter(p.role));
  if (filter < 0) return [];
  const before = plan.head.slice(0, filter).some((p) => p.role === 'gauge');
  const after = plan.head.slice(filter).some((p) => p.role === 'gauge');
  if (before && after) return [];
  return [
    finding(
      'no-gauges',
      'note',
      { kind: 'part', place: 'head', id: plan.head[filter].id },
      {
        values: { before: before ? 1 : 0, after: after ? 1 : 0 },
        names: { filter: plan.head[filter].name },
      },
    ),
  ];
};
