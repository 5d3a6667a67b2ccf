import { msg } from '../../language';
import { isFilter, ROLE_WORDS } from '../../catalog/headParts';
import { waterKind } from '../../catalog/water';
import type { Part } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { addFilter } from '../offers';
import type { State } from '../states';

type Said = { water: string; kind: string; blocks: string };

const filters = (parts: readonly Part[]): boolean => parts.some((p) => isFilter(p.role));

/** Some block that waters has no filter before it: none in the head, none at its inlet. */
export const noFilter = findingKind({
  code: 'no-filter',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    if (filters(plan.head)) return [];
    const without = results.blocks.map((b) => b.built.layout.block).filter((b) => !filters(b.inlet));
    if (without.length === 0) return [];
    const { source } = results.layout;
    const [worst] = source.water.map(waterKind).sort((a, b) => b.mesh - a.mesh);
    const dirty = source.water.some((w) => w !== 'clear' && w !== 'hard');
    return [
      {
        grade: dirty ? 'stop' : 'mend',
        place: { kind: 'head' },
        limit: worst.mesh,
        says: {
          water: source.water.map((w) => waterKind(w).name).join(', '),
          kind: ROLE_WORDS[worst.filters[0]],
          blocks: without.length === plan.blocks.length ? '' : without.map((b) => b.name).join(', '),
        },
      },
    ];
  },
  words: ({ limit, says }) => ({
    title: says.blocks ? msg`No filter before ${says.blocks}` : msg`No filter`,
    howMuch: msg`The water is ${says.water}; nothing catches what is in it.`,
    why: msg`Dirty water plugs an unfiltered tape in a day; even clean water carries scale and grit.`,
    tries: [msg`put in a ${says.kind} of at least ${limit} mesh`],
  }),
  offers: addFilter,
});
