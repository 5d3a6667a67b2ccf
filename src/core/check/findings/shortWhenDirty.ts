import { msg } from '../../language';
import type { Found } from '../finding';
import { isGravity } from '../../network';
import { always, findingKind, isOver } from '../kind';
import { all, biggerFilter, fewerAtOnce } from '../offers';
import type { State } from '../states';

type Said = { dirtyKpa: number; neededKpa: number };

/** The source gives enough while the filters are clean, and no longer when they are due for cleaning. */
export const shortWhenDirty = findingKind({
  code: 'short-when-dirty',
  stage: 'pipework',
  when: ['dirty'],
  find({ results: { demand, layout }, clean }: State): Found<Said>[] {
    if (isGravity(layout.source) || !isOver(demand.askedLph, demand.availableLph)) return [];
    const before = clean!.results.demand;
    if (isOver(before.askedLph, before.availableLph)) return [];
    return [
      {
        grade: 'watch',
        place: { kind: 'head' },
        measured: demand.askedLph,
        limit: demand.availableLph,
        kind: 'flow',
        says: { dirtyKpa: demand.neededKpa - before.neededKpa, neededKpa: demand.neededKpa },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`Enough with a clean filter, too little water with a dirty filter`,
    howMuch: msg`When due for cleaning it takes ${show(says.dirtyKpa, 'pressure')} more. At that pressure the source gives ${show(limit, 'flow')}; ${show(measured, 'flow')} is asked.`,
    why: msg`A filter is cleaned when its drop has grown, not before: the beds get less and less until then.`,
    tries: [
      msg`use a larger filter`,
      msg`water fewer beds at once`,
      msg`clean it sooner: by the gauges before and after it`,
    ],
  }),
  compares: {
    holds: 'Q_asked ≤ Q(p_needed + h_dirty)',
    measured: msg`asked`,
    limit: msg`the source gives then`,
    source: msg`Filters are cleaned when their drop has grown by their label’s dirty loss.`,
  },
  brings: { 'regulator-starved': always, 'emitters-dry': always, 'emitter-under': always },
  offers: all(fewerAtOnce, biggerFilter),
  restsOn: ['source'],
});
