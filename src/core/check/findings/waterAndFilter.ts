import { isFilter, ROLE_WORDS } from '../../catalog/headParts';
import { waterKind } from '../../catalog/water';
import type { FullPlan } from '../../plan';
import { finding, type Check } from '../types';

const filtersOf = (plan: FullPlan) =>
  [...plan.head, ...plan.blocks.filter((b) => b.inUse).flatMap((b) => b.inlet)].filter((p) =>
    isFilter(p.role),
  );

/** No filter at all. */
export const noFilter: Check = (plan, { layout: { source } }) => {
  if (filtersOf(plan).length > 0) return [];
  const [worst] = source.water.map(waterKind).sort((a, b) => b.mesh - a.mesh);
  const dirty = source.water.some((w) => w !== 'clear' && w !== 'hard');
  return [
    finding(
      'no-filter',
      dirty ? 'stop' : 'mend',
      { kind: 'head' },
      {
        limit: worst.mesh,
        names: {
          water: source.water.map((w) => waterKind(w).name).join(', '),
          kind: ROLE_WORDS[worst.filters[0]],
        },
      },
    ),
  ];
};

/** A filter that this water blinds, passes or grinds away, or that is too coarse. */
export const filterUnfit: Check = (plan, { layout: { source } }) => {
  const filters = filtersOf(plan);
  if (filters.length === 0) return [];
  return source.water.flatMap((id) => {
    const water = waterKind(id);
    const fit = filters.filter((f) => water.filters.includes(f.role));
    const needed = water.before && !plan.head.some((p) => p.role === water.before) ? water.before : undefined;
    const finest = Math.max(0, ...fit.map((f) => f.mesh));
    if (fit.length > 0 && finest >= water.mesh && !needed) return [];
    const wrong = fit.length === 0;
    return finding(
      'filter-unfit',
      'mend',
      { kind: 'head' },
      {
        measured: wrong ? 0 : finest,
        limit: water.mesh,
        values: { wrong: wrong ? 1 : 0, coarse: !wrong && finest < water.mesh ? 1 : 0 },
        names: {
          water: water.name,
          filter: filters[0].name,
          kinds: water.filters.map((r) => ROLE_WORDS[r]).join(' or '),
          before: needed ? ROLE_WORDS[needed] : '',
          avoid: water.avoid,
        },
      },
    );
  });
};

/** What this water asks to be kept clean by, and left alone. */
export const waterAvoid: Check = (_plan, { layout: { source } }) =>
  source.water
    .filter((w) => w !== 'clear')
    .map((id) => {
      const { name, cleaning, avoid } = waterKind(id);
      return finding('water-avoid', 'note', { kind: 'source' }, { names: { water: name, cleaning, avoid } });
    });

/** It was measured when there is most water. */
export const testedWet: Check = (_plan, { layout: { source } }) =>
  source.testedIn === 'wet' ? [finding('tested-wet', 'mind', { kind: 'source' })] : [];
