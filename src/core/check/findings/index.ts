import type { FindingCode } from '../codes';
import { allowanceHigh } from './allowanceHigh';
import { backflowWeak } from './backflowWeak';
import { backupJoins } from './backupJoins';
import { bedsUnlike } from './bedsUnlike';
import { blockUneven } from './blockUneven';
import { boosterCycles } from './boosterCycles';
import { boosterLimits } from './boosterLimits';
import { boosterStarved } from './boosterStarved';
import { breakerLow } from './breakerLow';
import { breakerStands } from './breakerStands';
import { burstAtRest } from './burstAtRest';
import { emitterOver } from './emitterOver';
import { emittersDry } from './emittersDry';
import { emitterUnder } from './emitterUnder';
import { endsUnlike } from './endsUnlike';
import { farmUneven } from './farmUneven';
import { fastWater } from './fastWater';
import { filterAboveSeparator } from './filterAboveSeparator';
import { filterUnfit } from './filterUnfit';
import { flowOverRating } from './flowOverRating';
import { flowShort } from './flowShort';
import { flowUnderRating } from './flowUnderRating';
import { headerSmall } from './headerSmall';
import { heightOdd } from './heightOdd';
import { outletShort } from './outletShort';
import { injectorAboveBackflow } from './injectorAboveBackflow';
import { injectorBelowFilter } from './injectorBelowFilter';
import { laneCrossed } from './laneCrossed';
import { mainEats } from './mainEats';
import { materialUneven } from './materialUneven';
import { materialWater } from './materialWater';
import { needsPressure } from './needsPressure';
import { flowStops } from './flowStops';
import { liftShort } from './liftShort';
import { pumpTooLittle } from './pumpTooLittle';
import { neverStops } from './neverStops';
import { noBackflow } from './noBackflow';
import { noFilter } from './noFilter';
import { noFootValve } from './noFootValve';
import { noGauges } from './noGauges';
import { noRelief } from './noRelief';
import { noVent } from './noVent';
import { overRated } from './overRated';
import { overYield } from './overYield';
import { partEats } from './partEats';
import { plantWetsLittle } from './plantWetsLittle';
import { precharge } from './precharge';
import { puddles } from './puddles';
import { preventerSmall } from './preventerSmall';
import { pumpPastCurve } from './pumpPastCurve';
import { regulatorHeadroom } from './regulatorHeadroom';
import { regulatorRange } from './regulatorRange';
import { regulatorStarved } from './regulatorStarved';
import { regulatorUphill } from './regulatorUphill';
import { reliefUseless } from './reliefUseless';
import { runsFew } from './runsFew';
import { runsMany } from './runsMany';
import { runsUphill } from './runsUphill';
import { runTooLong } from './runTooLong';
import { setBedsGone } from './setBedsGone';
import { shortCycling } from './shortCycling';
import { shortWhenDirty } from './shortWhenDirty';
import { splitterWays } from './splitterWays';
import { spacingWide } from './spacingWide';
import { stripsApart } from './stripsApart';
import { suctionHigh } from './suctionHigh';
import { surge } from './surge';
import { tankWeight } from './tankWeight';
import { tapeCurved } from './tapeCurved';
import { tapePecked } from './tapePecked';
import { testedWet } from './testedWet';
import { thinLineLong } from './thinLineLong';
import { SWITCHING_KINDS } from './switching';
import { TIMING_KINDS } from './timing';
import { venturiWeak } from './venturiWeak';
import { waterAvoid } from './waterAvoid';
import { wearsOut } from './wearsOut';

/** Every kind of finding, in the order in which those of one grade are told. */
export const KINDS = [
  burstAtRest,
  emitterOver,
  noRelief,
  flowShort,
  emittersDry,
  emitterUnder,
  heightOdd,
  outletShort,
  suctionHigh,
  boosterStarved,
  boosterLimits,
  boosterCycles,
  backupJoins,
  noBackflow,
  injectorAboveBackflow,
  overRated,
  needsPressure,
  neverStops,
  flowStops,
  pumpTooLittle,
  liftShort,
  reliefUseless,
  shortCycling,
  overYield,
  regulatorStarved,
  regulatorRange,
  injectorBelowFilter,
  filterAboveSeparator,
  noFilter,
  filterUnfit,
  flowOverRating,
  flowUnderRating,
  venturiWeak,
  mainEats,
  partEats,
  headerSmall,
  runTooLong,
  thinLineLong,
  materialUneven,
  materialWater,
  tapeCurved,
  blockUneven,
  ...SWITCHING_KINDS,
  ...TIMING_KINDS,
  setBedsGone,
  precharge,
  backflowWeak,
  breakerStands,
  breakerLow,
  preventerSmall,
  regulatorUphill,
  farmUneven,
  shortWhenDirty,
  allowanceHigh,
  runsUphill,
  bedsUnlike,
  spacingWide,
  stripsApart,
  runsFew,
  plantWetsLittle,
  runsMany,
  puddles,
  tapePecked,
  wearsOut,
  surge,
  fastWater,
  pumpPastCurve,
  noVent,
  endsUnlike,
  noFootValve,
  testedWet,
  regulatorHeadroom,
  noGauges,
  splitterWays,
  laneCrossed,
  tankWeight,
  waterAvoid,
] as const;

/** Nothing, or codes that are listed and found by no kind: those do not compile. */
type Unfound = Exclude<FindingCode, (typeof KINDS)[number]['code']>;
true satisfies [Unfound] extends [never] ? true : Unfound;

/** Those of sets and timing: who opens what, who waters when, for how long, and whether the water lasts. */
export const TIMING_CODES: readonly string[] = [...TIMING_KINDS, ...SWITCHING_KINDS].map((k) => k.code);
