import { isStored, isPumped, kindOf } from '../../plan';
import { intakeCurve, intakeOf, mediumOf } from '../../network';
import { KPA_PER_M } from '../../hydraulics/water';
import {
  closedRing,
  fewerAtOnce,
  lowerFlow,
  middleFeed,
  morePressure,
  widerHeader,
  widerMain,
  smallerHoles,
} from './laying';
import { all, steps, type Offering } from './offering';
import { widerPart } from './parts';

/** A tank is raised by this much at the most before another way is better, m. */
const RAISES_M = [0.5, 1, 1.5] as const;

export const raisedTank: Offering = ({ results: { layout } }) =>
  kindOf(layout.source).standM ? [steps(RAISES_M, (byM) => ({ kind: 'raise-tank', byM }))] : [];

/** A booster is chosen for so much more than is missing, as ratios. */
const BOOSTER_ROOM = [1.15, 1.6] as const;
/** Under this much missing a booster is out of proportion, over this much beyond small ones, kPa. */
const LEAST_BOOST_KPA = 30;
const MOST_BOOST_KPA = 500;

/**
 * A booster that adds what is missing at the flow asked for. It adds pressure, not water: the source must still give
 * that flow above the booster's low cut-out, or there is none.
 */
export const booster: Offering = ({ plan, results: { layout, demand } }) => {
  const { source } = layout;
  if (source.booster.kind !== 'none') return [];
  const curve = intakeCurve(intakeOf(source, plan.wishes.allowance), mediumOf(plan));
  const thereKpa = curve.kpa(demand.askedLph);
  const missingKpa = demand.neededKpa - thereKpa;
  if (!(thereKpa > source.booster.lowCutKpa) && !isStored(source)) return [];
  if (!(missingKpa > LEAST_BOOST_KPA) || missingKpa > MOST_BOOST_KPA) return [];
  return [
    steps(BOOSTER_ROOM, (room) => ({
      kind: 'booster',
      lph: Math.ceil(demand.askedLph / 10) * 10,
      headM: Math.ceil((missingKpa * room) / KPA_PER_M),
    })),
  ];
};

/** None, or another booster that adds no more than is missing, where the one that is there adds so much that shut valves burst something. */
export const weakerBooster: Offering = ({ plan, results: { layout, demand } }) => {
  const { source } = layout;
  if (source.booster.kind === 'none') return [];
  const alone = { ...source, booster: { ...source.booster, kind: 'none' as const } };
  const thereKpa = intakeCurve(intakeOf(alone, plan.wishes.allowance), mediumOf(plan)).kpa(demand.askedLph);
  const missingKpa = demand.neededKpa - thereKpa;
  if (!(missingKpa > 0)) return [[[{ kind: 'booster-out' }]]];
  return [
    steps(BOOSTER_ROOM, (room) => ({
      kind: 'booster',
      lph: Math.ceil(demand.askedLph / 10) * 10,
      headM: Math.ceil((missingKpa * room) / KPA_PER_M),
    })),
  ];
};

/** A switch that stops the pump sooner. */
export const lowerCutOut: Offering = ({ results: { layout } }) => {
  const { source } = layout;
  if (!isPumped(source) || source.vessel.part !== 'tank') return [];
  const { cutInKpa, cutOutKpa } = source.vessel;
  const lower = [0.9, 0.8, 0.7, 0.6, 0.5]
    .map((s) => Math.round(cutOutKpa * s))
    .filter((k) => k > cutInKpa * 1.2);
  return [steps(lower, (kpa) => ({ kind: 'cut-out', cutOutKpa: kpa }))];
};

/** What helps emitters that get too little, in a grower's order. */
export const forWeakEmitters: Offering = all(
  fewerAtOnce,
  lowerFlow,
  middleFeed,
  widerHeader,
  widerMain,
  closedRing,
  widerPart,
  morePressure,
  smallerHoles,
  booster,
  raisedTank,
);
