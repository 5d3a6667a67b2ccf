import { msg } from '../../language';
import { isFilter, isInjector } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { movedAfter } from '../offers';
import type { State } from '../states';

type Said = { injector: string; filter: string };

/** Feed is given below the last filter: what does not dissolve goes into the emitters. */
export const injectorBelowFilter = findingKind({
  code: 'injector-below-filter',
  stage: 'pipework',
  find({ plan }: State): Found<Said>[] {
    const { head } = plan;
    const injector = head.findIndex((p) => isInjector(p.role));
    if (injector < 0) return [];
    const filter = head.slice(0, injector).find((p) => isFilter(p.role));
    const open = plan.blocks.filter((b) => b.inUse);
    const after =
      head.slice(injector).some((p) => isFilter(p.role)) ||
      (open.length > 0 && open.every((b) => b.inlet.some((p) => isFilter(p.role))));
    if (!filter || after) return [];
    return [
      {
        grade: 'mend',
        place: { kind: 'part', place: HEAD, id: head[injector].id },
        says: { injector: head[injector].name, filter: filter.name },
      },
    ];
  },
  words: ({ says }) => ({
    title: msg`Feed is given below the filter`,
    howMuch: msg`The ${says.injector} comes after the ${says.filter}.`,
    why: msg`Crumbs and slime of the feed go straight into the emitters. Between backflow preventer and filter they are caught.`,
    tries: [msg`move the injector above the filter`],
  }),
  offers: movedAfter((p) => isFilter(p.role), 'before'),
});
