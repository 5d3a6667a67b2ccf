import { sourceFlowLph } from '../../network';
import { finding, type Check } from '../types';

/** The source gives enough while the filters are clean, and no longer when they are due for cleaning. */
export const shortWhenDirty: Check = (plan, { demand, built, layout: { source } }) => {
  if (!(demand.askedLph > 0) || demand.askedLph > demand.availableLph) return [];
  // Beyond a regulator nothing upstream is felt: what counts is what stands before the last one of the head, or all of it.
  const last = built.head.reduce((at, s, i) => (s.part.role === 'regulator' ? i : at), -1);
  const upstream = last >= 0 ? built.head.slice(0, last) : built.head;
  const dirtyKpa = upstream.reduce(
    (sum, { part }) => sum + part.dirtyKpa * (demand.askedLph / part.atLph) ** 2,
    0,
  );
  if (dirtyKpa === 0) return [];
  const dirtyLph = sourceFlowLph(source, plan, demand.neededKpa + dirtyKpa);
  if (demand.askedLph <= dirtyLph) return [];
  return [
    finding(
      'short-when-dirty',
      'mind',
      { kind: 'head' },
      {
        measured: demand.askedLph,
        limit: dirtyLph,
        kind: 'flow',
        values: { dirtyKpa, neededKpa: demand.neededKpa, availableLph: demand.availableLph },
      },
    ),
  ];
};
