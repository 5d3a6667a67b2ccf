import { msg } from '../../language';
import { isFilter, ROLE_WORDS } from '../../catalog/headParts';
import { waterKind } from '../../catalog/water';
import type { FullPlan, Part } from '../../plan';
import type { Found } from '../finding';
import { capital, findingKind } from '../kind';
import { fitFilter } from '../offers';
import type { State } from '../states';

type Said = {
  water: string;
  filter: string;
  kinds: string;
  before: string;
  avoid: string;
  wrong: boolean;
  coarse: boolean;
};

const filtersOf = (plan: FullPlan): Part[] =>
  [...plan.head, ...plan.blocks.filter((b) => b.inUse).flatMap((b) => b.inlet)].filter((p) =>
    isFilter(p.role),
  );

/** A filter that this water blinds, passes or grinds away, or that is too coarse. */
export const filterUnfit = findingKind({
  code: 'filter-unfit',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const filters = filtersOf(plan);
    if (filters.length === 0) return [];
    return results.layout.source.water.flatMap((id) => {
      const water = waterKind(id);
      const fit = filters.filter((f) => water.filters.includes(f.role));
      const needed =
        water.before && !plan.head.some((p) => p.role === water.before) ? water.before : undefined;
      const finest = Math.max(0, ...fit.map((f) => f.mesh));
      if (fit.length > 0 && finest >= water.mesh && !needed) return [];
      const wrong = fit.length === 0;
      return {
        grade: 'mend',
        place: { kind: 'head' },
        measured: wrong ? 0 : finest,
        limit: water.mesh,
        says: {
          water: water.name,
          filter: filters[0].name,
          kinds: water.filters.map((r) => ROLE_WORDS[r]).join(msg` or `),
          before: needed ? ROLE_WORDS[needed] : '',
          avoid: water.avoid,
          wrong,
          coarse: !wrong && finest < water.mesh,
        },
      };
    });
  },
  words: ({ measured, limit, says }) => ({
    title: says.wrong
      ? msg`The ${says.filter} does not suit ${says.water} water`
      : says.coarse
        ? msg`The filter is too coarse for ${says.water} water`
        : msg`${capital(says.water)} water needs a ${says.before} first`,
    howMuch: says.coarse
      ? msg`Its finest mesh is ${measured}; it needs at least ${limit}.`
      : msg`For it: ${says.before ? msg`a ${says.before}, then a ` : ''}${says.kinds} of at least ${limit} mesh.`,
    why: says.avoid,
    tries: [
      ...(says.before ? [msg`put a ${says.before} before the filter`] : []),
      ...(says.wrong || says.coarse ? [msg`change it for a ${says.kinds} of ${limit} mesh or finer`] : []),
    ],
  }),
  apart: ({ says }) => says.water,
  alike: ({ says }) => says.water,
  offers: fitFilter,
});
