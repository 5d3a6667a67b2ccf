import { INCH_DRILLS, METRIC_DRILLS } from './drills';
import { REGULATOR_SETS_KPA } from './headParts';
import { DRIPPER_FLOWS_LPH, MM_PER_MIL, TAPE_FLOWS_LPH, TAPE_WALLS } from './tape';
import { M_PER_FT } from '../units/foot';

/** Sizes that things are usually sold or measured in, in core units: other round numbers in inches and gallons than in metric. */
export interface UsualSizes {
  metric: readonly number[];
  us: readonly number[];
}

const MM_PER_IN = 25.4;
const M_PER_IN = 0.0254;
const L_PER_GAL = 3.785411784;
const inches = (...list: number[]): number[] => list.map((x) => x * MM_PER_IN);
const inchesM = (...list: number[]): number[] => list.map((x) => x * M_PER_IN);
const feet = (...list: number[]): number[] => list.map((x) => x * M_PER_FT);
const gallons = (...list: number[]): number[] => list.map((x) => x * L_PER_GAL);
const both = (list: readonly number[]): UsualSizes => ({ metric: list, us: list });

/** Tape in the nominal bores it is sold by. */
const tapeBores: UsualSizes = { metric: [16, 22, 35], us: inches(5 / 8, 7 / 8, 11 / 8) };
/** Drip tubing by its bore: 13, 16 and 20 mm outside are about 10.4, 13.6 and 17.4 within; half-inch tubing is 0.6 in. */
const tubingBores: UsualSizes = { metric: [10.4, 13.6, 17.4], us: inches(0.17, 0.52, 0.6, 0.82) };

export const USUAL = {
  tapeBores,
  tubingBores,
  spacings: { metric: [0.1, 0.15, 0.2, 0.3, 0.4, 0.5, 0.6], us: inchesM(4, 6, 8, 12, 18, 24) },
  walls: both(TAPE_WALLS.map((w) => w.mil * MM_PER_MIL)),
  tapeFlows: both(TAPE_FLOWS_LPH),
  dripperFlows: {
    metric: DRIPPER_FLOWS_LPH,
    us: gallons(0.4, 0.5, 0.6, 0.9, 1),
  },
  drills: { metric: METRIC_DRILLS.map((d) => d.mm), us: INCH_DRILLS.map((d) => d.mm) },
  microtubes: { metric: [0.5, 0.6, 0.8, 1, 1.2, 1.5], us: inches(0.02, 0.024, 0.036, 0.05) },
  regulators: both(REGULATOR_SETS_KPA),
  buckets: { metric: [5, 10, 12, 15, 20], us: gallons(1, 2, 3, 5) },
  tanks: { metric: [200, 500, 1000, 2000, 5000], us: gallons(55, 275, 330, 500, 1500) },
  bedWidths: { metric: [0.6, 0.75, 0.9, 1, 1.2], us: inchesM(24, 30, 36, 48) },
  pathWidths: { metric: [0.3, 0.4, 0.45, 0.5, 0.6], us: inchesM(12, 16, 18, 24) },
  bedLengths: { metric: [5, 10, 15, 20, 30, 50], us: feet(8, 16, 25, 50, 100, 150) },
} satisfies Record<string, UsualSizes>;

export type UsualName = keyof typeof USUAL;
