import { isFilter, HEAD_PARTS } from '../catalog/headParts';
import type { FindingCode } from '../check';
import { HEAD } from '../plan';
import { widerThan, type Context } from './context';
import { type Offer, type Offering, steps, ofBlock, all, ofSource, fixed } from './offering';
import {
  fewerAtOnce,
  lowerFlow,
  lowerFlowEverywhere,
  middleFeed,
  widerHeader,
  widerMain,
  widerBore,
  headerInMiddle,
  secondHeader,
  otherMaterial,
  lessPressure,
  morePressure,
  ownRegulator,
  thickerWall,
  raisedTank,
  runsIn,
  closerSpacing,
  headerAtTop,
  lies,
  fewerSeasons,
} from './offersLaying';
import {
  sized,
  movedAfter,
  addPart,
  preventer,
  addFilter,
  fitFilter,
  biggerFilter,
  gauges,
} from './offersParts';

const MORE_WATER = [fewerAtOnce, lowerFlowEverywhere];

/** For each kind of finding what a grower would try, in that order. */
const OFFERS: Partial<Record<FindingCode, Offering>> = {
  'flow-short': all(...MORE_WATER, widerMain, lessPressure, raisedTank),
  'emitters-dry': all(fewerAtOnce, lowerFlow, middleFeed, widerHeader, widerMain, morePressure, raisedTank),
  'emitter-under': all(fewerAtOnce, lowerFlow, middleFeed, widerHeader, widerMain, morePressure, raisedTank),
  'emitter-over': all(lessPressure, ownRegulator, thickerWall),
  'burst-at-rest': all(ownRegulator, lessPressure, thickerWall),
  'run-too-long': all(lowerFlow, headerInMiddle, widerBore, secondHeader),
  'thin-line-long': all(headerInMiddle, otherMaterial('dripline'), secondHeader),
  'material-uneven': all(otherMaterial('tape', 'dripline'), ({ finding }) => [
    [[{ kind: 'wish', uniformity: Math.floor(finding.measured * 0.95 * 100) / 100 }]],
  ]),
  'material-water': all(otherMaterial('tape', 'dripline')),
  'tape-curved': otherMaterial('dripline', 'compensating'),
  'tape-pecked': all(lies('mulch', 'cover', 'buried'), otherMaterial('dripline')),
  'wears-out': all(thickerWall, fewerSeasons, otherMaterial('dripline')),
  'header-small': all(middleFeed, widerHeader, fewerAtOnce),
  'block-uneven': all(middleFeed, widerHeader, otherMaterial('compensating')),
  'main-eats': all(widerMain, ...MORE_WATER),
  'fast-water': (context) =>
    context.finding.place.kind === 'header' ? widerHeader(context) : widerMain(context),
  'regulator-starved': all(widerMain, ...MORE_WATER),
  'regulator-range': sized(),
  'over-rated': sized(),
  'regulator-uphill': ownRegulator,
  'farm-uneven': ownRegulator,
  'flow-over-rating': all(sized(), fewerAtOnce),
  'flow-under-rating': sized(),
  'needs-pressure': sized((part) =>
    part.role === 'timer'
      ? ['timer', 'motor-valve']
      : part.role === 'solenoid-valve'
        ? ['motor-valve']
        : [part.role],
  ),
  'no-backflow': preventer,
  'backflow-weak': ofSource(({ plan }) => {
    const weak = plan.head.find((p) => p.role === 'backflow');
    if (!weak) return [];
    const strong = HEAD_PARTS.filter((p) => p.role === 'backflow' && p.id !== weak.kind);
    return [
      steps(strong, (p) => ({
        kind: 'swap-part',
        place: HEAD,
        id: weak.id,
        part: p.id,
        from: weak.name,
        name: p.name,
      })),
    ];
  }),
  'injector-above-backflow': movedAfter((p) => p.role === 'backflow', 'after'),
  'injector-below-filter': movedAfter((p) => isFilter(p.role), 'before'),
  'filter-above-separator': movedAfter((p) => p.role === 'separator', 'after'),
  'no-filter': addFilter,
  'filter-unfit': fitFilter,
  'no-gauges': gauges,
  'short-when-dirty': all(biggerFilter, fewerAtOnce),
  'no-relief': ofSource(({ results: { rest } }) => [
    [[{ kind: 'pressure-tank' }]],
    [[addPart(HEAD, 'relief', 0, { opensKpa: Math.round(rest.sourceKpa * RELIEF_SHARE) })]],
  ]),
  'never-stops': ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (source.kind !== 'well' && source.kind !== 'pump') return [];
    const { cutInKpa, cutOutKpa } = source.vessel;
    const lower = [0.9, 0.8, 0.7, 0.6, 0.5]
      .map((s) => Math.round(cutOutKpa * s))
      .filter((k) => k > cutInKpa * 1.2);
    return [steps(lower, (kpa) => ({ kind: 'cut-out', cutOutKpa: kpa }))];
  }),
  'short-cycling': ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (source.kind !== 'well' && source.kind !== 'pump') return [];
    const larger = [1.5, 2, 3, 4, 6, 8, 12].map((f) => Math.round(source.vessel.volumeL * f));
    return [steps(larger, (volumeL) => ({ kind: 'tank-size', volumeL }))];
  }),
  'over-yield': all(fewerAtOnce, lowerFlowEverywhere),
  'suction-high': ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (source.kind !== 'pump') return [];
    const lower = [1, 2, 3, 4]
      .map((by) => Number((source.liftM - by).toFixed(2)))
      .filter((lift) => lift > -0.5);
    return [
      steps(lower, (liftM) => ({ kind: 'lower-pump', liftM })),
      steps(widerThan(source.suction), (p) => ({ kind: 'suction-size', pipe: p.id })),
    ];
  }),
  'no-foot-valve': fixed({ kind: 'foot-valve' }),
  'booster-starved': all(...MORE_WATER),
  'booster-limits': all(fewerAtOnce),
  'backup-joins': ofSource(({ plan }) => [
    [[{ kind: 'backup-apart', backflow: plan.wishes.feeding ? 'reduced-pressure' : 'double-check' }]],
  ]),
  'no-vent': ofSource(({ finding: { place }, plan }) =>
    place.kind === 'main' && plan.tees.some((t) => t.id === place.to)
      ? [[[{ kind: 'vent-tee', tee: place.to }]]]
      : [
          [
            [
              addPart(
                place.kind === 'main' ? place.to : HEAD,
                'air-vent',
                place.kind === 'main' ? 0 : plan.head.length,
              ),
            ],
          ],
        ],
  ),
  surge: ofSource(({ plan }) => {
    const ball = plan.head.find((p) => p.role === 'ball-valve');
    if (!ball) return [];
    const gates = HEAD_PARTS.filter((p) => p.role === 'gate-valve');
    return [
      steps(gates, (p) => ({
        kind: 'swap-part',
        place: HEAD,
        id: ball.id,
        part: p.id,
        from: ball.name,
        name: p.name,
      })),
    ];
  }),
  'allowance-high': ({ finding }) => [[[{ kind: 'allowance', share: finding.limit }]]],
  'runs-uphill': all(headerAtTop, otherMaterial('compensating')),
  'beds-unlike': ofBlock((block) => [[[{ kind: 'lay-alike', block: block.id }]]]),
  'spacing-wide': closerSpacing,
  'strips-apart': runsIn,
  'runs-few': runsIn,
  'runs-many': runsIn,
  puddles: all(lowerFlow),
};

/** A relief valve opens at about this share of what the pump comes to against shut valves. */
const RELIEF_SHARE = 0.8;

/** What would be tried for a finding; nothing for what no change of the plan can mend. */
export const offersFor = (context: Context): Offer[] =>
  (OFFERS[context.finding.code]?.(context) ?? []).filter((offer) => offer.some((way) => way.length > 0));
