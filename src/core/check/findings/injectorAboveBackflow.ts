import { msg } from '../../language';
import { isInjector } from '../../catalog/headParts';
import { HEAD } from '../../plan';
import type { Found } from '../finding';
import { findingKind } from '../kind';
import { movedAfter } from '../offers';
import type { State } from '../states';

type Said = { injector: string; preventer: string };

/** Feed is given above the backflow preventer: it can run back into the source. */
export const injectorAboveBackflow = findingKind({
  code: 'injector-above-backflow',
  stage: 'pipework',
  find({ plan: { head } }: State): Found<Said>[] {
    const injector = head.findIndex((p) => isInjector(p.role));
    const preventer = head.findIndex((p) => p.role === 'backflow');
    if (injector < 0 || preventer < 0 || injector > preventer) return [];
    return [
      {
        grade: 'stop',
        place: { kind: 'part', place: HEAD, id: head[injector].id },
        says: { injector: head[injector].name, preventer: head[preventer].name },
      },
    ];
  },
  words: ({ says }) => ({
    title: msg`Feed is given above the backflow preventer`,
    howMuch: msg`The ${says.injector} comes before the ${says.preventer}.`,
    why: msg`What is injected there can run back into the source: the preventer protects only what is before it.`,
    tries: [msg`move the injector below the backflow preventer`],
  }),
  offers: movedAfter((p) => p.role === 'backflow', 'after'),
});
