import { msg } from '../../language';
import type { Found } from '../finding';
import { always, findingKind, isOver } from '../kind';
import {
  all,
  booster,
  fewerAtOnce,
  lessPressure,
  lowerFlowEverywhere,
  raisedTank,
  widerMain,
  widerPart,
} from '../offers';
import { isGravity } from '../../network';
import { opensWhole } from '../../switching';
import type { State } from '../states';

type Said = {
  shortLph: number;
  neededKpa: number;
  shutKpa: number;
  /** The block that is open, where one valve opens all of it and it is open alone; else empty. */
  whole: string;
  /** What other outlets take meanwhile, L/h. */
  othersLph: number;
};

/** What is open asks for more than the source can give at the pressure that takes. */
export const flowShort = findingKind({
  code: 'flow-short',
  stage: 'water',
  find({ plan, results }: State): Found<Said>[] {
    const { demand, rest, layout } = results;
    const open = plan.blocks.filter((b) => b.inUse);
    const alone = open.length === 1 && opensWhole(plan, open[0]) ? open[0].name : '';
    // Under a tank no pressure is asked for: what drips, and how evenly, is judged at the emitters.
    if (isGravity(layout.source) || !isOver(demand.askedLph, demand.availableLph)) return [];
    return [
      {
        grade: 'stop',
        place: { kind: 'source' },
        measured: demand.askedLph,
        limit: demand.availableLph,
        kind: 'flow',
        says: {
          shortLph: demand.askedLph - demand.availableLph,
          neededKpa: demand.neededKpa,
          shutKpa: rest.sourceKpa,
          whole: alone,
          othersLph: results.others.reduce((sum, o) => sum + o.tee.outlet.lph, 0),
        },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title:
      limit > 0
        ? msg`The source is ${show(says.shortLph, 'flow')} short`
        : msg`The source cannot reach the ${show(says.neededKpa, 'pressure')} this takes`,
    howMuch:
      limit > 0
        ? msg`The beds ask for ${show(measured, 'flow')}; at the ${show(says.neededKpa, 'pressure')} that takes, the source gives ${show(limit, 'flow')} with the allowance taken off.${says.othersLph > 0 ? msg` Of it ${show(says.othersLph, 'flow')} are for other outlets: water in other hours than they are used in.` : ''}`
        : msg`The beds ask for ${show(measured, 'flow')} at ${show(says.neededKpa, 'pressure')}; shut, the source has ${show(says.shutKpa, 'pressure')}.`,
    why: msg`The more pressure you ask of a source, the less it gives. The flow into an open bucket comes at no pressure at all: behind a regulator there is less.`,
    tries: [
      says.whole
        ? msg`split ${says.whole}, which one valve opens: a header and a valve for each part; or open its beds by hand`
        : msg`water fewer beds at once`,
      msg`lay a lower-flow tape`,
      msg`use a wider main or hose`,
      msg`choose a lower set pressure, if the tape’s window allows`,
    ],
  }),
  compares: {
    holds: 'Q_asked ≤ Q(p_needed)',
    measured: msg`asked`,
    limit: msg`the source gives at that pressure`,
    source: msg`The source’s curve minus the allowance; solved demand.`,
  },
  brings: { 'regulator-starved': always, 'emitters-dry': always, 'emitter-under': always },
  offers: all(fewerAtOnce, lowerFlowEverywhere, widerMain, widerPart, lessPressure, booster, raisedTank),
  restsOn: ['source', 'label'],
});
