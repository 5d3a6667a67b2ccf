/** Ground of one bed, per metre of its length. Litres throughout: a millimetre on a square metre is a litre. */
export interface BedSoil {
  /** Width that the crop's use is reckoned on, paths included; of it rooted, and of that under the drip. */
  groundM: number;
  rootedM: number;
  stripM: number;
  /** Water the soil holds for plants, mm per metre of depth. */
  heldMmPerM: number;
}

/** One day's weather and crop as the balance takes them. */
export interface BalanceDay {
  /** What the crop would use with water enough, mm on the whole ground. */
  useMm: number;
  /** Rain that gets into the soil, mm. */
  rainMm: number;
  rootM: number;
  /** Share of the held water that may be used before the crop goes short. */
  useShare: number;
  /** Given by the drip, L per metre of bed. */
  givenL: number;
  /** What a hand felt of the soil at the end of the day: share of the held water that is there. */
  felt?: number;
}

/** State and flows of a day, L per metre of bed but for the shares. */
export interface BalanceResult {
  /** At the end of the day: in the strip, and in the ground beside it. */
  stripL: number;
  besideL: number;
  usedL: number;
  rainL: number;
  givenL: number;
  /** Passed the roots under the strip: what was given or rained there in excess. */
  deepL: number;
  /** Rain that passed the roots beside the strip. */
  besideDeepL: number;
  /** Put right by what a hand felt. */
  feltL: number;
  /** Brought in by roots going deeper, from soil as moist as the rest. */
  rootedL: number;
  /** Share of what the strip holds that is there; under `shortAt` the crop goes short. */
  full: number;
  shortAt: number;
  /** What the crop would have used, and how much of that it got. */
  wantedL: number;
}

export interface BalanceState {
  stripL: number;
  besideL: number;
  /** Depth that the state was held in, m. */
  rootM: number;
}

/** A bed as full as it holds. */
export const fullSoil = (s: BedSoil, rootM: number): BalanceState => ({
  stripL: s.heldMmPerM * rootM * s.stripM,
  besideL: s.heldMmPerM * rootM * Math.max(0, s.rootedM - s.stripM),
  rootM,
});

/**
 * One day of the water in a bed's root zone (after FAO 56, ch. 8: what comes in, what passes the roots, what is used),
 * kept apart for the strip under the drip and the ground beside it: rain falls on both, the drip feeds the strip alone.
 * The crop draws on both as water is there; it gets less once under its `useShare` (eq. 84).
 *
 * Water in − water out = change, exactly: see `leftOver`.
 */
export function dayOfBalance(
  s: BedSoil,
  before: BalanceState,
  day: BalanceDay,
): BalanceResult & { state: BalanceState } {
  const besideM = Math.max(0, s.rootedM - s.stripM);
  const holds = (m: number): number => s.heldMmPerM * day.rootM * m;
  const stripHolds = holds(s.stripM);
  const besideHolds = holds(besideM);
  // Roots that go deeper reach soil that was wetted before planting; those that end give theirs up.
  const deeper = before.rootM > 0 ? day.rootM / before.rootM : 1;
  let strip =
    before.stripL * Math.min(1, deeper) + Math.max(0, deeper - 1) * before.rootM * s.heldMmPerM * s.stripM;
  let beside =
    before.besideL * Math.min(1, deeper) + Math.max(0, deeper - 1) * before.rootM * s.heldMmPerM * besideM;
  const rootedL = strip + beside - before.stripL - before.besideL;
  const rainStrip = day.rainMm * s.stripM;
  const rainBeside = day.rainMm * besideM;
  // What finds no room passes the roots as it comes, not after the day's use has made room for it.
  const soaked = strip + rainStrip + day.givenL;
  const soakedBeside = beside + rainBeside;
  strip = Math.min(soaked, stripHolds);
  beside = Math.min(soakedBeside, besideHolds);
  const deepL = soaked - strip;
  const besideDeepL = soakedBeside - beside;
  const wantedL = day.useMm * s.groundM;
  // Roots in a wet strip serve the whole plant: the better of the strip and the whole bed counts.
  const inStrip = stripHolds > 0 ? strip / stripHolds : 0;
  const all = stripHolds + besideHolds;
  const inAll = all > 0 ? (strip + beside) / all : 0;
  const shortAt = 1 - day.useShare;
  const stress = shortAt > 0 ? Math.min(1, Math.max(inStrip, inAll) / shortAt) : 1;
  const usedL = Math.min(wantedL * stress, strip + beside);
  const share = strip + beside > 0 ? strip / (strip + beside) : 0;
  // Rounding must not take more than is there.
  strip = Math.max(0, strip - usedL * share);
  beside = Math.max(0, beside - usedL * (1 - share));
  let feltL = 0;
  if (day.felt !== undefined) {
    const to = day.felt * stripHolds;
    feltL = to - strip;
    strip = to;
  }
  return {
    state: { stripL: strip, besideL: beside, rootM: day.rootM },
    stripL: strip,
    besideL: beside,
    usedL,
    rainL: rainStrip + rainBeside,
    givenL: day.givenL,
    deepL,
    besideDeepL,
    feltL,
    rootedL,
    full: stripHolds > 0 ? strip / stripHolds : 0,
    shortAt,
    wantedL,
  };
}

/** What a balance of days leaves unaccounted for, L per metre: nothing but rounding. */
export const leftOver = (before: BalanceState, after: BalanceState, days: readonly BalanceResult[]): number =>
  days.reduce(
    (sum, d) => sum + d.rainL + d.givenL + d.rootedL + d.feltL - d.usedL - d.deepL - d.besideDeepL,
    before.stripL + before.besideL,
  ) -
  (after.stripL + after.besideL);
